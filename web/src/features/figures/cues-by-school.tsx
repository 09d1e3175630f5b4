import { Badge, Box, Text } from "@chakra-ui/react";
import { type Cue, houseCues } from "@map-step/contract";

/** What is said: what the house says first, then what other schools say, and which. */
export function CuesBySchool({ cues }: { cues: readonly Cue[] }) {
  const house = houseCues(cues);
  const elsewhere = cues.filter(({ text }) => !house.includes(text));
  return (
    <Box mb="3" className={cues.length === 0 ? "no-print" : undefined}>
      <Text fontWeight="700">Cues</Text>
      {cues.length === 0 ? <Text color="soft">None written yet.</Text> : null}
      <Box as="ul" listStyleType="disc" pl="5">
        {house.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </Box>
      {elsewhere.map(({ text, school }) => (
        <Text key={text} color="soft" fontSize="sm" mt="1">
          <Badge mr="1.5">{school === "" ? "elsewhere" : school}</Badge>
          {text}
        </Text>
      ))}
    </Box>
  );
}

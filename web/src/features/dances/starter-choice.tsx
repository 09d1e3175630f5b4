import { chakra, Stack, Text } from "@chakra-ui/react";
import { STARTER_SETS, type StarterSet } from "@map-step/core/starter";
import { counted } from "@map-step/core/words";

interface Props {
  readonly onChoose: (set: StarterSet | null) => void;
}

const Choice = ({ title, about, onClick }: { title: string; about: string; onClick: () => void }) => (
  <chakra.button
    type="button"
    textAlign="left"
    borderWidth="1px"
    borderColor="rule"
    borderRadius="md"
    bg="panel"
    p="3"
    cursor="pointer"
    _hover={{ borderColor: "pine" }}
    onClick={onClick}
  >
    <Text fontWeight="700">{title}</Text>
    <Text fontSize="sm" color="soft">
      {about}
    </Text>
  </chakra.button>
);

/** With what a new dance begins: the general figures of one of the shapes, or nothing. */
export const StarterChoice = ({ onChoose }: Props) => (
  <Stack gap="2.5">
    <Text>How is it danced? Its general figures come along, with steps and cues, for you to change.</Text>
    {STARTER_SETS.map((set) => (
      <Choice
        key={set.id}
        title={set.name}
        about={`${set.about}. ${counted(set.figures.length, "figure")}.`}
        onClick={() => onChoose(set)}
      />
    ))}
    <Choice title="Another way" about="Only the dance, without figures." onClick={() => onChoose(null)} />
  </Stack>
);

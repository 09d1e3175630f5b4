import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import type { JudgedDance } from "@map-step/contract";
import { counted, inWords } from "@map-step/core/words";
import { JudgedRows, verdictCounts } from "./judged-rows.tsx";
import type { useTakingIn } from "./use-taking-in.ts";

type Props = Pick<ReturnType<typeof useTakingIn>, "opened" | "judge" | "take" | "taking"> & {
  /** What takes it in, such as *Import the file*. */
  readonly action: string;
};

const danceLine = ({ name, verdict, differs, reasons }: JudgedDance): string => {
  if (verdict === "added") return `The dance ${name} is added, with its holds and elements.`;
  if (verdict === "refused")
    return `The dance ${name} is refused: ${reasons.map(({ path, message }) => `${path}: ${message}`).join("; ")}.`;
  return `${name} is here already and stays as it is; the file has it otherwise in ${inWords(differs)}.`;
};

/** What would become of the dances that a file brings along, where there is something to say. */
function JudgedDances({ dances }: { dances: readonly JudgedDance[] }) {
  const told = dances.filter(({ verdict, differs }) => verdict !== "stays" || differs.length > 0);
  return (
    <Stack gap="1" mb="3">
      {told.map((dance) => (
        <Text
          key={dance.name}
          bg={dance.verdict === "refused" ? "brickWash" : dance.verdict === "added" ? "pineWash" : "sunk"}
          borderRadius="md"
          px="2"
          py="1"
        >
          {danceLine(dance)}
        </Text>
      ))}
    </Stack>
  );
}

/** Row by row what would become of them, and taking them in. */
export function JudgedFileView({ opened, judge, take, taking, action }: Props) {
  if (!opened) return null;
  const { judged, name, rows, dances } = opened;
  if (!judged) return <Text mt="3">Looking at {counted(rows.length, "row")} …</Text>;
  const counts = verdictCounts(judged.rows);
  const fineDances = dances.filter((_, index) => judged.dances[index]?.verdict !== "refused");
  const refused = counts.refused + dances.length - fineDances.length;
  const fine = rows.filter((_, index) => judged.rows[index]?.verdict !== "refused");
  return (
    <>
      <Flex gap="3" mt="4" mb="3" align="center" wrap="wrap">
        <Text fontWeight="700" className="numbers" flex="1">
          {name}: {counts.added} added, {counts.changed} changed, {counts.same} the same, {counts.refused}{" "}
          refused
        </Text>
        {refused > 0 && fine.length > 0 ? (
          <Button variant="outline" onClick={() => void judge(name, fine, fineDances)}>
            Leave out what is refused
          </Button>
        ) : null}
        <Button
          disabled={refused > 0 || counts.added + counts.changed === 0}
          loading={taking}
          onClick={() => void take(opened)}
        >
          {action}
        </Button>
      </Flex>
      <JudgedDances dances={judged.dances} />
      <JudgedRows rows={judged.rows} />
    </>
  );
}

import { Button, Flex, Text } from "@chakra-ui/react";
import { counted } from "@map-step/core/words";
import { JudgedRows, verdictCounts } from "./judged-rows.tsx";
import type { useTakingIn } from "./use-taking-in.ts";

type Props = Pick<ReturnType<typeof useTakingIn>, "opened" | "judge" | "take" | "taking"> & {
  /** What takes it in, such as *Import the file*. */
  readonly action: string;
};

/** Row by row what would become of them, and taking them in. */
export function JudgedFileView({ opened, judge, take, taking, action }: Props) {
  if (!opened) return null;
  const { judged, name, rows } = opened;
  if (!judged) return <Text mt="3">Looking at {counted(rows.length, "row")} …</Text>;
  const counts = verdictCounts(judged.rows);
  const fine = rows.filter((_, index) => judged.rows[index]?.verdict !== "refused");
  return (
    <>
      <Flex gap="3" mt="4" mb="3" align="center" wrap="wrap">
        <Text fontWeight="700" className="numbers" flex="1">
          {name}: {counts.added} added, {counts.changed} changed, {counts.same} the same, {counts.refused}{" "}
          refused
        </Text>
        {counts.refused > 0 && fine.length > 0 ? (
          <Button variant="outline" onClick={() => void judge(name, fine)}>
            Leave out the refused rows
          </Button>
        ) : null}
        <Button
          disabled={counts.refused > 0 || counts.added + counts.changed === 0}
          loading={taking}
          onClick={() => void take(opened)}
        >
          {action}
        </Button>
      </Flex>
      <JudgedRows rows={judged.rows} />
    </>
  );
}

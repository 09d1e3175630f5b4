import { Box, Stack, Text } from "@chakra-ui/react";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { FigureName } from "../figures/figure-name.tsx";
import type { Program } from "./program.ts";

interface Props {
  readonly program: Program;
  readonly nameOf: (figureId: string) => string;
}

/** What is missing between the levels, what comes twice, and what nobody teaches. */
export function GapsPanel({ program: { gaps, levels }, nameOf }: Props) {
  const levelName = (id: string) => levels.find(({ level }) => level.id === id)?.level.name ?? "";
  const figure = (id: string) => <FigureName id={id} name={nameOf(id)} />;
  const groups = [
    {
      title: "Needed but not taught before",
      none: "Every figure finds what it needs, in its own level or before it.",
      entries: gaps.missing.map(({ levelId, figureId, needsId }) => ({
        key: `${levelId}${figureId}${needsId}`,
        words: (
          <>
            {levelName(levelId)}: {figure(figureId)} needs {figure(needsId)}
          </>
        ),
      })),
    },
    {
      title: "Taught as new twice",
      none: "No figure is new in two levels.",
      entries: gaps.repeats.map(({ figureId, levelId, beforeId }) => ({
        key: `${figureId}${levelId}`,
        words: (
          <>
            {figure(figureId)} in {levelName(beforeId)} and again in {levelName(levelId)}
          </>
        ),
      })),
    },
    {
      title: "In the library, taught by no level",
      none: "Every figure up to the hardest one taught has its level.",
      entries: gaps.untaught.map((id) => ({ key: id, words: figure(id) })),
    },
  ];
  return (
    <Panel>
      <PanelTitle>Between the levels</PanelTitle>
      <Stack gap="3">
        {groups.map(({ title, none, entries }) => (
          <Box key={title}>
            <Text fontWeight="700">{title}</Text>
            {entries.length === 0 ? (
              <Text color="soft">{none}</Text>
            ) : (
              <Box as="ul" listStyleType="disc" pl="5">
                {entries.map(({ key, words }) => (
                  <li key={key}>{words}</li>
                ))}
              </Box>
            )}
          </Box>
        ))}
      </Stack>
    </Panel>
  );
}

import { Box, Text } from "@chakra-ui/react";
import { api, type Level, type LevelSeen } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { Link } from "react-router";
import { useApi, useApiOfEach } from "../../kit/api.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";

/** From here on a figure is told apart from the others of its level. */
const FAR = 0.6;

/** How hard a figure is beside the others of its level; nothing where too little was seen. */
export function hardnessInWords({ difficulty }: LevelSeen["model"], figureId: string): string {
  const values = Object.values(difficulty);
  const own = difficulty[figureId];
  if (own === undefined || values.length < 3) return "how hard it is, is not known yet";
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
  if (own > mean + FAR) return "hard for this level";
  return own < mean - FAR ? "easy for this level" : "about as hard as the others";
}

/** How often two people marked one figure of the same dancer, and how often not alike. */
export function twiceInWords({ twice }: Pick<LevelSeen, "twice">, figureId: string): string {
  const own = twice.filter((pair) => pair.figureId === figureId);
  const apart = own.filter(({ first, second }) => first !== second).length;
  return own.length === 0
    ? ""
    : `Marked by two people ${counted(own.length, "time")}, differently ${counted(apart, "time")}.`;
}

/** What checks say of one figure in each level that looked at it; nothing where nobody did. */
export function FigureSeen({ figureId, danceId }: { figureId: string; danceId: string }) {
  const levels = useApi(api.levels.list, {});
  const own = useMemo(
    () => (levels.data ?? []).filter((level) => level.danceId === danceId),
    [levels.data, danceId],
  );
  const asked = useMemo(() => own.map(({ id }) => ({ params: { id } })), [own]);
  const all = useApiOfEach(api.checks.level, asked);
  const told = (all ?? []).flatMap(
    (seen, at): { level: Level; seen: LevelSeen; have: number; marked: number }[] => {
      const shares = seen.sections.flatMap(({ figures }) =>
        figures.filter((one) => one.figureId === figureId),
      );
      const marked = shares.reduce((sum, one) => sum + one.marked, 0);
      const level = own[at];
      if (marked === 0 || !level) return [];
      return [{ level, seen, have: shares.reduce((sum, one) => sum + one.have, 0), marked }];
    },
  );
  if (told.length === 0) return null;
  return (
    <Panel>
      <PanelTitle>What checks say</PanelTitle>
      {told.map(({ level, seen, have, marked }) => (
        <Box key={level.id} mb="2">
          <Text>
            <strong>{level.name}</strong>: {have} of {counted(marked, "dancer")} without help;{" "}
            {hardnessInWords(seen.model, figureId)}. {twiceInWords(seen, figureId)}
          </Text>
          <Text fontSize="sm" color="soft">
            {seen.sections
              .filter(({ figures }) => figures.some((one) => one.figureId === figureId))
              .map(({ sectionId, name }, at) => (
                <span key={sectionId}>
                  {at > 0 ? ", " : "From "}
                  <Link to={`/checks/${sectionId}`}>{name}</Link>
                </span>
              ))}
          </Text>
        </Box>
      ))}
    </Panel>
  );
}

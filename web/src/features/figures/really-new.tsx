import { Box, Flex, Text } from "@chakra-ui/react";
import { api, type FigureRecord, type Level } from "@map-step/contract";
import { type CallPiece, callOf, elementSet } from "@map-step/core/element";
import {
  type KnownFigure,
  newMaterial,
  type RoleMaterial,
  type Stretch,
  toLearn,
  toLearnInWords,
} from "@map-step/core/likeness";
import type { Figure, Role } from "@map-step/core/notation";
import { buildStepMap } from "@map-step/core/step-map";
import { useMemo, useState } from "react";
import { useApi } from "../../kit/api.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { Select } from "../../kit/select.tsx";
import { useDances } from "./library.ts";
import { stepsIn } from "./steps.ts";
import { countsOf, elementsInWords, stretchesInWords } from "./stretches.ts";

/** Figures that have steps, read and counted as the house counts. */
export function useWithSteps(library: readonly FigureRecord[]): KnownFigure[] {
  const { data: dances } = useDances();
  return useMemo(
    () =>
      library.flatMap((record) => {
        const figure = dances ? stepsIn(library, dances, record) : null;
        return figure ? [{ id: record.id, figure }] : [];
      }),
    [library, dances],
  );
}

interface Props {
  readonly record: FigureRecord;
  readonly figure: Figure;
  /** All figures of its dance. */
  readonly library: readonly FigureRecord[];
}

const NEEDS = "needs";

/** Ids of what is known: all that the figure needs, near and far, or all that a level has placed. */
function useKnown(
  record: FigureRecord,
  library: readonly FigureRecord[],
  levels: readonly Level[],
  choice: string,
) {
  const level = levels.find(({ id }) => id === choice);
  const plan = useApi(
    api.plans.read,
    { params: { id: level?.planId ?? "" } },
    { enabled: level !== undefined },
  );
  return useMemo(() => {
    if (choice === "") return [];
    if (choice === NEEDS)
      return [...(buildStepMap(library).nodes.find(({ figure }) => figure.id === record.id)?.before ?? [])];
    const placed = plan.data?.chosen.flatMap(({ figureId, week }) => (week === null ? [] : [figureId])) ?? [];
    return [...placed, ...(plan.data?.known ?? [])].filter((id) => id !== record.id);
  }, [choice, plan.data, library, record.id]);
}

interface RoleBarProps {
  readonly role: string;
  readonly material: RoleMaterial;
  /** What the role is called, piece by piece. */
  readonly pieces: readonly CallPiece[];
  readonly nameOf: (figureId: string) => string;
}

/** One role's part: what is known dashed, with where from, what is new set off. */
function RoleBar({ role, material: { known, fresh }, pieces, nameOf }: RoleBarProps) {
  const all = [...known, ...fresh.map((stretch) => ({ ...stretch, figureId: null }))];
  const parts = all.sort((a, b) => a.from - b.from);
  const said = (stretch: Stretch) => {
    const [named, counts] = [elementsInWords(pieces, [stretch]), stretchesInWords([stretch])];
    return named === "" ? counts : `${named} (${counts})`;
  };
  const sources = [
    ...known.map((stretch) => `${said(stretch)} as in ${nameOf(stretch.figureId)}`),
    ...(fresh.length === 0 ? [] : [`new: ${fresh.map(said).join(", ")}`]),
  ];
  return (
    <Box mb="2">
      <Text fontSize="sm" fontWeight="700" color={role === "follower" ? "plum" : "pine"}>
        {role}
      </Text>
      <Flex gap="1" my="1">
        {parts.map(({ from, to, figureId }) => (
          <Box
            key={from}
            flex={to - from}
            minW="0"
            textAlign="center"
            fontFamily="heading"
            fontWeight="700"
            fontSize="sm"
            borderRadius="sm"
            borderWidth="1.5px"
            borderColor={figureId === null ? "apricot" : "pine2"}
            borderStyle={figureId === null ? "solid" : "dashed"}
            bg={figureId === null ? "apricotWash" : "pineWash"}
          >
            {countsOf({ from, to })}
          </Box>
        ))}
      </Flex>
      <Text fontSize="sm" color="soft">
        {sources.join("; ")}
      </Text>
    </Box>
  );
}

/** What of a figure really has to be taught to somebody who knows others. */
export function ReallyNew({ record, figure, library }: Props) {
  const levels = useApi(api.levels.list, {});
  const [choice, setChoice] = useState(NEEDS);
  const ofDance = (levels.data ?? []).filter(({ danceId }) => danceId === record.danceId);
  const ids = useKnown(record, library, ofDance, choice);
  const withSteps = useWithSteps(library);
  const { byRole, words } = useMemo(() => {
    const knowing = new Set(ids);
    const known = withSteps.filter(({ id }) => knowing.has(id));
    const { byRole } = newMaterial(figure, known);
    return { byRole, words: toLearnInWords(toLearn(figure, known)) };
  }, [figure, withSteps, ids]);
  const nameOf = (id: string) => library.find((other) => other.id === id)?.name ?? "";
  const { data: dances } = useDances();
  const call = useMemo(() => {
    const dance = dances?.find(({ id }) => id === record.danceId);
    return dance ? callOf(figure, elementSet(dance)) : {};
  }, [figure, dances, record.danceId]);
  return (
    <Panel>
      <PanelTitle>What is really new</PanelTitle>
      <Select
        label="For somebody who knows"
        value={choice}
        onChange={setChoice}
        choices={[
          [NEEDS, "for somebody who knows what it needs"],
          ...ofDance.map(({ id, name }) => [id, `for somebody who knows ${name}`] as const),
          ["", "for somebody who knows nothing yet"],
        ]}
        size="sm"
        width="full"
        mb="3"
      />
      <Text fontWeight="700" mb="2" className="numbers">
        To learn: {words}.
      </Text>
      {Object.entries(byRole).map(([role, material]) => (
        <RoleBar
          key={role}
          role={role}
          material={material}
          pieces={call[role as Role] ?? []}
          nameOf={nameOf}
        />
      ))}
    </Panel>
  );
}

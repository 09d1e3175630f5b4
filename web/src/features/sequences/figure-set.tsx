import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type Level, type Section } from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { figureItemsOf } from "@map-step/core/sequence";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { useApi } from "../../kit/api.ts";
import { SmallSelect } from "../../kit/select.tsx";
import type { Builder } from "./use-builder.ts";

interface Props {
  readonly builder: Builder;
  readonly levels: readonly Level[];
  readonly chosen: ReadonlySet<string>;
  readonly onChange: (chosen: ReadonlySet<string>) => void;
}

/** What a section was taught until a week, with what its dancers brought along where that is asked. */
function Taught({
  section,
  level,
  onTake,
}: {
  section: Section;
  level: Level;
  onTake: (ids: readonly string[]) => void;
}) {
  const [week, setWeek] = useState(level.weeks);
  const plan = useApi(api.plans.read, { params: { id: section.planId } });
  const ids = (plan.data?.chosen ?? []).flatMap((place) =>
    place.week !== null && place.week <= week ? [place.figureId] : [],
  );
  return (
    <Flex gap="2" align="flex-end">
      <SmallSelect
        label="until week"
        value={`${week}`}
        choices={Array.from({ length: level.weeks }, (_, at) => [`${at + 1}`, `${at + 1}`] as const)}
        onChange={(value) => setWeek(Number(value))}
      />
      <Button size="sm" variant="outline" disabled={!plan.data} onClick={() => onTake(ids)}>
        Take {counted(ids.length, "figure")}
      </Button>
    </Flex>
  );
}

/** What the plan of a level puts into its weeks, whether or not a section was taught it yet. */
function LevelPlan({ level, onTake }: { level: Level; onTake: (ids: readonly string[]) => void }) {
  const plan = useApi(api.plans.read, { params: { id: level.planId } });
  const ids = (plan.data?.chosen ?? []).flatMap(({ figureId, week }) => (week === null ? [] : [figureId]));
  return (
    <Button size="sm" variant="outline" disabled={ids.length === 0} onClick={() => onTake(ids)}>
      Take {counted(ids.length, "figure")} of {level.name}
    </Button>
  );
}

/** Which figures: those of a section until a week, of a kind, of this routine, or picked one by one. */
export function FigureSet({ builder, levels, chosen, onChange }: Props) {
  const { library, content } = builder;
  const sections = useApi(api.sections.list, {});
  const [sectionId, setSectionId] = useState("");
  const own = (sections.data ?? []).filter(({ levelId }) => levels.some(({ id }) => id === levelId));
  const section = own.find(({ id }) => id === sectionId);
  const level = levels.find(({ id }) => id === section?.levelId);
  const danced = new Set(library.figures.map(({ id }) => id));
  const records = library.records.filter(({ id }) => danced.has(id));
  const take = (ids: readonly string[]) => onChange(new Set(ids.filter((id) => danced.has(id))));
  const levelOf = levels.find(({ id }) => id === content.levelId);
  const kinds = FIGURE_KINDS.filter((kind) => records.some((record) => record.kind === kind));
  return (
    <Box>
      <Flex gap="2" align="flex-end" wrap="wrap" mb="2">
        {own.length > 0 ? (
          <SmallSelect
            label="What was taught to"
            value={sectionId}
            choices={[
              ["", "choose a section"],
              ...own.map(
                ({ id, name, levelId }) =>
                  [id, `${levels.find((one) => one.id === levelId)?.name ?? ""}, ${name}`] as const,
              ),
            ]}
            onChange={setSectionId}
          />
        ) : null}
        {levelOf && !section ? <LevelPlan key={levelOf.id} level={levelOf} onTake={take} /> : null}
        {section && level ? <Taught key={section.id} section={section} level={level} onTake={take} /> : null}
      </Flex>
      <Flex gap="1.5" wrap="wrap" mb="2" role="group" aria-label="Several at once">
        {kinds.map((kind) => (
          <Button
            key={kind}
            size="xs"
            variant="ghost"
            onClick={() =>
              onChange(
                new Set([
                  ...chosen,
                  ...records.flatMap((record) => (record.kind === kind ? [record.id] : [])),
                ]),
              )
            }
          >
            + all {KIND_NAMES[kind].many.toLowerCase()}
          </Button>
        ))}
        <Button
          size="xs"
          variant="ghost"
          onClick={() => take(figureItemsOf(content.items).map(({ figureId }) => figureId))}
        >
          those of this routine
        </Button>
        <Button size="xs" variant="ghost" onClick={() => onChange(new Set())}>
          none
        </Button>
      </Flex>
      <Flex gap="1.5" wrap="wrap" role="group" aria-label="Figures" maxH="11rem" overflowY="auto">
        {records.map(({ id, name }) => (
          <Button
            key={id}
            size="xs"
            variant={chosen.has(id) ? "solid" : "outline"}
            aria-pressed={chosen.has(id)}
            onClick={() => {
              const next = new Set(chosen);
              if (!next.delete(id)) next.add(id);
              onChange(next);
            }}
          >
            {name}
          </Button>
        ))}
      </Flex>
      <Text mt="1" color="soft" fontSize="sm">
        {counted(chosen.size, "figure")} chosen
      </Text>
    </Box>
  );
}

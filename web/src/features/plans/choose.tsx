import { Box, Button, Checkbox, Flex, Input, Stack, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES } from "@map-step/core/time";
import { useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { filterFigures } from "../figures/filter.ts";
import type { Chosen } from "./use-plan.ts";

interface Props {
  /** All figures of the level's dance. */
  readonly figures: readonly FigureRecord[];
  readonly chosen: Chosen;
  readonly known: readonly string[];
  readonly taught: number;
  readonly onChoose: (chosen: Chosen) => void;
  readonly onClose: () => void;
}

/** Which figures the level teaches. What is taken in waits for a week; what was taught stays. */
export function ChooseDialog({ figures, chosen, known, taught, onChoose, onClose }: Props) {
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set(chosen.map(({ figureId }) => figureId)));
  const [search, setSearch] = useState("");
  const found = filterFigures(figures, { search, danceId: "", kind: "", tier: "" });
  const fixed = new Set(
    chosen.filter(({ week }) => week !== null && week <= taught).map(({ figureId }) => figureId),
  );
  const set = (id: string, on: boolean) => {
    const next = new Set(ids);
    if (on) next.add(id);
    else next.delete(id);
    setIds(next);
  };
  const apply = () => {
    const kept = chosen.filter(({ figureId }) => ids.has(figureId));
    const have = new Set(kept.map(({ figureId }) => figureId));
    const added = figures.filter(({ id }) => ids.has(id) && !have.has(id));
    onChoose([...kept, ...added.map(({ id }) => ({ figureId: id, week: null }))]);
  };
  const minutes = figures.filter(({ id }) => ids.has(id)).reduce((sum, figure) => sum + figure.minutes, 0);
  const foot = (
    <Flex justify="space-between" align="center" w="full" gap="3">
      <Text color="soft" fontSize="sm" className="numbers">
        {ids.size} figures, {minutes} minutes on their first nights
      </Text>
      <Button onClick={apply}>Take these figures</Button>
    </Flex>
  );
  return (
    <Modal open title="Choose figures" onClose={onClose} size="lg" foot={foot}>
      <Input
        type="search"
        aria-label="Search by name"
        placeholder="Search by name"
        value={search}
        onChange={({ target }) => setSearch(target.value)}
        mb="4"
      />
      {figures.length === 0 ? <Text color="soft">This dance has no figures yet.</Text> : null}
      <Stack gap="4">
        {FIGURE_KINDS.filter((kind) => found.some((figure) => figure.kind === kind)).map((kind) => (
          <Box key={kind} as="fieldset">
            <Text as="legend" fontWeight="700" mb="1">
              {KIND_NAMES[kind].many}
            </Text>
            <Stack gap="1.5">
              {found
                .filter((figure) => figure.kind === kind)
                .map(({ id, name, tier, minutes: first }) => (
                  <Checkbox.Root
                    key={id}
                    checked={ids.has(id)}
                    disabled={fixed.has(id) || known.includes(id)}
                    onCheckedChange={({ checked }) => set(id, checked === true)}
                  >
                    <Checkbox.HiddenInput />
                    <Checkbox.Control />
                    <Checkbox.Label>
                      {name}
                      <Text as="span" color="soft" fontWeight="400">
                        {" "}
                        {known.includes(id)
                          ? "known from the level before"
                          : `${TIER_NAMES[tier]}, ${first} min${fixed.has(id) ? ", taught already" : ""}`}
                      </Text>
                    </Checkbox.Label>
                  </Checkbox.Root>
                ))}
            </Stack>
          </Box>
        ))}
      </Stack>
    </Modal>
  );
}

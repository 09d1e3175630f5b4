import { Badge, Box, Button, Checkbox, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { type ChosenFigure, choose, type FigureRecord } from "@map-step/contract";
import { newMaterial } from "@map-step/core/likeness";
import type { LevelPlan } from "@map-step/core/plan";
import { TIER_NAMES, ticksToBeats } from "@map-step/core/time";
import { useMemo, useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { filterFigures } from "../figures/filter.ts";
import { useWithSteps } from "../figures/really-new.tsx";
import type { Chosen } from "./use-plan.ts";

interface Props {
  /** All figures of the level's dance. */
  readonly figures: readonly FigureRecord[];
  readonly chosen: Chosen;
  readonly levelPlan: LevelPlan;
  readonly taught: number;
  readonly onChoose: (chosen: ChosenFigure[]) => void;
  readonly onClose: () => void;
}

interface Offer {
  readonly figure: FigureRecord;
  /** Everything it needs is known or chosen. */
  readonly ready: boolean;
  /** Beats that hold something new to somebody who knows all that is chosen; null without steps. */
  readonly newBeats: number | null;
  readonly beats: number | null;
}

/** Figures to choose from: those that are ready now and bring least new material first. */
function useOffers({ figures, chosen, levelPlan }: Props, ids: ReadonlySet<string>): Offer[] {
  const withSteps = useWithSteps(figures);
  const known = levelPlan.known;
  return useMemo(() => {
    const have = new Set([...known, ...ids]);
    const steps = new Map(withSteps.map((one) => [one.id, one.figure]));
    const offers = figures.map((figure): Offer => {
      const own = steps.get(figure.id);
      const others = withSteps.filter(({ id }) => id !== figure.id && have.has(id));
      return {
        figure,
        ready: figure.needs.every((id) => have.has(id)),
        newBeats: own ? newMaterial(own, others).newBeats : null,
        beats: own ? ticksToBeats(own.length) : null,
      };
    });
    const inPlan = new Set(chosen.map(({ figureId }) => figureId));
    const rank = ({ figure, ready }: Offer) => (inPlan.has(figure.id) ? 2 : ready ? 0 : 1);
    return offers.sort((a, b) => rank(a) - rank(b) || (a.newBeats ?? 0) - (b.newBeats ?? 0));
  }, [figures, chosen, known, withSteps, ids]);
}

/** Which figures the level teaches. What is taken in waits for a week; what was taught stays. */
export function ChooseDialog(props: Props) {
  const { figures, chosen, levelPlan, taught, onChoose, onClose } = props;
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set(chosen.map(({ figureId }) => figureId)));
  const [search, setSearch] = useState("");
  const offers = useOffers(props, ids);
  const found = new Set(
    filterFigures(figures, { search, danceId: "", kind: "", tier: "" }).map(({ id }) => id),
  );
  const fixed = new Set(
    chosen.filter(({ week }) => week !== null && week <= taught).map(({ figureId }) => figureId),
  );
  const known = new Set(levelPlan.known);
  const inPlan = new Set(chosen.map(({ figureId }) => figureId));
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
    onChoose([...kept, ...added.map(({ id }) => choose(id))]);
  };
  const minutes = figures.filter(({ id }) => ids.has(id)).reduce((sum, figure) => sum + figure.minutes, 0);
  const groups = [
    {
      title: "Ready now",
      offers: offers.filter(({ figure, ready }) => ready && !inPlan.has(figure.id) && !known.has(figure.id)),
    },
    {
      title: "Needs something first",
      offers: offers.filter(({ figure, ready }) => !ready && !inPlan.has(figure.id) && !known.has(figure.id)),
    },
    { title: "In the plan", offers: offers.filter(({ figure }) => inPlan.has(figure.id)) },
    { title: "Known from the level before", offers: offers.filter(({ figure }) => known.has(figure.id)) },
  ];
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
        {groups
          .map((group) => ({ ...group, offers: group.offers.filter(({ figure }) => found.has(figure.id)) }))
          .filter((group) => group.offers.length > 0)
          .map((group) => (
            <Box key={group.title} as="fieldset">
              <Text as="legend" fontWeight="700" mb="1">
                {group.title}
              </Text>
              <Stack gap="1.5">
                {group.offers.map(({ figure: { id, name, tier, minutes: first }, newBeats, beats }) => (
                  <Checkbox.Root
                    key={id}
                    checked={ids.has(id)}
                    disabled={fixed.has(id) || known.has(id)}
                    onCheckedChange={({ checked }) => set(id, checked === true)}
                  >
                    <Checkbox.HiddenInput />
                    <Checkbox.Control />
                    <Checkbox.Label flex="1">
                      <Flex justify="space-between" gap="3">
                        <span>
                          {name}
                          <Text as="span" color="soft" fontWeight="400">
                            {` ${TIER_NAMES[tier]}, ${first} min${fixed.has(id) ? ", taught already" : ""}`}
                          </Text>
                        </span>
                        {newBeats !== null && !known.has(id) ? (
                          <Badge className="numbers">
                            {newBeats} of {beats} beats new
                          </Badge>
                        ) : null}
                      </Flex>
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

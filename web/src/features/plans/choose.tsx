import { Badge, Box, Button, Checkbox, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { type ChosenFigure, choose, type FigureRecord, missingFrom } from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { type ToLearn, toLearn, toLearnShort } from "@map-step/core/likeness";
import type { LevelPlan } from "@map-step/core/plan";
import { TIER_NAMES, TIERS } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { FilterSelect } from "../../kit/select.tsx";
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

/** Beats with something to learn, for whom they are most. */
const muchOf = ({ toLearn: own }: Offer): number => Math.max(0, ...Object.values(own?.byRole ?? {}));

interface Offer {
  readonly figure: FigureRecord;
  readonly group: "ready" | "needs" | "chosen" | "known";
  /** What of it is to be learned by somebody who knows all that the plan had; null without steps. */
  readonly toLearn: ToLearn | null;
}

const GROUPS: readonly (readonly [Offer["group"], string])[] = [
  ["ready", "Ready now"],
  ["needs", "Needs something first"],
  ["chosen", "In the plan"],
  ["known", "Known from the level before"],
];

/**
 * Figures to choose from: those that are ready and bring least new material first. They are told against the plan as
 * it was, so that the list stands still while somebody ticks.
 */
function useOffers({ figures, chosen, levelPlan }: Props): readonly Offer[] {
  const withSteps = useWithSteps(figures);
  const { known } = levelPlan;
  return useMemo(() => {
    const brought = new Set(known);
    const inPlan = new Set(chosen.map(({ figureId }) => figureId));
    const have = new Set([...brought, ...inPlan]);
    const steps = new Map(withSteps.map((one) => [one.id, one.figure]));
    const offers = figures.map((figure): Offer => {
      const own = steps.get(figure.id);
      const others = withSteps.filter(({ id }) => id !== figure.id && have.has(id));
      const ready = figure.needs.every((id) => have.has(id));
      return {
        figure,
        group: brought.has(figure.id)
          ? "known"
          : inPlan.has(figure.id)
            ? "chosen"
            : ready
              ? "ready"
              : "needs",
        toLearn: own ? toLearn(own, others) : null,
      };
    });
    return offers.sort((a, b) => muchOf(a) - muchOf(b));
  }, [figures, chosen, known, withSteps]);
}

/** Which figures the level teaches. What is taken in waits for a week; what was taught stays. */
export function ChooseDialog(props: Props) {
  const { figures, chosen, levelPlan, taught, onChoose, onClose } = props;
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set(chosen.map(({ figureId }) => figureId)));
  const [filter, setFilter] = useState({ search: "", kind: "", tier: "" });
  const offers = useOffers(props);
  const found = new Set(filterFigures(figures, { ...filter, danceId: "", missing: "" }).map(({ id }) => id));
  const fixed = new Set(
    chosen.filter(({ week }) => week !== null && week <= taught).map(({ figureId }) => figureId),
  );
  const known = new Set(levelPlan.known);
  const names = new Map(figures.map(({ id, name }) => [id, name]));
  const setAll = (some: readonly string[], on: boolean) => {
    const next = new Set(ids);
    for (const id of some)
      if (on) next.add(id);
      else next.delete(id);
    setIds(next);
  };
  const within = offers.flatMap(({ figure: { id } }) =>
    found.has(id) && !fixed.has(id) && !known.has(id) ? [id] : [],
  );
  const apply = () => {
    const kept = chosen.filter(({ figureId }) => ids.has(figureId));
    const have = new Set(kept.map(({ figureId }) => figureId));
    const added = figures.filter(({ id }) => ids.has(id) && !have.has(id));
    onChoose([...kept, ...added.map(({ id }) => choose(id))]);
  };
  const minutes = figures.filter(({ id }) => ids.has(id)).reduce((sum, figure) => sum + figure.minutes, 0);
  const missingFor = ({ needs }: FigureRecord): string[] =>
    needs.flatMap((id) =>
      ids.has(id) || known.has(id) ? [] : [names.get(id) ?? "a figure of another dance"],
    );
  const foot = (
    <Flex justify="space-between" align="center" w="full" gap="3">
      <Text color="soft" fontSize="sm" className="numbers">
        {counted(ids.size, "figure")}, {counted(minutes, "minute")} on their first nights
      </Text>
      <Button onClick={apply}>Use these figures</Button>
    </Flex>
  );
  return (
    <Modal open title="Choose figures" onClose={onClose} size="lg" foot={foot}>
      <Flex gap="2" wrap="wrap" mb="4">
        <Input
          type="search"
          aria-label="Search by name"
          placeholder="Search by name"
          maxW="16rem"
          value={filter.search}
          onChange={({ target }) => setFilter({ ...filter, search: target.value })}
        />
        <FilterSelect
          label="Kind"
          value={filter.kind}
          onChange={(kind) => setFilter({ ...filter, kind })}
          choices={FIGURE_KINDS.map((kind) => [kind, KIND_NAMES[kind].many])}
        />
        <FilterSelect
          label="Tier"
          value={filter.tier}
          onChange={(tier) => setFilter({ ...filter, tier })}
          choices={TIERS.map((tier) => [String(tier), TIER_NAMES[tier]])}
        />
        <Button variant="outline" onClick={() => setAll(within, true)}>
          All shown
        </Button>
        <Button variant="outline" onClick={() => setAll(within, false)}>
          None shown
        </Button>
      </Flex>
      {figures.length === 0 ? <Text color="soft">This dance has no figures yet.</Text> : null}
      <Stack gap="4">
        {GROUPS.map(([group, title]) => ({
          title,
          offers: offers.filter((offer) => offer.group === group && found.has(offer.figure.id)),
        }))
          .filter((group) => group.offers.length > 0)
          .map((group) => (
            <Box key={group.title} as="fieldset">
              <Text as="legend" fontWeight="700" mb="1">
                {group.title}
              </Text>
              <Stack gap="1.5">
                {group.offers.map((offer) => (
                  <Choice
                    key={offer.figure.id}
                    offer={offer}
                    on={ids.has(offer.figure.id)}
                    isTaught={fixed.has(offer.figure.id)}
                    missing={missingFor(offer.figure)}
                    onSet={(on) => setAll([offer.figure.id], on)}
                  />
                ))}
              </Stack>
            </Box>
          ))}
      </Stack>
    </Modal>
  );
}

interface ChoiceProps {
  readonly offer: Offer;
  readonly on: boolean;
  readonly isTaught: boolean;
  /** What it needs and is neither ticked nor known. */
  readonly missing: readonly string[];
  readonly onSet: (on: boolean) => void;
}

function Choice({ offer: { figure, group, toLearn: own }, on, isTaught, missing, onSet }: ChoiceProps) {
  const about = [
    TIER_NAMES[figure.tier],
    `${figure.minutes} min`,
    ...(isTaught ? ["taught already"] : []),
    ...(missing.length > 0 && group !== "known" ? [`needs ${missing.join(", ")}`] : []),
  ];
  return (
    <Checkbox.Root
      checked={on}
      disabled={isTaught || group === "known"}
      onCheckedChange={({ checked }) => onSet(checked === true)}
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control />
      <Checkbox.Label flex="1">
        <Flex justify="space-between" gap="3">
          <span>
            {figure.name}
            <Text as="span" color="soft" fontWeight="400">
              {` ${about.join(", ")}`}
            </Text>
          </span>
          {own !== null && group !== "known" ? (
            <Badge className="numbers">{toLearnShort(own)}</Badge>
          ) : missingFrom(figure).includes("steps") ? (
            <Badge colorPalette="orange">no steps yet</Badge>
          ) : null}
        </Flex>
      </Checkbox.Label>
    </Checkbox.Root>
  );
}

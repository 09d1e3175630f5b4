import { Button, Flex, Input } from "@chakra-ui/react";
import { type DanceRecord, MISSING, type Missing } from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES, TIERS } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { parseAsString, useQueryStates } from "nuqs";
import { NuqsAdapter } from "nuqs/adapters/react-router/v7";
import { memo, useCallback, useDeferredValue, useMemo, useState } from "react";
import { Link } from "react-router";
import { PageHead } from "../../kit/page.tsx";
import { FilterSelect } from "../../kit/select.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { DancesDialog } from "../dances/dialog.tsx";
import { useMay } from "../session/session.tsx";
import { FigureCards } from "./cards.tsx";
import { filterFigures } from "./filter.ts";
import { useDances, useFigureLines } from "./library.ts";

interface ActionsProps {
  readonly many: boolean;
  readonly some: boolean;
  readonly mayWrite: boolean;
  readonly hasDance: boolean;
  readonly onDances: () => void;
}

/** What can be done here beside opening a figure. */
const Actions = memo(({ many, some, mayWrite, hasDance, onDances }: ActionsProps) => (
  <>
    <Button variant="outline" bg="panel" onClick={onDances}>
      Dances
    </Button>
    {hasDance ? (
      <>
        <Button asChild variant="outline" bg="panel">
          <Link to="/figures/elements">Elements</Link>
        </Button>
        <Button asChild variant="outline" bg="panel">
          <Link to="/figures/holds">Holds</Link>
        </Button>
        <Button asChild variant="outline" bg="panel">
          <Link to="/figures/needs">Needs</Link>
        </Button>
      </>
    ) : null}
    {many ? (
      <Button asChild variant="outline" bg="panel">
        <Link to="/figures/alike">Look-alikes</Link>
      </Button>
    ) : null}
    {some || mayWrite ? (
      <Button asChild variant="outline" bg="panel">
        <Link to="/figures/file">Files</Link>
      </Button>
    ) : null}
    {hasDance ? (
      <Button asChild>
        <Link to="/figures/new">{mayWrite ? "New figure" : "Propose a figure"}</Link>
      </Button>
    ) : null}
  </>
));

/** What the list shows stands in the page's address, so that it can be sent and found again by going back. */
const CHOICES = {
  search: parseAsString.withDefault(""),
  dance: parseAsString.withDefault(""),
  kind: parseAsString.withDefault(""),
  tier: parseAsString.withDefault(""),
  missing: parseAsString.withDefault(""),
};

type Choice = Readonly<Record<keyof typeof CHOICES, string>>;

interface FiltersProps {
  readonly chosen: Choice;
  readonly choose: (part: Partial<Choice>) => void;
  readonly dances: readonly DanceRecord[];
  /** What is missing from some figure. */
  readonly missing: readonly Missing[];
}

const Filters = memo(({ chosen, choose, dances, missing }: FiltersProps) => (
  <Flex gap="2" wrap="wrap" mb="5">
    <Input
      type="search"
      aria-label="Search by name"
      placeholder="Search by name"
      bg="panel"
      maxW="18rem"
      value={chosen.search}
      onChange={({ target }) => choose({ search: target.value })}
    />
    <FilterSelect
      label="Dance"
      value={chosen.dance}
      onChange={(dance) => choose({ dance })}
      choices={dances.map(({ id, name }) => [id, name])}
    />
    <FilterSelect
      label="Kind"
      value={chosen.kind}
      onChange={(kind) => choose({ kind })}
      choices={FIGURE_KINDS.map((kind) => [kind, KIND_NAMES[kind].many])}
    />
    <FilterSelect
      label="Tier"
      value={chosen.tier}
      onChange={(tier) => choose({ tier })}
      choices={TIERS.map((tier) => [String(tier), TIER_NAMES[tier]])}
    />
    {missing.length > 0 || chosen.missing !== "" ? (
      <FilterSelect
        label="Still to write"
        value={chosen.missing}
        onChange={(part) => choose({ missing: part })}
        choices={MISSING.map((part) => [part, `no ${part} yet`])}
      />
    ) : null}
  </Flex>
));

function Library() {
  const [chosen, choose] = useQueryStates(CHOICES);
  const [showDances, setShowDances] = useState(false);
  const onDances = useCallback(() => setShowDances(true), []);
  const figures = useFigureLines();
  const dances = useDances();
  const mayWrite = useMay("figures.write");
  // What is typed shows at once; the list follows as soon as there is time.
  const { search, dance, kind, tier, missing } = useDeferredValue(chosen);
  const found = useMemo(
    () => filterFigures(figures.data ?? [], { search, danceId: dance, kind, tier, missing }),
    [figures.data, search, dance, kind, tier, missing],
  );
  const missingParts = useMemo(
    () => MISSING.filter((part) => figures.data?.some((line) => line.missing.includes(part))),
    [figures.data],
  );
  return (
    <Loaded all={[figures, dances]}>
      {(library, allDances) => (
        <>
          <PageHead title="Figures" about={`${found.length} of ${counted(library.length, "figure")}`}>
            <Actions
              many={library.length > 1}
              some={library.length > 0}
              hasDance={allDances.length > 0}
              {...{ mayWrite, onDances }}
            />
          </PageHead>
          <Filters {...{ chosen, choose }} dances={allDances} missing={missingParts} />
          {library.length === 0 ? (
            <Empty
              title="The library is empty"
              action={
                mayWrite ? (
                  allDances.length === 0 ? (
                    <Button onClick={onDances}>Add the first dance</Button>
                  ) : (
                    <Button asChild>
                      <Link to="/figures/new">Write the first figure</Link>
                    </Button>
                  )
                ) : undefined
              }
            >
              Figures are what everything else is made of: basics, patterns, turns, drills. They belong to a
              dance, which gives them its beats and its tempo.
            </Empty>
          ) : found.length === 0 ? (
            <Empty
              title="No figure fits"
              action={<Button onClick={() => choose(null)}>Show all figures</Button>}
            >
              Search for something else, or show all figures.
            </Empty>
          ) : (
            <FigureCards found={found} dances={allDances} />
          )}
          {showDances ? <DancesDialog dances={allDances} onClose={() => setShowDances(false)} /> : null}
        </>
      )}
    </Loaded>
  );
}

/** The library with its filters. */
export const FiguresPage = () => (
  <NuqsAdapter>
    <Library />
  </NuqsAdapter>
);

import { Box, Button, Flex, Heading, Input, NativeSelect, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { type DanceRecord, type FigureRecord, houseCues } from "@map-step/contract";
import { countCall, FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES, TIERS } from "@map-step/core/time";
import { useState } from "react";
import { Link } from "react-router";
import { useAddressState } from "../../kit/address-state.ts";
import { KindGlyph } from "../../kit/kind-glyph.tsx";
import { PageHead } from "../../kit/page.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { WhenNear } from "../../kit/when-near.tsx";
import { DancesDialog } from "../dances/dialog.tsx";
import { useMay } from "../session/session.tsx";
import { filterFigures } from "./filter.ts";
import { timingOf, useDances, useFigures, useSteps } from "./library.ts";

/** About as high as the small ribbon of a couple, so that the list does not jump. */
const RIBBON_HEIGHT = 126;

function FigureCard({ figure, dance }: { figure: FigureRecord; dance: DanceRecord | undefined }) {
  const steps = useSteps(figure);
  const about = [
    TIER_NAMES[figure.tier],
    ...(steps ? [`counts ${countCall(steps)}`] : []),
    `${figure.minutes} min`,
    ...(figure.otherNames.length > 0 ? [`also ${figure.otherNames.map(({ name }) => name).join(", ")}`] : []),
  ];
  return (
    <Box
      asChild
      bg="panel"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="lg"
      px="4"
      py="3"
      _hover={{ borderColor: "pine2" }}
    >
      <Link to={`/figures/${figure.id}`}>
        <Flex align="baseline" gap="3" wrap="wrap" mb={steps ? "1" : "0"}>
          <Text fontWeight="700" fontSize="lg" lineHeight="1.25">
            {figure.name}
          </Text>
          <Text color="soft" fontSize="sm" className="numbers">
            {about.join(", ")}
          </Text>
        </Flex>
        {steps ? (
          <WhenNear height={RIBBON_HEIGHT}>
            <CountRibbon figure={steps} name={figure.name} timing={timingOf(dance)} small />
          </WhenNear>
        ) : (
          <Text fontSize="sm">{houseCues(figure.cues)[0] ?? "No steps written yet"}</Text>
        )}
      </Link>
    </Box>
  );
}

interface SelectProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly choices: readonly (readonly [string, string])[];
}

const FilterSelect = ({ label, value, onChange, choices }: SelectProps) => (
  <NativeSelect.Root width="auto">
    <NativeSelect.Field
      aria-label={label}
      bg="panel"
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      <option value="">{label}: all</option>
      {choices.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);

export function FiguresPage() {
  const [chosen, choose] = useAddressState("search", "dance", "kind", "level");
  const [showDances, setShowDances] = useState(false);
  const figures = useFigures();
  const dances = useDances();
  const mayWrite = useMay("figures.write");
  const filter = {
    search: chosen.search,
    danceId: chosen.dance,
    kind: chosen.kind,
    tier: chosen.level,
  };
  return (
    <Loaded all={[figures, dances]}>
      {(library, allDances) => {
        const found = filterFigures(library, filter);
        const kinds = FIGURE_KINDS.filter((kind) => found.some((figure) => figure.kind === kind));
        return (
          <>
            <PageHead title="Figures" about={`${found.length} of ${library.length} figures`}>
              <Button variant="outline" bg="panel" onClick={() => setShowDances(true)}>
                Dances
              </Button>
              {library.length > 1 ? (
                <Button asChild variant="outline" bg="panel">
                  <Link to="/figures/alike">What resembles what</Link>
                </Button>
              ) : null}
              {library.length > 0 || mayWrite ? (
                <Button asChild variant="outline" bg="panel">
                  <Link to="/figures/file">Files</Link>
                </Button>
              ) : null}
              {mayWrite && allDances.length > 0 ? (
                <Button asChild>
                  <Link to="/figures/new">New figure</Link>
                </Button>
              ) : null}
            </PageHead>
            <Flex gap="2" wrap="wrap" mb="5">
              <Input
                type="search"
                aria-label="Search by name"
                placeholder="Search by name"
                bg="panel"
                maxW="18rem"
                value={filter.search}
                onChange={({ target }) => choose({ search: target.value })}
              />
              <FilterSelect
                label="Dance"
                value={filter.danceId}
                onChange={(dance) => choose({ dance })}
                choices={allDances.map(({ id, name }) => [id, name])}
              />
              <FilterSelect
                label="Kind"
                value={filter.kind}
                onChange={(kind) => choose({ kind })}
                choices={FIGURE_KINDS.map((kind) => [kind, KIND_NAMES[kind].many])}
              />
              <FilterSelect
                label="Level"
                value={filter.tier}
                onChange={(level) => choose({ level })}
                choices={TIERS.map((tier) => [String(tier), TIER_NAMES[tier]])}
              />
            </Flex>
            {library.length === 0 ? (
              <Empty
                title="The library is empty"
                action={
                  mayWrite ? (
                    allDances.length === 0 ? (
                      <Button onClick={() => setShowDances(true)}>Add the first dance</Button>
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
                title="Nothing of that sort"
                action={
                  <Button onClick={() => choose({ search: "", dance: "", kind: "", level: "" })}>
                    Show all figures
                  </Button>
                }
              >
                No figure fits the search and the filters together.
              </Empty>
            ) : (
              <Stack gap="6">
                {kinds.map((kind) => (
                  <Stack key={kind} as="section" gap="2" aria-label={KIND_NAMES[kind].many}>
                    <Flex align="center" gap="2" color="soft">
                      <KindGlyph kind={kind} />
                      <Heading as="h2" size="sm">
                        {KIND_NAMES[kind].many}
                      </Heading>
                    </Flex>
                    <SimpleGrid columns={{ base: 1, lg: 2 }} gap="2">
                      {found
                        .filter((figure) => figure.kind === kind)
                        .map((figure) => (
                          <FigureCard
                            key={figure.id}
                            figure={figure}
                            dance={allDances.find(({ id }) => id === figure.danceId)}
                          />
                        ))}
                    </SimpleGrid>
                  </Stack>
                ))}
              </Stack>
            )}
            {showDances ? <DancesDialog dances={allDances} onClose={() => setShowDances(false)} /> : null}
          </>
        );
      }}
    </Loaded>
  );
}

import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type FigureLine, type LevelSeen, type Section, type StaffMember } from "@map-step/contract";
import { agreement, FEWEST_PAIRS, MARK_NAMES, MARKS } from "@map-step/core/check";
import { counted, inWords } from "@map-step/core/words";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { PlainTable } from "../../kit/plain-table.tsx";
import { Loaded } from "../../kit/states.tsx";
import { useFigureLines } from "../figures/library.ts";
import { SectionGate } from "../sections/section-gate.tsx";

interface Known {
  readonly seen: LevelSeen;
  readonly nameOf: (figureId: string) => string;
  readonly who: (staffId: string) => string;
}

/** How strict somebody marks, against the others of the level. */
function strictness(severity: number): string {
  if (Math.abs(severity) < 0.25) return "marks like the others";
  const much = Math.abs(severity) > 0.75 ? "clearly " : "a little ";
  return `marks ${much}${severity > 0 ? "stricter" : "milder"} than the others`;
}

/** How far two agree, in words. */
function agreementInWords(kappa: number): string {
  if (kappa >= 0.8) return "agree closely";
  if (kappa >= 0.6) return "agree well";
  if (kappa >= 0.4) return "agree in part";
  return "agree little";
}

/** Two people who marked the same things: the table, how far they agree, and what to mark together next. */
function Pair({ pair, seen, nameOf, who }: Known & { pair: LevelSeen["twice"] }) {
  const [first] = pair;
  if (!first) return null;
  const { kappa, low, high, table, difference } = agreement(pair.map((one) => [one.first, one.second]));
  const [one, two] = [who(first.firstId), who(first.secondId)];
  const apart = new Map<string, number>();
  for (const { figureId, first: a, second: b } of pair)
    apart.set(figureId, (apart.get(figureId) ?? 0) + Math.abs(MARKS.indexOf(a) - MARKS.indexOf(b)));
  const worst = [...apart].filter(([, by]) => by > 0).toSorted((a, b) => b[1] - a[1]);
  // What they differ on most, then what both never marked together yet.
  const never = Object.keys(seen.model.difficulty).filter((id) => !apart.has(id));
  const next = [...worst.map(([id]) => id), ...never].slice(0, 5);
  return (
    <Panel mb="4">
      <PanelTitle>
        {one} and {two}
      </PanelTitle>
      <Text>
        {counted(pair.length, "mark")} of the same dancer and figure within a week.{" "}
        {pair.length < FEWEST_PAIRS
          ? `Too few to say how far they agree: ${FEWEST_PAIRS} or more say something.`
          : kappa === null
            ? "Too alike to say how far they agree: both always gave one and the same mark."
            : `They ${agreementInWords(kappa)}: ${kappa.toFixed(2)} of 1${low === null || high === null ? "" : `, between ${low.toFixed(2)} and ${high.toFixed(2)}`}.`}{" "}
        {pair.length < FEWEST_PAIRS
          ? null
          : Math.abs(difference) < 0.05
            ? "Neither is the stricter."
            : `${difference > 0 ? two : one} marks ${Math.abs(difference).toFixed(1)} of a mark lower on average.`}
      </Text>
      <Flex gap="6" wrap="wrap" mt="3" align="flex-start">
        <PlainTable
          centred
          label={`Marks of ${one} by those of ${two}`}
          head={[`${one} down, ${two} across`, ...MARKS.map((mark) => MARK_NAMES[mark])]}
          rows={MARKS.map((mark, row) => ({
            key: mark,
            cells: [MARK_NAMES[mark], ...MARKS.map((_, column) => table[row]?.[column] || "")],
            tones: [
              undefined,
              ...MARKS.map((_, column) =>
                (table[row]?.[column] ?? 0) === 0
                  ? undefined
                  : row === column
                    ? "pineWash"
                    : Math.abs(row - column) > 1
                      ? "apricotWash"
                      : undefined,
              ),
            ],
          }))}
        />
        <Box flex="1" minW="14rem">
          {worst.length > 0 ? (
            <Text mb="2">They differ most on {inWords(worst.slice(0, 3).map(([id]) => nameOf(id)))}.</Text>
          ) : null}
          <Text fontWeight="700">Mark these together next</Text>
          <Text>{inWords(next.map(nameOf))}</Text>
        </Box>
      </Flex>
    </Panel>
  );
}

/** The sections of the level beside each other, figure by figure. */
function Sections({ seen, nameOf }: Known) {
  const figures = [
    ...new Set(seen.sections.flatMap(({ figures: own }) => own.map(({ figureId }) => figureId))),
  ];
  const { difficulty } = seen.model;
  const ordered = figures.toSorted((a, b) => (difficulty[b] ?? 0) - (difficulty[a] ?? 0));
  if (ordered.length === 0) return null;
  return (
    <Panel mb="4">
      <PanelTitle>The sections beside each other</PanelTitle>
      <Text color="soft" fontSize="sm" mb="2">
        How many have a figure without help, of those seen. The hardest first, how hard being an estimate.
      </Text>
      <PlainTable
        label="Sections beside each other"
        head={[
          "Figure",
          ...seen.sections.map(({ sectionId, name, dancers }) => (
            <span key={sectionId}>
              <Link to={`/checks/${sectionId}`}>{name}</Link>
              <Text as="span" display="block" fontWeight="400" color="soft">
                {counted(dancers, "dancer")}
              </Text>
            </span>
          )),
        ]}
        rows={ordered.map((id) => ({
          key: id,
          cells: [
            nameOf(id),
            ...seen.sections.map(({ sectionId, figures: own }) => {
              const share = own.find(({ figureId }) => figureId === id);
              return share ? (
                <Flex key={sectionId} align="center" gap="2">
                  <Box w="72px" h="8px" borderRadius="sm" bg="rule" overflow="hidden" aria-hidden>
                    <Box h="full" bg="pine2" style={{ width: `${(share.have / share.marked) * 100}%` }} />
                  </Box>
                  {share.have} of {share.marked}
                </Flex>
              ) : (
                <Text key={sectionId} color="soft">
                  not seen
                </Text>
              );
            }),
          ],
        }))}
      />
    </Panel>
  );
}

function LevelSeenBy({
  section,
  seen,
  library,
  staff,
}: {
  section: Section;
  seen: LevelSeen;
  library: readonly FigureLine[];
  staff: readonly StaffMember[];
}) {
  const levels = useApi(api.levels.list, {});
  const level = levels.data?.find(({ id }) => id === section.levelId);
  const known: Known = {
    seen,
    nameOf: (id) => library.find((figure) => figure.id === id)?.name ?? "A removed figure",
    who: (id) => staff.find((one) => one.id === id)?.name.split(" ")[0] ?? "Somebody",
  };
  const pairs = new Map<string, LevelSeen["twice"]>();
  for (const one of seen.twice) {
    const key = `${one.firstId} ${one.secondId}`;
    pairs.set(key, [...(pairs.get(key) ?? []), one]);
  }
  const { marks, dancers, severity } = seen.model;
  return (
    <>
      <PageHead
        title="Markers beside each other"
        about={`${level?.name ?? ""}, all sections: ${counted(marks, "mark")} of ${counted(dancers, "dancer")}`}
      >
        <Button asChild variant="outline" bg="panel">
          <Link to={`/checks/${section.id}`}>The board</Link>
        </Button>
      </PageHead>
      <Panel mb="4">
        <PanelTitle>Strictness</PanelTitle>
        {Object.keys(severity).length === 0 ? <Text color="soft">Nobody marked yet.</Text> : null}
        {Object.entries(severity)
          .toSorted((a, b) => b[1] - a[1])
          .map(([id, own]) => (
            <Text key={id}>
              <strong>{known.who(id)}</strong>{" "}
              {Object.keys(severity).length === 1 ? "marked alone so far" : strictness(own)}
            </Text>
          ))}
        {Object.keys(severity).length > 1 ? (
          <Text color="soft" fontSize="sm" mt="1">
            Estimates: who marked weaker dancers and harder figures is not taken for stricter.
          </Text>
        ) : null}
      </Panel>
      {pairs.size === 0 ? (
        <Panel mb="4">
          <PanelTitle>Two on the same dancers</PanelTitle>
          <Text color="soft">
            Nobody marked the same dancer and figure within a week of somebody else. Two at one check say how
            far they agree.
          </Text>
        </Panel>
      ) : null}
      {[...pairs].map(([key, pair]) => (
        <Pair key={key} pair={pair} {...known} />
      ))}
      <Sections {...known} />
    </>
  );
}

function OfSection({ section }: { section: Section }) {
  const seen = useApi(api.checks.level, { params: { id: section.levelId } });
  const staff = useApi(api.staff.list, {});
  const library = useFigureLines();
  return (
    <Loaded all={[seen, library, staff]}>
      {(own, figures, members) => (
        <LevelSeenBy section={section} seen={own} library={figures} staff={members} />
      )}
    </Loaded>
  );
}

export const LevelSeenPage = () => (
  <SectionGate place="checks">{(section) => <OfSection key={section.id} section={section} />}</SectionGate>
);

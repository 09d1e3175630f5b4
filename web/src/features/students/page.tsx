import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api, type FigureLine, type KeptEvidence, type StudioPerson } from "@map-step/contract";
import { cellsOf, latestOffset, MARK_NAMES } from "@map-step/core/check";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { counted } from "@map-step/core/words";
import { lazy, Suspense, useMemo } from "react";
import { Link, useParams } from "react-router";
import { call, useApi, useChange } from "../../kit/api.ts";
import { longDay } from "../../kit/dates.ts";
import { download } from "../../kit/download.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Empty, Loaded, Loading } from "../../kit/states.tsx";
import { tellError } from "../../kit/toasts.ts";
import { FromWhat } from "../checks/from-what.tsx";
import { Ring } from "../checks/mark-sign.tsx";
import { SectionName } from "../courses/section-name.tsx";
import { FigureName } from "../figures/figure-name.tsx";
import { useFigureLines } from "../figures/library.ts";
import { useMay, useSession } from "../session/session.tsx";
import { asHtml } from "./export-html.ts";
import { drawOverTime, overTime } from "./over-time.ts";
import { placeInWords, roleName } from "./words.ts";

const Chart = lazy(async () => ({ default: (await import("../../kit/chart.tsx")).Chart }));

interface Known {
  readonly person: StudioPerson;
  readonly evidence: readonly KeptEvidence[];
  /** Whether something that was noted elsewhere is closed to whoever looks. */
  readonly closed: boolean;
  readonly library: readonly FigureLine[];
}

/** What was seen over all terms: a line for each kind of figures. */
function OverTime({ evidence, library }: Omit<Known, "person" | "closed">) {
  const days = useMemo(() => {
    const kinds = new Map(library.map(({ id, kind }) => [id, kind]));
    return overTime(evidence, (id) => kinds.get(id), "partner");
  }, [evidence, library]);
  const kinds = FIGURE_KINDS.filter((kind) => days.some(({ have }) => (have[kind] ?? 0) > 0));
  const draw = useMemo(() => drawOverTime(days, kinds), [days, kinds]);
  if (days.length < 2 || kinds.length === 0) return null;
  return (
    <Panel mb="4">
      <PanelTitle>Figures without help, over all terms</PanelTitle>
      <Suspense fallback={<Loading />}>
        <Chart
          draw={draw}
          height={210}
          label={`From ${longDay(days[0]?.day ?? "")} to ${longDay(days.at(-1)?.day ?? "")}; the numbers stand below.`}
        />
      </Suspense>
    </Panel>
  );
}

/** Each figure that was seen, by kind, with its ring. */
function Figures({ evidence, library, today }: Omit<Known, "person" | "closed"> & { today: string }) {
  const cells = cellsOf(evidence, "partner", today);
  return (
    <>
      {FIGURE_KINDS.map((kind) => {
        const own = cells.flatMap((cell) => {
          const figure = library.find(({ id }) => id === cell.figureId);
          return figure?.kind === kind ? [{ ...cell, name: figure.name }] : [];
        });
        if (own.length === 0) return null;
        const have = own.filter(({ mark }) => mark === "alone" || mark === "dances-it").length;
        return (
          <Box key={kind} mb="3">
            <Heading as="h3" size="sm">
              {KIND_NAMES[kind].many}{" "}
              <Text as="span" color="soft" fontWeight="400">
                {have} of {own.length} without help
              </Text>
            </Heading>
            <Flex wrap="wrap" gapX="4" gapY="0.5">
              {own
                .toSorted((a, b) => a.name.localeCompare(b.name))
                .map(({ figureId, name, mark, reached, weeksAgo, differs }) => (
                  <Flex key={figureId} align="center" gap="1" minW="13rem">
                    <Ring mark={mark} reached={reached} weeksAgo={weeksAgo} differs={differs} size={32} />
                    <Text>
                      <FigureName id={figureId} name={name} />{" "}
                      <Text as="span" color="soft" fontSize="sm">
                        {MARK_NAMES[mark]}
                      </Text>
                    </Text>
                  </Flex>
                ))}
            </Flex>
          </Box>
        );
      })}
    </>
  );
}

function Dancer({ person, evidence, closed, library }: Known) {
  const { today } = useSession();
  const mayJoin = useMay("students.join");
  const separate = useChange(api.students.separate);
  const open = useChange(api.students.open);
  const { id, name, courses, joined } = person;
  const offset = latestOffset(evidence, today);
  const names = new Map(library.map((figure) => [figure.id, figure.name]));
  const saveAll = (kind: "page" | "data") =>
    void call(api.students.export, { params: { id } }).then(
      (all) =>
        kind === "page"
          ? download(`${name}.html`, "text/html", asHtml(all))
          : download(`${name}.json`, "application/json", `${JSON.stringify(all, null, 2)}\n`),
      tellError,
    );
  return (
    <>
      <PageHead
        title={name}
        about={`${roleName(person.role)}; ${courses.length === 0 ? "in no section" : counted(courses.length, "course")}${offset === null ? "" : `; timing ${Math.round(Math.abs(offset))} ms ${offset < 0 ? "early" : "late"} when it was measured last`}`}
      >
        <Button asChild>
          <Link to={`/dancers/${id}/card`}>Progress card</Link>
        </Button>
        <Button variant="outline" bg="panel" onClick={() => saveAll("page")}>
          Save all that is kept
        </Button>
        <Button variant="outline" bg="panel" onClick={() => saveAll("data")}>
          As data
        </Button>
        <Button asChild variant="outline" bg="panel">
          <Link to="/dancers">All dancers</Link>
        </Button>
      </PageHead>
      <OverTime evidence={evidence} library={library} />
      <Flex gap="4" direction={{ base: "column", lg: "row" }} align="flex-start">
        <Panel flex="2" w="full">
          <PanelTitle>What was seen</PanelTitle>
          {closed ? (
            <Text color="soft" fontSize="sm" mb="2">
              What was noted in classes of others is closed to you. The director, or a teacher of that class,
              can open it to yours here.
            </Text>
          ) : null}
          {evidence.length === 0 ? (
            <Text color="soft">Nothing yet. Marks of a check, and what is seen in class, stand here.</Text>
          ) : (
            <Figures evidence={evidence} library={library} today={today} />
          )}
        </Panel>
        <Box flex="1" w="full" minW="18rem">
          <Panel mb="4">
            <PanelTitle>Courses</PanelTitle>
            {courses.length === 0 ? <Text color="soft">In no section now.</Text> : null}
            {courses.toReversed().map((course) => (
              <Box key={course.enrolmentId} mb="2">
                <Text fontWeight="700">
                  <SectionName id={course.sectionId} to={`/checks/${course.sectionId}`}>
                    {course.level}, {course.section}
                  </SectionName>
                </Text>
                <Text fontSize="sm" color="soft">
                  {placeInWords(course)}
                </Text>
                {course.open || closed ? null : (
                  <Button
                    size="2xs"
                    variant="outline"
                    loading={open.isPending}
                    onClick={() =>
                      open.mutate({ params: { id: course.enrolmentId } }, { onError: tellError })
                    }
                  >
                    Open what was noted before to its teachers
                  </Button>
                )}
              </Box>
            ))}
            {joined.map((one) => (
              <Flex key={one.id} gap="2" align="center" fontSize="sm" wrap="wrap">
                <Text color="soft">Also written as {one.name}</Text>
                {mayJoin ? (
                  <Button
                    size="2xs"
                    variant="outline"
                    loading={separate.isPending}
                    onClick={() => separate.mutate({ params: { id: one.id } }, { onError: tellError })}
                  >
                    Somebody else
                  </Button>
                ) : null}
              </Flex>
            ))}
          </Panel>
          <Panel>
            <PanelTitle>From what?</PanelTitle>
            <FromWhat
              evidence={evidence}
              about={({ figureId }) => names.get(figureId) ?? "A removed figure"}
              most={40}
            />
          </Panel>
        </Box>
      </Flex>
    </>
  );
}

/** Opens a dancer, with everything seen of them and the figures of the studio. */
export function DancerGate({ children }: { children: (known: Known) => React.ReactNode }) {
  const { dancerId = "" } = useParams();
  const people = useApi(api.students.all, {});
  const mine = people.data?.find(
    (one) => one.id === dancerId || one.joined.some(({ id }) => id === dancerId),
  );
  const seen = useApi(api.checks.person, { params: { id: dancerId } }, { enabled: mine !== undefined });
  const library = useFigureLines();
  if (people.data && !mine)
    return (
      <Empty title="This dancer is not shown here">
        They are not there any more, or in classes of others. Choose another one under Dancers.
      </Empty>
    );
  return (
    <Loaded all={[people, seen, library]}>
      {(_people, { evidence, closed }, figures) =>
        mine ? children({ person: mine, evidence, closed, library: figures }) : null
      }
    </Loaded>
  );
}

export const DancerPage = () => (
  <DancerGate>{(known) => <Dancer key={known.person.id} {...known} />}</DancerGate>
);

import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type Level, type Section, type Term } from "@map-step/contract";
import { weekdayOf } from "@map-step/core/time";
import { laidIn } from "@map-step/core/timetable";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { dayAndMonth, shortDay, timeText, weekdays } from "../../kit/dates.ts";
import { ChoiceField, TickField } from "../../kit/fields.tsx";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { sectionsIn } from "./terms-page.tsx";

interface ListProps {
  readonly term: Term;
  readonly terms: readonly Term[];
  readonly sections: readonly Section[];
  readonly levels: readonly Level[];
}

interface LinesProps {
  readonly lines: readonly {
    readonly section: Section;
    readonly level: Level | undefined;
    readonly laid: ReturnType<typeof laidIn>;
  }[];
  readonly left: ReadonlySet<string>;
  readonly onLeave: (sectionId: string, isLeft: boolean) => void;
}

/** When each section would meet, to be taken or left. */
function LinesTable({ lines, left, onLeave }: LinesProps) {
  return (
    <Box overflowX="auto">
      <Box
        as="table"
        w="full"
        css={{
          "& th, & td": { textAlign: "start", padding: "6px 12px 6px 0", verticalAlign: "top" },
          "& tbody tr": { borderTop: "1px solid var(--chakra-colors-rule)" },
        }}
      >
        <thead>
          <tr>
            <th scope="col">Section</th>
            <th scope="col">Meets</th>
            <th scope="col">First lesson</th>
            <th scope="col">Last lesson</th>
            <th scope="col">Round closed days</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ section, level, laid }) => (
            <tr key={section.id}>
              <th scope="row" style={{ fontWeight: 400 }}>
                <TickField
                  label={`${level?.name ?? ""}, ${section.name}`}
                  checked={!left.has(section.id)}
                  onChange={(on) => onLeave(section.id, !on)}
                />
              </th>
              <td className="numbers">
                {weekdays(section.firstDate)}, {timeText(section.startTime)}
                {section.room ? `, ${section.room}` : ""}
              </td>
              <td className="numbers">{shortDay(laid.firstDate)}</td>
              <td className="numbers">
                {shortDay(laid.dates.at(-1) ?? laid.firstDate)}
                {laid.past > 0 ? (
                  <Text fontSize="sm" bg="apricotWash" px="1.5" borderRadius="sm">
                    {counted(laid.past, "lesson")} after the term’s end
                  </Text>
                ) : null}
              </td>
              <td className="numbers">{laid.daysOff.map(dayAndMonth).join(", ") || "none"}</td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

/** Sections of another term, each with the dates that it would have in this one. */
function Sections({ term, terms, sections, levels }: ListProps) {
  const navigate = useNavigate();
  const goOn = useChange(api.terms.goOn);
  const others = terms.filter(({ id }) => id !== term.id);
  const before = others.filter(({ firstDay }) => firstDay < term.firstDay)[0] ?? others[0];
  const [fromId, setFromId] = useState(before?.id ?? "");
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [ownPlan, setOwnPlan] = useState(false);
  const [teachers, setTeachers] = useState(true);
  const from = others.find(({ id }) => id === fromId);
  const going = from ? sectionsIn(from, sections) : [];
  const levelOf = new Map(levels.map((level) => [level.id, level]));
  const days = { from: term.firstDay, until: term.lastDay, closed: term.closed };
  const lines = going.map((section) => ({
    section,
    level: levelOf.get(section.levelId),
    laid: laidIn(days, weekdayOf(section.firstDate), levelOf.get(section.levelId)?.weeks ?? 0),
  }));
  const chosen = lines.filter(({ section }) => !left.has(section.id));
  const lay = async () => {
    try {
      const made = await goOn.mutateAsync({
        params: { id: term.id },
        body: {
          sections: chosen.map(({ section }) => ({
            sectionId: section.id,
            teachers,
            plan: ownPlan ? ("section" as const) : ("level" as const),
          })),
        },
      });
      tellDone(`${counted(made.length, "section")} laid into ${term.name}`);
      void navigate(`/timetable?week=${made[0]?.firstDate ?? term.firstDay}`);
    } catch (error) {
      tellError(error);
    }
  };
  if (others.length === 0)
    return (
      <Empty title="There is no other term yet">
        Sections go on from one term to the next; make the term that they come from.
      </Empty>
    );
  return (
    <Panel>
      <Flex gap="5" wrap="wrap" align="flex-end" mb="4">
        <Box w="14rem">
          <ChoiceField
            label="Sections of"
            value={fromId}
            onChange={({ target }) => setFromId(target.value)}
            choices={others.map(({ id, name }) => ({ value: id, label: name }))}
          />
        </Box>
        <Box w="16rem">
          <ChoiceField
            label="With the plan"
            value={ownPlan ? "section" : "level"}
            onChange={({ target }) => setOwnPlan(target.value === "section")}
            choices={[
              { value: "level", label: "of their level" },
              { value: "section", label: "that they had themselves" },
            ]}
          />
        </Box>
        <Box pb="2">
          <TickField label="Their teachers come along" checked={teachers} onChange={setTeachers} />
        </Box>
      </Flex>
      {lines.length === 0 ? (
        <Text color="soft">No section begins in that term.</Text>
      ) : (
        <LinesTable
          lines={lines}
          left={left}
          onLeave={(id, isLeft) =>
            setLeft(new Set([...left].filter((one) => one !== id).concat(isLeft ? id : [])))
          }
        />
      )}
      <Text color="soft" fontSize="sm" mt="4">
        Day, hour, room, places and what is good to know come along. Students are enrolled by you, or by the
        groups of the level before. Each new section can be changed and removed like any other.
      </Text>
      <Flex justify="flex-end" mt="3">
        <Button disabled={chosen.length === 0 || goOn.isPending} onClick={() => void lay()}>
          Lay {counted(chosen.length, "section")} into {term.name}
        </Button>
      </Flex>
    </Panel>
  );
}

/** Sections of one term go on in another, their dates moved round its closed days. */
export function GoOnPage() {
  const { termId } = useParams();
  const terms = useApi(api.terms.list, {});
  const sections = useApi(api.sections.list, {});
  const levels = useApi(api.levels.list, {});
  return (
    <Loaded all={[terms, sections, levels]}>
      {(all, allSections, allLevels) => {
        const term = all.find(({ id }) => id === termId);
        if (!term)
          return (
            <Empty title="This term is not there any more">It may have been removed; see the bin.</Empty>
          );
        return (
          <>
            <PageHead
              title={`Sections go on in ${term.name}`}
              about={`${shortDay(term.firstDay)} to ${shortDay(term.lastDay)}, ${counted(term.closed.length, "closed day")}`}
            />
            <Sections term={term} terms={all} sections={allSections} levels={allLevels} />
          </>
        );
      }}
    </Loaded>
  );
}

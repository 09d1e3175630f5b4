import { Badge, Box, Button, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { api, type Room, type Section, type Term } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { longDay, shortDay } from "../../kit/dates.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { useMay, useSession } from "../session/session.tsx";
import { Absences } from "./absences.tsx";
import { RoomDialog } from "./room-form.tsx";
import { TermDialog } from "./term-form.tsx";

/** Sections that begin in a term. */
export const sectionsIn = (term: Term, sections: readonly Section[]): readonly Section[] =>
  sections.filter(({ firstDate }) => term.firstDay <= firstDate && firstDate <= term.lastDay);

interface TermLineProps {
  readonly term: Term;
  readonly sections: readonly Section[];
  /** Nothing for who may not change terms. */
  readonly onEdit: (() => void) | null;
}

function TermLine({ term, sections, onEdit }: TermLineProps) {
  const { today } = useSession();
  const { id, name, firstDay, lastDay, closed } = term;
  const runs = firstDay <= today && today <= lastDay;
  return (
    <Box as="li" borderTopWidth="1px" borderColor="rule" pt="2">
      <Flex justify="space-between" gap="3" wrap="wrap" align="flex-start">
        <Box minW="0">
          <Flex gap="2" align="center">
            <Text fontWeight="700">{name}</Text>
            {runs ? <Badge colorPalette="pine">now</Badge> : null}
          </Flex>
          <Text fontSize="sm" className="numbers">
            {longDay(firstDay)} to {longDay(lastDay)}
          </Text>
          <Text fontSize="sm" color="soft">
            {counted(sectionsIn(term, sections).length, "section begins", "sections begin")} in it;{" "}
            {closed.length === 0
              ? "no closed day"
              : `closed ${closed.map(({ day, reason }) => `${shortDay(day)}${reason ? ` (${reason})` : ""}`).join(", ")}`}
          </Text>
        </Box>
        {onEdit ? (
          <Flex gap="2">
            <Button asChild size="sm" variant={lastDay >= today && !runs ? "solid" : "outline"}>
              <Link to={`/timetable/terms/${id}`} aria-label={`Sections go on …: ${name}`}>
                Sections go on …
              </Link>
            </Button>
            <Button size="sm" variant="outline" aria-label={`Edit ${name}`} onClick={onEdit}>
              Edit
            </Button>
          </Flex>
        ) : null}
      </Flex>
    </Box>
  );
}

interface RoomsProps {
  readonly rooms: readonly Room[];
  /** `null` for who may only look. */
  readonly onEdit: ((room: Room | "new") => void) | null;
}

function Rooms({ rooms, onEdit }: RoomsProps) {
  return (
    <Panel>
      <PanelTitle
        aside={
          onEdit ? (
            <Button size="sm" onClick={() => onEdit("new")}>
              New room
            </Button>
          ) : null
        }
      >
        Rooms
      </PanelTitle>
      {rooms.length === 0 ? (
        <Text color="soft" fontSize="sm">
          No room yet. Rooms are offered where a section says where it meets.
        </Text>
      ) : (
        <Stack as="ul" listStyleType="none" gap="2">
          {rooms.map((one) => (
            <Flex
              as="li"
              key={one.id}
              justify="space-between"
              gap="3"
              borderTopWidth="1px"
              borderColor="rule"
              pt="2"
            >
              <Box>
                <Text fontWeight="700">{one.name}</Text>
                <Text fontSize="sm" color="soft">
                  {[one.places === null ? "" : `${one.places} places`, one.note].filter(Boolean).join("; ") ||
                    "Nothing noted"}
                </Text>
              </Box>
              {onEdit ? (
                <Button
                  size="sm"
                  variant="outline"
                  aria-label={`Edit ${one.name}`}
                  onClick={() => onEdit(one)}
                >
                  Edit
                </Button>
              ) : null}
            </Flex>
          ))}
        </Stack>
      )}
    </Panel>
  );
}

/** Terms with their closed days, rooms, and who is away. */
export function TermsPage() {
  const { today } = useSession();
  const terms = useApi(api.terms.list, {});
  const rooms = useApi(api.rooms.list, {});
  const absences = useApi(api.absences.list, {});
  const sections = useApi(api.sections.list, {});
  const staff = useApi(api.staff.list, {});
  const mayWrite = useMay("timetable.write");
  const [term, setTerm] = useState<Term | "new" | null>(null);
  const [room, setRoom] = useState<Room | "new" | null>(null);
  return (
    <>
      <PageHead
        title="Terms, rooms, away"
        about="What the timetable is checked against: the days of each term, the rooms, and who can't come when."
      >
        <Button asChild variant="outline" bg="panel">
          <Link to="/timetable">Timetable</Link>
        </Button>
      </PageHead>
      <Loaded all={[terms, rooms, absences, sections, staff]}>
        {(allTerms, allRooms, allAbsences, allSections, people) => {
          const lastDay =
            allTerms
              .map((one) => one.lastDay)
              .toSorted()
              .at(-1) ?? today;
          return (
            <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4" alignItems="start">
              <Panel>
                <PanelTitle
                  aside={
                    mayWrite ? (
                      <Button size="sm" onClick={() => setTerm("new")}>
                        New term
                      </Button>
                    ) : null
                  }
                >
                  Terms
                </PanelTitle>
                {allTerms.length === 0 ? (
                  <Text color="soft" fontSize="sm">
                    No term yet. With one, the timetable looks at all of it, and sections go on from term to
                    term.
                  </Text>
                ) : (
                  <Stack as="ul" listStyleType="none" gap="2">
                    {allTerms.map((one) => (
                      <TermLine
                        key={one.id}
                        term={one}
                        sections={allSections}
                        onEdit={mayWrite ? () => setTerm(one) : null}
                      />
                    ))}
                  </Stack>
                )}
              </Panel>
              <Stack gap="4">
                <Rooms rooms={allRooms} onEdit={mayWrite ? setRoom : null} />
                <Absences absences={allAbsences} staff={people} />
              </Stack>
              {term ? (
                <TermDialog
                  term={term === "new" ? null : term}
                  after={lastDay}
                  onClose={() => setTerm(null)}
                />
              ) : null}
              {room ? <RoomDialog room={room === "new" ? null : room} onClose={() => setRoom(null)} /> : null}
            </SimpleGrid>
          );
        }}
      </Loaded>
    </>
  );
}

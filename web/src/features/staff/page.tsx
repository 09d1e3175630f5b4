import { Badge, Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type Course, type Level, type Section, type StaffMember } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { awayInWords } from "../../kit/dates.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { WindowList } from "../../kit/window-list.tsx";
import { isOver, nextLesson, notClosed, recapsToWrite } from "../courses/due.ts";
import { useMay, useSession } from "../session/session.tsx";
import { StaffDialog } from "./form.tsx";
import { WeekStrip } from "./week-strip.tsx";

/** Writes somebody a link with which they choose a password. */
function useInvite(): { readonly invite: (id: string) => void; readonly busy: boolean } {
  const ask = useChange(api.letters.invite);
  return {
    busy: ask.isPending,
    invite: (id) =>
      void ask
        .mutateAsync({ params: { id } })
        .then(
          ({ to, sentAt }) =>
            tellDone(sentAt ? `A link went out to ${to}` : `The link for ${to} waits under Letters`),
          tellError,
        ),
  };
}

/** A section that somebody teaches, with how it runs. */
interface Taught {
  readonly section: Section;
  readonly level: string;
  readonly course: Course | undefined;
}

/** What of somebody's classes is late, and which one comes next. */
function NowInWords({ taught }: { taught: readonly Taught[] }) {
  const { today } = useSession();
  const runs = taught.flatMap(({ course, ...one }) => (course ? [{ ...one, course }] : []));
  const late = runs.reduce((sum, { course }) => sum + notClosed(course, today).length, 0);
  const unwritten = runs.reduce((sum, { course }) => sum + recapsToWrite(course).length, 0);
  const [next] = runs
    .flatMap(({ section, level, course }) => {
      const lesson = nextLesson(course, today);
      return lesson ? [{ section, level, week: lesson.week, date: lesson.date ?? today }] : [];
    })
    .sort((a, b) => a.date.localeCompare(b.date) || a.section.startTime.localeCompare(b.section.startTime));
  return (
    <Text fontSize="sm">
      {next ? (
        <>
          Next:{" "}
          <Text asChild fontWeight="700">
            <Link to={`/lessons/${next.section.id}/${next.week}`}>
              {next.level}, {next.section.name}, week {next.week}
            </Link>
          </Text>
          , {awayInWords(today, next.date)}
        </>
      ) : (
        <Text as="span" color="soft">
          no class ahead
        </Text>
      )}
      {late > 0 ? <strong>; {counted(late, "class", "classes")} to close</strong> : null}
      {unwritten > 0 ? <strong>; {counted(unwritten, "recap")} to write</strong> : null}
    </Text>
  );
}

interface RowProps {
  readonly member: StaffMember;
  readonly taught: readonly Taught[];
  readonly mayWrite: boolean;
  readonly busy: boolean;
  readonly onInvite: () => void;
  readonly onEdit: () => void;
}

/** Somebody of the staff with their week, what comes next in it, and what is late. */
function MemberRow({ member, taught, mayWrite, busy, onInvite, onEdit }: RowProps) {
  const { today } = useSession();
  const running = taught.filter(({ course }) => course === undefined || !isOver(course, today));
  return (
    <Panel py="3" mb="2" opacity={member.active ? 1 : 0.7} css={{ breakInside: "avoid" }}>
      <Flex gap="4" align="center" justify="space-between" wrap={{ base: "wrap", lg: "nowrap" }}>
        <Box flex="1" minW="15rem">
          <Flex gap="2" align="center" wrap="wrap">
            <Text fontWeight="700" fontSize="lg" overflowWrap="anywhere">
              {member.name}
            </Text>
            <Badge colorPalette={member.role === "director" ? "pine" : "gray"}>{member.role}</Badge>
            {member.active ? null : <Badge>no longer here</Badge>}
            {member.hasPassword ? null : <Badge colorPalette="orange">no password yet</Badge>}
          </Flex>
          <Text color="soft" fontSize="sm" overflowWrap="anywhere">
            {member.email}
          </Text>
          <NowInWords taught={taught} />
        </Box>
        <WeekStrip
          name={member.name}
          classes={running.map(({ section, level }) => ({ section, title: `${level}, ${section.name}` }))}
        />
        {mayWrite ? (
          <Flex gap="2" w={{ lg: "11rem" }} justify="flex-end" flexShrink="0">
            {member.active ? (
              <Button
                size="sm"
                variant={member.hasPassword ? "ghost" : "solid"}
                disabled={busy}
                aria-label={`${member.hasPassword ? "Send a link" : "Invite"}: ${member.name}`}
                onClick={onInvite}
              >
                {member.hasPassword ? "Send a link" : "Invite"}
              </Button>
            ) : null}
            <Button size="sm" variant="outline" aria-label={`Edit ${member.name}`} onClick={onEdit}>
              Edit
            </Button>
          </Flex>
        ) : null}
      </Flex>
    </Panel>
  );
}

/** About how high a member stands, in pixels. */
const ROW = 112;

const taughtBy = (
  { id }: StaffMember,
  sections: readonly Section[],
  levels: readonly Level[],
  courses: readonly Course[] | undefined,
): Taught[] =>
  sections
    .filter(({ teacherIds }) => teacherIds.includes(id))
    .map((section) => ({
      section,
      level: levels.find((level) => level.id === section.levelId)?.name ?? "",
      course: courses?.find(({ sectionId }) => sectionId === section.id),
    }));

export function StaffPage() {
  const staff = useApi(api.staff.list, {});
  const sections = useApi(api.sections.list, {});
  const levels = useApi(api.levels.list, {});
  const { data: courses } = useApi(api.courses.list, {});
  const mayWrite = useMay("staff.write");
  const maySave = useMay("studio.file");
  const [open, setOpen] = useState<StaffMember | "new" | null>(null);
  const { invite, busy } = useInvite();
  return (
    <Loaded all={[staff, sections, levels]}>
      {(members, allSections, allLevels) => {
        return (
          <>
            <PageHead
              title="Staff"
              about="Teachers read everything, teach, write recaps and hold checks. What a course consists of is the director's."
            >
              {mayWrite ? (
                <>
                  <Button asChild variant="outline" bg="panel">
                    <Link to="/staff/letters">Letters</Link>
                  </Button>
                  <Button asChild variant="outline" bg="panel">
                    <Link to="/staff/settings">Settings</Link>
                  </Button>
                </>
              ) : null}
              {maySave ? (
                <Button asChild variant="outline" bg="panel">
                  <Link to="/staff/file">The studio as one file</Link>
                </Button>
              ) : null}
              {mayWrite ? <Button onClick={() => setOpen("new")}>New on the staff</Button> : null}
            </PageHead>
            <WindowList items={members} keyOf={({ id }) => id} heightOf={() => ROW}>
              {(member) => (
                <MemberRow
                  member={member}
                  taught={taughtBy(member, allSections, allLevels, courses)}
                  onInvite={() => invite(member.id)}
                  onEdit={() => setOpen(member)}
                  {...{ mayWrite, busy }}
                />
              )}
            </WindowList>
            {open ? (
              <StaffDialog
                member={open === "new" ? null : open}
                invite={invite}
                onClose={() => setOpen(null)}
              />
            ) : null}
          </>
        );
      }}
    </Loaded>
  );
}

import { Box, Skeleton, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { counted, inWords } from "@map-step/core/words";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { awayInWords, shortDay, timeText, weekdays } from "../../kit/dates.ts";
import { EntityCard } from "../../kit/hover-card.tsx";
import { useSession } from "../session/session.tsx";
import { CourseBeads } from "./course-beads.tsx";
import { nextLesson } from "./due.ts";
import { howFar, toSolve } from "./words.ts";

function SectionCard({ id }: { id: string }) {
  const { today } = useSession();
  const { data: courses } = useApi(api.courses.list, {});
  const { data: sections } = useApi(api.sections.list, {});
  const { data: levels } = useApi(api.levels.list, {});
  const { data: staff } = useApi(api.staff.list, {});
  const course = courses?.find(({ sectionId }) => sectionId === id);
  const section = sections?.find((one) => one.id === id);
  if (!course || !section) return <Skeleton height="28" />;
  const next = nextLesson(course, today);
  const teachers = section.teacherIds.flatMap(
    (one) => staff?.find((member) => member.id === one)?.name ?? [],
  );
  const solve = toSolve(course);
  return (
    <>
      <Text fontFamily="heading" fontWeight="700" fontSize="md">
        {levels?.find(({ id: levelId }) => levelId === section.levelId)?.name}, {section.name}
      </Text>
      <Text color="soft" mb="2" className="numbers">
        {weekdays(section.firstDate)} {timeText(section.startTime)}
        {section.room ? `, ${section.room}` : ""}
        {teachers.length > 0 ? `; ${inWords(teachers)}` : ""}; {counted(course.dancers, "dancer")}
      </Text>
      <Box overflowX="auto">
        <CourseBeads course={course} />
      </Box>
      <Text>
        {howFar(course)}
        {next
          ? `; next week ${next.week}, ${next.date ? `${shortDay(next.date)}, ${awayInWords(today, next.date)}` : ""}`
          : ""}
        {solve === "" ? "" : `; ${solve}`}.
      </Text>
    </>
  );
}

/** A section by its name: it leads to its lessons, and shows how it runs on hover and focus. */
export const SectionName = ({ id, to, children }: { id: string; to?: string; children: ReactNode }) => (
  <EntityCard label="The section" trigger={<Link to={to ?? `/lessons/${id}`}>{children}</Link>}>
    {() => <SectionCard id={id} />}
  </EntityCard>
);

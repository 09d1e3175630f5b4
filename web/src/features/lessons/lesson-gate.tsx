import {
  api,
  type DanceRecord,
  type Enrolled,
  type FigureRecord,
  type Lesson,
  type Level,
  type Section,
} from "@map-step/contract";
import type { Figure } from "@map-step/core/notation";
import { isEnrolledOn } from "@map-step/core/student";
import type { ReactNode } from "react";
import { useApi } from "../../kit/api.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useDances, useFigures } from "../figures/library.ts";
import { stepsIn } from "../figures/steps.ts";
import { useSectionWeek } from "./use-section.ts";

/** A lesson with all that stands around it. */
export interface OpenLesson {
  readonly lesson: Lesson;
  readonly section: Section;
  readonly level: Level;
  readonly dance: DanceRecord;
  /** Who is in the class on the day of the lesson. */
  readonly students: readonly Enrolled[];
  /** The tempo that the level goes to, in beats per minute; the dance's slowest where it names none. */
  readonly bpm: number;
  readonly figureOf: (id: string | null) => FigureRecord | undefined;
  readonly stepsOf: (figure: FigureRecord | undefined) => Figure | null;
}

const SectionGone = () => (
  <Empty title="This section is not there any more">Choose another one under Levels.</Empty>
);

/** Opens the lesson that the address names, once all around it is read. */
export function LessonGate({ children }: { children: (open: OpenLesson) => ReactNode }) {
  const { sections, section, sectionId, week } = useSectionWeek();
  const lesson = useApi(api.lessons.read, { params: { sectionId, week } });
  const levels = useApi(api.levels.list, {});
  const students = useApi(api.students.list, { params: { id: sectionId } });
  const danceId = levels.data?.find(({ id }) => id === section?.levelId)?.danceId;
  const library = useFigures(danceId);
  const dances = useDances();
  if (sections.data && levels.data && danceId === undefined) return <SectionGone />;
  return (
    <Loaded all={[sections, lesson, levels, students, library, dances]}>
      {(_sections, current, allLevels, roster, figures, allDances) => {
        const level = allLevels.find(({ id }) => id === section?.levelId);
        const dance = allDances.find(({ id }) => id === level?.danceId);
        if (!section || !level || !dance) return <SectionGone />;
        return children({
          lesson: current,
          section,
          level,
          dance,
          students: roster.filter((one) => isEnrolledOn(one, current.date)),
          bpm: level.bpm ?? dance.slowestBpm,
          figureOf: (id) => figures.find((figure) => figure.id === id),
          stepsOf: (figure) => (figure ? stepsIn(figures, allDances, figure) : null),
        });
      }}
    </Loaded>
  );
}

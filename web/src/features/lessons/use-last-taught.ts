import { api, type Lesson, type LessonSummary } from "@map-step/contract";
import { useApi } from "../../kit/api.ts";

/** The last lesson before this one that was taught, in short; null when there is none, or it is not known yet. */
export function useLastTaught({ sectionId, week }: Lesson): LessonSummary | null {
  const lessons = useApi(api.lessons.list, { params: { id: sectionId } });
  return lessons.data?.findLast((one) => one.week < week && one.state === "taught") ?? null;
}

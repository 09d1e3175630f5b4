import type { AlikeFigures, LevelPlan, PlanFigure, SpecialWeek } from "@map-step/core/plan";
import { numbersFrom } from "./numbers.ts";

const KINDS = [
  "basic",
  "basic",
  "pattern",
  "pattern",
  "pattern",
  "turn",
  "turn",
  "technique",
  "musicality",
  "show",
] as const;

/**
 * A level like those that studios plan, the same for the same seed.
 * @param crowding 0 leaves room to spare, 1 chooses about twice as much as fits
 */
export function generatedLevel(seed: number, crowding: number): LevelPlan {
  const next = numbersFrom(seed);
  const weeks = 6 + next(7);
  const lessonMinutes = [60, 75, 90][next(3)] ?? 60;
  const room = weeks * (lessonMinutes - 12);
  const figures: PlanFigure[] = [];
  for (let minutes = 0; minutes < room * (0.55 + crowding); ) {
    const index = figures.length;
    const kind = index === 0 ? "basic" : (KINDS[next(KINDS.length)] ?? "pattern");
    const own = 6 + next(10);
    const before = index === 0 ? [] : [next(index), ...(next(3) === 0 ? [next(index)] : [])];
    figures.push({
      id: `f${index}`,
      name: `Figure ${index}`,
      kind,
      minutes: own,
      needs: kind === "basic" && next(2) === 0 ? [] : [...new Set(before)].map((need) => `f${need}`),
      cautions: kind === "show" ? ["Keep clear."] : [],
      worth: 1 + next(9),
      pieces: own > 13 ? 2 : 1,
    });
    minutes += own * 2.1;
  }
  const count = figures.length;
  const alike = Array.from({ length: Math.floor(count / 3) }, (_, index): AlikeFigures => {
    const [a, b] = [next(count), next(count)];
    return { a: `f${a}`, b: `f${b}`, likeness: 0.65 + next(30) / 100, decides: index % 3 === 0 ? "2" : null };
  }).filter(({ a, b }) => a !== b);
  const special: SpecialWeek[] = [
    { week: weeks, kind: "routine", minutes: 20 },
    ...(next(2) === 0 ? [{ week: 2 + next(weeks - 3), kind: "short" as const, minutes: 15 }] : []),
  ];
  const rules = {
    weeks,
    lessonMinutes,
    warmUpMinutes: 7,
    wrapMinutes: 5,
    mostNew: 2 + next(2),
    mostNewCounts: 2,
    settledLessons: 1 + next(2),
    firstShowWeek: Math.ceil(weeks / 2),
    talkWeek: null,
    bpm: null,
    breakWeeks: 0,
    approachId: "steps-first",
  };
  return { rules, figures, known: [], placements: [], alike, special };
}

import type {
  GroupPlan,
  KeptEvidence,
  Level,
  LevelSeen,
  Plan,
  Section,
  StudioPerson,
} from "@map-step/contract";
import { ruleOver, type StatedClause, usualRule } from "@map-step/core/check";
import type { FigureKind } from "@map-step/core/figure";
import { useMemo } from "react";
import { useAnswer } from "../../kit/use-answer.ts";
import type { BoardAnswer, BoardQuestion } from "../../workers/board.ts";
import { useSession } from "../session/session.tsx";
import { useHabits } from "../settings/use-habits.ts";
import type { Candidate } from "./going.ts";

const openBoard = () =>
  new Worker(new URL("../../workers/board.worker.ts", import.meta.url), { type: "module" });

/** A level at the end of a term: its classes, their people, and what was seen of them. */
export interface Known {
  readonly level: Level;
  readonly levels: readonly Level[];
  readonly sections: readonly Section[];
  readonly people: readonly StudioPerson[];
  readonly kept: GroupPlan;
  readonly seen: LevelSeen;
  readonly plan: Plan;
  readonly clauses: readonly StatedClause[];
  readonly evidence: readonly KeptEvidence[];
  readonly sources: readonly Section[];
  readonly kinds: ReadonlyMap<string, FigureKind>;
}

/** Everybody of the level's classes, once, with where they stand. */
export function useCandidates({
  level,
  levels,
  people,
  sources,
  seen,
  plan,
  clauses,
  evidence,
  kinds,
}: Known): readonly Candidate[] | null {
  const { today } = useSession();
  const habits = useHabits();
  const found = useMemo(() => {
    const ofLevel = new Map(sources.map((section) => [section.id, section]));
    const nextIds = new Set(levels.flatMap(({ id, followsId }) => (followsId === level.id ? [id] : [])));
    return people.flatMap((person) => {
      const course = person.courses.findLast(({ sectionId, waiting }) => ofLevel.has(sectionId) && !waiting);
      const section = course && ofLevel.get(course.sectionId);
      // Who is in the next level already has moved.
      const moved = person.courses.some((one) => nextIds.has(one.levelId) && !one.waiting);
      return course && section && !moved ? [{ person, role: course.role, section }] : [];
    });
  }, [people, sources, levels, level.id]);
  const question = useMemo((): BoardQuestion => {
    const ruled = plan.chosen.flatMap(({ figureId, week }) => {
      const kind = kinds.get(figureId);
      return week === null || !kind ? [] : [{ id: figureId, kind }];
    });
    return {
      rule: ruleOver(clauses.length > 0 ? clauses : usualRule(ruled, "partner", habits.rule), ruled),
      studentIds: found.map(({ person }) => person.id),
      evidence,
      model: seen.model,
      at: today,
      again: null,
      minutes: {},
    };
  }, [found, evidence, seen, today, plan, clauses, kinds, habits]);
  const { answer } = useAnswer<BoardQuestion, BoardAnswer>(openBoard, question);
  return useMemo((): Candidate[] | null => {
    if (!answer) return null;
    const now = new Map(answer.dancers.map((one) => [one.studentId, one.readiness]));
    return found
      .map((one) => ({ ...one, readiness: now.get(one.person.id) ?? null }))
      .toSorted((a, b) => (b.readiness?.probability ?? 0) - (a.readiness?.probability ?? 0));
  }, [answer, found]);
}

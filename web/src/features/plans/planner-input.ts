import type {
  ApproachRecord,
  DanceRecord,
  FigureRecord,
  Level,
  Plan,
  Section,
  StaffMember,
} from "@map-step/contract";
import type { LikePair } from "@map-step/core/likeness";
import type { PlanProposal } from "../proposals/writing-bar.tsx";

/** All that the planner is opened with. */
export interface PlannerInput {
  readonly level: Level;
  readonly dance: DanceRecord | undefined;
  /** `null` for the level's own plan. */
  readonly section: Section | null;
  /** All sections of the level, each with a plan of its own. */
  readonly sections: readonly Section[];
  /** The last week taught, 0 before the first. */
  readonly taught: number;
  readonly plan: Plan;
  /** What somebody proposes for the plan, which is written instead of it; `null` where the plan itself is. */
  readonly proposal: PlanProposal | null;
  readonly library: readonly FigureRecord[];
  readonly approaches: readonly ApproachRecord[];
  readonly members: readonly StaffMember[];
  /** Who teaches the section; nothing for a level's own plan. */
  readonly teachers: readonly StaffMember[] | undefined;
  /** Pairs of figures that have something in common; nothing while they are worked out. */
  readonly pairs: readonly LikePair[] | undefined;
  /** 0 covers as much as it can, 1 goes as deep as it can. */
  readonly depth: number;
  readonly onDepth: (depth: number) => void;
}

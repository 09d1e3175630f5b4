/// <reference lib="webworker" />
import {
  type Change,
  type LevelPlan,
  modelOfRepair,
  movesIn,
  nearby,
  placesOf,
  type Repair,
  repairFrom,
  repairPlaces,
  repairTask,
} from "@map-step/core/plan";
import loadHighs from "highs";
import wasm from "highs/runtime?url";
import { answerQuestions } from "./ask.ts";
import { prove } from "./prove.ts";

export interface RepairQuestion {
  readonly level: LevelPlan;
  readonly change: Change;
  /** The last week that has been taught. */
  readonly taught: number;
  /** How long the fewest moves may be searched for. */
  readonly seconds: number;
}

export interface RepairAnswer {
  readonly repair: Repair;
  /** Whether nothing less can be dropped, and no fewer figures moved for it. */
  readonly fewest: boolean;
}

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<RepairQuestion, RepairAnswer, Repair>(
  self,
  async ({ level, change, taught, seconds }, tell) => {
    const task = repairTask(level, change, taught);
    const quick = repairPlaces(task, (places) => tell(movesIn(task, places)));
    tell(repairFrom(task, quick));
    const highs = await loadHighs({ locateFile: () => wasm });
    const { best, placements } = prove(highs, modelOfRepair(task), quick, seconds);
    return { repair: repairFrom(task, nearby(task, placesOf(task.problem, placements))), fewest: best };
  },
);

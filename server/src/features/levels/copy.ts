import { contentOfPlan, type Level } from "@map-step/contract";
import { isOfNoDate } from "@map-step/core/plan";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { readPlan } from "../plans/read.ts";
import { changePlan } from "../plans/service.ts";
import { readLevel } from "./read.ts";
import { createLevel } from "./service.ts";

const MOST_LETTERS = 80;

/** `Hustle 1, copy`, or the first number after it that no level has. */
function freeName(name: string, taken: ReadonlySet<string>): string {
  for (let number = 1; ; number++) {
    const end = number === 1 ? ", copy" : `, copy ${number}`;
    const next = `${name.slice(0, MOST_LETTERS - end.length)}${end}`;
    if (!taken.has(next.toLowerCase())) return next;
  }
}

/**
 * Another level like one that is there: its settings, its plan without what belongs to dates, and its rule for moving
 * up. Its sections stay where they are.
 */
export const copyLevel = (db: Database, id: string): Promise<Level> =>
  inTransaction(db, async () => {
    const { id: _id, version: _version, planId, ...content } = await readLevel(db, id);
    const names = await rowsOf<{ name: string }>(db, "select lower(name) as name from levels");
    const name = freeName(content.name, new Set(names.map((one) => one.name)));
    const copy = await createLevel(db, { ...content, name });
    const plan = contentOfPlan(await readPlan(db, planId));
    await changePlan(db, copy.planId, 1, { ...plan, special: plan.special.filter(isOfNoDate), away: [] });
    const rule = await db.ReadinessRule.findOne({ where: { levelId: id } });
    if (rule) await db.ReadinessRule.create({ levelId: copy.id, clauses: rule.clauses });
    return readLevel(db, copy.id);
  });

import { inTransaction, migrate, openDatabase } from "@map-step/server";
import { loadDemo } from "./load.ts";

export { BIG, layBigStudio, type Size } from "./big-studio.ts";
export { loadDemo } from "./load.ts";
export { DEMO_PASSWORD } from "./people.ts";

const machineToday = (): string => new Intl.DateTimeFormat("sv-SE").format(new Date());

/** Migrates a database and lays the demo studio into it, unless it holds a studio already. */
export async function loadDemoIfNew(url: string, today = machineToday()): Promise<void> {
  await migrate(url);
  const db = openDatabase(url, { patient: true });
  try {
    // All of it or nothing: a start that is cut short leaves no half of a studio behind.
    await inTransaction(db, async () => {
      if ((await db.Studio.count()) === 0) await loadDemo(db, today);
    });
  } finally {
    await db.sequelize.close();
  }
}

/**
 * Empties a database that holds the demo studio, or nothing, and lays it anew.
 * @returns false when it holds a studio of somebody's own, which is left alone
 */
export async function resetDemo(url: string, today = machineToday()): Promise<boolean> {
  await migrate(url);
  const db = openDatabase(url, { patient: true });
  try {
    const isOwn =
      (await db.Studio.count()) > 0 &&
      (await db.Staff.count({ where: { demoPassword: null } })) === (await db.Staff.count());
    if (isOwn) return false;
    await inTransaction(db, async () => {
      await db.sequelize.query("set local map_step.erasing = 'yes'");
      await db.sequelize.query(
        "truncate studio, staff, letters, sessions, rate_limits, dances, levels, figures cascade",
      );
      await loadDemo(db, today);
    });
    return true;
  } finally {
    await db.sequelize.close();
  }
}

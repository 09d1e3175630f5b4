import { Sequelize } from "sequelize";
import { defineApproaches } from "../features/approaches/models.ts";
import { defineChecks } from "../features/checks/models.ts";
import { defineClassLog } from "../features/class-log/models.ts";
import { defineDances } from "../features/dances/models.ts";
import { defineFigures } from "../features/figures/models.ts";
import { defineLessonTemplates } from "../features/lesson-templates/models.ts";
import { defineLessons } from "../features/lessons/models.ts";
import { defineLevels } from "../features/levels/models.ts";
import { definePlans } from "../features/plans/models.ts";
import { defineRecaps } from "../features/recaps/models.ts";
import { defineSections } from "../features/sections/models.ts";
import { defineSession } from "../features/session/models.ts";
import { defineStaff } from "../features/staff/models.ts";

/** Connects to PostgreSQL and describes its tables. */
export function openDatabase(url: string) {
  const sequelize = new Sequelize(url, {
    dialect: "postgres",
    logging: false,
    pool: { max: 10, idle: 10_000 },
    define: { underscored: true, timestamps: true },
  });
  return {
    sequelize,
    ...defineSession(sequelize),
    ...defineStaff(sequelize),
    ...defineDances(sequelize),
    ...defineFigures(sequelize),
    ...defineApproaches(sequelize),
    ...defineLevels(sequelize),
    ...defineSections(sequelize),
    ...definePlans(sequelize),
    ...defineLessons(sequelize),
    ...defineLessonTemplates(sequelize),
    ...defineClassLog(sequelize),
    ...defineRecaps(sequelize),
    ...defineChecks(sequelize),
  };
}

export type Database = ReturnType<typeof openDatabase>;

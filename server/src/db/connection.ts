import { Sequelize } from "sequelize";
import { defineApproaches } from "../features/approaches/models.ts";
import { defineCalendars } from "../features/calendars/models.ts";
import { defineChecks } from "../features/checks/models.ts";
import { defineClassLog } from "../features/class-log/models.ts";
import { defineComments } from "../features/comments/models.ts";
import { defineDances } from "../features/dances/models.ts";
import { defineFactors } from "../features/factors/models.ts";
import { defineFigures } from "../features/figures/models.ts";
import { defineGroups } from "../features/groups/models.ts";
import { defineLessonTemplates } from "../features/lesson-templates/models.ts";
import { defineLessons } from "../features/lessons/models.ts";
import { defineLetters } from "../features/letters/models.ts";
import { defineLevels } from "../features/levels/models.ts";
import { definePlans } from "../features/plans/models.ts";
import { defineProposals } from "../features/proposals/models.ts";
import { defineRecaps } from "../features/recaps/models.ts";
import { defineSections } from "../features/sections/models.ts";
import { defineSequences } from "../features/sequences/models.ts";
import { defineSession } from "../features/session/models.ts";
import { defineStaff } from "../features/staff/models.ts";
import { defineStudents } from "../features/students/models.ts";
import { defineTimetable } from "../features/timetable/models.ts";
import "./ambient.ts";
import { linkSecrets } from "./secret.ts";

/** Milliseconds after which a request hears that the studio can't be reached, rather than waiting on. */
const waits = (times: number) => ({
  connectionTimeoutMillis: 5_000 * times,
  statement_timeout: 15_000 * times,
  lock_timeout: 5_000 * times,
  idle_in_transaction_session_timeout: 20_000 * times,
});
const ACQUIRE_MS = 6_000;
/** Its queries are short, so that compiling them would take longer than they do. */
const OPTIONS = "-c jit=off";
/** For programs that move the whole studio: only a server that can't be reached is given up. */
const PATIENT = { connectionTimeoutMillis: 15_000 };

interface Options {
  /** No limit on how long a statement takes. */
  readonly patient?: boolean;
  readonly connections?: number;
  /** How many times as long as usual a request waits for the database. */
  readonly patience?: number;
  /** The server's own secret, with which it keeps the secrets of public addresses. */
  readonly key?: string;
  /** A fixed today, for what the database decides by the day. */
  readonly today?: string | undefined;
  /** Told of every query, for those who count them. */
  readonly onQuery?: (sql: string) => void;
}

/** Connects to PostgreSQL and describes its tables. */
export function openDatabase(
  url: string,
  { patient = false, connections = 10, patience = 1, key, today, onQuery }: Options = {},
) {
  const sequelize = new Sequelize(url, {
    dialect: "postgres",
    logging: onQuery ? (sql) => onQuery(sql) : false,
    pool: { max: connections, idle: 10_000, acquire: patient ? 60_000 : ACQUIRE_MS * patience },
    dialectOptions: {
      ...(patient ? PATIENT : waits(patience)),
      options: today ? `${OPTIONS} -c map_step.today=${today}` : OPTIONS,
    },
    define: { underscored: true, timestamps: true },
  });
  return {
    sequelize,
    links: linkSecrets(key),
    ...defineSession(sequelize),
    ...defineStaff(sequelize),
    ...defineDances(sequelize),
    ...defineFigures(sequelize),
    ...defineApproaches(sequelize),
    ...defineFactors(sequelize),
    ...defineLetters(sequelize),
    ...defineLevels(sequelize),
    ...defineSections(sequelize),
    ...defineTimetable(sequelize),
    ...defineCalendars(sequelize),
    ...defineStudents(sequelize),
    ...definePlans(sequelize),
    ...defineLessons(sequelize),
    ...defineLessonTemplates(sequelize),
    ...defineClassLog(sequelize),
    ...defineSequences(sequelize),
    ...defineRecaps(sequelize),
    ...defineComments(sequelize),
    ...defineProposals(sequelize),
    ...defineGroups(sequelize),
    ...defineChecks(sequelize),
  };
}

export type Database = ReturnType<typeof openDatabase>;

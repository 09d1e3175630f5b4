import { rateLimit, type Store } from "express-rate-limit";
import { QueryTypes, type Sequelize } from "sequelize";
import { tooMany } from "./problems.ts";

const WINDOW_MS = 10 * 60 * 1000;

/** Counts in PostgreSQL, so that the limit holds over all servers and restarts. */
function attemptStore(sequelize: Sequelize): Store {
  const run = (sql: string, key: string) => sequelize.query(sql, { replacements: { key, ms: WINDOW_MS } });
  return {
    async increment(key) {
      const rows = await sequelize.query<{ hits: number; resets_at: Date }>(
        `insert into sign_in_attempts (key, hits, resets_at) values (:key, 1, now() + :ms * interval '1 millisecond')
         on conflict (key) do update set
           hits = case when sign_in_attempts.resets_at < now() then 1 else sign_in_attempts.hits + 1 end,
           resets_at = case when sign_in_attempts.resets_at < now() then excluded.resets_at else sign_in_attempts.resets_at end,
           updated_at = now()
         returning hits, resets_at`,
        { replacements: { key, ms: WINDOW_MS }, type: QueryTypes.SELECT },
      );
      return { totalHits: rows[0]?.hits ?? 1, resetTime: rows[0]?.resets_at };
    },
    async decrement(key) {
      await run(
        "update sign_in_attempts set hits = greatest(hits - 1, 0), updated_at = now() where key = :key",
        key,
      );
    },
    async resetKey(key) {
      await run("delete from sign_in_attempts where key = :key", key);
    },
  };
}

/** At most ten wrong passwords in ten minutes for an address and a place it comes from. Right ones do not count. */
export const limitSignIns = (sequelize: Sequelize) =>
  rateLimit({
    windowMs: WINDOW_MS,
    limit: 10,
    skipSuccessfulRequests: true,
    store: attemptStore(sequelize),
    standardHeaders: "draft-8",
    legacyHeaders: false,
    keyGenerator: (request) =>
      `${request.ip ?? ""} ${String(request.body?.email ?? "")
        .toLowerCase()
        .slice(0, 200)}`,
    validate: { keyGeneratorIpFallback: false },
    handler: (_request, _response, next) => next(tooMany()),
  });

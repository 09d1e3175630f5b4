import { createHash } from "node:crypto";
import type { Request } from "express";
import { RateLimiterPostgres, RateLimiterRes } from "rate-limiter-flexible";
import type { Sequelize } from "sequelize";
import { tooMany } from "./problems.ts";

const HOUR_S = 60 * 60;
const DAY_S = 24 * HOUR_S;

/**
 * Wrong passwords are counted three ways, each for a while:
 * - by account and the place it is tried from: five are free, after that one is looked at and then the wait doubles,
 *   up to an hour. Somebody who guesses from elsewhere never locks out the owner of an account at theirs;
 * - by place, whatever the accounts: room enough for a house of thirty teachers;
 * - by account over all places: beyond it only places are let in from which the account was used before.
 */
const FREE = 5;
const FIRST_WAIT_S = 15;
const LONGEST_WAIT_S = HOUR_S;
const OF_PLACE = 100;
const OF_ACCOUNT = 200;

const short = (text: string): string => createHash("sha256").update(text).digest("base64url").slice(0, 32);

/** One attempt to sign in, counted before it is looked at, so that many at once count like many in turn. */
export interface Attempt {
  /** It was right, so it does not count. */
  readonly succeeded: () => Promise<void>;
}

export type BeginAttempt = (request: Request, email: string) => Promise<Attempt>;

/**
 * Counts in PostgreSQL, so that limits hold over all servers and restarts; rows out of date go by themselves.
 * @returns a function that begins an attempt, or throws a too-many problem
 */
export function countAttempts(sequelize: Sequelize): BeginAttempt {
  const limiter = (keyPrefix: string, points: number, duration: number) =>
    new RateLimiterPostgres({
      storeClient: sequelize,
      storeType: "sequelize",
      tableName: "rate_limits",
      tableCreated: true,
      clearExpiredByTimeout: keyPrefix === "pair",
      keyPrefix,
      points,
      duration,
    });
  const pairs = limiter("pair", FREE, DAY_S);
  const waits = limiter("wait", 1, FIRST_WAIT_S);
  const places = limiter("place", OF_PLACE, HOUR_S);
  const accounts = limiter("account", OF_ACCOUNT, DAY_S);
  const known = limiter("known", 1, 30 * DAY_S);
  return async (request, email) => {
    const place = short(request.ip ?? "");
    const account = short(email);
    const pair = short(`${account} ${place}`);
    const undo = () =>
      Promise.all([pairs.reward(pair, 1), places.reward(place, 1), accounts.reward(account, 1)]);
    const refuse = async ({ msBeforeNext }: { readonly msBeforeNext: number }): Promise<never> => {
      await undo();
      throw tooMany(Math.max(1, Math.ceil(msBeforeNext / 1000)));
    };
    const ofPair = await pairs.penalty(pair, 1);
    const ofPlace = await places.penalty(place, 1);
    const ofAccount = await accounts.penalty(account, 1);
    if (ofPlace.consumedPoints > OF_PLACE) await refuse(ofPlace);
    if (ofAccount.consumedPoints > OF_ACCOUNT && !(await known.get(pair))) await refuse(ofAccount);
    const over = ofPair.consumedPoints - FREE;
    if (over > 0) {
      const customDuration = Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** (over - 1));
      await waits.consume(pair, 1, { customDuration }).catch((rejected: unknown) => {
        if (rejected instanceof RateLimiterRes) return refuse(rejected);
        throw rejected;
      });
    }
    return {
      succeeded: async () => {
        await undo();
        await Promise.all([pairs.delete(pair), waits.delete(pair), known.set(pair, 1, 30 * DAY_S)]);
      },
    };
  };
}

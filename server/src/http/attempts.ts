import { createHash, randomBytes } from "node:crypto";
import { parse } from "cookie";
import type { Request, Response } from "express";
import { RateLimiterPostgres, RateLimiterRes } from "rate-limiter-flexible";
import type { Sequelize } from "sequelize";
import type { Config } from "../config.ts";
import { cookieName } from "./cookies.ts";
import { tooMany } from "./problems.ts";

const HOUR_S = 60 * 60;
const DAY_S = 24 * HOUR_S;
const FIRST_WAIT_S = 15;

/** How wrong passwords of one account, from one device or place, are looked at: free at first, then after a wait that doubles. */
interface Patience {
  readonly free: number;
  readonly within: number;
  readonly longest: number;
}

/**
 * Wrong passwords are counted for an account and where it is tried from, by the best that is known of that:
 * - a device on which this account was used before. Nobody else's tries count there;
 * - a place at which it was used before. Others sit there too, so much is free and no wait is long: whoever guesses in
 *   the studio's own network never locks out its director, and still gets nowhere;
 * - anywhere else. There tries are counted by place, whatever the accounts, and by account over all places, too.
 */
const PATIENCE: Readonly<Record<"device" | "place" | "elsewhere", Patience>> = {
  device: { free: 20, within: HOUR_S, longest: HOUR_S },
  place: { free: 300, within: HOUR_S, longest: 60 },
  elsewhere: { free: 5, within: DAY_S, longest: HOUR_S },
};
/** Room enough for a house of thirty teachers. */
const OF_PLACE = 100;
const OF_ACCOUNT = 200;
/** Letters for a forgotten password: for one address from one place, and from one place for all, in an hour. */
const FORGOTTEN = { address: 5, place: 60 };
/** So long a device or a place is known after an account was used there. */
const KNOWN_S = 180 * DAY_S;
/** So many tries of one account from one place wait for each other; more at once are no person. */
const LONGEST_LINE = 30;

const short = (text: string): string => createHash("sha256").update(text).digest("base64url").slice(0, 32);

/** What a browser is given at its first sign-in, so that it is known again; it lets nobody in. */
function devices(config: Config) {
  const cookie = cookieName(config, "map-step-device");
  const of = (request: Request): string => parse(request.headers.cookie ?? "")[cookie] ?? "";
  return {
    of,
    name: (request: Request, response: Response): string => {
      const device = of(request) || randomBytes(18).toString("base64url");
      const { SECURE_COOKIES: secure } = config;
      if (!secure || request.secure)
        response.cookie(cookie, device, {
          httpOnly: true,
          sameSite: "lax",
          secure,
          path: "/",
          maxAge: KNOWN_S * 1000,
        });
      return device;
    },
  };
}

/** Looks at attempts, each counted before it is looked at, and refuses them. */
export interface Attempts {
  /**
   * Does something that a password lets in to.
   * @throws a too-many problem, or what `look` throws
   */
  readonly signIn: <T>(
    request: Request,
    response: Response,
    account: string,
    look: () => Promise<T>,
  ) => Promise<T>;
  /** Counts a letter that is asked for. @throws a too-many problem */
  readonly forgotten: (request: Request, email: string) => Promise<void>;
}

/** Lets work under one name go one after the other, within this process. */
function inTurn() {
  const lines = new Map<string, { last: Promise<unknown>; length: number }>();
  return async <T>(name: string, work: () => Promise<T>): Promise<T> => {
    const line = lines.get(name) ?? { last: Promise.resolve(), length: 0 };
    lines.set(name, line);
    if (line.length >= LONGEST_LINE) throw tooMany(FIRST_WAIT_S);
    line.length += 1;
    const own = line.last.then(work);
    line.last = own.catch(() => undefined);
    try {
      return await own;
    } finally {
      line.length -= 1;
      if (line.length === 0) lines.delete(name);
    }
  };
}

/** Counts in PostgreSQL, so that limits hold over all servers and restarts; rows out of date go by themselves. */
export function countAttempts(sequelize: Sequelize, config: Config): Attempts {
  const device = devices(config);
  const limiter = (keyPrefix: string, points: number, duration: number) =>
    new RateLimiterPostgres({
      storeClient: sequelize,
      storeType: "sequelize",
      tableName: "rate_limits",
      tableCreated: true,
      clearExpiredByTimeout: keyPrefix === "elsewhere",
      keyPrefix,
      points,
      duration,
    });
  const tries = {
    device: limiter("device", PATIENCE.device.free, PATIENCE.device.within),
    place: limiter("here", PATIENCE.place.free, PATIENCE.place.within),
    elsewhere: limiter("elsewhere", PATIENCE.elsewhere.free, PATIENCE.elsewhere.within),
  };
  const waits = limiter("wait", 1, FIRST_WAIT_S);
  const places = limiter("place", OF_PLACE, HOUR_S);
  const accounts = limiter("account", OF_ACCOUNT, DAY_S);
  const known = limiter("known", 1, KNOWN_S);
  const letters = {
    address: limiter("letter", FORGOTTEN.address, HOUR_S),
    place: limiter("letters", FORGOTTEN.place, HOUR_S),
  };
  const turn = inTurn();
  const refuse = ({ msBeforeNext }: { readonly msBeforeNext: number }): never => {
    throw tooMany(Math.max(1, Math.ceil(msBeforeNext / 1000)));
  };

  /** Counts a try from where nothing is known of the account. @returns how to take the count back */
  async function countElsewhere(account: string, place: string): Promise<() => Promise<unknown>> {
    const ofPlace = await places.penalty(place, 1);
    const ofAccount = await accounts.penalty(account, 1);
    const undo = () => Promise.all([places.reward(place, 1), accounts.reward(account, 1)]);
    const full = [
      ...(ofPlace.consumedPoints > OF_PLACE ? [ofPlace] : []),
      ...(ofAccount.consumedPoints > OF_ACCOUNT ? [ofAccount] : []),
    ];
    if (full[0]) {
      await undo();
      refuse(full[0]);
    }
    return undo;
  }

  async function begin(request: Request, account: string) {
    const [name, place, own] = [short(account), short(request.ip ?? ""), device.of(request)];
    const [ofDevice, ofPlace] = [short(`${name} device ${own}`), short(`${name} ${place}`)];
    const isKnown = async (pair: string) => (await known.get(pair)) !== null;
    const from =
      own && (await isKnown(ofDevice)) ? "device" : (await isKnown(ofPlace)) ? "place" : "elsewhere";
    const pair = from === "device" ? ofDevice : ofPlace;
    const { free, longest } = PATIENCE[from];
    const undo = from === "elsewhere" ? await countElsewhere(name, place) : async () => undefined;
    const counted = await tries[from].penalty(pair, 1);
    const takeBack = () => Promise.all([undo(), tries[from].reward(pair, 1)]);
    const over = counted.consumedPoints - free;
    if (over > 0) {
      const customDuration = Math.min(longest, FIRST_WAIT_S * 2 ** Math.min(over - 1, 20));
      await waits.consume(`${from} ${pair}`, 1, { customDuration }).catch(async (rejected: unknown) => {
        await takeBack();
        throw rejected instanceof RateLimiterRes ? refuse(rejected) : rejected;
      });
    }
    return async (response: Response) => {
      const now = device.name(request, response);
      await takeBack();
      await Promise.all([
        ...[tries[from].delete(pair), waits.delete(`${from} ${pair}`), known.set(ofPlace, 1, KNOWN_S)],
        known.set(short(`${name} device ${now}`), 1, KNOWN_S),
      ]);
    };
  }

  return {
    // One after the other: many right ones at once are no attack, and of many wrong ones each is counted.
    signIn: (request, response, account, look) =>
      turn(`${account} ${request.ip}`, async () => {
        const succeeded = await begin(request, account);
        const found = await look();
        await succeeded(response);
        return found;
      }),
    forgotten: async (request, email) => {
      const place = short(request.ip ?? "");
      const ofAddress = await letters.address.penalty(short(`${short(email)} ${place}`), 1);
      const ofPlace = await letters.place.penalty(place, 1);
      if (ofAddress.consumedPoints > FORGOTTEN.address) refuse(ofAddress);
      if (ofPlace.consumedPoints > FORGOTTEN.place) refuse(ofPlace);
    },
  };
}

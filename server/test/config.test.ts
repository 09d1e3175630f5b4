import { describe, expect, it } from "vitest";
import { readConfig } from "../src/index.ts";

const GOOD = {
  DATABASE_URL: "postgres://here/studio",
  SESSION_SECRET: "a secret of more than thirty-two characters",
};

describe("readConfig", () => {
  it("listens on loopback, without secure cookies, on the usual port, unless told otherwise", () => {
    expect(readConfig(GOOD)).toMatchObject({
      HOST: "127.0.0.1",
      PORT: 4317,
      SECURE_COOKIES: false,
      LOG_LEVEL: "info",
    });
    expect(readConfig({ ...GOOD, PORT: "0", SECURE_COOKIES: "true" })).toMatchObject({
      PORT: 0,
      SECURE_COOKIES: true,
    });
  });

  it.each([
    ["DATABASE_URL", { DATABASE_URL: "" }],
    ["SESSION_SECRET", { SESSION_SECRET: "short" }],
    ["PORT", { PORT: "99999" }],
    ["STUDIO_TODAY", { STUDIO_TODAY: "tomorrow" }],
    ["LOG_LEVEL", { LOG_LEVEL: "loud" }],
  ])("names %s when it is wrong", (name, wrong) => {
    expect(() => readConfig({ ...GOOD, ...wrong })).toThrow(new RegExp(`\\n {2}${name}: `));
  });

  it("names everything that is wrong at once", () => {
    expect(() => readConfig({})).toThrow(/DATABASE_URL[\s\S]*SESSION_SECRET/);
  });
});

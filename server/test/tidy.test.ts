import { randomUUID } from "node:crypto";
import { api, contentOfPlan } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { rowsOf } from "../src/db/query.ts";
import { linkSecrets } from "../src/db/secret.ts";
import { tidyUp } from "../src/db/tidy.ts";
import { noted, studioWithCourse } from "./studio.ts";

const { studio, course, director, teacher } = await studioWithCourse();
const { db, served } = studio;
const at = { params: { sectionId: course.section.id, week: 1 } };
const tables = ["recaps", "sequences", "plan_links", "calendar_addresses"];
const keptSecrets = async () =>
  (
    await rowsOf<{ secret: string }>(
      db,
      tables.map((table) => `select secret from ${table} where secret is not null`).join(" union all "),
    )
  ).map(({ secret }) => secret);

describe("secrets of public addresses", () => {
  it("are sealed in the database, shown to who may see them, and found by what a link brings", async () => {
    await teacher.call(api.classLog.note, {
      ...at,
      body: { entries: [noted({ kind: "ended", target: "class", value: { ended: true } })] },
    });
    const recap = (await teacher.call(api.recaps.publish, { ...at, body: { version: 0 } })).body;
    const plan = (
      await director.call(api.planLinks.open, {
        params: { id: course.section.planId },
        body: { until: "2027-03-01" },
      })
    ).body;
    const calendar = (
      await director.call(api.calendars.renew, { params: { kind: "section", id: course.section.id } })
    ).body;
    const shown = [recap.secret, plan.secret, calendar.secret];
    const kept = await keptSecrets();
    expect(kept).toHaveLength(3);
    for (const secret of shown) expect(kept.join(" ")).not.toContain(secret);
    expect((await teacher.call(api.recaps.read, at)).body.secret).toBe(recap.secret);
    const guest = await studio.visitor();
    const opened = async () => [
      (await guest.call(api.recaps.readPublic, { params: { secret: recap.secret } })).status,
      (await guest.call(api.planLinks.readPublic, { params: { planSecret: plan.secret } })).status,
      (await fetch(`${studio.address}/api/calendar/${calendar.secret}.ics`)).status,
    ];
    expect(await opened()).toEqual([200, 200, 200]);
    // What the database holds opens nothing.
    expect((await guest.send("GET", `/public/recaps/${kept[0]}`)).status).not.toBe(200);
    // As they were before secrets were sealed: they open all the same, and are sealed with the next tidying.
    await db.sequelize.query("update recaps set secret = $secret", { bind: { secret: recap.secret } });
    expect(await opened()).toEqual([200, 200, 200]);
    expect(await tidyUp(served)).toBe(true);
    expect((await keptSecrets()).toSorted()).toEqual(kept.toSorted());
    expect(await opened()).toEqual([200, 200, 200]);
  });

  it("are the same for the same, differ for others, and are dead under another key", () => {
    const [one, other] = [linkSecrets("a key"), linkSecrets("another key")];
    const secret = "Pz0t7vC1m_kq-4aB9dE2xYh3";
    expect(one.seal(secret)).toBe(linkSecrets("a key").seal(secret));
    expect(one.seal(secret)).not.toBe(one.seal(`${secret}1`));
    expect(one.unseal(one.seal(secret))).toBe(secret);
    expect([other.unseal(one.seal(secret)), one.unseal(secret), one.unseal(null)]).toEqual([
      null,
      secret,
      null,
    ]);
    expect(linkSecrets(undefined).unseal(one.seal(secret))).toBeNull();
  });
});

describe("what is kept of changes", () => {
  const planId = course.section.planId;
  const history = (list: string) =>
    rowsOf<{ id: string }>(db, "select id from history where list = $list order by id", { list });
  const rename = async (name: string, by = director, took?: string) => {
    const plan = (await by.call(api.plans.read, { params: { id: planId } })).body;
    const muted = [{ key: "any", reason: name }];
    const body = { ...contentOfPlan(plan), muted, version: plan.version, took };
    expect((await by.call(api.plans.change, { params: { id: planId }, body })).status).toBe(200);
  };

  it("grows by sittings, not by edits", async () => {
    const before = (await history("plans")).length;
    for (const name of ["a", "b", "c"]) await rename(name);
    expect(await history("plans")).toHaveLength(before + 1);
    await rename("d", await studio.as("director"));
    await rename("e");
    expect(await history("plans")).toHaveLength(before + 3);
    // What was taken as a whole is told by itself, whoever goes on after it.
    await rename("f", director, "a draft of the plan");
    await rename("g");
    expect(await history("plans")).toHaveLength(before + 5);
    const { entries } = (
      await director.call(api.history.of, { params: { list: "plans", id: planId, before: "0" } })
    ).body;
    expect(entries.slice(0, 3).map(({ note }) => note)).toEqual(["", "a draft of the plan", ""]);
  });

  it("is thinned after a year, and goes with what left the bin", async () => {
    const old = async (days: number, sql: string, bind: object = {}) => {
      await db.sequelize.transaction(async (transaction) => {
        await db.sequelize.query("set local map_step.erasing = 'yes'", { transaction });
        await db.sequelize.query(sql.replace("AGO", `now() - interval '${days} days'`), {
          transaction,
          bind: { ...bind },
        });
      });
    };
    const draft = (
      await director.call(api.planDrafts.create, {
        params: { id: planId },
        body: {
          name: "Gone",
          content: contentOfPlan((await director.call(api.plans.read, { params: { id: planId } })).body),
        },
      })
    ).body;
    await director.call(api.planDrafts.remove, {
      params: { id: draft.id },
    });
    const thing = randomUUID();
    for (const hour of [1, 2, 3])
      await db.sequelize.query(
        `insert into history (at, list, thing_id, what, state)
         values (date_trunc('day', now()) - interval '400 days' + interval '${hour} hours', 'plans', $thing, 'changed', '{}')`,
        { bind: { thing } },
      );
    const left = async () => ({
      drafts: (await rowsOf(db, "select id from plan_drafts where id = $id", { id: draft.id })).length,
      ofDraft: (await rowsOf(db, "select id from history where thing_id = $id", { id: draft.id })).length,
      old: (await rowsOf(db, "select id from history where thing_id = $id", { id: thing })).length,
    });
    const { ofDraft } = await left();
    expect(ofDraft).toBeGreaterThan(1);
    await tidyUp(served);
    expect(await left()).toEqual({ drafts: 1, ofDraft, old: 1 });
    await old(61, "update plan_drafts set deleted_at = AGO where id = $id", { id: draft.id });
    await old(61, "update history set at = AGO where thing_id = $id", { id: draft.id });
    await tidyUp(served);
    expect(await left()).toEqual({ drafts: 0, ofDraft: 0, old: 1 });
  });
});

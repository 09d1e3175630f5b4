import { describe, expect, it } from "vitest";
import { asServer } from "../../scripts/lib/cluster.ts";
import { grantUse, ownsTables } from "../src/db/roles.ts";
import { openDatabase } from "../src/index.ts";
import { newDatabase } from "./new-database.ts";

describe("whom the server speaks to its database as", () => {
  it("can use the tables, and can't end what protects them", async () => {
    const url = await newDatabase(true);
    const { sequelize } = openDatabase(asServer(url));
    try {
      for (const sql of [
        "alter table evidence disable trigger all",
        "alter table rooms add column more text",
        "set session_replication_role = replica",
        "drop trigger evidence_stays on evidence",
        "create table more (id int)",
        "create or replace function stays_as_said() returns trigger language plpgsql as 'begin return old; end'",
        "set role postgres",
        ...["evidence", "check_notes", "class_entries", "history"].flatMap((table) => [
          `set map_step.erasing = 'yes'; delete from ${table}`,
          `set map_step.erasing = 'yes'; update ${table} set created_at = now()`,
          `set map_step.erasing = 'yes'; truncate ${table}`,
        ]),
      ])
        await expect(sequelize.query(sql), sql).rejects.toThrow(/permission denied|must be owner|not exist/);
      await sequelize.query("insert into rooms (name) values ('Loft')");
      await sequelize.query("delete from rooms");
    } finally {
      await sequelize.close();
    }
  });

  it("is told where it is the owner", async () => {
    const url = await newDatabase(true);
    expect(await ownsTables(url)).toBe(true);
    expect(await ownsTables(asServer(url))).toBe(false);
    // Given again, it is the same.
    await grantUse(url, asServer(url));
    expect(await ownsTables(asServer(url))).toBe(false);
  });
});

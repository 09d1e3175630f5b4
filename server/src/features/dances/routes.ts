import { api } from "@map-step/contract";
import type { Router } from "express";
import { changeAt } from "../../db/change.ts";
import { notFound } from "../../http/problems.ts";
import { type Context, serve } from "../../http/route.ts";

export function serveDances(router: Router, { db }: Context): void {
  const readDance = async (id: string) => {
    const row = await db.Dance.findByPk(id);
    if (!row) throw notFound();
    return row.get();
  };
  serve(router, api.dances.list, async () => (await db.Dance.findAll({ order: ["name"] })).map((row) => row.get()));
  serve(router, api.dances.create, async ({ body }) => (await db.Dance.create(body)).get());
  serve(router, api.dances.change, async ({ params: { id }, body: { version, ...content } }) => {
    await db.sequelize.transaction((transaction) => changeAt(db.Dance, id, version, content, transaction, () => readDance(id)));
    return readDance(id);
  });
}

import { api, type StaffRole } from "@map-step/contract";
import type { Request, Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { needConfirmed } from "../../http/session.ts";
import { openDesk } from "../letters/service.ts";
import { changeStaff, createStaff, listStaff } from "./service.ts";

interface Asked {
  readonly role: StaffRole;
  readonly active: boolean;
  readonly password?: string | undefined;
}

export function serveStaff(router: Router, context: Context): void {
  const { db } = context;
  const { notify } = openDesk(context);
  /** Who is director, and with which password, is changed with one's own password once more. */
  const guard = async (request: Request, body: Asked, id: string | null): Promise<void> => {
    const before = id === null ? null : await db.Staff.findByPk(id);
    const was = before?.role === "director" && before.active;
    const is = body.role === "director" && body.active;
    if (was !== is || (is && body.password !== undefined)) needConfirmed(request);
  };
  serve(router, api.staff.list, () => listStaff(db));
  serve(router, api.staff.create, async ({ body, request }) => {
    await guard(request, { ...body, active: true }, null);
    return createStaff(db, body);
  });
  serve(router, api.staff.change, async ({ params, body, request }) => {
    await guard(request, body, params.id);
    const before = await db.Staff.findByPk(params.id);
    const now = await changeStaff(db, params.id, body);
    if (body.password !== undefined) notify(request.log, now.id, "password");
    if (before && before.email !== now.email) notify(request.log, now.id, "address", before.email);
    return now;
  });
}

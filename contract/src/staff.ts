import { z } from "zod";
import { changeOf, stored, words } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";
import { STAFF_ROLES } from "./permissions.ts";
import { email, newPassword } from "./session.ts";
import { anyOf } from "./things.ts";

/** Who works at the studio, as it is written. */
export const staffContent = z.object({
  name: words(80),
  email,
  role: z.enum(STAFF_ROLES),
  active: z.boolean(),
});

/** Somebody new on the staff; without a password they get an invitation to choose one. */
export const newStaff = staffContent.extend({ password: newPassword.optional() });
/** Without a password the old one stays. */
export const staffChange = changeOf(staffContent).extend({ password: newPassword.optional() });
/** Somebody on the staff, as they are kept. */
export const staffMember = stored.extend(staffContent.shape).extend({
  /** Whoever came with the file of a studio has none until the director gives them one. */
  hasPassword: z.boolean(),
});
/** Somebody on the staff, as they are kept. */
export type StaffMember = z.infer<typeof staffMember>;
/** Somebody new on the staff. */
export type NewStaff = z.infer<typeof newStaff>;

/** Endpoints of the staff. */
export const staffApi = {
  list: endpoint({
    method: "GET",
    path: "/staff",
    access: "read",
    reads: anyOf("staff"),
    response: z.array(staffMember),
  }),
  create: endpoint({
    method: "POST",
    path: "/staff",
    access: "staff.write",
    changes: anyOf("staff", "letters"),
    body: newStaff,
    response: staffMember,
  }),
  change: endpoint({
    method: "PUT",
    path: "/staff/:id",
    access: "staff.write",
    changes: anyOf("staff", "letters", "sessions"),
    params: byId,
    body: staffChange,
    response: staffMember,
  }),
};

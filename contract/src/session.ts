import { z } from "zod";
import { localDate, words } from "./common.ts";
import { endpoint } from "./endpoint.ts";
import { STAFF_ROLES } from "./permissions.ts";

export const email = z.email("An email address such as name@studio.example").max(200).toLowerCase();
/** The server also refuses common ones and the address itself. */
export const newPassword = z.string().min(10, "At least 10 characters").max(200, "At most 200 characters");

export const person = z.object({ id: z.uuid(), name: z.string(), role: z.enum(STAFF_ROLES) });

export const session = z.object({
  person: person.nullable(),
  studio: z.object({ name: z.string(), timeZone: z.string() }).nullable(),
  /** No director yet: the first-run page creates one. */
  needsSetup: z.boolean(),
  /** Sent back in the `x-csrf-token` header of every request that changes something. */
  csrfToken: z.string(),
  today: localDate,
  /** Made-up accounts of the demo studio, to choose from on the sign-in page. */
  demoAccounts: z.array(
    z.object({ name: z.string(), email: z.string(), role: z.enum(STAFF_ROLES), password: z.string() }),
  ),
});

export const signIn = z.object({ email, password: z.string().min(1, "Write your password").max(200) });

export const timeZone = z.string().refine((zone) => {
  try {
    return Boolean(new Intl.DateTimeFormat("en", { timeZone: zone }));
  } catch {
    return false;
  }
}, "A time zone such as Europe/Lisbon");

export const setup = z.object({
  studioName: words(80),
  timeZone,
  name: words(80),
  email,
  password: newPassword,
});

/** One's own password: the one in use, and the next. */
export const passwordChange = z.object({
  current: z.string().min(1, "Write the password you use now").max(200),
  next: newPassword,
});

export type Person = z.infer<typeof person>;
export type Session = z.infer<typeof session>;
export type SignIn = z.infer<typeof signIn>;
export type Setup = z.infer<typeof setup>;
export type PasswordChange = z.infer<typeof passwordChange>;

export const sessionApi = {
  read: endpoint({ method: "GET", path: "/session", access: "anyone", response: session }),
  signIn: endpoint({ method: "POST", path: "/session", access: "anyone", body: signIn, response: session }),
  signOut: endpoint({ method: "DELETE", path: "/session", access: "anyone", response: session }),
  /** Ends all other sign-ins of the account. */
  changePassword: endpoint({
    method: "PUT",
    path: "/session/password",
    access: "read",
    body: passwordChange,
    response: session,
  }),
  setUp: endpoint({ method: "POST", path: "/setup", access: "anyone", body: setup, response: session }),
};

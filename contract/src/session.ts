import { z } from "zod";
import { localDate, words } from "./common.ts";
import { endpoint } from "./endpoint.ts";
import { shown } from "./factors.ts";
import { localeFormat } from "./locale-format.ts";
import { STAFF_ROLES } from "./permissions.ts";
import { anyOf, EVERYTHING, NOTHING } from "./things.ts";

/** An email address. */
export const email = z.email("An email address such as name@studio.example").max(200).toLowerCase();
/** The server also refuses common ones and the address itself. */
export const newPassword = z.string().min(12, "At least 12 characters").max(200, "At most 200 characters");

/** One's own name and address; another address asks for the password. */
export const ownAccount = z.object({ name: words(80), email, password: z.string().max(200) });

/** One place at which somebody is signed in. */
export const signInPlace = z.object({
  /** Tells it from the others; nobody signs in with it. */
  key: z.string().regex(/^[\da-f]{32}$/, "A key of a sign-in"),
  /** What the browser says that it is, in a few words. */
  device: z.string(),
  signedInAt: z.iso.datetime(),
  seenAt: z.iso.datetime(),
  /** Whether it is the one that asks. */
  here: z.boolean(),
});
/** One place at which somebody is signed in. */
export type SignInPlace = z.infer<typeof signInPlace>;

/** Somebody who is signed in. */
export const person = z.object({ id: z.uuid(), name: z.string(), role: z.enum(STAFF_ROLES) });

/** The studio, and who is signed in; nobody before that. */
export const session = z.object({
  person: person.nullable(),
  studio: z
    .object({ name: z.string(), timeZone: z.string(), firstWeekday: z.int(), localeFormat })
    .nullable(),
  /** No director yet: the first-run page creates one. */
  needsSetup: z.boolean(),
  /** Sent back in the `x-csrf-token` header of every request that changes something. */
  csrfToken: z.string(),
  today: localDate,
  /** The studio asks this director for more than a password, and they have nothing to show yet. */
  mustShowMore: z.boolean(),
  /** Whether it is the made-up studio. */
  isDemo: z.boolean(),
  /** Made-up accounts of the demo studio, to choose from on the sign-in page. */
  demoAccounts: z.array(
    z.object({ name: z.string(), email: z.string(), role: z.enum(STAFF_ROLES), password: z.string() }),
  ),
});

const password = z.string().min(1, "Write your password").max(200);

/** An address and its password, and what is shown beside it where that is asked. */
export const signIn = z.object({ email, password, shown: shown.optional() });
/** What can be shown once the password was right: a code, or what the browser asks a key. */
export interface Asked {
  readonly codes: boolean;
  readonly key: Readonly<Record<string, unknown>> | null;
}

/** A time zone of the IANA list, such as Europe/Lisbon. */
export const timeZone = z.string().refine((zone) => {
  try {
    return Boolean(new Intl.DateTimeFormat("en", { timeZone: zone }));
  } catch {
    return false;
  }
}, "A time zone such as Europe/Lisbon");

/** A studio's first evening: its name, its zone and its director. */
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

/** Somebody who is signed in. */
export type Person = z.infer<typeof person>;
/** The studio, and who is signed in. */
export type Session = z.infer<typeof session>;
/** An address and its password. */
export type SignIn = z.infer<typeof signIn>;
/** A studio's first evening. */
export type Setup = z.infer<typeof setup>;
/** The old password and the new one. */
export type PasswordChange = z.infer<typeof passwordChange>;

/** Endpoints of signing in and out. */
export const sessionApi = {
  read: endpoint({
    method: "GET",
    path: "/session",
    access: "anyone",
    reads: anyOf("settings", "staff"),
    response: session,
  }),
  signIn: endpoint({
    method: "POST",
    path: "/session",
    access: "anyone",
    changes: anyOf("sessions"),
    body: signIn,
    response: session,
  }),
  /** The password once more, before something that cannot be taken back. It holds for ten minutes. */
  confirm: endpoint({
    method: "POST",
    path: "/session/confirm",
    access: "read",
    changes: NOTHING,
    body: z.object({ password }),
    response: session,
  }),
  signOut: endpoint({
    method: "DELETE",
    path: "/session",
    access: "anyone",
    changes: anyOf("sessions"),
    response: session,
  }),
  /** Ends all other sign-ins of the account. */
  changePassword: endpoint({
    method: "PUT",
    path: "/session/password",
    access: "read",
    changes: anyOf("sessions"),
    body: passwordChange,
    response: session,
  }),
  changeOwn: endpoint({
    method: "PUT",
    path: "/session/account",
    access: "read",
    changes: anyOf("staff", "sessions"),
    body: ownAccount,
    response: session,
  }),
  /** Where one is signed in, the last used first. */
  places: endpoint({
    method: "GET",
    path: "/session/places",
    access: "read",
    reads: anyOf("sessions"),
    response: z.array(signInPlace),
  }),
  endPlace: endpoint({
    method: "DELETE",
    path: "/session/places/:key",
    access: "read",
    changes: anyOf("sessions"),
    params: signInPlace.pick({ key: true }),
    response: z.array(signInPlace),
  }),
  setUp: endpoint({
    method: "POST",
    path: "/setup",
    access: "anyone",
    changes: EVERYTHING,
    body: setup,
    response: session,
  }),
};

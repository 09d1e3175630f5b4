// The narrow doors of the contract: what a visitor waits for first needs none of the rest.
import { may, type Permission } from "@map-step/contract/permissions";
import { type Person, type Session, sessionApi } from "@map-step/contract/session";
import { useQueryClient } from "@tanstack/react-query";
import { createContext, lazy, type ReactNode, Suspense, useContext, useEffect, useState } from "react";
import { call, keyOf, takeSession, useApi } from "../../kit/api.ts";
import { showTimesIn } from "../../kit/dates.ts";
import { keepDraftsOf } from "../../kit/kept-draft.ts";
import { forgetAnswers } from "../../kit/offline.ts";
import { Loaded, Loading } from "../../kit/states.tsx";
import { tellError } from "../../kit/toasts.tsx";

export const SESSION_KEY = keyOf(sessionApi.read);

type OpenSession = Session & { readonly person: Person };
const SessionContext = createContext<OpenSession | null>(null);

/** Who is signed in, and the studio. Only inside `SignedIn`. */
export function useSession(): OpenSession {
  const session = useContext(SessionContext);
  if (!session) throw new Error("there is no session outside SignedIn");
  return session;
}

/** Whether the person may do something; the server checks the same table again. */
export const useMay = (permission: Permission): boolean => may(useSession().person.role, permission);

/** Keeps a new session and forgets what the one before has read. */
export function useStartSession(): (session: Session) => void {
  const client = useQueryClient();
  return (session) => {
    client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== SESSION_KEY[0] });
    client.setQueryData(SESSION_KEY, session);
  };
}

export function useSignOut(): () => void {
  const start = useStartSession();
  return () =>
    void call(sessionApi.signOut, {}).then((session) => {
      forgetAnswers();
      start(session);
    }, tellError);
}

export const loadSignIn = () => import("./sign-in.tsx");
const SignInPage = lazy(async () => ({ default: (await loadSignIn()).SignInPage }));
const SetupPage = lazy(async () => ({ default: (await import("./setup.tsx")).SetupPage }));

const KEPT = "map-step:last-session";

/**
 * Who was signed in when the studio was last reached, so that a class goes on without a network. Nothing that lets
 * anybody in: what is sent later needs the session itself.
 */
function keptSession(): Session | null {
  try {
    const text = localStorage.getItem(KEPT);
    return text === null ? null : (JSON.parse(text) as Session);
  } catch {
    return null;
  }
}

declare global {
  interface Window {
    /** The first answer about the session, asked for by `early.js`; nothing when the studio could not be reached. */
    earlySession?: Promise<Response | null>;
  }
}

/** The session as it was asked for before the application was here; asked anew where that came to nothing. */
export async function readEarlySession(): Promise<Session> {
  const early = await window.earlySession;
  delete window.earlySession;
  if (!early?.ok) return call(sessionApi.read, {});
  return takeSession((await early.json()) as Session);
}

/** Whether somebody was signed in here when the studio was last reached. */
export const wasSignedIn = (): boolean => keptSession() !== null;

function keepSession(session: Session): void {
  try {
    if (session.person) localStorage.setItem(KEPT, JSON.stringify({ ...session, csrfToken: "" }));
    else localStorage.removeItem(KEPT);
  } catch {
    // Without a store a page cannot be opened while there is no network; nothing else suffers.
  }
}

/** The session as the studio has it; without a network, as it was last. */
function useCurrentSession() {
  const read = useApi(sessionApi.read, {});
  const unreachable = !navigator.onLine || read.error?.problem.status === 0;
  const [kept] = useState(keptSession);
  useEffect(() => {
    if (read.data) keepSession(read.data);
  }, [read.data]);
  return { ...read, data: read.data ?? (unreachable && kept ? kept : undefined) };
}

/** Shows the studio to those who are signed in, the sign-in page to others, the first-run page to the first. */
export function SignedIn({ children }: { children: ReactNode }) {
  const session = useCurrentSession();
  const studioName = session.data?.studio?.name;
  const { person, studio } = session.data ?? {};
  // Before anything below draws a time or looks for a draft.
  keepDraftsOf(person?.id ?? "");
  if (studio) showTimesIn(studio.timeZone);
  useEffect(() => {
    document.title = studioName ? `${studioName} · Map Step` : "Map Step";
  }, [studioName]);
  return (
    <Suspense fallback={<Loading />}>
      <Loaded all={[session]}>
        {(current) => {
          if (current.needsSetup) return <SetupPage />;
          if (!current.person) return <SignInPage session={current} />;
          return <SessionContext value={{ ...current, person: current.person }}>{children}</SessionContext>;
        }}
      </Loaded>
    </Suspense>
  );
}

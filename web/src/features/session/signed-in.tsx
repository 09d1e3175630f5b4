import { type Session, sessionApi } from "@map-step/contract/session";
import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { actAs, call, takeSession, useApi } from "../../kit/api.ts";
import { isOurs } from "../../kit/connection.ts";
import { keepDraftsOf } from "../../kit/kept-draft.ts";
import { showTimesIn, writeAs } from "../../kit/locale-format.ts";
import { Loaded, Loading } from "../../kit/states.tsx";
import { SessionContext, useSignOut } from "./session.tsx";
import { SignInPage } from "./sign-in.tsx";

const MustShowMore = lazy(async () => ({
  default: (await import("../factors/panel.tsx")).MustShowMore,
}));
const SetupPage = lazy(async () => ({ default: (await import("./setup.tsx")).SetupPage }));

const KEPT = "map-step:last-session";
const sleep = (ms: number) => new Promise<null>((resolve) => setTimeout(() => resolve(null), ms));

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

/** Who is signed in is known within this time, or it is who it was last. Milliseconds. */
const PATIENCE_MS = 1_500;

/** The session as it was asked for before the application was here; asked anew where that came to nothing. */
export async function readEarlySession(): Promise<Session> {
  const early = await Promise.race([window.earlySession, sleep(PATIENCE_MS)]);
  delete window.earlySession;
  const session: unknown = early?.ok && isOurs(early) ? await early.json().catch(() => null) : null;
  return session ? takeSession(session as Session) : call(sessionApi.read, {});
}

/** Whether the first page has waited for the session as long as that is worth. */
let hasWaited = false;
/** What the first page needs of the session, as long as it is worth waiting for. */
export const untilSession = (asked: Promise<unknown>): Promise<unknown> => {
  if (!keptSession()) return asked;
  const late = sleep(PATIENCE_MS).then(() => {
    hasWaited = true;
  });
  return Promise.race([asked, late]);
};

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

/** The session as the studio has it; while the studio does not say it, as it was last. Once shown it stays. */
function useCurrentSession() {
  const read = useApi(sessionApi.read, {});
  const [kept] = useState(keptSession);
  const [isLate, setLate] = useState(hasWaited);
  const isFailed = read.error !== null;
  useEffect(() => {
    if (isFailed) return setLate(true);
    const timer = setTimeout(() => setLate(true), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, [isFailed]);
  useEffect(() => {
    if (read.data) keepSession(read.data);
  }, [read.data]);
  return { ...read, data: read.data ?? ((isLate || isFailed) && kept ? kept : undefined) };
}

/** Shows the studio to those who are signed in, the sign-in page to others, the first-run page to the first. */
export function SignedIn({ children }: { children: ReactNode }) {
  const session = useCurrentSession();
  const studioName = session.data?.studio?.name;
  const { person, studio } = session.data ?? {};
  // Before anything below draws a time or looks for a draft.
  keepDraftsOf(person?.id ?? "");
  actAs(person?.id ?? null);
  if (studio) {
    showTimesIn(studio.timeZone);
    writeAs(studio.localeFormat);
  }
  const signOut = useSignOut();
  useEffect(() => {
    document.title = studioName ? `${studioName} · Map Step` : "Map Step";
  }, [studioName]);
  return (
    <Suspense fallback={<Loading />}>
      <Loaded all={[session]}>
        {(current) => {
          if (current.needsSetup) return <SetupPage />;
          if (!current.person) return <SignInPage session={current} />;
          if (current.mustShowMore)
            return <MustShowMore onDone={() => void session.refetch()} onLeave={signOut} />;
          return <SessionContext value={{ ...current, person: current.person }}>{children}</SessionContext>;
        }}
      </Loaded>
    </Suspense>
  );
}

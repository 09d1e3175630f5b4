// The narrow doors of the contract: what a visitor waits for first needs none of the rest.
import { may, type Permission } from "@map-step/contract/permissions";
import { type Person, type Session, sessionApi } from "@map-step/contract/session";
import { useQueryClient } from "@tanstack/react-query";
import { createContext, useContext } from "react";
import { call, keyOf } from "../../kit/api.ts";
import { forgetAnswers } from "../../kit/offline.ts";
import { tellError } from "../../kit/toasts.ts";

export const SESSION_KEY = keyOf(sessionApi.read);

type OpenSession = Session & { readonly person: Person };
/** Filled by `SignedIn`. */
export const SessionContext = createContext<OpenSession | null>(null);

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

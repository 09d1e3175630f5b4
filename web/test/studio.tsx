import { api, type Person, type Session } from "@map-step/contract";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { inject } from "vitest";
import { openStudio, type Studio } from "../../scripts/lib/studios.ts";
import { SessionContext } from "../src/features/session/session.tsx";
import { call } from "../src/kit/api.ts";
import { keepDraftsOf } from "../src/kit/kept-draft.ts";
import { forgetCookies, line } from "./browser.ts";

/** A studio of one's own with the demo in it, and this browser on its line. */
export async function openDemo(): Promise<Studio> {
  const studio = await openStudio(inject("demoTemplate"));
  line.studio = studio.address;
  return studio;
}

/** Who teaches the first section. */
export const ILSE = "Ilse";

type SignedIn = Session & { readonly person: Person };

/** Signs in at this browser as one of the demo's staff, by the beginning of the name. */
export async function signInAs(name: string): Promise<SignedIn> {
  forgetCookies();
  const { demoAccounts } = await call(api.session.read, {});
  const account = demoAccounts.find((one) => one.name.startsWith(name));
  if (!account) throw new Error(`Nobody called ${name} is on the staff`);
  const { email, password } = account;
  const session = await call(api.session.signIn, { body: { email, password } });
  if (!session.person) throw new Error("The studio did not let anybody in");
  keepDraftsOf(session.person.id);
  return session as SignedIn;
}

/** The demo with its first section, and its teacher signed in. */
export async function openClass(): Promise<{ readonly studio: Studio; readonly sectionId: string }> {
  const studio = await openDemo();
  await signInAs(ILSE);
  const [section] = await call(api.sections.list, {});
  return { studio, sectionId: section?.id ?? "" };
}

/** A hook on a page of somebody who is signed in, with a client of its own. */
export function onPage<T, P>(session: SignedIn, hook: (props: P) => T, initialProps?: P) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <SessionContext value={session}>
        <MemoryRouter>{children}</MemoryRouter>
      </SessionContext>
    </QueryClientProvider>
  );
  const page = renderHook(hook, {
    wrapper,
    ...(initialProps === undefined ? {} : { initialProps }),
  });
  return { ...page, client };
}

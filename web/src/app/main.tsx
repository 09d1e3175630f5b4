import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/bricolage-grotesque";
import { ChakraProvider } from "@chakra-ui/react";
import { PROBLEM_TYPES } from "@map-step/contract/problem";
import { QueryCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { ErrorBoundary } from "react-error-boundary";
import {
  loadSignIn,
  readEarlySession,
  SESSION_KEY,
  SignedIn,
  wasSignedIn,
} from "../features/session/session.tsx";
import { ApiError } from "../kit/api.ts";
import { workOffline } from "../kit/offline.ts";
import { Failed, Loading } from "../kit/states.tsx";
import { Toasts } from "../kit/toasts.tsx";
import { applyColourMode } from "./colour-mode.ts";
import { system } from "./theme.ts";

Error.stackTraceLimit = 20; // none while the application was loading, see early.js

const signedOut = (error: unknown) =>
  error instanceof ApiError && error.problem.type === PROBLEM_TYPES.signedOut;

const client: QueryClient = new QueryClient({
  queryCache: new QueryCache({
    onError: (error) => {
      if (signedOut(error)) void client.invalidateQueries({ queryKey: SESSION_KEY });
    },
  }),
  defaultOptions: {
    // Without a network the browser answers from what was kept for class, so nothing waits for one.
    mutations: { networkMode: "always" },
    queries: {
      networkMode: "always",
      staleTime: 10_000,
      // A refusal stays a refusal; only a server that does not answer is asked again.
      retry: (count, error) => count < 2 && error instanceof ApiError && error.problem.status === 0,
    },
  },
});

const loadStudio = () => import("./routes.tsx");
const Studio = lazy(async () => ({ default: (await loadStudio()).Studio }));
const PublicRecap = lazy(async () => ({
  default: (await import("../features/recaps/public.tsx")).PublicRecapPage,
}));

/** What a recap's link holds, for those who read it without signing in. */
const [, secret] = /^\/r\/([^/]*)\/?$/.exec(window.location.pathname) ?? [];

/** What is needed first, fetched before anything is drawn: a waiting sign that gives way at once only takes time. */
async function firstNeeded(): Promise<void> {
  if (secret !== undefined) return;
  // Who is signed in is asked at once; whoever was not gets the page to sign in on.
  const asked = client.prefetchQuery({ queryKey: SESSION_KEY, queryFn: readEarlySession });
  await Promise.all([asked, wasSignedIn() ? loadStudio() : loadSignIn()]);
}

const root = document.getElementById("root");
if (!root) throw new Error("the page has no place for the application");
applyColourMode();
workOffline();
const draw = () =>
  createRoot(root).render(
    <StrictMode>
      <ChakraProvider value={system}>
        <QueryClientProvider client={client}>
          <ErrorBoundary fallback={<Failed error={null} retry={() => window.location.reload()} />}>
            <Suspense fallback={<Loading />}>
              {secret === undefined ? (
                <SignedIn>
                  <Studio />
                </SignedIn>
              ) : (
                <PublicRecap secret={secret} />
              )}
            </Suspense>
          </ErrorBoundary>
        </QueryClientProvider>
        <Toasts />
      </ChakraProvider>
    </StrictMode>,
  );
// What could not be fetched is said by the page itself, once it asks for it again.
void firstNeeded().then(draw, draw);

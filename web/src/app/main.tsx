import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/bricolage-grotesque";
import { ChakraProvider } from "@chakra-ui/react";
import { PROBLEM_TYPES } from "@map-step/contract";
import { QueryCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { RouterProvider } from "react-router";
import { loadSignIn, readEarlySession, SESSION_KEY, wasSignedIn } from "../features/session/session.tsx";
import { ApiError } from "../kit/api.ts";
import { workOffline } from "../kit/offline.ts";
import { Toasts } from "../kit/toasts.tsx";
import { applyColourMode } from "./colour-mode.ts";
import { router } from "./routes.tsx";
import { system } from "./theme.ts";

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

// Who is signed in is asked at once, not when the first page is drawn; whoever was not gets the page to sign in on.
void client.prefetchQuery({ queryKey: SESSION_KEY, queryFn: readEarlySession });
if (!wasSignedIn()) void loadSignIn();

const root = document.getElementById("root");
if (!root) throw new Error("the page has no place for the application");
applyColourMode();
workOffline();
createRoot(root).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <QueryClientProvider client={client}>
        <RouterProvider router={router} />
      </QueryClientProvider>
      <Toasts />
    </ChakraProvider>
  </StrictMode>,
);

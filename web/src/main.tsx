import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { Route, Switch } from "wouter";
import { Problem } from "./api/client";
import { Shell } from "./shell/shell";
import { Opening, Unopened } from "./shell/unopened";
import "./ui/look.css";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 60_000,
      refetchOnWindowFocus: false,
      // The desk is on the house's own network; whether there is an internet says nothing about it.
      networkMode: "always",
      retry: (count, error) => count < 2 && !(error instanceof Problem && error.refused),
    },
  },
});

/** Pages that nobody is signed in for: each by itself, without the shell. */
const ALONE = {
  "/api/docs": lazy(async () => ({ default: (await import("./api-docs/api-docs")).ApiDocs })),
  "/link": lazy(async () => ({ default: (await import("./link/link")).Link })),
  "/forgot": lazy(async () => ({ default: (await import("./forgot/forgot")).Forgot })),
  "/me": lazy(async () => ({ default: (await import("./forgot/forgot")).Me })),
  "/chat": lazy(async () => ({ default: (await import("./chat/chat")).Chat })),
  "/welcome": lazy(async () => ({ default: (await import("./welcome/welcome")).Welcome })),
};

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <Unopened>
          <Suspense fallback={<Opening />}>
            <Switch>
              {Object.entries(ALONE).map(([path, page]) => (
                <Route key={path} path={path} component={page} />
              ))}
              <Route>
                <Shell />
              </Route>
            </Switch>
          </Suspense>
        </Unopened>
      </QueryClientProvider>
    </StrictMode>,
  );
}

import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Problem } from "./api/client";
import { PLACES } from "./places/all";
import { FirstPlace } from "./shell/first-place";
import { Shell } from "./shell/shell";
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

const router = createBrowserRouter([
  { path: "/api/docs", lazy: async () => ({ Component: (await import("./api-docs/api-docs")).ApiDocs }) },
  { path: "/link", lazy: async () => ({ Component: (await import("./link/link")).Link }) },
  { path: "/forgot", lazy: async () => ({ Component: (await import("./forgot/forgot")).Forgot }) },
  { path: "/chat", lazy: async () => ({ Component: (await import("./chat/chat")).Chat }) },
  { path: "/welcome", lazy: async () => ({ Component: (await import("./welcome/welcome")).Welcome }) },
  {
    path: "/",
    element: <Shell />,
    children: [
      { index: true, element: <FirstPlace /> },
      ...PLACES.flatMap((place) =>
        [place.id, ...(place.below ?? []).map((below) => `${place.id}/${below}`)].map((path) => ({
          path,
          lazy: async () => ({ Component: await place.page() }),
        })),
      ),
      { path: "*", element: <FirstPlace /> },
    ],
  },
]);

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
}

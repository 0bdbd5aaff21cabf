import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";
import { Problem } from "./api/client";
import { Desk } from "./desk/desk";
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
  {
    path: "/",
    element: <Shell />,
    children: [
      { index: true, element: <Navigate to="/desk" replace /> },
      { path: "desk", element: <Desk /> },
      { path: "desk/:ticket", element: <Desk /> },
      { path: "record", lazy: async () => ({ Component: (await import("./record/record")).RecordPage }) },
      { path: "*", element: <Navigate to="/desk" replace /> },
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

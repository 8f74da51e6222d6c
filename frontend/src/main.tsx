import "@fontsource-variable/archivo/wdth.css";
import "./app/theme.css";

import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";

import { Problem } from "./api/client";
import { SessionGate } from "./app/session";
import { Shell } from "./app/shell";
import { CookPage } from "./features/cook";
import { CookListPage } from "./features/cook/list";
import { FirePage } from "./features/fire";
import { GuidePage } from "./features/guide";
import { LogEntryPage, LogPage } from "./features/log";
import { PlanPage, SheetPage } from "./features/plan";
import { YardPage } from "./features/yard";

const queries = new QueryClient({
  defaultOptions: { queries: { retry: (count, error) => !(error instanceof Problem && error.status < 500) && count < 3, refetchOnWindowFocus: false } },
});

const router = createBrowserRouter([
  {
    element: <SessionGate><Shell /></SessionGate>,
    children: [
      { index: true, element: <Navigate to="/cook" replace /> },
      { path: "plan", element: <PlanPage /> },
      { path: "plan/:planId", element: <PlanPage /> },
      { path: "plan/:planId/sheet", element: <SheetPage /> },
      { path: "guide", element: <GuidePage /> },
      { path: "fire", element: <FirePage /> },
      { path: "yard", element: <YardPage /> },
      { path: "cook", element: <CookListPage /> },
      { path: "cook/:cookId", element: <CookPage /> },
      { path: "log", element: <LogPage /> },
      { path: "log/:cookId", element: <LogEntryPage /> },
      { path: "*", element: <Navigate to="/plan" replace /> },
    ],
  },
]);

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}><RouterProvider router={router} /></QueryClientProvider>
  </StrictMode>,
);

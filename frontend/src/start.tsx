import "@fontsource-variable/archivo/wdth.css";
import "./app/theme.css";

import { QueryClient } from "@tanstack/react-query";
import { PersistQueryClientProvider } from "@tanstack/react-query-persist-client";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";

import { Problem } from "./api/client";
import { keeping, keepTheShell } from "./app/keep";
import { watchOtherTabs } from "./app/leave";
import { SessionGate } from "./app/session";
import { Shell } from "./app/shell";
import { CookPage } from "./features/cook";
import { CookListPage } from "./features/cook/list";
import { FirePage } from "./features/fire";
import { GuidePage } from "./features/guide";
import { ExperimentPage, LabPage } from "./features/lab";
import { LogEntryPage, LogPage, OverPage } from "./features/log";
import { PlanPage, SheetPage } from "./features/plan";
import { DebriefPage, PracticePage } from "./features/practice";
import { TableNowPage, TablePage, TableSheet } from "./features/table";
import { YardPage } from "./features/yard";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      gcTime: 24 * 3600 * 1000,
      networkMode: "always",
      retry: (count, error) => !(error instanceof Problem && error.status < 500) && count < 3,
      refetchOnWindowFocus: false,
    },
  },
});

const router = createBrowserRouter([
  {
    element: (
      <SessionGate>
        <Shell />
      </SessionGate>
    ),
    children: [
      { index: true, element: <Navigate to="/cook" replace /> },
      { path: "plan", element: <PlanPage /> },
      { path: "plan/:planId", element: <PlanPage /> },
      { path: "plan/:planId/sheet", element: <SheetPage /> },
      { path: "table", element: <TablePage /> },
      { path: "table/:tableId", element: <TablePage /> },
      { path: "table/:tableId/now", element: <TableNowPage /> },
      { path: "table/:tableId/sheet", element: <TableSheet /> },
      { path: "guide", element: <GuidePage /> },
      { path: "fire", element: <FirePage /> },
      { path: "yard", element: <YardPage /> },
      { path: "cook", element: <CookListPage /> },
      { path: "cook/:cookId", element: <CookPage /> },
      { path: "practice", element: <PracticePage /> },
      { path: "practice/:cookId", element: <DebriefPage /> },
      { path: "lab", element: <LabPage /> },
      { path: "lab/:experimentId", element: <ExperimentPage /> },
      { path: "log", element: <LogPage /> },
      { path: "log/over", element: <OverPage /> },
      { path: "log/:cookId", element: <LogEntryPage /> },
      { path: "*", element: <Navigate to="/plan" replace /> },
    ],
  },
]);

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <PersistQueryClientProvider client={queries} persistOptions={keeping}>
      <RouterProvider router={router} />
    </PersistQueryClientProvider>
  </StrictMode>,
);
keepTheShell();
watchOtherTabs();

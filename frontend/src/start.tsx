import "./app/theme.css";

import { QueryClient } from "@tanstack/react-query";
import { PersistQueryClientProvider } from "@tanstack/react-query-persist-client";
import { type ComponentType, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, Outlet, RouterProvider } from "react-router";

import { Problem } from "./api/client";
import { keeping, keepTheShell } from "./app/keep";
import { watchOtherTabs } from "./app/leave";
import { SessionGate } from "./app/session";
import { Shell } from "./app/shell";
import { Waiting } from "./ui/controls";
import { say } from "./words/say";

/** A page that is fetched when it is opened first. */
const page =
  <K extends string>(place: () => Promise<Record<K, ComponentType>>, name: K) =>
  async () => ({ Component: (await place())[name] });

const cook = () => import("./features/cook");
const lab = () => import("./features/lab");
const log = () => import("./features/log");
const plan = () => import("./features/plan");
const practice = () => import("./features/practice");
const table = () => import("./features/table");

/** While the first place comes. */
const Opening = () => <Waiting what={say("screen-session-lighting-up")} />;

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

const far = () => import("./features/cook/far");
const first = () => import("./features/first");

const router = createBrowserRouter([
  {
    element: (
      <SessionGate>
        <Outlet />
      </SessionGate>
    ),
    HydrateFallback: Opening,
    children: [
      { path: "cook/:cookId/watch", lazy: page(far, "WatchPage") },
      { path: "cook/:cookId/wall", lazy: page(far, "WallPage") },
    ],
  },
  {
    element: (
      <SessionGate>
        <Shell />
      </SessionGate>
    ),
    HydrateFallback: Opening,
    children: [
      { index: true, element: <Navigate to="/cook" replace /> },
      { path: "welcome", lazy: page(() => import("./features/account/welcome"), "WelcomePage") },
      { path: "plan", lazy: page(plan, "PlanPage") },
      { path: "plan/:planId", lazy: page(plan, "PlanPage") },
      { path: "plan/:planId/sheet", lazy: page(plan, "SheetPage") },
      { path: "table", lazy: page(table, "TablePage") },
      { path: "table/:tableId", lazy: page(table, "TablePage") },
      { path: "table/:tableId/now", lazy: page(table, "TableNowPage") },
      { path: "table/:tableId/sheet", lazy: page(table, "TableSheet") },
      { path: "first", lazy: page(first, "FirstPage") },
      { path: "first/:planId", lazy: page(first, "FirstPage") },
      { path: "cook/:cookId/one", lazy: page(() => import("./features/cook/one"), "OnePage") },
      { path: "guide", lazy: page(() => import("./features/guide"), "GuidePage") },
      { path: "fire", lazy: page(() => import("./features/fire"), "FirePage") },
      { path: "yard", lazy: page(() => import("./features/yard"), "YardPage") },
      { path: "cook", lazy: page(() => import("./features/cook/list"), "CookListPage") },
      { path: "cook/:cookId", lazy: page(cook, "CookPage") },
      { path: "practice", lazy: page(practice, "PracticePage") },
      { path: "practice/:cookId", lazy: page(practice, "DebriefPage") },
      { path: "lab", lazy: page(lab, "LabPage") },
      { path: "lab/:experimentId", lazy: page(lab, "ExperimentPage") },
      { path: "log", lazy: page(log, "LogPage") },
      { path: "log/over", lazy: page(log, "OverPage") },
      { path: "log/:cookId", lazy: page(log, "LogEntryPage") },
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

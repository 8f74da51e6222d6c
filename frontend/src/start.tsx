import "./app/theme.css";

import { QueryClient } from "@tanstack/react-query";
import { PersistQueryClientProvider } from "@tanstack/react-query-persist-client";
import { type ComponentType, lazy, type ReactNode, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import {
  BrowserRouter,
  generatePath,
  Navigate,
  Outlet,
  Route,
  Routes,
  useLocation,
  useParams,
} from "react-router";

import { Problem } from "./api/client";
import { keeping, keepTheShell } from "./app/keep";
import { watchOtherTabs } from "./app/leave";
import { SessionGate } from "./app/session";
import { Shell } from "./app/shell";
import { Caught } from "./ui/caught";
import { Waiting } from "./ui/controls";
import { say } from "./words/say";

/** A page that is fetched when it is opened first. */
const page = <K extends string>(place: () => Promise<Record<K, ComponentType>>, name: K) => {
  const Page: ComponentType = lazy(async () => ({ default: (await place())[name] as ComponentType }));
  return (
    <Caught key={name}>
      <Page />
    </Caught>
  );
};

/** Where each page is, in the frame of the places. */
const IN_THE_SHELL: [string, ReactNode][] = [
  ["welcome", page(() => import("./features/account/welcome"), "WelcomePage")],
  ["account", page(() => import("./features/account/own"), "AccountPage")],
  ["plan", page(() => import("./features/plan/page"), "PlanPage")],
  ["plan/:planId", page(() => import("./features/plan/page"), "PlanPage")],
  ["plan/:planId/sheet", page(() => import("./features/plan/sheet"), "SheetPage")],
  ["plan/meal", page(() => import("./features/plan/meal/page"), "MealPage")],
  ["plan/meal/:mealId", page(() => import("./features/plan/meal/page"), "MealPage")],
  ["plan/meal/:mealId/sheet", page(() => import("./features/plan/meal/sheet"), "MealSheet")],
  ["first", page(() => import("./features/first/page"), "FirstPage")],
  ["first/:planId", page(() => import("./features/first/page"), "FirstPage")],
  ["cook/:cookId/one", page(() => import("./features/cook/one"), "OnePage")],
  ["guide", page(() => import("./features/guide/page"), "GuidePage")],
  ["fire", page(() => import("./features/fire/page"), "FirePage")],
  ["gear", page(() => import("./features/yard/page"), "YardPage")],
  ["cook", page(() => import("./features/cook/list"), "CookListPage")],
  ["cook/meal/:mealId/*", page(() => import("./features/cook/start-meal"), "MealCookPage")],
  ["cook/:cookId", page(() => import("./features/cook/page"), "CookPage")],
  ["shared-photo", page(() => import("./features/cook/shared-photo"), "SharedPhotoPage")],
  ["practice", page(() => import("./features/practice/page"), "PracticePage")],
  ["practice/:cookId", page(() => import("./features/practice/debrief"), "DebriefPage")],
  ["lab", page(() => import("./features/lab/page"), "LabPage")],
  ["lab/:experimentId", page(() => import("./features/lab/experiment"), "ExperimentPage")],
  ["log", page(() => import("./features/log/page"), "LogPage")],
  ["log/over", page(() => import("./features/log/over"), "OverPage")],
  ["log/:cookId", page(() => import("./features/log/entry"), "LogEntryPage")],
];

/** Where pages were, and where they are now. */
const MOVED: [string, string][] = [
  ["table", "/plan"],
  ["table/:mealId", "/plan/meal/:mealId"],
  ["table/:mealId/now", "/cook/meal/:mealId"],
  ["table/:mealId/wall", "/cook/meal/:mealId/wall"],
  ["table/:mealId/sheet", "/plan/meal/:mealId/sheet"],
  ["yard", "/gear"],
];

function Moved({ to }: { to: string }) {
  const { search, hash } = useLocation();
  return <Navigate to={{ pathname: generatePath(to, useParams()), search, hash }} replace />;
}

const look = page(() => import("./features/cook/look"), "LookPage");
const join = page(() => import("./features/account/join"), "JoinPage");
const watch = page(() => import("./features/cook/far"), "WatchPage");
const wall = page(() => import("./features/cook/far"), "WallPage");

/** While the first place comes. */
const Opening = () => <Waiting what={say("screen-session-lighting-up")} />;

/** Everything that is seen signed in; a page comes before the one before it goes. */
const inside = (frame: ReactNode) => (
  <SessionGate>
    <Suspense fallback={<Opening />}>{frame}</Suspense>
  </SessionGate>
);

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

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <PersistQueryClientProvider client={queries} persistOptions={keeping}>
      <BrowserRouter>
        <Routes>
          <Route path="look/:token" element={<Suspense fallback={<Opening />}>{look}</Suspense>} />
          <Route path="join/:token" element={<Suspense fallback={<Opening />}>{join}</Suspense>} />
          <Route element={inside(<Outlet />)}>
            <Route path="cook/:cookId/watch" element={watch} />
            <Route path="cook/:cookId/wall" element={wall} />
          </Route>
          <Route element={inside(<Shell />)}>
            <Route index element={<Navigate to="/cook" replace />} />
            {IN_THE_SHELL.map(([path, element]) => (
              <Route key={path} path={path} element={element} />
            ))}
            {MOVED.map(([path, to]) => (
              <Route key={path} path={path} element={<Moved to={to} />} />
            ))}
            <Route path="*" element={<Navigate to="/plan" replace />} />
          </Route>
        </Routes>
      </BrowserRouter>
    </PersistQueryClientProvider>
  </StrictMode>,
);
keepTheShell();
watchOtherTabs();

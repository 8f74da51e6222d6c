import { Navigate, NavLink, Outlet, useLocation } from "react-router";

import { lazy, Suspense, useState, useSyncExternalStore } from "react";

import { askedNow, onAsked } from "@/api/edit";
import { usePreferences, useSignOut } from "@/api/hooks";
import { unsent } from "@/api/outbox";
import { useKeepHousehold } from "@/api/own";
import { Button } from "@/ui/controls";
import { clockText, dayText } from "@/units/units";

import { useFocusOnArrival } from "./focus";
import { leaveNothing } from "./leave";
import { ThumbBar } from "./thumb-bar";
import { useHousehold, useMay } from "@/api/household";
import { leaveDemo } from "./session";
import { LANGUAGES } from "@/words/catalogue";
import { say } from "@/words/say";

/** What a cook is about comes first; the rest stands apart. */
const FIRST = [
  { to: "/plan", name: say("screen-shell-plan") },
  { to: "/cook", name: say("screen-shell-cook") },
  { to: "/log", name: say("screen-shell-log") },
];
const PLACES = [
  ...FIRST,
  { to: "/fire", name: say("screen-shell-fire") },
  { to: "/lab", name: say("screen-shell-lab") },
  { to: "/practice", name: say("screen-shell-practice") },
  { to: "/gear", name: say("screen-shell-gear") },
  { to: "/guide", name: say("screen-shell-guide") },
];

/** Where marks are made and readings taken. */
const FOR_HANDS = ["/cook", "/log", "/guide"];

/** That the household goes, and the way back. */
function Leaving({ at, owner }: { at: Date; owner: boolean }) {
  const keep = useKeepHousehold();
  return (
    <p
      role="alert"
      className="m-0 mx-4 flex flex-wrap items-center gap-3 border-l-4 border-alarm bg-panel p-3 md:mx-6"
    >
      {say("screen-shell-this-household-goes", { at: `${dayText(at)} ${clockText(at)}` })}
      {owner && <Button onClick={() => keep.mutate()}>{say("screen-shell-keep-it-after-all")}</Button>}
      {keep.error?.message}
    </p>
  );
}

const ChangedMeanwhile = lazy(() =>
  import("./changed-meanwhile").then((module) => ({ default: module.ChangedMeanwhile })),
);

/** The choice between two changes, where there is one to make. */
function Changed() {
  const asked = useSyncExternalStore(onAsked, askedNow);
  return (
    asked && (
      <Suspense fallback={null}>
        <ChangedMeanwhile asked={asked} />
      </Suspense>
    )
  );
}

function Mark() {
  return (
    <svg viewBox="0 0 32 24" width="34" height="26" aria-hidden>
      <path d="M2 14h7M12.500 14h7M23 14h7" stroke="var(--c-ash)" strokeWidth="3" strokeLinecap="round" />
      <path d="M6 20.500h7M18 20.500h8" stroke="var(--c-ember)" strokeWidth="4" strokeLinecap="round" />
      <path
        d="M6 7c4-5 16-5 20 0"
        stroke="var(--c-ember)"
        strokeWidth="3"
        fill="none"
        strokeLinecap="round"
      />
    </svg>
  );
}

function Person() {
  return (
    <svg viewBox="0 0 20 20" width="18" height="18" fill="none" stroke="currentColor" strokeWidth="2.2">
      <circle cx="10" cy="6.500" r="3.500" />
      <path d="M3 18c1-5 13-5 14 0" strokeLinecap="round" />
    </svg>
  );
}

/** Header with the places, and the preferences of the household. */
/** A language as it calls itself. */
const calledItself = (tag: string) => new Intl.DisplayNames([tag], { type: "language" }).of(tag) ?? tag;

export function Shell() {
  useFocusOnArrival();
  const household = useHousehold();
  const preferences = usePreferences();
  const signOut = useSignOut();
  const [sure, setSure] = useState(false);
  const leave = () => {
    leaveDemo();
    leaveNothing();
    signOut.mutate(undefined);
  };
  const may = useMay();
  const place = `/${useLocation().pathname.split("/")[1]}`;
  const shut = !may.cook && ![...FOR_HANDS, "/account"].includes(place);
  const places = !may.cook ? PLACES.filter((p) => FOR_HANDS.includes(p.to)) : PLACES;
  const dark = document.documentElement.dataset.scheme === "dark";
  const other = LANGUAGES[(LANGUAGES.indexOf(household.language) + 1) % LANGUAGES.length]!;
  const small = "min-h-11 rounded-bar px-3 text-sm font-semibold hover:bg-raised [font-stretch:80%]";
  return (
    <div className="mx-auto flex min-h-dvh max-w-[100rem] flex-col">
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-10 focus:bg-ember focus:p-3 focus:text-on-ember"
      >
        {say("screen-shell-skip-to-the-content")}
      </a>
      <Changed />
      <header className="flex print:hidden flex-wrap items-center gap-x-2 px-4 pt-1 md:gap-x-6 md:px-6">
        <NavLink
          to="/plan"
          className="flex items-center gap-2 py-2 text-xl font-extrabold text-ink no-underline [font-stretch:112%]"
        >
          <Mark />
          {say("screen-shell-brasko")}
        </NavLink>
        <nav aria-label={say("screen-shell-places")} className="hidden flex-wrap gap-x-1 md:flex">
          {places.map((place) => (
            <NavLink
              key={place.to}
              to={place.to}
              className={`relative flex min-h-11 items-center px-3 font-semibold text-ash no-underline [font-stretch:85%] hover:text-ink aria-[current=page]:text-ink aria-[current=page]:after:absolute aria-[current=page]:after:inset-x-2 aria-[current=page]:after:bottom-1 aria-[current=page]:after:h-1 aria-[current=page]:after:rounded-full aria-[current=page]:after:bg-ember ${place.to === "/log" ? "md:mr-5" : ""}`}
            >
              {place.name}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto flex flex-wrap items-center">
          <NavLink to="/account" className={`${small} hidden items-center text-ash no-underline md:flex`}>
            <span className="sr-only lg:not-sr-only">{household.name}</span>
            <span className="lg:hidden" aria-hidden>
              <Person />
            </span>
          </NavLink>
          {may.cook && (
            <>
              {" "}
              <button
                type="button"
                className={small}
                onClick={() => preferences.mutate({ units: household.units === "us" ? "metric" : "us" })}
              >
                {household.units === "us" ? "°F" : "°C"}
                <span className="sr-only">
                  {household.units === "us"
                    ? say("screen-shell-and-inches-change-to-celsius-and")
                    : say("screen-shell-and-millimetres-change-to-fahrenheit")}
                </span>
              </button>
              <button
                type="button"
                className={small}
                onClick={() => preferences.mutate({ clock: household.clock === "12" ? "24" : "12" })}
              >
                {household.clock === "12" ? "12 h" : "24 h"}
                <span className="sr-only">
                  {household.clock === "12"
                    ? say("screen-shell-hours-change-to-24")
                    : say("screen-shell-hours-change-to-12")}
                </span>
              </button>
              <button
                type="button"
                className={small}
                onClick={() => preferences.mutate({ scheme: dark ? "light" : "dark" })}
              >
                {dark ? say("screen-shell-light") : say("screen-shell-dark")}
                <span className="sr-only"> {say("screen-shell-scheme")}</span>
              </button>
              <button
                type="button"
                className={small}
                lang={other}
                onClick={() => preferences.mutate({ language: other })}
              >
                {other.toUpperCase()}
                <span className="sr-only">: {calledItself(other)}</span>
              </button>
            </>
          )}
          <button
            type="button"
            className={small}
            onClick={() => (unsent().length > 0 ? setSure(true) : leave())}
          >
            {say("screen-shell-sign-out")}
          </button>
        </div>
        {sure && (
          <p role="alert" className="m-0 flex w-full flex-wrap items-center gap-2 text-alarm">
            {say("screen-shell-not-with-the-server-yet-and", {
              value:
                unsent().length === 1
                  ? say("screen-shell-one-mark-is")
                  : say("screen-shell-marks-are", { length: unsent().length }),
            })}
            <Button onClick={leave}>{say("screen-shell-sign-out-all-the-same")}</Button>
            <Button weight="quiet" onClick={() => setSure(false)}>
              {say("screen-shell-stay")}
            </Button>
          </p>
        )}
      </header>
      {household.leaves_at && (
        <Leaving at={new Date(household.leaves_at)} owner={household.role === "owner"} />
      )}
      <main id="main" className="flex flex-1 flex-col px-4 pb-[calc(var(--thumb)+2rem)] md:px-6">
        {shut ? <Navigate to="/cook" replace /> : <Outlet />}
      </main>
      <ThumbBar places={[...places, { to: "/account", name: say("screen-shell-account") }]} />
    </div>
  );
}

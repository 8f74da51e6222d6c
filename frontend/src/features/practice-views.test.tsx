import { act } from "react";
import { Route, Routes } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { Session } from "@/api/hooks";
import { HouseholdContext } from "@/api/household";
import { Stage } from "@/testing/stage";

import { DebriefPage } from "./practice/debrief";
import { Feel } from "./practice/feel";
import { PracticePage } from "./practice/page";
import { DrillStory } from "./practice/story";

const stage = new Stage();
const household = { units: "metric", scale: "kitchen" } as NonNullable<Session["household"]>;
const show = (element: React.ReactElement) =>
  stage.show(<HouseholdContext value={household}>{element}</HouseholdContext>);

const answers: Record<string, unknown> = {};
const sent: { path: string; body: unknown }[] = [];

beforeEach(() => {
  sent.length = 0;
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url).pathname;
    if (request.method === "POST") sent.push({ path, body: await request.clone().json() });
    const body = answers[`${request.method} ${path}`];
    return new Response(JSON.stringify(body ?? {}), {
      status: body === undefined ? 404 : 200,
      headers: { "Content-Type": "application/json" },
    });
  });
});
afterEach(() => vi.unstubAllGlobals());

const drill = (key: string, more: object = {}) => ({
  key,
  name: `Drill ${key}`,
  story: "A story.",
  watch: "Watch it.",
  pieces: 1,
  attempts: [],
  best: null,
  running: null,
  ...more,
});

describe("the drills", () => {
  it("show what was reached, and put forward the first that was not tried", async () => {
    answers["GET /api/practice"] = {
      drills: [drill("one", { attempts: [60, 82], best: 82 }), drill("two"), drill("three", { running: 9 })],
      feel: [{ kind: "hand", name: "The palm", rounds: [3, 6], of: 8 }],
    };
    show(<PracticePage />);
    await stage.until(() => stage.text().includes("Drill one"));
    expect(stage.host.querySelector("[aria-label='Best so far: 82 of 100']")).toBeTruthy();
    expect(stage.button(/^Start: Drill one$/).className).not.toContain("bg-ember");
    expect(stage.button(/^Start: Drill two$/).className).toContain("bg-ember");
    expect(stage.host.querySelector("a[href='/cook/9']")?.textContent).toBe("Resume");
    expect(stage.host.querySelector("[aria-label='2 rounds so far: 3, 6']")).toBeTruthy();
  });
  it("begin at the pace that was chosen", async () => {
    answers["POST /api/practice/drills/two/start"] = { cook_id: 5 };
    show(<PracticePage />);
    await stage.until(() => stage.text().includes("Drill two"));
    act(() => stage.button(/^Start: Drill two$/).click());
    await stage.until(() => sent.length > 0);
    expect(sent).toEqual([{ path: "/api/practice/drills/two/start", body: { speed: 10 } }]);
  });
});

describe("a round of feel", () => {
  it("asks one thing at a time and tells why at its end", async () => {
    answers["GET /api/practice/feel/hand"] = {
      kind: "hand",
      name: "The palm",
      seed: 4,
      questions: [
        { asked: "Two seconds?", colour: "", choices: ["\ufdd3temp:300\ufdd4", "\ufdd3temp:100\ufdd4"] },
        { asked: "This colour?", colour: "#aa3344", choices: ["red", "blue"] },
      ],
    };
    answers["POST /api/practice/feel/hand"] = {
      right: 1,
      of: 2,
      answers: [
        { right: 0, given: 0, why: "For it is hot." },
        { right: 0, given: 1, why: "For it is red." },
      ],
    };
    show(<Feel kind="hand" />);
    await stage.until(() => stage.text().includes("1 of 2"));
    expect(stage.text()).toContain("1 of 2");
    expect(stage.text()).toContain("300 °C");
    act(() => stage.button(/^300 °C$/).click());
    expect(stage.host.querySelector("[role=img]")?.getAttribute("aria-label")).toContain("#aa3344");
    act(() => stage.button(/^blue$/).click());
    await stage.until(() => stage.text().includes("1/2"));
    expect(sent).toEqual([{ path: "/api/practice/feel/hand", body: { seed: 4, answers: [0, 1] } }]);
    expect(stage.text()).toContain("1/2");
    expect(stage.text()).toContain("you said blue");
    expect(stage.text()).toContain("For it is red.");
  });
});

describe("the story of a drill", () => {
  it("tells the latest of what has happened, and afterwards where it is told what it was worth", async () => {
    answers["GET /api/practice/cooks/7/story"] = {
      drill: "flare",
      name: "Flare-ups",
      story: "Fat drips.",
      watch: "",
      said: [{ at: "2026-01-01T18:04:00Z", words: "Flames." }],
    };
    show(<DrillStory cookId={7} practice over={false} />);
    await stage.until(() => stage.text().includes("Flames."));
    expect(stage.text()).toContain("Flames.");
    show(<DrillStory cookId={7} practice over />);
    await stage.until(() => stage.host.querySelector("a"));
    expect(stage.host.querySelector("a[href='/practice/7']")).toBeTruthy();
  });
  it("is not there beside a cook that is none", async () => {
    answers["GET /api/practice/cooks/8/story"] = { drill: "", name: "", story: "", watch: "", said: [] };
    show(<DrillStory cookId={8} practice over={false} />);
    await stage.settle();
    expect(stage.text()).toBe("");
  });
});

describe("what a drill was worth", () => {
  const moment = {
    key: "gentle",
    at_s: 1200,
    words: "Pulled late.",
    probe_c: 52,
    cost_k: 3,
    cost_s: 300,
    instead: "Pull at the probe.",
  };
  it("is told with its parts, its moments, other hands, and one thing to try again", async () => {
    answers["GET /api/practice/cooks/7/debrief"] = {
      cook_id: 7,
      drill: "dying",
      name: "Dying coals",
      watch: "Look at the air.",
      points: 71,
      best: 80,
      said: ["It got cool. Nobody dealt with it."],
      pieces: [
        {
          name: "Strip",
          on_at: "2026-01-01T18:00:00Z",
          points: 71,
          safe: true,
          parts: [{ key: "finish", mark: 0.5, words: "The middle peaked at \ufdd3temp:58\ufdd4." }],
          moments: [moment],
          hands: [{ key: "plan", name: "The plan", points: 90, peak_c: 54, rim_share: 0.1, crust_share: 1 }],
          time_s: [0, 1800],
          core_c: [4, 58],
          planned_time_s: [0, 1800],
          planned_core_c: [4, 54],
          finish_c: 54,
        },
      ],
    };
    answers["POST /api/practice/cooks/7/again"] = { cook_id: 11 };
    window.history.replaceState({}, "", "/");
    show(
      <Routes>
        <Route path="*" element={<DebriefOf />} />
      </Routes>,
    );
    await stage.until(() => stage.text().includes("One thing"));
    const text = stage.text();
    for (const said of [
      "71",
      "of 100, best 80",
      "Nobody dealt with it.",
      "58 °C",
      "Pulled late.",
      "+3 °C, +5 min",
    ])
      expect(text).toContain(said);
    expect(text).toContain("One thing to try again: Pull at the probe.");
    act(() => stage.button(/^Try again from/).click());
    await stage.until(() => sent.length > 0);
    expect(sent).toEqual([
      { path: "/api/practice/cooks/7/again", body: { at: "2026-01-01T18:20:00.000Z", speed: 10 } },
    ]);
  });
});

/** The page at the address of cook 7. */
function DebriefOf() {
  return (
    <Routes location="/practice/7">
      <Route path="practice/:cookId" element={<DebriefPage />} />
    </Routes>
  );
}

import { act, type ReactElement } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";

import { Problem } from "@/api/client";
import type { Reference, Session } from "@/api/hooks";
import { keys } from "@/api/hooks";
import type { PlannedTable, TableReference } from "@/api/tables";
import { HouseholdContext } from "@/api/household";
import { Stage } from "@/testing/stage";

import { dishesToAdd } from "../add-dish";
import { tableDefaults } from "../model";
import { Board } from "./board";
import { Brief } from "./brief";
import { Dishes } from "./dishes";
import { Grates } from "./grates";
import { asked, emptyTable, fromFile, type TableDraft } from "./model";
import { People } from "./people";
import { Sittings } from "./sittings";
import { Work } from "./work";

const NOON = new Date("2027-06-12T12:00:00Z");
const US = { name: "Us", username: "us", units: "us", scale: "kitchen", scheme: "light" } as NonNullable<
  Session["household"]
>;
const REFERENCE = {
  cuts: [
    { key: "ribeye", name: "Ribeye", group: "beef", typical_thickness_mm: 38, typical_mass_g: 450 },
    {
      key: "corn",
      name: "Corn on the cob",
      group: "vegetable",
      is_side: true,
      typical_thickness_mm: 45,
      typical_mass_g: 230,
    },
  ],
} as unknown as Reference;
const SIDES: TableReference = {
  sides: [
    {
      key: "bun",
      name: "Burger buns, halved",
      group: "bread",
      each: 2,
      ways: ["open"],
      least_min: 1,
      most_min: 2,
    },
    {
      key: "corn_bare",
      name: "Corn, husked",
      group: "vegetable",
      each: 1,
      ways: ["open", "foil"],
      least_min: 8,
      most_min: 15,
    },
  ],
  ways: [
    { key: "open", name: "on the grate" },
    { key: "foil", name: "in foil" },
  ],
  fires: [{ key: "gas", name: "Gas grill" }],
  most_dishes: 2,
  most_fires: 2,
  most_people: 2,
  most_sittings: 3,
};
const corn: PlannedTable["dishes"][number] = {
  key: "corn_bare",
  name: "Corn, husked",
  colour: "plant",
  left_out: false,
  variant: "open@gas",
  label: "On the grate at \ufdd3temp:190.6\ufdd4",
  why: "\ufdd3time:600\ufdd4 on the fire",
  done_words: "",
  person: "cook",
  on_s: -900,
  done_s: -300,
  serve_s: 0,
  wait_s: 120,
  most_wait_s: 600,
  bars: [
    {
      place: "gas/hot",
      state: "set:190.6",
      state_words: "set for \ufdd3temp:190.6\ufdd4",
      start_s: -900,
      end_s: -300,
      area_cm2: 200,
    },
  ],
  ways: [
    { key: "open@gas", label: "On the grate", on_s: -600, most_wait_s: 600, as_wished: true },
    { key: "foil@gas", label: "In foil", on_s: -900, most_wait_s: 600, as_wished: true },
  ],
};
const TOLD: PlannedTable = {
  format: "brasko/table-plan@1",
  model_version: "1",
  title: "",
  eat_at: NOON.toISOString(),
  status: "optimal",
  gap: 0,
  reasons: ["Corn, husked waits \ufdd3time:120\ufdd4 under cover."],
  clash: [],
  helps: [],
  begins_s: -1800,
  dishes: [corn],
  fires: [
    { key: "gas", name: "Gas grill", places: [{ key: "gas/hot", name: "Over the heat", area_cm2: 400 }] },
  ],
  work: [
    {
      id: "corn_bare:on:0",
      key: "on",
      of: "corn_bare",
      person: "cook",
      place: "gas/hot",
      name: "Put the corn on the grate",
      why: "\ufdd3time:600\ufdd4 on the fire",
      start_s: -900,
      lasts_s: 10,
    },
    {
      id: "corn_bare:turn:0",
      key: "turn",
      of: "corn_bare",
      person: "cook",
      place: "gas/hot",
      name: "Turn the corn",
      why: "",
      start_s: -800,
      lasts_s: 10,
    },
    {
      id: "corn_bare:turn:1",
      key: "turn",
      of: "corn_bare",
      person: "cook",
      place: "gas/hot",
      name: "Turn the corn",
      why: "",
      start_s: -700,
      lasts_s: 10,
    },
  ],
};
const dish = {
  key: "corn_bare",
  side: "corn_bare",
  piece: null,
  way: null,
  count: null,
  fires: [],
  course_min: 0,
  pin: {},
};
const DRAFT = { ...emptyTable(NOON), dishes: [dish] } as TableDraft;

const stage = new Stage();

beforeEach(() =>
  vi.stubGlobal("matchMedia", () => ({
    matches: false,
    addEventListener: vi.fn(),
    removeEventListener: vi.fn(),
  })),
);

const show = (view: ReactElement) =>
  stage.show(<HouseholdContext.Provider value={US}>{view}</HouseholdContext.Provider>);
const button = (name: RegExp) => stage.button(name);
const press = (name: RegExp) => act(() => button(name).click());

describe("the board", () => {
  const onWait = vi.fn();
  const onFocus = vi.fn();
  const board = (focus: string | null = null) =>
    show(
      <Board
        told={TOLD}
        people={DRAFT.people}
        eatAt={NOON}
        at={-600}
        onAt={() => undefined}
        focus={focus}
        onFocus={onFocus}
        onWait={onWait}
      />,
    );

  it("names each bar with its place, times and wait, for those who do not see it", () => {
    board("corn_bare");
    const bar = button(/^Corn, husked, over the heat/);
    expect(bar.getAttribute("aria-label")).toMatch(/\d\d:\d\d to \d\d:\d\d, waits 2 min$/);
    expect(bar.getAttribute("aria-pressed")).toBe("true");
    expect(stage.host.querySelector("input[type=range]")!.getAttribute("aria-valuetext")).toMatch(
      /^\d\d:\d\d$/,
    );
  });

  it("moves a dish by a minute with the arrow keys, and opens it when it is pressed", () => {
    board();
    const bar = button(/^Corn, husked, over the heat/);
    act(() => void bar.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowLeft", bubbles: true })));
    expect(onWait).toHaveBeenLastCalledWith(corn, 180);
    act(() => void bar.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowRight", bubbles: true })));
    expect(onWait).toHaveBeenLastCalledWith(corn, 60);
    press(/^Corn, husked, over the heat/);
    expect(onFocus).toHaveBeenCalledWith("corn_bare");
  });
});

describe("in short", () => {
  const onStop = vi.fn();
  const onAgain = vi.fn();
  const brief = (told: PlannedTable | null, problem: Problem | null = null, solving = false) =>
    show(<Brief {...{ told, solving, problem, onStop, onAgain }} eatAt={NOON} system="us" />);

  it("leaves it at the first answer, and looks for a better one after all", () => {
    const first = { ...TOLD, status: "rule" as const, gap: null };
    brief(first, null, true);
    expect(stage.host.querySelector("progress")!.getAttribute("aria-label")).toContain("better schedule");
    press(/Keep this one/);
    expect(onStop).toHaveBeenCalledOnce();
    brief(first);
    expect(stage.host.textContent).toContain("there may be a better one");
    press(/Look for a better one/);
    expect(onAgain).toHaveBeenCalledOnce();
  });

  it("says how good the answer is", () => {
    brief(TOLD);
    expect(stage.host.textContent).toContain("best possible");
    expect(stage.host.textContent).toContain("Corn, husked waits 2 min under cover.");
    brief({ ...TOLD, status: "rule", gap: null }, null, true);
    expect(stage.host.textContent).toContain("a better one is on its way");
    brief({ ...TOLD, status: "feasible", gap: 0.25 });
    expect(stage.host.textContent).toContain("within 25\u00a0% of the best");
  });

  it("names what clashes and what would do", () => {
    brief({ ...TOLD, status: "clash", clash: ["Corn, husked"], helps: ["Add a helper."] });
    expect(stage.host.textContent).toContain("Not everything fits: Corn, husked.");
    expect(stage.host.textContent).toContain("What would help: Add a helper.");
  });

  it("keeps what stood before beside what is wrong", () => {
    brief(
      TOLD,
      new Problem(422, "Wrong", [{ field: "table.people", message: "needs somebody.", suggestion: null }]),
    );
    expect(stage.host.querySelector("[role=alert]")!.textContent).toBe("people needs somebody.");
    expect(stage.host.textContent).toContain("The last plan that worked is shown.");
  });
});

describe("who comes later", () => {
  const onDraft = vi.fn();
  const sittings = (draft: TableDraft, problem: Problem | null = null) =>
    show(<Sittings {...{ draft, onDraft, problem }} reference={SIDES} />);
  const two = { ...DRAFT, eaters: 4, sittings: [{ eaters: 2, after_min: 30 }] };

  it("comes half an hour after those before, and may stay away after all", () => {
    sittings(two);
    press(/^Some guests come later$/);
    expect(onDraft.mock.lastCall![0].sittings).toEqual([
      { eaters: 2, after_min: 30 },
      { eaters: 1, after_min: 60 },
    ]);
    press(/^Nobody comes later, 1$/);
    expect(onDraft.mock.lastCall![0].sittings).toEqual([]);
  });

  it("hears what is wrong beside its own field, and nobody is offered where one is left", () => {
    const wrong = new Problem(422, "", [
      { field: "table.sittings.0.after_min", message: "must be later.", suggestion: null },
    ]);
    sittings({ ...two, eaters: 3 }, wrong);
    expect(stage.host.querySelector("[role=alert]")!.textContent).toBe("must be later.");
    expect(stage.host.textContent).not.toContain("Some guests come later");
  });

  it("is kept in the file and read out of it", () => {
    const body = asked(two)!;
    expect(body.sittings).toEqual(two.sittings);
    expect(fromFile(JSON.stringify(body))!.sittings).toEqual(two.sittings);
  });
});

const NO_PIECE = { pieces: [], focus: 0, anchor: "eat" as const, day: "", time: "", table: tableDefaults };

describe("the dishes", () => {
  beforeEach(() => stage.queries.setQueryData(keys.boards, []));
  const onDraft = vi.fn();
  const dishes = (draft: TableDraft, focus: string | null = null, problem: Problem | null = null) =>
    show(
      <Dishes
        draft={draft}
        onDraft={onDraft}
        told={[corn]}
        reference={REFERENCE}
        sides={SIDES}
        problem={problem}
        system="us"
        focus={focus}
        onFocus={() => undefined}
        plan={{ draft: NO_PIECE, shown: null, servedAt: new Date(), serveS: 0 }}
        onPiece={() => undefined}
      />,
    );

  it("offers meat and sides, and vegetables only as sides", () => {
    dishes(DRAFT);
    const offered = dishesToAdd(REFERENCE.cuts, SIDES.sides).map((f) => f.key);
    expect(offered).toEqual(["cut:ribeye", "side:bun", "side:corn_bare"]);
    expect(stage.host.textContent).toContain("On the grate at 375 °F");
  });

  it("says how many are as many as can be planned", () => {
    dishes({ ...DRAFT, dishes: [DRAFT.dishes[0]!, { ...DRAFT.dishes[0]!, key: "two" }] });
    expect(stage.host.textContent).toContain("2 dishes are the most in one plan");
  });

  it("puts an error beside its dish, and lets go of what is held", () => {
    const held = { ...DRAFT, dishes: [{ ...DRAFT.dishes[0]!, pin: { wait_min: 2 } }] };
    const wrong = new Problem(422, "", [
      { field: "table.dishes.0.way", message: "is none.", suggestion: null },
    ]);
    dishes(held, "corn_bare", wrong);
    expect(stage.host.querySelector("[role=alert]")!.textContent).toBe("is none.");
    press(/Unpin/);
    expect(onDraft.mock.lastCall![0].dishes[0].pin).toEqual({});
    press(/^Remove Corn/);
    expect(onDraft.mock.lastCall![0].dishes).toEqual([]);
  });
});

describe("hands", () => {
  it("adds and removes people, and lets go of what was given to them", () => {
    const onDraft = vi.fn();
    const two = {
      ...DRAFT,
      people: [...DRAFT.people, { key: "bo", name: "Bo", may: ["fire" as const] }],
      dishes: [{ ...DRAFT.dishes[0]!, pin: { person: "bo" } }],
    };
    show(<People draft={two} onDraft={onDraft} reference={SIDES} />);
    expect(button(/Add a helper/)).toBeUndefined();
    press(/Remove Bo/);
    expect(onDraft.mock.lastCall![0].people).toHaveLength(1);
    expect(onDraft.mock.lastCall![0].dishes[0].pin.person).toBeNull();
    show(<People draft={DRAFT} onDraft={onDraft} reference={SIDES} />);
    press(/Add a helper/);
    expect(onDraft.mock.lastCall![0].people[1]).toMatchObject({ key: "helper", may: ["fire", "kitchen"] });
  });
});

it("tells what lies where and how the fire stands, and what is done how often", () => {
  show(<Grates told={TOLD} at={-600} eatAt={NOON} system="us" />);
  expect(stage.host.textContent).toContain("set for 375 °F");
  expect(stage.host.textContent).toContain("50 % full");
  show(<Work told={TOLD} people={DRAFT.people} eatAt={NOON} at={-600} onAt={() => undefined} system="us" />);
  expect(stage.host.textContent).toContain("2 things to do");
  expect(stage.host.textContent).toContain("Again every 2 min, until");
  expect(stage.host.textContent).toContain("10 min on the fire");
});

it("takes a table from a file at an hour to come, and nothing else", () => {
  const file = JSON.stringify({
    format: "brasko/meal@2",
    eat_at: "2020-06-12T19:00:00Z",
    people: DRAFT.people,
    fires: DRAFT.fires,
    dishes: DRAFT.dishes,
  });
  const read = fromFile(file, NOON)!;
  expect(read.dishes).toEqual(DRAFT.dishes);
  expect(new Date(`${read.day}T${read.time}`).getTime()).toBeGreaterThan(NOON.getTime());
  expect(fromFile("{", NOON)).toBeNull();
  expect(fromFile(JSON.stringify({ format: "brasko/meal@1" }), NOON)).toBeNull();
  expect(fromFile(file.replace("2020-06-12T19:00:00Z", "soon"), NOON)).toBeNull();
});

import { act, type ReactElement } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { Problem, type Schemas } from "@/api/client";
import { ZoneList } from "@/chart/grate-legend";
import { GrateSurface } from "@/chart/grate-surface";
import type { Item } from "@/chart/grate-thing";

import { Stage } from "@/testing/stage";
import { Tick } from "@/ui/controls";

import { Building } from "./fire/building";
import { CourseChart } from "./fire/course-chart";
import { Danger, FoodTable, InShort, Notes, Steps } from "./fire/given";
import type { FireReference } from "./fire/model";
import type { CourseAnswer, FoodAnswer, Look } from "./fire/use-fire";
import { Undo } from "./yard/undo";

const axis = [-200, -100, 0, 100, 200];
const row = (v: number) => axis.map(() => v);
const map = {
  grate: "main",
  name: "Cooking grate",
  shape: "round",
  width_mm: 500,
  depth_mm: 500,
  x_mm: axis,
  y_mm: axis,
  refuge_share: 0.4,
  equivalent_c: axis.map(() => row(120)),
  hand_s: axis.map(() => row(12)),
  flux_kw_m2: axis.map(() => row(3)),
  fire: [
    { name: "coals", left_mm: 50, right_mm: 200, front_mm: -100, back_mm: 100, gap_mm: 90, temp_c: 600 },
    { name: "drip pan", left_mm: -200, right_mm: -20, front_mm: -90, back_mm: 90, gap_mm: 60, temp_c: null },
  ],
  zones: [{ key: "gentle", name: "Gentle", share: 0.6, x_mm: -100, y_mm: 0, equivalent_c: 120 }],
} as unknown as Schemas["MapOut"];
const steak: Item = {
  key: "steak",
  label: "Steak",
  x_mm: -100,
  y_mm: 0,
  width_mm: 120,
  depth_mm: 110,
  kind: "food",
  said: "feels 250 °F",
};
const look = {
  map,
  refuge_share: 0.4,
  cover: 0.1,
  pieces: [],
  pans: [],
  warnings: [],
  half_distance_gain: 1.2,
  setup: { lid_open: false },
  settled: { air_c: 130, highest_c: 214, alight: true, limited_by: "air", dies_after_s: null },
} as unknown as Look;
const told = {
  hours: {
    ready_s: 1800,
    usable_s: 7200,
    refuel_s: [7200],
    add_words: "a dozen unlit coals",
    fuel_kg_h: 0.4,
    fuel_name: "briquettes",
    smoke_s: 2400,
    fuse_m: 0.6,
  },
  steps: [
    {
      key: "light",
      lane: "fire",
      name: "Light the chimney",
      lasts_s: 750,
      why: "Until \ufdd3temp:300\ufdd4.",
    },
  ],
  course: {
    time_s: [0, 1800, 3600],
    gauge_c: [20, 120, 130],
    grate_c: [20, 115, 130],
    coal_c: [600, 600, 590],
    power_w: [0, 1, 1],
    fuel_kg: [2, 1.8, 1.6],
    changes: [
      { at_s: 0, bottom_words: "all the way", top_words: "all the way" },
      { at_s: 600, bottom_words: "half", top_words: "half" },
      { at_s: 1200, bottom_words: "a third", top_words: "half" },
    ],
  },
  convert_s: 300,
  steadiness: { drop_k: 40, back_s: 600, too_hot_k: 50, down_s: 1800 },
} as unknown as CourseAnswer;
const food = { pieces: [], pans: [], warnings: [], cover: 0, refuge_share: 0.4 } as unknown as FoodAnswer;
const kettle = {
  key: "kettle",
  name: "Kettle",
  kind: "kettle",
  layouts: ["banked", "ring"],
  has_knobs: false,
  has_box: false,
  burns_coal: true,
  has_lid: true,
  has_vents: true,
  has_deflector: false,
  burners: [],
  grates: [{ key: "main", shape: "round", width_mm: 500, depth_mm: 500 }],
} as unknown as Schemas["GrillKind"];
const reference = {
  fuels: [{ key: "briquettes", name: "Briquettes", chimney_kg: 2.4 }],
  layouts: [
    { key: "banked", name: "Banked", why: "Fierce." },
    { key: "ring", name: "Fuse", why: "Long." },
  ],
} as unknown as FireReference;

const stage = new Stage();
const show = (what: ReactElement) => stage.show(what);
const text = () => stage.text();

beforeEach(() => void vi.spyOn(HTMLCanvasElement.prototype, "getContext").mockReturnValue(null));
afterEach(() => void vi.restoreAllMocks());

describe("the grate", () => {
  const press = (target: Element, key: string, shiftKey = false) =>
    act(() =>
      target.dispatchEvent(new KeyboardEvent("keydown", { key, shiftKey, bubbles: true, cancelable: true })),
    );
  it("moves food with the arrow keys, further with Shift", () => {
    const onMove = vi.fn();
    show(<GrateSurface map={map} items={[steak]} system="us" label="Grate" onMove={onMove} />);
    const thing = stage.host.querySelector("[data-thing]")!;
    expect(thing.getAttribute("aria-label")).toBe("Steak, feels 250 °F. Arrow keys move it.");
    press(thing, "ArrowRight");
    press(thing, "ArrowUp", true);
    expect(onMove.mock.calls).toEqual([
      ["steak", { x_mm: -90, y_mm: 0 }],
      ["steak", { x_mm: -100, y_mm: 50 }],
    ]);
  });
  it("does not move what is only shown", () => {
    show(<GrateSurface map={map} items={[steak]} system="us" label="Grate" />);
    expect(stage.host.querySelector("[data-thing]")!.getAttribute("aria-label")).not.toContain("move");
  });
  it("reads a spot in the reader's units", () => {
    show(<GrateSurface map={map} items={[]} system="us" label="Grate" />);
    press(stage.host.querySelector("[role=application]")!, "ArrowRight");
    expect(text()).toContain("248 °F to food here · 3.0 kW/m² · palm 12 s");
  });
  it("lists its zones with heat and room", () => {
    show(<ZoneList map={map} system="metric" />);
    expect(text()).toBe("Gentle 120 °C 60 %");
  });
});

describe("what a fire gives", () => {
  it("is said in short", () => {
    show(<InShort look={look} told={told} system="us" />);
    for (const said of ["Steady air266 °F", "Ready after30 min", "Lasts2 h", "14 oz/h", "Cool refuge40 %"])
      expect(text()).toContain(said);
  });
  it("tells when a starved fire goes out, and what is wrong with the food", () => {
    const dying = { ...look, settled: { ...look.settled, alight: false, dies_after_s: 2700 } } as Look;
    const wrong = {
      ...food,
      warnings: [{ key: "uneven", text: "One end is \ufdd3rise:100\ufdd4 hotter.", pieces: ["a"] }],
      pieces: [{ key: "a", flare: { risk: "high", words: "Never water." } }],
    } as unknown as FoodAnswer;
    show(<Notes look={dying} food={wrong} names={{ a: "Ribeye" }} system="us" />);
    expect(text()).toContain("the fire goes out, 45 min after the vents are shut");
    expect(text()).toContain("Ribeye One end is 180 °F hotter.");
    expect(text()).toContain("Ribeye: flare-ups likely. Never water.");
  });
  it("lists food and pans, each with a way off", () => {
    const onRemove = vi.fn();
    const laid = {
      ...food,
      pieces: [
        { key: "a", place: "The left", equivalent_c: 120, air_c: 110, flare: { risk: "none", words: "" } },
      ],
      pans: [{ key: "p", settles_c: 200, ready_s: 600 }],
    } as unknown as FoodAnswer;
    show(<FoodTable food={laid} names={{ a: "Ribeye", p: "Skillet" }} system="metric" onRemove={onRemove} />);
    expect(text()).toContain("Ribeyeleft120 °C110 °Cnone");
    expect(text()).toContain("nearly so hot after 10 min");
    act(() => stage.host.querySelector<HTMLButtonElement>("[aria-label='Remove Skillet']")!.click());
    expect(onRemove).toHaveBeenCalledWith("p");
    show(<FoodTable food={food} names={{}} system="metric" onRemove={onRemove} />);
    expect(text()).toBe("");
  });
  it("tells how it is made ready, kept and looked into", () => {
    show(<Steps told={told} system="us" weather={{ wind_m_s: 6 }} />);
    for (const said of [
      "Light the chimney. Until 572 °F.",
      "10 min: half · 20 min: a third",
      "To searing heat",
      "a dozen unlit coals",
      "of fuse burn for 2 h",
      "of smoke",
      "costs 72 °F, back after 10 min",
      "30 min to come down",
      "shelter",
    ])
      expect(text()).toContain(said);
  });
  it("says what the core says of its dangers", () => {
    show(<Danger dangers={["Charcoal makes carbon monoxide.", "Codes come first."]} />);
    expect(text()).toBe("Take care. Charcoal makes carbon monoxide. Codes come first.");
  });
  it("draws its course and can go back to the settled fire", () => {
    const onAt = vi.fn();
    show(<CourseChart told={told} open={false} system="us" atS={1200} onAt={onAt} />);
    expect(stage.host.querySelector("[role=img]")!.getAttribute("aria-label")).toContain(
      "ready after 30 min, gauge up to 266 °F",
    );
    act(() =>
      [...stage.host.querySelectorAll("button")]
        .find((b) => b.textContent?.includes("after lighting"))!
        .click(),
    );
    expect(onAt).toHaveBeenCalledWith(null);
  });
});

describe("how it is laid", () => {
  const setup = {
    grill: "kettle",
    charcoal: { layout: "banked", amount: 1.8, fuel: "briquettes" },
    bottom_share: 0.5,
    top_share: 0.5,
  } as Schemas["SetupIn"];
  it("changes the layout, and says what is wrong beside the field", () => {
    const onSetup = vi.fn();
    const problem = new Problem(422, "no", [
      { field: "charcoal.amount_kg", message: "is more than fits: at most \ufdd3mass:1500\ufdd4." },
    ]);
    show(
      <Building
        reference={reference}
        kind={kettle}
        setup={setup}
        told={null}
        problem={problem}
        system="metric"
        onSetup={onSetup}
      />,
    );
    act(() => stage.host.querySelector<HTMLInputElement>("input[aria-label=Fuse]")!.click());
    expect(onSetup).toHaveBeenCalledWith({ charcoal: { ...setup.charcoal, layout: "ring" } });
    expect(stage.host.querySelector("[role=alert]")!.textContent).toBe("is more than fits: at most 1.5 kg.");
  });
  it("has a knob for each burner and hides vents where there are none", () => {
    const gas = {
      ...kettle,
      kind: "gas",
      layouts: [],
      has_knobs: true,
      knob_marks: [],
      has_box: true,
      burns_coal: false,
      has_vents: false,
      burners: [{ name: "Left" }, { name: "Right" }],
    } as unknown as Schemas["GrillKind"];
    show(
      <Building
        reference={reference}
        kind={gas}
        setup={{ grill: "gas_2", knobs: [0, 1] }}
        told={null}
        problem={null}
        system="us"
        onSetup={vi.fn()}
      />,
    );
    expect([...stage.host.querySelectorAll("label")].map((l) => l.textContent)).toEqual([
      "Left",
      "Right",
      "Smoker box",
      "Coals in a tray",
      "Lid open",
    ]);
    expect(stage.host.querySelectorAll("[role=radiogroup]")).toHaveLength(2);
  });
  it("switches, and undoes", () => {
    const onChange = vi.fn();
    show(
      <>
        <Tick label="Lid open" value={false} onChange={onChange} />
        <Undo what="Old kettle" onBack={() => onChange("back")} />
      </>,
    );
    act(() => stage.host.querySelector("input")!.click());
    act(() => stage.host.querySelector("button")!.click());
    expect(onChange.mock.calls).toEqual([[true], ["back"]]);
  });
});

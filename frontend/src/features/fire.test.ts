import { describe, expect, it } from "vitest";

import type { Schemas } from "@/api/client";
import { at, beds, inside, kept, labels } from "@/chart/grate-model";

import {
  curve,
  draftFor,
  type FireReference,
  kindOf,
  opened,
  panChoices,
  pans,
  placed,
  sent,
  withFood,
  withMoved,
} from "./fire/model";
import { type Draft, withPlace } from "./plan/model";

const round = { shape: "round", width_mm: 500, depth_mm: 500 };
const map = {
  ...round,
  grate: "main",
  name: "Grate",
  x_mm: [-100, 0, 100],
  y_mm: [-100, 0, 100],
  refuge_share: 0,
  fire: [],
  equivalent_c: [
    [null, 100, 110],
    [120, 130, 140],
    [150, 160, 170],
  ],
  hand_s: [
    [null, 9, 8],
    [7, 6, 5],
    [4, 3, 2],
  ],
  flux_kw_m2: [
    [null, 1, 2],
    [3, 4, 5],
    [6, 7, 8],
  ],
  zones: [
    { key: "sear", name: "Searing", share: 0.3, x_mm: 150, y_mm: 0, equivalent_c: 300 },
    { key: "hot", name: "Hot", share: 0.25, x_mm: 100, y_mm: 0, equivalent_c: 230 },
    { key: "medium", name: "Medium", share: 0.1, x_mm: 30, y_mm: 0, equivalent_c: 180 },
    { key: "gentle", name: "Gentle", share: 0.35, x_mm: -150, y_mm: 0, equivalent_c: 120 },
  ],
} as unknown as Schemas["MapOut"];
const told = {
  layout: "banked",
  charcoal_kg: 1.8,
  fuel: "briquettes",
  side: "right",
  wood: "none",
  bottom_share: 0.5,
  top_share: 0.5,
  knobs: [],
  set_c: null,
  lid_open: false,
  deflector: false,
  drip_pan: true,
  smoker_box: "none",
  coal_tray_kg: 0,
  tray_burner: null,
  bottom_words: "half",
  top_words: "half",
} as Schemas["SetupOut"];
const reference = {
  grills: [
    {
      key: "kettle",
      name: "Kettle",
      kind: "kettle",
      has_lid: true,
      grates: [{ key: "main", width_mm: 500, depth_mm: 500 }],
      usual: told,
    },
    {
      key: "chimney",
      name: "Chimney",
      kind: "chimney",
      has_lid: false,
      grates: [{ key: "main", width_mm: 220, depth_mm: 220 }],
      usual: told,
    },
  ],
  wares: [{ key: "skillet", name: "Skillet", width_mm: 260, depth_mm: 260, heat_j_k: 1060 }],
  foods: [{ key: "ribeye", name: "Ribeye", width_mm: 120, depth_mm: 110, thickness_mm: 38, fat_share: 0.2 }],
} as unknown as FireReference;

describe("a grate", () => {
  it("knows what lies on it, round or square", () => {
    expect(inside(round, { x_mm: 240, y_mm: 0 })).toBe(true);
    expect(inside(round, { x_mm: 200, y_mm: 200 })).toBe(false);
    expect(inside({ ...round, shape: "rectangle" }, { x_mm: 200, y_mm: 200 })).toBe(true);
  });
  it("keeps what is dragged off at the rim", () => {
    const spot = kept(round, { x_mm: 900, y_mm: 900 });
    expect(inside(round, spot)).toBe(true);
    expect(Math.hypot(spot.x_mm, spot.y_mm)).toBeGreaterThan(230);
    expect(kept(round, { x_mm: 30, y_mm: -40 })).toEqual({ x_mm: 30, y_mm: -40 });
  });
  it("reads the nearest cell, and nothing off the grate", () => {
    expect(at(map, { x_mm: 90, y_mm: 120 })).toEqual({ equivalent_c: 170, flux_kw_m2: 8, hand_s: 2 });
    expect(at(map, { x_mm: -100, y_mm: -100 })).toBeNull();
  });
  it("names wide zones only, the second of two close ones lower", () =>
    expect(labels(map).map((l) => [l.z.key, l.up])).toEqual([
      ["sear", true],
      ["hot", false],
      ["gentle", true],
    ]));
  it("tells coals from burners, pans and plates", () =>
    expect(
      beds([
        { name: "coals" },
        { name: "unlit" },
        { name: "Burner 1" },
        { name: "drip pan" },
        { name: "deflector" },
      ] as Schemas["BoxOut"][]).map((b) => b.kind),
    ).toEqual(["lit", "unlit", "burner", "pan", "plate"]));
});

describe("a fire", () => {
  const draft = draftFor(reference.grills[0]!, "kettle", "kettle", {});
  it("starts from the usual one and can be sent again", () => {
    expect(draft.setup).toMatchObject({
      grill: "kettle",
      charcoal: { layout: "banked", amount: 1.8, unit: "kg" },
      knobs: null,
    });
    expect(sent("gas_2", { ...told, layout: null, knobs: [1, 0.3] }, {})).toMatchObject({
      charcoal: null,
      knobs: [1, 0.3],
    });
    expect(kindOf(reference, { grill: { like: "chimney" } }).key).toBe("chimney");
  });
  it("puts its places in the middle of a small grate", () =>
    expect(draftFor(reference.grills[1]!, "chimney", "chimney", {}).sear).toEqual({ x_mm: 0, y_mm: 0 }));
  it("puts food on, moves it, and numbers it anew each time", () => {
    const two = withFood(withFood(draft, "ribeye", map), "ribeye", map);
    expect(two.foods.map((f) => f.key)).toEqual(["ribeye 1", "ribeye 2"]);
    expect(withFood({ ...two, foods: two.foods.slice(1) }, "ribeye", map).foods[1]!.key).toBe("ribeye 3");
    const moved = withMoved(two, map, "ribeye 2", { x_mm: 50, y_mm: 10 });
    expect(placed(reference, moved)[1]).toMatchObject({
      x_mm: 50,
      y_mm: 10,
      width_mm: 120,
      fat_share: 0.2,
      grate: "main",
    });
    expect(withMoved(two, map, "sear", { x_mm: 9, y_mm: 9 }).sear).toEqual({ x_mm: 9, y_mm: 9 });
  });
  it("keeps pans apart from food", () => {
    const both = withFood(withFood(draft, "pan:skillet", map), "ribeye", map);
    const mine = {
      id: 7,
      name: "Old iron",
      like: "skillet",
      width_mm: 300,
      depth_mm: 300,
      version: "1",
      heat_j_k: 1500,
      mass_g: 2300,
      heft: "heavy",
      set_aside: false,
      too_wide_for: [],
    };
    const choices = panChoices(reference, [mine]);
    expect(choices.map((p) => p.cut)).toEqual(["pan:own7", "pan:skillet"]);
    expect(pans(choices, both)).toMatchObject([{ key: "pan:skillet 1", ware: "skillet", width_mm: 260 }]);
    expect(pans(choices, withFood(draft, "pan:own7", map))).toMatchObject([
      { ware: "skillet", width_mm: 300, heat_j_k: 1500 },
    ]);
    expect(placed(reference, both).map((p) => p.key)).toEqual(["ribeye 2"]);
  });
  it("opens a kept one as it was kept", () => {
    const fire = {
      name: "Mine",
      setup: { grill: "kettle", bottom_share: 0.2, charcoal: null },
      gentle: { x_mm: -90, y_mm: 5 },
      sear: { x_mm: 80, y_mm: 0 },
    };
    const again = opened(fire, {}, reference, "kettle");
    expect(again).toMatchObject({
      gentle: { x_mm: -90, y_mm: 5 },
      setup: { bottom_share: 0.2, top_share: 0.5, charcoal: { layout: "banked" } },
    });
  });
  it("leaves gaps in a curve where there is no value", () => {
    const same = (v: number) => v;
    expect(
      curve(
        [
          [0, 1],
          [1, null],
          [2, 3],
          [3, 4],
        ],
        same,
        same,
      ),
    ).toBe("M0.0 1.0M2.0 3.0L3.0 4.0");
  });
  it("becomes a plan's own fire when a place of it is moved", () => {
    const grate = {
      map,
      fire: {
        name: "Kettle",
        setup: { grill: "kettle" },
        gentle: { x_mm: -100, y_mm: 0 },
        sear: { x_mm: 100, y_mm: 0 },
      },
    };
    const piece = {
      piece: { cut: "ribeye", thickness_mm: 38, fire: "kettle_two_zone" },
      thicknessText: "38",
      auto: true,
    };
    const start: Draft = { pieces: [piece], focus: 0, anchor: "eat", day: "", time: "", table: {} };
    const changed = withPlace(start, grate, "gentle", { x_mm: -40, y_mm: 0 });
    expect(changed.pieces[0]?.auto).toBe(false);
    expect(changed.pieces[0]?.piece).toMatchObject({
      fire: null,
      own_fire: { gentle: { x_mm: -40, grate: "main" }, sear: { x_mm: 100 } },
    });
  });
});

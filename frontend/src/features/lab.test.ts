import { describe, expect, it } from "vitest";

import type { Experiment, Swept, Way } from "@/api/lab";

import {
  ALWAYS,
  CHANGEABLE,
  differing,
  freeName,
  freshAxis,
  freshWay,
  fromFile,
  grid,
  laid,
  shareOf,
  withAnswers,
  withoutWay,
  withWay,
} from "./lab/model";

const cut = {
  key: "ribeye",
  typical_thickness_mm: 38,
  default_finish_c: 57,
  method: "low_then_sear",
  crust: "good",
} as Parameters<typeof freshWay>[0];

const asked = (more: Partial<Experiment> = {}): Experiment => ({
  format: "brasko/experiment@1",
  title: "T",
  variants: [freshWay(cut, "A"), freshWay(cut, "B")],
  sweep: null,
  matters: null,
  ...more,
});

describe("the ways of an experiment", () => {
  it("begin as the cut is usually cooked", () => {
    expect(freshWay(cut, "A").piece).toMatchObject({ cut: "ribeye", thickness_mm: 38, finish_c: 57 });
  });
  it("grow like the last one, under a name of its own", () => {
    const more = withWay(withAnswers(asked(), 1, { rest: "open" }));
    expect(more.variants.map((v) => v.name)).toEqual(["A", "B", "C"]);
    expect(more.variants[2]!.piece).toMatchObject({ rest: "open" });
    expect(freeName(["A", "C"])).toBe("B");
    expect(freeName(["A", "B", "C", "D"])).toBe("5");
  });
  it("take what is asked about them with them when they go", () => {
    const axes = [{ field: "thickness_mm", low: 20, high: 40, n: 3 }];
    const three = withWay(asked({ sweep: { of: 1, axes }, matters: { of: 2, runs: 64 } }));
    const without = withoutWay(three, 0);
    expect(without.variants.map((v) => v.name)).toEqual(["B", "C"]);
    expect(without.sweep?.of).toBe(0);
    expect(without.matters?.of).toBe(1);
    expect(withoutWay(three, 1).sweep).toBeNull();
    expect(withoutWay(three, 2).matters).toBeNull();
    expect(withoutWay(three, 2).sweep?.of).toBe(1);
  });
  it("lose what another cut or method brings, and keep the rest", () => {
    const first = withAnswers(withAnswers(asked(), 0, { gentle_c: 140, rest: "foil" }), 0, {
      method: "direct",
    });
    expect(first.variants[0]!.piece).toMatchObject({ method: "direct", rest: "foil" });
    expect(first.variants[0]!.piece).not.toHaveProperty("gentle_c");
    expect(first.variants[1]).toEqual(asked().variants[1]);
  });
  it("tell in which answers they differ from what is usual", () => {
    expect(differing(asked()).map((a) => a.field)).not.toContain("rest_min");
    const two = withAnswers(asked(), 1, { rest: "open", temper_min: 30 });
    expect(differing(two).map((a) => a.field)).toEqual(expect.arrayContaining(["rest", "temper_min"]));
    expect(differing(two).some((a) => ALWAYS.includes(a))).toBe(false);
  });
  it("never ask for what only a log says", () => {
    expect(CHANGEABLE.map((a) => a.field)).not.toContain("air_more_k");
    expect(CHANGEABLE.map((a) => a.kind)).not.toContain("fire");
  });
});

describe("a file", () => {
  it("is an experiment or nothing", () => {
    expect(fromFile(JSON.stringify(asked()))).toEqual(asked());
    expect(fromFile("{")).toBeNull();
    expect(fromFile("[]")).toBeNull();
    expect(fromFile(JSON.stringify({ format: "brasko/meal@1" }))).toBeNull();
    expect(fromFile(JSON.stringify({ format: "brasko/experiment@1" }))).toBeNull();
  });
});

const way = {
  name: "A",
  pull_c: 45,
  line: { time_s: [0, 60, 120, 180], core_c: [5, 30, 45, 56], face_a_c: [], face_b_c: [] },
} as unknown as Way;

describe("lines over one another", () => {
  it.each([
    ["on", 0],
    ["pull", 120],
    ["table", 180],
  ] as const)("have their zero at %s", (zero, s) => {
    expect(laid(way, 0, zero)?.zeroS).toBe(s);
  });
  it("end at the table where nothing says when they were pulled", () => {
    expect(laid({ ...way, pull_c: null }, 0, "pull")?.zeroS).toBe(180);
  });
  it("are not there where a way cannot be cooked", () => {
    expect(laid({ ...way, line: null }, 0, "on")).toBeNull();
  });
});

describe("a sweep", () => {
  const swept = {
    of: 0,
    fields: ["thickness_mm", "finish_c"],
    values: [
      [20, 30],
      [50, 55, 60],
    ],
    points: [
      { at: [20, 50], minutes_s: 1 },
      { at: [20, 55], minutes_s: 2 },
      null,
      { at: [30, 50], minutes_s: 4 },
      { at: [30, 55], minutes_s: null, why: "no" },
      { at: [30, 60], minutes_s: 6 },
    ],
  } as unknown as Swept;
  it("is laid out row by row of what is swept first", () => {
    expect(grid(swept, "minutes_s")).toEqual([
      [1, 2, null],
      [4, null, 6],
    ]);
  });
  it("of one thing has a single column", () => {
    const one = { ...swept, fields: ["thickness_mm"], values: [[20, 30]], points: swept.points.slice(0, 2) };
    expect(grid(one, "minutes_s")).toEqual([[1], [2]]);
  });
  it("is coloured by where a value lies between the least and the most", () => {
    expect(shareOf(4, [2, null, 6])).toBe(0.5);
    expect(shareOf(2, [2, 6])).toBe(0);
    expect(shareOf(3, [3, 3])).toBe(0.5);
  });
  it("goes from low to high, or through names", () => {
    const number = { field: "thickness_mm", name: "", unit: "mm", low: 8, high: 76, options: [] };
    expect(freshAxis(number, 20)).toEqual({ field: "thickness_mm", low: 8, high: 76, n: 20 });
    const names = { field: "rest", name: "", unit: "", low: null, high: null, options: ["foil", "open"] };
    expect(freshAxis(names, 20)).toEqual({ field: "rest", values: ["foil", "open"] });
  });
});

import { describe, expect, it } from "vitest";

import type { PieceResult, Reference } from "@/api/hooks";

import { foreseenTime } from "./foreseen";
import { blockAt, runs, valueAt } from "./line-model";
import { placed } from "./line-view";
import { HEAT, rgb, sampled } from "./palette";
import { coreAt, frameAt, spots, unpacked } from "./section";
import { wordFor } from "./doneness";

const luminance = (hex: string) => {
  const [r, g, b] = rgb(hex).map((v) => {
    const s = v / 255;
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b; // WCAG 2.2, relative luminance
};

describe("palette", () => {
  it("runs from dark to light without turning back, so that it reads without hue", () => {
    const steps = HEAT.map((s) => luminance(s.colour));
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
  });
  it("mixes linearly and holds its ends", () => {
    const ramp = [
      { at: 0, colour: "#000000" },
      { at: 10, colour: "#ff0064" },
    ];
    expect(sampled(ramp, 5)).toEqual([127.5, 0, 50]);
    expect(sampled(ramp, -4)).toEqual([0, 0, 0]);
    expect(sampled(ramp, 40)).toEqual([255, 0, 100]);
  });
});

describe("line", () => {
  const point = (s: number, c = 0) => ({ s, c });
  it("breaks measured points where the probe was silent", () => {
    expect(runs([point(200), point(0), point(10), point(210)]).map((r) => r.map((p) => p.s))).toEqual([
      [0, 10],
      [200, 210],
    ]);
  });
  it("reads between points and nowhere else", () => {
    const curve = [point(0, 10), point(10, 20)];
    expect(valueAt(curve, 5)).toBe(15);
    expect(valueAt(curve, -1)).toBeNull();
    expect(valueAt(curve, 11)).toBeNull();
    expect(valueAt(curve, 11, 5)).toBe(20);
    expect(valueAt([], 0)).toBeNull();
  });
  it("finds what a lane does at a moment", () => {
    const block = (key: string, lane: "meat" | "fire", start: number, end: number) => ({
      key,
      lane,
      name: key,
      start,
      end,
    });
    const blocks = [block("a", "meat", 0, 10), block("f", "fire", 0, 99), block("b", "meat", 10, 20)];
    expect(blockAt(blocks, "meat", 10)?.key).toBe("b");
    expect(blockAt(blocks, "meat", 20)).toBeUndefined();
  });
  it("moves labels apart and keeps their order", () => {
    const found = placed([100, 98, 50], 14);
    expect(found[2]).toBe(50);
    expect(Math.abs(found[0]! - found[1]!)).toBeGreaterThanOrEqual(14);
    expect(found[1]!).toBeLessThan(found[0]!);
  });
});

describe("section", () => {
  const coded = (values: number[]) => btoa(String.fromCharCode(...values));
  const section = unpacked({
    rows: 3,
    columns: 1,
    thickness_mm: 30,
    half_width_mm: 50,
    time_s: [0, 60],
    temp: coded([10, 4, 9, 60, 40, 50]),
    peak: coded([10, 4, 9, 60, 40, 50]),
  });
  it("picks the frame of a moment", () => {
    expect(frameAt(section, -5)).toBe(0);
    expect(frameAt(section, 59)).toBe(1);
    expect(frameAt(section, 30)).toBe(0);
    expect(frameAt(section, 999)).toBe(1);
  });
  it("reads the middle and both faces, face a first", () => {
    expect(spots(section, 1)).toEqual({ bottomC: 60, middleC: 40, topC: 50 });
  });
  it("tells the core that the line tells, between its frames too", () => {
    const curve = { time_s: [0, 60, 120], core_c: [10, 20, 22] } as never;
    expect([coreAt(curve, 0), coreAt(curve, 30), coreAt(curve, 90), coreAt(curve, 999)]).toEqual([
      10, 15, 21, 22,
    ]);
    expect(coreAt(curve, -1)).toBeNull();
  });
});

describe("doneness", () => {
  const scale = {
    key: "k",
    name: "K",
    bands: [
      { word: "rare", low_c: 48, high_c: 53 },
      { word: "done", low_c: 53, high_c: 70 },
    ],
  } as Reference["scales"][number];
  it("gives the word of a temperature, the last one above all", () => {
    expect([50, 53, 90].map((c) => wordFor(scale, c))).toEqual(["rare", "done", "done"]);
  });
});

describe("the face of a cook that runs otherwise", () => {
  const result = {
    on_s: -3600,
    tasks: [
      { key: "on", step: "gentle", start_s: -3600, end_s: -1200 },
      { key: "rest", step: "rest", start_s: -1200, end_s: 0 },
    ],
    curve: { time_s: [0, 600, 1200, 1800, 2400, 3600], core_c: [4, 8, 20, 36, 50, 54] },
  } as unknown as PieceResult;
  const blocks = [
    { key: "7:on", start: -3600, end: 1200 },
    { key: "7:rest", start: 1200, end: 2400 },
  ];
  it("is cut where the planned middle was as hot", () => {
    expect(foreseenTime(blocks, result, -600, -3600, 28)).toBe(1500);
    expect(foreseenTime(blocks, result, 1800, -3600, 52)).toBe(3000);
  });
  it("goes by the share of the step where the plan never was as hot in it", () => {
    expect(foreseenTime(blocks, result, -1200, -3600, null)).toBe(1200);
    expect(foreseenTime(blocks, result, -1200, -3600, 52)).toBe(1200);
    expect(foreseenTime([], result, -1200, -3600, 30)).toBe(2400);
  });
});

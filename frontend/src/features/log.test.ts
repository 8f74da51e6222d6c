import { describe, expect, it } from "vitest";

import type { Cook, CookLine } from "@/api/hooks";

import { bestOf, EVERYTHING, gapOf, laidCook, sieved, valuesOf } from "./log/model";

const line = (id: number, more: Partial<CookLine> = {}): CookLine =>
  ({
    id,
    title: `Cook ${id}`,
    started_at: `2026-0${id}-01T18:00:00Z`,
    ended_at: "x",
    cut: "Ribeye",
    fire: "Kettle",
    method: "Low, then sear",
    weather: "",
    doneness: "",
    crust: "",
    stars: null,
    note: "",
    outcome: { peak_foreseen_c: 55, peak_measured_c: 55 + id },
    ...more,
  }) as CookLine;

const cooks = [
  line(1, { stars: 3, note: "Zu früh herunter", doneness: "under" }),
  line(2, { cut: "Flank", fire: "Kamado", stars: 5, crust: "thin" }),
  line(3, { stars: 5, weather: "Light rain, windy", doneness: "right" }),
  line(4, { method: "Over the fire", outcome: null }),
];
const ids = (change: object) => sieved(cooks, { ...EVERYTHING, ...change }).map((c) => c.id);

describe("finding cooks", () => {
  it("shows all, the latest first", () => {
    expect(ids({})).toEqual([4, 3, 2, 1]);
  });
  it.each([
    [{ text: "cook 2" }, [2]],
    [{ text: "fruh" }, [1]],
    [{ text: "RIBEYE kettle rain" }, [3]],
    [{ text: "walrus" }, []],
    [{ cut: "Flank" }, [2]],
    [{ fire: "Kettle", method: "Low, then sear" }, [3, 1]],
    [{ weather: "told" }, [3]],
    [{ weather: "fair", cut: "Ribeye" }, [4, 1]],
    [{ verdict: "under" }, [1]],
    [{ verdict: "right" }, [3]],
    [{ verdict: "thin" }, [2]],
    [{ verdict: "none" }, [4]],
  ])("by %j", (change, found) => {
    expect(ids(change)).toEqual(found);
  });
  it.each([
    ["oldest", [1, 2, 3, 4]],
    ["best", [2, 3, 1, 4]],
    ["nearest", [1, 2, 3, 4]],
    ["furthest", [3, 2, 1, 4]],
  ])("in the order of %s", (sort, found) => {
    expect(ids({ sort })).toEqual(found);
  });
  it("offers each value once, in order", () => {
    expect(valuesOf(cooks, (c) => c.fire)).toEqual(["Kamado", "Kettle"]);
    expect(valuesOf(cooks, (c) => c.weather)).toEqual(["Light rain, windy"]);
  });
});

describe("the best of a cut", () => {
  it("has the most stars, then came nearest", () => {
    expect(bestOf([...cooks, line(5, { stars: 5 })], "Ribeye")?.id).toBe(3);
  });
  it("is none where none was good", () => {
    expect(bestOf([line(1, { stars: 3 })], "Ribeye")).toBeNull();
  });
  it("does not ask a cook that was not read how near it came", () => {
    expect(gapOf(cooks[3]!)).toBeNull();
    expect(gapOf(cooks[1]!)).toBe(2);
  });
});

const whole = {
  id: 7,
  title: "Seven",
  ended_at: "2026-01-01T19:30:00Z",
  pieces: [
    {
      id: 70,
      on_at: "2026-01-01T18:00:00Z",
      result: { curve: { time_s: [0, 60], core_c: [4, 9] } },
      outcome: { slow_measured_s: 2400, slow_foreseen_s: 2500 },
    },
  ],
  readings: [
    { piece_id: 70, source: "tip", at: "2026-01-01T18:01:00Z", temp_c: 8 },
    { piece_id: 70, source: "air", at: "2026-01-01T18:01:00Z", temp_c: 110 },
    { piece_id: 71, source: "tip", at: "2026-01-01T18:01:00Z", temp_c: 30 },
  ],
} as unknown as Cook;

describe("a cook laid over another", () => {
  it("brings what was foreseen and what its own probe showed", () => {
    const laid = laidCook(whole, "on")!;
    expect(laid.coreC).toEqual([4, 9]);
    expect(laid.measured).toEqual([{ s: 60, c: 8 }]);
  });
  it.each([
    ["on", 0],
    ["pull", 2400],
    ["table", 5400],
  ] as const)("lies with its zero at %s", (zero, s) => {
    expect(laidCook(whole, zero)?.zeroS).toBe(s);
  });
  it("is not there where it never went on", () => {
    const never = { ...whole, pieces: [{ ...whole.pieces[0]!, on_at: null }] };
    expect(laidCook(never, "on")).toBeNull();
  });
});

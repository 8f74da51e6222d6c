import { act } from "react";
import { describe, expect, it, vi } from "vitest";

import { Stage } from "@/testing/stage";
import { temperature } from "@/units/units";

import { Overlay } from "./overlay";
import { type Laid, levelsOf, rangeOf, spanOf, strokeOf, ticksOf, valueOf } from "./overlay-model";

const one: Laid = { key: "1", name: "One", timeS: [0, 100, 200], coreC: [5, 25, 55], zeroS: 0 };
const two: Laid = {
  key: "2",
  name: "Two",
  timeS: [0, 100],
  coreC: [10, 30],
  zeroS: 100,
  measured: [{ s: 150, c: 62 }],
};

describe("lines laid over one another", () => {
  it("share a time that holds them all, each from its own zero", () => {
    expect(spanOf([one])).toEqual([0, 200]);
    expect(spanOf([one, two])).toEqual([-100, 200]);
    expect(spanOf([])).toEqual([0, 1]);
  });
  it("share a scale that holds what was read and the finish too", () => {
    const [low, high] = rangeOf([one, two], 70);
    expect(low).toBeLessThan(5);
    expect(high).toBeGreaterThan(70);
    expect(rangeOf([], null)).toEqual([0, 1]);
  });
  it("tell their value at a moment, and none outside of them", () => {
    expect(valueOf(one, 50)).toBe(15);
    expect(valueOf(one, 200)).toBe(55);
    expect(valueOf(one, 201)).toBeNull();
    expect(valueOf(two, -100)).toBe(10);
    expect(valueOf(two, -50)).toBe(20);
    expect(valueOf({ ...one, timeS: [], coreC: [] }, 0)).toBeNull();
  });
  it("have whole tens of the reader's own degrees", () => {
    const us = levelsOf([0, 60], temperature("us")).map((c) => Math.round(temperature("us").shown(c)));
    expect(us).toEqual([40, 60, 80, 100, 120, 140]);
    expect(levelsOf([0, 60], temperature("metric"))).toEqual([0, 10, 20, 30, 40, 50, 60]);
  });
  it("have whole steps of time on both sides of their zero", () => {
    expect(ticksOf([-600, 1800])).toEqual([-600, -300, 0, 300, 600, 900, 1200, 1500, 1800]);
    expect(ticksOf([-700, 3600])).toEqual([-600, 0, 600, 1200, 1800, 2400, 3000, 3600]);
    expect(ticksOf([0, 8 * 3600]).length).toBeLessThanOrEqual(9);
    expect(Object.is(ticksOf([-60, 60])[1], 0)).toBe(true);
  });
  it("are told apart without their colour", () => {
    expect(new Set([0, 1, 2, 3].map((n) => strokeOf(n).dash)).size).toBe(4);
    expect(strokeOf(4)).toEqual(strokeOf(0));
  });
});

describe("the view of them", () => {
  const stage = new Stage();
  const show = (onMoment: (s: number) => void = () => undefined) =>
    stage.show(
      <Overlay
        lines={[one, two]}
        finishC={54}
        momentS={50}
        onMoment={onMoment}
        system="metric"
        label="Lines"
        zero="on the fire"
      />,
    );
  it("names every line with its value at the moment", () => {
    show();
    expect(stage.text()).toContain("One15 °C");
    expect(stage.text()).toContain("Two—");
    expect(stage.host.querySelector("[role=img]")?.getAttribute("aria-label")).toBe("Lines");
    expect(stage.host.querySelectorAll("circle")).toHaveLength(1);
  });
  it("moves the moment with a slider that says where it is", () => {
    const moved = vi.fn();
    show(moved);
    const slider = stage.host.querySelector<HTMLInputElement>("input[type=range]")!;
    expect(slider.getAttribute("aria-valuetext")).toBe("+50 s");
    act(() => {
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!.call(slider, "120");
      slider.dispatchEvent(new Event("input", { bubbles: true }));
    });
    expect(moved).toHaveBeenCalledWith(120);
  });
});

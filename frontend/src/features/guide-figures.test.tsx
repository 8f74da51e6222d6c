import { act } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { Schemas } from "@/api/client";
import type { Reference } from "@/api/hooks";
import { Stage } from "@/testing/stage";

import { LivingFigure } from "./guide/figures";

type Figures = Schemas["GuideFiguresOut"];

const stage = new Stage();
const reference = {
  cuts: [],
  colours: [{ tissue: "red", stops: [{ temp_c: 45, colour: "#782840", word: "red" }] }],
} as unknown as Reference;
const map = (hottest: number) => ({
  shape: "round",
  width_mm: 540,
  depth_mm: 540,
  x_mm: [-100, 100],
  y_mm: [-100, 100],
  equivalent_c: [
    [120, hottest],
    [null, 110],
  ],
});
const figures = {
  fires: [],
  carry_over: {
    pulled_c: 50,
    peak_c: 51.7,
    peak_s: 290,
    grey_rim_share: 0.1,
    lasts_s: 60,
    curve: { time_s: [0, 60], core_c: [50, 51], face_a_c: [60, 55], face_b_c: [60, 55] },
    section: {
      rows: 1,
      columns: 1,
      thickness_mm: 38,
      half_width_mm: 60,
      time_s: [0, 60],
      temp: btoa("22"),
      peak: btoa("22"),
    },
  },
  half_distance: { gap_mm: 60, gain: 1.24, far: map(547), near: map(606) },
  wet_window: { time_s: [0, 600, 5400], film_g_m2: [20, 150, 30], from_s: 600, to_s: 2400, costs_s: 4.1 },
} as unknown as Figures;
const show = (of: string) =>
  stage.show(<LivingFigure of={of} figures={figures} reference={reference} system="us" />);

beforeEach(() => {
  vi.spyOn(HTMLCanvasElement.prototype, "getContext").mockReturnValue(null);
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

describe("a living figure", () => {
  it("lets a steak rest by itself, and stops at its end", () => {
    show("glossary:carry-over");
    expect(stage.text()).toContain("pulled at 122 °F: the middle climbs to 125 °F within 5 min");
    const slider = stage.host.querySelector<HTMLInputElement>("input[type=range]")!;
    expect(slider.value).toBe("0");
    const button = stage.host.querySelector("button")!;
    expect(button.textContent).toBe("Let it rest");
    act(() => button.click());
    expect(button.textContent).toBe("Stop");
    act(() => vi.advanceTimersByTime(2000));
    expect(slider.value).toBe("60");
    expect(button.textContent).toBe("Let it rest");
  });
  it("tells how little half the distance gains", () => {
    show("glossary:distance");
    expect(stage.text()).toContain("Half as far over this bed a spot sees 1.2 times");
    expect(stage.text()).toContain("1017 °F");
    expect(stage.text()).toContain("1123 °F");
  });
  it("marks the hour in which salted meat is wet", () => {
    show("salt:wet");
    expect(stage.host.querySelector("svg")!.getAttribute("aria-label")).toContain(
      "between 10 and 40 minutes",
    );
    expect(stage.text()).toContain("about 4 s");
  });
  it("is none where an entry has none", () => {
    show("danger:ash");
    expect(stage.text()).toBe("");
  });
});

import { act } from "react";
import { describe, expect, it } from "vitest";

import type { Look } from "@/chart/look";
import { facePeaks, type Section } from "@/chart/section";
import { texture } from "@/chart/texture";
import { Stage } from "@/testing/stage";
import { isDrawn, StepPicture } from "@/ui/step-picture";

import { Tour } from "./plan/tour";

const stage = new Stage();

/** A canvas that keeps what is asked of it: strokes, filled shapes, and with which colours. */
function canvas() {
  const drawn = { strokes: 0, fills: 0, colours: [] as string[] };
  const context = {
    beginPath: () => undefined,
    moveTo: () => undefined,
    quadraticCurveTo: () => undefined,
    ellipse: () => undefined,
    lineWidth: 0,
    lineCap: "",
    strokeStyle: "",
    fillStyle: "",
    stroke() {
      drawn.strokes += 1;
      drawn.colours.push(this.strokeStyle);
    },
    fill() {
      drawn.fills += 1;
      drawn.colours.push(this.fillStyle);
    },
  };
  return { context: context as unknown as CanvasRenderingContext2D, drawn };
}

const look = (change: Partial<Look>): Look => ({
  tissue: "red",
  ground: false,
  fatShare: 0,
  stops: [],
  ...change,
});
const RAW = { bottomC: 20, topC: 20 };

function painted(of: Partial<Look>, faces = RAW) {
  const { context, drawn } = canvas();
  texture(context, 560, 200, look(of), faces);
  return drawn;
}

describe("the texture of a cut face", () => {
  it("has fibres where meat is whole, crumbs where it is ground, flakes in fish, none of these in plants", () => {
    expect(painted({}).strokes).toBeGreaterThan(100);
    expect(painted({ ground: true })).toMatchObject({ strokes: 0 });
    expect(painted({ ground: true }).fills).toBeGreaterThan(100);
    expect(painted({ tissue: "fish" }).strokes).toBeLessThan(30);
    expect(painted({ tissue: "plant" })).toMatchObject({ strokes: 0, fills: 0 });
  });
  it("has as many flecks of fat as the cut has fat, and none in poultry", () => {
    const lean = painted({ fatShare: 0.02 }).strokes;
    const fat = painted({ fatShare: 0.2 }).strokes;
    expect(fat - lean).toBe(Math.ceil(0.2 * 260) - Math.ceil(0.02 * 260));
    expect(painted({ tissue: "poultry", fatShare: 0.2 }).strokes).toBe(
      painted({ tissue: "poultry" }).strokes,
    );
  });
  it("is rough where a face has browned, the more the hotter, and only there", () => {
    expect(painted({}).fills).toBe(0);
    const one = painted({}, { bottomC: 150, topC: 20 }).fills;
    const both = painted({}, { bottomC: 150, topC: 150 }).fills;
    expect(one).toBeGreaterThan(0);
    expect(both).toBe(2 * one);
    expect(painted({}, { bottomC: 200, topC: 20 }).fills).toBeGreaterThan(one);
  });
  it("is the same at every drawing", () => {
    const [first, again] = [painted({ fatShare: 0.1 }), painted({ fatShare: 0.1 })];
    expect(first.colours).toEqual(again.colours);
  });
  it("goes by the hottest that either face has been", () => {
    const section: Section = {
      rows: 3,
      columns: 2,
      thicknessMm: 30,
      halfWidthMm: 20,
      boneMm: 0,
      middleColumn: 1,
      timeS: [0, 60],
      temp: new Uint8Array(12),
      peak: Uint8Array.from([5, 5, 5, 5, 5, 5, 90, 160, 40, 41, 80, 120]),
    };
    expect(facePeaks(section, 0)).toEqual({ bottomC: 5, topC: 5 });
    expect(facePeaks(section, 1)).toEqual({ bottomC: 160, topC: 120 });
  });
});

describe("a step's drawing", () => {
  it("is there for every step of a steak, and is nothing where none is", () => {
    for (const step of [
      "shop",
      "season",
      "light",
      "bank",
      "preheat",
      "oil",
      "on",
      "wait",
      "convert",
      "sear",
      "rest",
      "serve",
    ])
      expect(isDrawn(step), step).toBe(true);
    stage.show(<StepPicture of="sear" />);
    expect(stage.host.querySelector("svg")?.getAttribute("aria-hidden")).toBe("true");
    expect(stage.host.querySelectorAll("[data-hot]").length).toBeGreaterThan(3);
    stage.show(<StepPicture of="nothing" />);
    expect(stage.host.querySelector("svg")).toBeNull();
  });
});

describe("a look around", () => {
  it("passes over what is not there, marks what it speaks of, and can be left by key", () => {
    Element.prototype.scrollIntoView = () => undefined;
    stage.show(
      <>
        <section aria-label="Answers" />
        <section aria-label="Cross-section" />
        <Tour />
      </>,
    );
    const toured = () => stage.host.querySelector("[data-toured]")?.getAttribute("aria-label") ?? null;
    const press = (name: RegExp) => act(() => stage.button(name)!.click());
    expect(stage.text()).not.toContain("New here?");
    press(/Take a tour/);
    expect(toured()).toBe("Answers");
    press(/Next/);
    expect(toured()).toBe("Cross-section");
    expect(stage.button(/Next/)).toBeUndefined();
    expect(stage.button(/Done/)).toBeTruthy();
    act(() => {
      window.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape" }));
    });
    expect(toured()).toBeNull();
    expect(document.activeElement).toBe(stage.button(/Take a tour/));
  });
});

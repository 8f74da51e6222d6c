import { describe, expect, it } from "vitest";

import type { Schemas } from "@/api/client";
import { Stage } from "@/testing/stage";

import { FireSide } from "./fire-side";

type Side = Schemas["FireSideOut"];
type Part = Side["parts"][number];

const stage = new Stage();
const part = (kind: Part["kind"], left_mm: number, right_mm: number, high_mm = -60): Part => ({
  kind,
  left_mm,
  right_mm,
  low_mm: high_mm - 40,
  high_mm,
});
const side = (parts: Part[], rest: Partial<Side> = {}): Side => ({
  parts: [part("grate", -270, 270, 12), ...parts],
  half_width_mm: 270,
  floor_mm: -160,
  grate_mm: 0,
  lid: "shut",
  bottom_share: 0.3,
  top_share: 0.5,
  ...rest,
});
const picture = () => stage.host.querySelector("svg")!;
const said = () => picture().getAttribute("aria-label");

describe("a fire from its front", () => {
  it("says in a sentence where everything lies", () => {
    stage.show(
      <FireSide
        side={side([part("lit", 60, 240), part("pan", -200, 50), part("refuge", -260, -40, 0)])}
        food={[{ x_mm: -120, width_mm: 120 }]}
      />,
    );
    expect(said()).toBe(
      "From the front: coals glow on the right; a drip pan on the left; a safe spot for food on the left.",
    );
    expect(stage.text()).toContain("refuge");
  });
  it("draws what lies there as wide as it is", () => {
    stage.show(<FireSide side={side([part("unlit", -100, 100)])} />);
    expect(said()).toBe("From the front: unlit coals in the middle.");
    const widths = [...picture().querySelectorAll("rect")].map((r) => Number(r.getAttribute("width")));
    expect(widths.some((w) => Math.abs(w - 200) < 3)).toBe(true);
    expect(widths.some((w) => Math.abs(w - 540) < 3)).toBe(true);
  });
  it("draws food on the grate that is looked at", () => {
    const lowOf = (grate_mm: number) => {
      stage.show(<FireSide side={side([], { grate_mm })} food={[{ x_mm: 0, width_mm: 121 }]} />);
      const food = [...picture().querySelectorAll("rect")].find((r) => r.getAttribute("width") === "121")!;
      return Number(food.getAttribute("y"));
    };
    expect(lowOf(0) - lowOf(150)).toBeCloseTo(150);
  });
  it.each([
    ["shut", "30 % open", "50 % open"],
    ["open", "30 % open", null],
  ] as const)("tells of the vents that count with the lid %s", (lid, bottom, top) => {
    stage.show(<FireSide side={side([], { lid })} />);
    expect(stage.text()).toContain(bottom);
    if (top) expect(stage.text()).toContain(top);
    else expect(stage.text()).not.toContain("50 % open");
  });
  it("tells of no vent where there is none", () => {
    stage.show(
      <FireSide
        side={side([part("burner", -90, 90)], { lid: "none", bottom_share: null, top_share: null })}
      />,
    );
    expect(stage.text()).not.toContain("open");
    expect(said()).toBe("From the front: burners in the middle.");
  });
});

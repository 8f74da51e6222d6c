import { expect, it, vi } from "vitest";
import { act } from "react";

import type { Reference } from "@/api/hooks";
import { Stage } from "@/testing/stage";

import { FireChoice } from "./plan/fire-choice";
import { draftFor, focused, withAnswers, withMethod } from "./plan/model";

const { grills } = vi.hoisted(() => ({ grills: [{ kind: "gas" }] }));
vi.mock("@/api/yard", () => ({
  useFires: () => ({ data: [], isPending: false }),
  useGrills: () => ({ data: grills, isPending: false }),
}));

const fire = (key: string, kind: string, at_hand = false) => ({ key, name: key, why: "", kind, at_hand });
const KETTLE = fire("kettle_two_zone", "kettle");
const GAS = fire("gas", "gas");
const reference = {
  cuts: [
    { key: "ribeye", typical_thickness_mm: 38, default_finish_c: 57, method: "low_then_sear", crust: "good" },
  ],
  methods: [
    { key: "low_then_sear", fires: [KETTLE, GAS] },
    { key: "direct", fires: [KETTLE, GAS] },
    { key: "chimney", fires: [fire("chimney", "chimney", true)] },
    { key: "low_and_slow", fires: [fire("kettle_ring", "kettle"), GAS] },
  ],
} as unknown as Reference;

const stage = new Stage();
const names = () => [...stage.host.querySelectorAll("[role=radio]")].map((b) => b.textContent);

it("shows the household's grills first, and the others on request", () => {
  const { piece } = focused(withAnswers(draftFor(reference), { fire: "gas" }));
  const fires = [KETTLE, GAS, fire("oven_skillet", "oven", true)];
  stage.show(<FireChoice piece={piece} fires={fires} onPiece={() => undefined} error={undefined} />);
  expect(names()).toEqual(["gas", "oven_skillet"]);
  act(() =>
    [...stage.host.querySelectorAll("button")].find((b) => b.textContent === "Another grill")!.click(),
  );
  expect(names()).toEqual(["gas", "oven_skillet", "kettle_two_zone"]);
});

it("shows a fire that is no grill of the household's where it is the one that was chosen", () => {
  const { piece } = focused(withAnswers(draftFor(reference), { fire: "kettle_two_zone" }));
  stage.show(<FireChoice piece={piece} fires={[KETTLE, GAS]} onPiece={() => undefined} error={undefined} />);
  expect(names()).toEqual(["gas", "kettle_two_zone"]);
});

it("keeps the fire with another method, or takes one that is at hand", () => {
  const on = (key: string | null, method: string) =>
    focused(withMethod(withAnswers(draftFor(reference), { fire: key }), reference, method, ["gas"])).piece
      .fire;
  expect(on("gas", "direct")).toBe("gas");
  expect(on("kettle_two_zone", "direct")).toBe("kettle_two_zone");
  expect(on(null, "direct")).toBe("gas");
  expect(on("gas", "chimney")).toBe("chimney");
  expect(on("kettle_two_zone", "low_and_slow")).toBe("gas");
});

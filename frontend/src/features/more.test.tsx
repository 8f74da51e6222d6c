import { act } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { ANSWERS } from "@/api/answers.gen";
import type { Reference, Session } from "@/api/hooks";
import { HouseholdContext } from "@/api/household";
import { Stage } from "@/testing/stage";

import { answerOf, type Draft, draftFor, focused, holding, type SearPlace, withAnswers } from "./plan/model";
import { More } from "./plan/more";

const cut = (more: object = {}) => ({
  key: "ribeye",
  name: "Ribeye",
  typical_thickness_mm: 38,
  typical_mass_g: 450,
  default_finish_c: 57,
  method: "low_then_sear",
  crust: "good",
  has_bone: false,
  may_be_tenderised: true,
  salted_ahead: true,
  ...more,
});
const method = (key: string, more: object = {}) => ({
  key,
  name: key,
  why: `why ${key}`,
  browns: true,
  wraps: false,
  gentle: { name: "Gentle side at", usual_c: 115, low_c: 90, high_c: 290 },
  fires: [
    { key: "kettle_two_zone", name: "Kettle" },
    { key: "gas", name: "Gas" },
  ],
  sear_fires: [{ key: "chimney", name: "Chimney" }],
  ...more,
});
const reference = {
  cuts: [cut()],
  methods: [
    method("low_then_sear"),
    method("direct", { gentle: null, sear_fires: [] }),
    method("low_and_slow", { browns: false, wraps: true, sear_fires: [] }),
  ],
} as unknown as Reference;
const US = {
  name: "Us",
  username: "us",
  units: "metric",
  scale: "kitchen",
  scheme: "light",
} as NonNullable<Session["household"]>;
const RODS: SearPlace = { rods: true, pan: false, lid: true };

const stage = new Stage();
let draft: Draft;
const onDraft = vi.fn((next: Draft) => {
  draft = next;
  show();
});
function show(place = RODS, wrong: (field: string) => string | undefined = () => undefined) {
  stage.show(
    <HouseholdContext.Provider value={US}>
      <More
        draft={draft}
        onDraft={onDraft}
        reference={reference}
        wrong={wrong}
        massG={451}
        flipS={30}
        gentleC={107}
        place={place}
        kinds={["kettle"]}
      />
    </HouseholdContext.Provider>,
  );
}
const labels = () => [...stage.host.querySelectorAll("label")].map((l) => l.textContent!.trim());
const labelled = (name: string) =>
  [...stage.host.querySelectorAll("label")].find((l) => l.textContent!.trim() === name)!;
const field = (name: string) => document.getElementById(labelled(name).htmlFor) as HTMLInputElement;
const tick = (name: string) => act(() => labelled(name).querySelector("input")!.click());
const choose = (name: string, key: string) =>
  act(() => {
    field(name).value = key;
    field(name).dispatchEvent(new Event("change", { bubbles: true }));
  });

beforeEach(() => {
  stage.queries.setQueryData(["fires"], []);
  draft = draftFor(reference, new Date(2030, 5, 1, 12, 0));
});
afterEach(() => void onDraft.mockClear());

describe("everything else", () => {
  it("asks for every declared answer that means something here, and for no other", () => {
    show();
    const asked = labels();
    for (const name of [
      "Weight of one",
      "As bought",
      "Salt",
      "Rub",
      "Method",
      "Sear on",
      "Marks",
      "Flip every",
      "Lid",
    ])
      expect(asked).toContain(name);
    for (const name of ["Bone removed", "Thaw", "Room temp", "Fat in the pan", "Wrap", "Rest for"])
      expect(asked).not.toContain(name);
  });
  it("asks further where an answer opens a question", () => {
    show();
    tick("It's frozen");
    expect(labels()).toContain("Thaw");
    tick("Choose how long it rests");
    expect(focused(draft).piece.rest_min).toBe(answerOf("rest_min").starts);
    expect(field("Rest for").value).toBe("10");
    tick("Choose how long it rests");
    expect(focused(draft).piece.rest_min).toBeNull();
    expect(labels()).not.toContain("Rest for");
  });
  it("shows what the plan uses where nothing is said", () => {
    show();
    expect([field("Weight of one").value, field("Flip every").value, field("Gentle side at").value]).toEqual([
      "451",
      "30",
      "107",
    ]);
  });
  it("lets another method take with it what belongs to the old one", () => {
    draft = withAnswers(draft, { gentle_c: 120, sear_fire: "chimney", rub: "pepper" });
    show();
    choose("Method", "direct");
    expect(focused(draft).piece).toMatchObject({
      method: "direct",
      gentle_c: null,
      sear_fire: null,
      rub: "pepper",
    });
    expect(labels()).not.toContain("Sear on");
    choose("Method", "low_and_slow");
    expect(labels()).toContain("Wrap");
    expect(labels()).not.toContain("Crust");
  });
  it("says beside the field what is wrong", () => {
    show(RODS, (name) => (name === "rub" ? "is not known" : undefined));
    expect(stage.host.querySelector("[role=alert]")!.textContent).toBe("is not known");
    expect(field("Rub").getAttribute("aria-invalid")).toBe("true");
  });
  it("asks for fat where there is a pan, and for marks where there are rods", () => {
    show({ rods: false, pan: true, lid: false });
    expect(labels()).toContain("Fat in the pan");
    expect(labels()).not.toContain("Marks");
  });
});

describe("the declarations", () => {
  it("reset only what is declared, and name conditions that are known", () => {
    const fields = new Set(ANSWERS.map((a) => a.field));
    const { piece } = focused(draft);
    const holds = holding(piece, undefined, undefined, RODS, true);
    for (const each of ANSWERS) {
      for (const by of each.resetBy) expect(fields.has(by)).toBe(true);
      if (each.when) expect(holds).toHaveProperty(each.when);
      if (each.kind === "name" && !["fire", "sear_fire"].includes(each.field))
        expect(each.options.map((o) => o.key)).toContain(each.usual);
    }
  });
});

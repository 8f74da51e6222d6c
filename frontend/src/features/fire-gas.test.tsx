import { act } from "react";
import { describe, expect, it, vi } from "vitest";

import { Problem, type Schemas } from "@/api/client";
import { Stage } from "@/testing/stage";

import { Building } from "./fire/building";
import type { FireReference, Kind, Setup } from "./fire/model";
import { sent } from "./fire/model";

const reference = {
  fuels: [{ key: "briquettes", name: "Briquettes", chimney_kg: 2.4 }],
  layouts: [],
} as unknown as FireReference;
const gas = {
  key: "gas_2",
  name: "Gas",
  kind: "gas",
  layouts: [],
  has_knobs: true,
  has_box: true,
  burns_coal: false,
  has_lid: true,
  has_vents: false,
  has_deflector: false,
  burners: [{ name: "Left" }, { name: "Right" }],
  knob_marks: [
    { key: "off", name: "Off", share: 0 },
    { key: "low", name: "Low", share: 0.3 },
    { key: "high", name: "High", share: 1 },
  ],
  grates: [{ key: "main", shape: "rectangle", width_mm: 460, depth_mm: 460 }],
} as unknown as Kind;
const setup: Setup = { grill: "gas_2", knobs: [0, 1] };
const told = (more: Partial<Schemas["SetupOut"]> = {}) =>
  ({
    bottom_share: 0.5,
    bottom_words: "half",
    top_share: 0.5,
    top_words: "half",
    knobs: [0, 1],
    set_c: null,
    lid_open: false,
    deflector: false,
    drip_pan: false,
    smoker_box: "none",
    coal_tray_kg: 0,
    tray_burner: null,
    layout: null,
    charcoal_kg: null,
    fuel: null,
    side: null,
    wood: null,
    ...more,
  }) as Schemas["SetupOut"];

const stage = new Stage();
const show = (props: Partial<Parameters<typeof Building>[0]> = {}) =>
  stage.show(
    <Building
      reference={reference}
      kind={gas}
      setup={setup}
      told={told()}
      problem={null}
      system="us"
      onSetup={vi.fn()}
      {...props}
    />,
  );
const text = () => stage.text();
const field = (name: string) => {
  const label = [...stage.host.querySelectorAll("label")].find((l) => l.textContent?.startsWith(name));
  return document.getElementById(label?.htmlFor ?? "none") as HTMLSelectElement;
};
const choose = (name: string, value: string) =>
  act(() => {
    const select = field(name);
    select.value = value;
    select.dispatchEvent(new Event("change", { bubbles: true }));
  });

describe("wood and coals in a gas grill", () => {
  it("offers a box and a tray, empty at first", () => {
    show();
    expect(field("Smoker box").value).toBe("none");
    expect(field("Coals in a tray").value).toBe("0");
  });
  it("sends the wood, and the charcoal by the chimney", () => {
    const onSetup = vi.fn();
    show({ onSetup });
    choose("Smoker box", "chips");
    choose("Coals in a tray", "0.5");
    expect(onSetup.mock.calls).toEqual([[{ smoker_box: "chips" }], [{ coal_tray_kg: 1.2 }]]);
  });
  it("shows what lies there already", () => {
    show({ setup: { ...setup, smoker_box: "chunks", coal_tray_kg: 1.75 } });
    expect(field("Smoker box").value).toBe("chunks");
    expect(field("Coals in a tray").value).toBe("0.75");
  });
  it("has no knob where the coals lie, whichever burner the core says", () => {
    show({ told: told({ tray_burner: 1 }), setup: { ...setup, coal_tray_kg: 1.2 } });
    expect(text()).toContain("Right off: coals in its place");
    expect([...stage.host.querySelectorAll("label")].map((l) => l.textContent)).not.toContain("Right");
    expect([...stage.host.querySelectorAll("label")].map((l) => l.textContent)).toContain("Left");
  });
  it("sets a burner by the words of its knob, and shows none between two marks", () => {
    const onSetup = vi.fn();
    show({ onSetup, setup: { ...setup, knobs: [0.45, 1] } });
    const knob = (name: string) => stage.host.querySelector(`[role=radiogroup][aria-label="${name}"]`)!;
    const chosen = (name: string) => knob(name).querySelector("[data-state=checked]")?.textContent ?? null;
    expect([chosen("Knob of left"), chosen("Knob of right")]).toEqual([null, "High"]);
    act(() => knob("Knob of left").querySelector<HTMLButtonElement>("button")!.click());
    expect(onSetup).toHaveBeenCalledWith({ knobs: [0, 1] });
  });
  it("says beside the field what is wrong", () => {
    const problem = new Problem(422, "Not a fire", [
      { field: "setup.coal_tray_kg", message: "must be between 0.3 and 2" },
    ]);
    show({ problem });
    expect(text()).toContain("must be between 0.3 and 2");
  });
  it("is not offered for coals", () => {
    show({ kind: { ...gas, has_box: false } });
    expect(text()).not.toContain("Smoker box");
  });
});

describe("what the server said, sent again", () => {
  it("keeps box and tray, and leaves out what is empty", () => {
    expect(sent("gas_2", told(), undefined)).toMatchObject({ smoker_box: null, coal_tray_kg: null });
    const full = sent("gas_2", told({ smoker_box: "chips", coal_tray_kg: 1.2 }), undefined);
    expect(full).toMatchObject({ smoker_box: "chips", coal_tray_kg: 1.2 });
  });
});

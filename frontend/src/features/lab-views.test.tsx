import { describe, expect, it, vi } from "vitest";

import type { Session } from "@/api/hooks";
import type { KeptExperiment, LabReference, Way } from "@/api/lab";
import { HouseholdContext } from "@/api/household";
import { Stage } from "@/testing/stage";

import { Compared } from "./lab/compared";
import { WhatMatters } from "./lab/matters";
import { Progress, stateWords } from "./lab/progress";
import { SweepForm, SweptView } from "./lab/sweep";
import { Steps } from "./practice/steps";

const stage = new Stage();
const household = { units: "metric", scale: "kitchen" } as NonNullable<Session["household"]>;
const show = (element: React.ReactElement) =>
  stage.show(<HouseholdContext value={household}>{element}</HouseholdContext>);

const figures = {
  minutes_s: 1500,
  lead_s: 4800,
  hands_s: 540,
  fuel_kg: 1.8,
  peak_c: 55.2,
  rise_k: 8,
  rim_share: 0.15,
  crust_share: 1.1,
  loss_share: 0.12,
  readings: 1,
  late_k: 0.6,
  hotter_s: 90,
  hotter_k: 0.5,
  chance: 0.92,
};
const way = (name: string, more: object = {}): Way =>
  ({
    name,
    finish_c: 55,
    pull_c: 47,
    line: { time_s: [0, 600, 1500], core_c: [4, 40, 55], face_a_c: [4, 60, 70], face_b_c: [4, 60, 70] },
    figures,
    words: "",
    why: "",
    field: "",
    section: null,
    ...more,
  }) as unknown as Way;
const kept = (ways: Way[], more: object = {}): KeptExperiment =>
  ({
    id: 3,
    title: "T",
    state: "done",
    done: 2,
    of: 2,
    note: "",
    asked: {
      format: "brasko/experiment@1",
      variants: ways.map((w) => ({ name: w.name })),
      sweep: null,
      matters: null,
    },
    told: { variants: ways, sweep: null, matters: null },
    ...more,
  }) as unknown as KeptExperiment;

describe("how far an experiment is", () => {
  it.each([
    ["waiting", "waiting"],
    ["running", "2 of 9"],
    ["stopped", "stopped, 2 of 9"],
    ["done", "done"],
    ["failed", "failed"],
  ] as const)("%s is told", (state, words) => {
    expect(stateWords({ state, done: 2, of: 9 })).toContain(words);
  });
  it("can be stopped while it is on, and gone on with when it was", () => {
    show(<Progress kept={kept([way("A")], { state: "running" })} />);
    expect(stage.button(/^Stop$/)).toBeTruthy();
    show(<Progress kept={kept([way("A")], { state: "stopped", note: "It went on here." })} />);
    expect(stage.button(/^Resume$/)).toBeTruthy();
    expect(stage.text()).toContain("It went on here.");
    show(<Progress kept={kept([way("A")])} />);
    expect(stage.button(/Stop|Resume/)).toBeUndefined();
  });
});

describe("ways beside one another", () => {
  const reference = { colours: [], cuts: [] } as never;
  it("have a figure each in every row", () => {
    show(
      <Compared
        kept={kept([way("A"), way("B", { figures: { ...figures, crust_share: 9, chance: null } })])}
        reference={reference}
      />,
    );
    const rows = [...stage.host.querySelectorAll("tbody tr")].map((r) => r.textContent);
    expect(rows.find((r) => r?.startsWith("Gray rim"))).toContain("15");
    expect(rows.find((r) => r?.startsWith("Crust"))).toContain("past deep");
    expect(rows.find((r) => r?.startsWith("Ends within"))).toContain("—");
  });
  it("stand where one of them cannot be cooked, and it says why", () => {
    show(
      <Compared
        kept={kept([way("A"), way("B", { figures: null, line: null, why: "Too thin." })])}
        reference={reference}
      />,
    );
    expect(stage.host.querySelector("[role=alert]")?.textContent).toBe("Too thin.");
    expect(stage.host.querySelectorAll("thead th")).toHaveLength(2);
  });
  it("say that they are being worked out before there are any", () => {
    show(<Compared kept={kept([way("A", { figures: null, line: null })])} reference={reference} />);
    expect(stage.text()).toContain("Working it out");
  });
});

const lab = {
  questions: [],
  most_points: 400,
  most_ways: 4,
  sweepable: [
    { field: "thickness_mm", name: "Thickness", unit: "mm", low: 8, high: 76, options: [] },
    { field: "rest", name: "Rest", unit: "", low: null, high: null, options: ["foil", "open"] },
  ],
} as unknown as LabReference;

describe("a sweep", () => {
  const asked = { ...kept([way("A")]).asked, variants: [{ name: "A", piece: { cut: "ribeye" } }] } as never;
  it("is asked for with how many points it has", () => {
    const swept = vi.fn();
    show(<SweepForm asked={asked} lab={lab} busy={false} onSweep={swept} />);
    stage.button(/Run 20 points/).click();
    expect(swept).toHaveBeenCalledWith({
      of: 0,
      axes: [{ field: "thickness_mm", low: 8, high: 76, n: 20 }],
    });
  });
  it("is not offered about a cook that is only told", () => {
    const told = { ...kept([way("A")]).asked, variants: [{ name: "A", cook: {} }] } as never;
    show(<SweepForm asked={told} lab={lab} busy={false} onSweep={() => undefined} />);
    expect(stage.text()).toContain("Only a planned piece");
  });
  it("of one thing is a curve, of two a map; what cannot be had says why", () => {
    const point = (at: unknown[], minutes_s: number | null, why = "") => ({ at, minutes_s, why });
    const one = {
      of: 0,
      fields: ["thickness_mm"],
      values: [[20, 40]],
      points: [point([20], 600), point([40], 1800)],
    };
    show(<SweptView swept={one as never} ways={[way("A")]} lab={lab} />);
    expect(stage.host.querySelector("svg")?.getAttribute("aria-label")).toContain("from 10 min to 30 min");
    const two = {
      of: 0,
      fields: ["thickness_mm", "rest"],
      values: [[20], ["foil", "open"]],
      points: [point([20, "foil"], 600), point([20, "open"], null, "Too thin.")],
    };
    show(<SweptView swept={two as never} ways={[way("A")]} lab={lab} />);
    expect(stage.host.querySelector("td")?.textContent).toBe("10 min");
    expect(stage.text()).toContain("Too thin.");
  });
});

describe("what matters", () => {
  it("is ranked, with words and how sure it is", () => {
    const shares = [
      { key: "fire", words: "how hot the fire is", alone: 0.6, whole: 0.7, unsure: 0.1 },
      { key: "start", words: "how cold it goes on", alone: 0.1, whole: 0.2, unsure: 0.05 },
    ];
    const matters = [{ outcome: "peak", sd: 1, words: "Mostly how hot the fire is.", shares }];
    const one = kept([way("A")]);
    show(
      <WhatMatters
        kept={{ ...one, told: { ...one.told, matters } } as never}
        busy={false}
        onAsk={() => undefined}
      />,
    );
    const rows = [...stage.host.querySelectorAll("ol li")].map((r) => r.textContent);
    expect(rows[0]).toContain("how hot the fire is");
    expect(rows[0]).toContain("70");
    expect(rows[0]).toContain("± 10");
    expect(rows[1]).toContain("how cold it goes on");
  });
  it("is asked for the way that is chosen", () => {
    const ask = vi.fn();
    show(<WhatMatters kept={kept([way("A"), way("B")])} busy={false} onAsk={ask} />);
    stage.button(/512 kitchens/).click();
    expect(ask).toHaveBeenCalledWith({ of: 0, runs: 512 });
  });
});

describe("attempts", () => {
  it("are told in words beside their bars, and nothing where there are none", () => {
    show(<Steps values={[40, 82]} most={100} label="2 attempts" />);
    expect(stage.host.querySelector("[role=img]")?.getAttribute("aria-label")).toBe("2 attempts: 40, 82");
    show(<Steps values={[]} most={100} label="none" />);
    expect(stage.host.querySelector("[role=img]")).toBeNull();
  });
});

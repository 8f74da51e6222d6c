import { act, type ReactElement, useMemo } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { client, Problem, type Schemas } from "@/api/client";
import { keys, type PieceResult, type Reference, type Task } from "@/api/hooks";
import { inRow, lineOfMeal, rowsOf } from "@/chart/line-model";
import { roleOf } from "@/chart/where";
import { Stage } from "@/testing/stage";

import { Brief } from "./plan/brief";
import { LossLine } from "./plan/loss-line";
import { draftFor, momentOf, piecesToSend, pieceToSend, withPiece } from "./plan/model";
import { Order } from "./plan/order";
import { PartsLine } from "./plan/parts-line";
import { Refusal } from "./plan/refusal";
import { useKeeping } from "./plan/use-keeping";
import { Ways } from "./plan/ways";

const reference = {
  cuts: [
    {
      key: "ribeye",
      name: "Ribeye",
      typical_thickness_mm: 38,
      default_finish_c: 57,
      method: "low_then_sear",
      crust: "good",
    },
    {
      key: "skirt",
      name: "Skirt",
      typical_thickness_mm: 12,
      default_finish_c: 56,
      method: "direct",
      crust: "none",
    },
  ],
} as unknown as Reference;
const draft = draftFor(reference, new Date(2030, 5, 1, 12, 0));
const eat = new Date(2030, 5, 1, 19, 0);
const task = (key: string, lane: string, start_s: number, more: Partial<Task> = {}): Task =>
  ({
    key,
    lane,
    name: key.split(":")[1]!,
    start_s,
    end_s: start_s + 300,
    why: "Until \ufdd3temp:48.3\ufdd4.",
    step: "",
    slack_s: 0,
    critical: true,
    guide: "",
    piece: 0,
    ...more,
  }) as Task;
const order = [
  task("0:season", "hands", -7200, { slack_s: 420, critical: false, guide: "salt:hour" }),
  task("0:light", "fire", -6000, { piece: null }),
  task("0:on", "meat", -4000, { step: "gentle" }),
  task("1:on", "meat", -900, { step: "sear", piece: 1 }),
  task("0:serve", "hands", -60),
];
const result = {
  on_s: -4000,
  lead_s: 7200,
  slow_step: "gentle",
  slow_task: "on",
  pull_c: 48.3,
  peak_core_c: 57,
  finish_c: 57,
  headline: "Low, then sear. Pull at \ufdd3temp:48.3\ufdd4.",
  minimum: { core_c: 62.8, rest_s: 180, words: "" },
  steps: [],
  tasks: [
    { key: "on", step: "gentle" },
    { key: "gentle_wrapped", step: "gentle_wrapped" },
    { key: "rest", step: "rest" },
  ],
  zones: [{ key: "cool", role: "gentle", name: "Cool", shown_c: 107 }],
  step_ranges_s: { gentle: { low: 2500, high: 3000 } },
  peak_range_c: null,
  curve: {
    time_s: [0, 1000],
    core_c: [4, 50],
    face_a_c: [4, 80],
    face_b_c: [4, 90],
    core_low_c: null,
    core_high_c: null,
  },
} as unknown as PieceResult;
const cautions = [
  { key: "co", place: "0:light", text: "Outdoors only." },
  { key: "below", place: "finish", text: "\ufdd3temp:57\ufdd4 is below." },
];

const stage = new Stage();
const show = (what: ReactElement) => stage.show(what);
const text = () => stage.text();
const button = (name: RegExp) => stage.button(name);
const press = (target: Element) => act(() => (target as HTMLElement).click());

afterEach(() => void vi.restoreAllMocks());

describe("the order of the work", () => {
  const given = { result, focus: 0, order, cautions, eatAt: eat, system: "us" as const, moment: -3000 };
  it("names no hour at which a fire that is too cool would have it off", () => {
    const never = { ...result, step_ranges_s: { gentle: { low: 2500, high: 100_000 } } };
    show(<Order {...given} result={never} names={[]} onStep={() => undefined} />);
    expect(stage.host.textContent).toContain("may never get there");
    expect(stage.host.textContent).not.toContain("Comes off between");
  });

  it("tells times, reasons, slack, ranges and every danger in the reader's units", () => {
    show(<Order {...given} names={[]} onStep={() => undefined} />);
    for (const said of [
      "17:00",
      "17:20",
      "Until 119 °F.",
      "You can start up to 7 min later.",
      "Outdoors only.",
      "135 °F is below.",
      "18:35",
      "18:43",
      "in 8 of 10 cooks",
    ])
      expect(text()).toContain(said);
    expect(stage.host.querySelector("a[href='/guide#salt:hour']")).not.toBeNull();
    expect(stage.host.querySelectorAll("[aria-current=step]")).toHaveLength(1);
  });
  it("names the piece of each task where there are several, but not of what serves all", () => {
    show(<Order {...given} names={["Ribeye", "Skirt"]} onStep={() => undefined} />);
    expect(text()).toContain("2 Skirt");
    expect(
      [...stage.host.querySelectorAll("li")].find((li) => li.textContent?.includes("light"))?.textContent,
    ).not.toContain("Ribeye");
  });
  it("moves the shared moment to a task, and with it when the plan is worked out again", () => {
    const onStep = vi.fn();
    show(<Order {...given} names={[]} onStep={onStep} />);
    press(button(/^17:20/));
    const task = onStep.mock.calls[0]?.[0] as string;
    expect(momentOf({ task }, order)).toBe(-6000);
    const later = order.map((t) => ({ ...t, start_s: t.start_s + 300 }));
    expect(momentOf({ task }, later)).toBe(-5700);
    expect(momentOf({ task: "gone" }, later)).toBeNull();
    expect(momentOf(-120, later)).toBe(-120);
  });
});

describe("in short", () => {
  it("holds another hour fixed where it stands", () => {
    const onDraft = vi.fn();
    show(
      <Brief
        draft={draft}
        onDraft={onDraft}
        result={result}
        order={order}
        hour={eat}
        word="medium rare"
        system="us"
      />,
    );
    expect(text()).toContain("medium rare");
    press(button(/^Light17:20/));
    expect(onDraft).toHaveBeenCalledWith({ ...draft, anchor: "light", time: "17:20", day: "2030-06-01" });
    show(
      <Brief
        draft={{ ...draft, anchor: "on", time: "17:53" }}
        onDraft={onDraft}
        result={result}
        order={order}
        hour={eat}
        word=""
        system="metric"
      />,
    );
    expect(stage.host.querySelector("input")?.value).toBe("17:53");
    expect(text()).toContain("48 °C");
  });
});

describe("a refusal", () => {
  const problem = new Problem(422, "no", [
    { field: "pieces.1.finish_c", message: "the sear alone carries it to \ufdd3temp:60\ufdd4." },
    { field: "remedy:crust", message: "ask for a light crust", suggestion: "light" },
    { field: "remedy:", message: "make the fire hotter", suggestion: null },
  ]);
  it("says which piece it is of, why, and what would do", () => {
    const two = { ...withPiece(draft, reference), focus: 0 };
    const onDraft = vi.fn();
    show(<Refusal problem={problem} draft={two} onDraft={onDraft} system="us" names={["Ribeye", "Skirt"]} />);
    for (const said of [": Skirt", "carries it to 140 °F", "make the fire hotter"])
      expect(text()).toContain(said);
    press(button(/^Look at Skirt/));
    expect(onDraft).toHaveBeenLastCalledWith({ ...two, focus: 1 });
    press(button(/^ask for a light crust/));
    const [changed] = onDraft.mock.lastCall as [typeof two];
    expect(piecesToSend(changed).map((p) => p.crust)).toEqual(["good", "light"]);
  });
});

describe("other ways", () => {
  const way = (name: string, more: Partial<Schemas["WayOut"]> = {}) => ({
    piece: { cut: "ribeye", thickness_mm: 38, method: name },
    name,
    fire_name: "Kettle",
    on_s: 3600,
    lead_s: 7200,
    hands_s: 300,
    grey_rim_share: 0.24,
    crust_share: 1.5,
    climb_k_min: 1,
    fuel_kg: 1.8,
    fuel_name: "briquettes",
    mass_loss_share: 0.12,
    smoke: { index: 3, word: "light", ring_mm: 2, assumed: "" },
    trade_off: "",
    ...more,
  });
  it("are told in figures and taken at one press", () => {
    const body = JSON.stringify({ pieces: [pieceToSend(draft.pieces[0]!)] });
    stage.queries.setQueryData(keys.choices(body), {
      why: "It is sooner.",
      questions: [],
      mine: way("low"),
      others: [way("bath", { grey_rim_share: 0.2, trade_off: "Gains \ufdd3rise:2\ufdd4.", fuel_kg: 0 })],
      refused: [{ method: "x", name: "Chimney", why: "too thick" }],
    });
    const onDraft = vi.fn();
    show(<Ways draft={draft} onDraft={onDraft} system="us" />);
    for (const said of [
      "It is sooner.",
      "60 min",
      "20 %",
      "more than asked",
      "Gains 4 °F.",
      "kitchen stove",
      "too thick",
    ])
      expect(text()).toContain(said);
    press(button(/^Use this: bath/));
    const [taken] = onDraft.mock.lastCall as [typeof draft];
    expect(taken.pieces[0]).toMatchObject({ auto: false, piece: { method: "bath" } });
  });
});

describe("the line of a meal", () => {
  const model = lineOfMeal(
    result,
    [
      {
        piece: 1,
        cut_name: "Skirt",
        on_s: -900,
        pull_c: 50,
        peak_core_c: 56,
        finish_c: 56,
        time_s: [0, 600],
        core_c: [4, 56],
      },
    ],
    order,
    7200,
  );
  it("has a row for the fire, each piece and the hands", () => {
    expect(rowsOf(model).map((r) => r.label)).toEqual(["fire", "meat 1", "meat 2", "hands"]);
    expect(rowsOf({ others: [] }).map((r) => r.label)).toEqual(["fire", "meat", "hands"]);
    const second = rowsOf(model)[2]!;
    expect(model.blocks.filter((b) => inRow(second, b)).map((b) => b.key)).toEqual(["1:on"]);
  });
  it("draws the other core where it is", () =>
    expect(model.others[0]?.core).toEqual([
      { s: -900, c: 4 },
      { s: -300, c: 56 },
    ]));
  it("knows that a wrapped piece lies where it lay", () => {
    expect(roleOf(result, "gentle_wrapped")).toBe("gentle");
    expect(roleOf(result, "rest")).toBeNull();
  });
});

describe("keeping a plan", () => {
  function Keeper({ salt, picking }: { salt: "overnight" | "hour"; picking: boolean }) {
    const [each] = draft.pieces;
    const picked = useMemo(
      () => ({ ...draft, pieces: [{ ...each!, piece: { ...each!.piece, salt } }] }),
      [salt, each],
    );
    const keeping = useKeeping(picked, eat, null, false, picking, () => undefined);
    return (
      <button onClick={keeping.keep} disabled={keeping.busy}>
        Keep
      </button>
    );
  }
  it("waits until Brasko has picked, and keeps what it picked, once", async () => {
    const post = vi
      .spyOn(client, "POST")
      .mockResolvedValue({ data: { id: 7 }, response: new Response() } as never);
    show(<Keeper salt="overnight" picking />);
    press(button(/Keep/));
    press(button(/Keep/));
    expect(post).not.toHaveBeenCalled();
    show(<Keeper salt="hour" picking={false} />);
    await act(() => vi.waitFor(() => expect(button(/Keep/).disabled).toBe(false)));
    expect(post).toHaveBeenCalledTimes(1);
    const [path, { body }] = post.mock.calls[0] as unknown as [string, { body: Schemas["PlanIn"] }];
    expect([path, body.pieces[0]!.salt]).toEqual(["/api/plans", "hour"]);
  });
});

describe("what else becomes of a piece", () => {
  const part = (more: Partial<Schemas["PartOut"]> = {}): Schemas["PartOut"] => ({
    key: "thin_end",
    name: "Thin end",
    at_end: true,
    thickness_mm: 27.9,
    wanted_c: 54.5,
    peak_c: 62,
    turned_c: null,
    sooner_s: 1800,
    words: "Or cut it off \ufdd3time:1800\ufdd4 before the rest is done.",
    ...more,
  });
  it("tells where a thin end ends, how thick it is and what to do", () => {
    show(<PartsLine parts={[part()]} system="us" />);
    expect(text()).toContain("Thin end, 1 ⅛ in: ends at 144 °F");
    expect(text()).toContain("cut it off 30 min before");
  });
  it("gives no thickness to a cap", () => {
    show(<PartsLine parts={[part({ key: "cap", name: "Cap", at_end: false })]} system="metric" />);
    expect(text()).toContain("Cap: ends at 62 °C");
  });
  it("tells juice and fat apart, and says nothing of nothing", () => {
    show(<LossLine juice={0.14} fat={0.06} />);
    expect(text()).toBe("Loses 20\u00a0% of its weight: 14\u00a0% juice and steam, 6\u00a0% fat");
    show(<LossLine juice={0.14} fat={0.001} />);
    expect(text()).toBe("Loses 14\u00a0% of its weight");
    show(<LossLine juice={0.001} fat={0} />);
    expect(text()).toBe("");
  });
});

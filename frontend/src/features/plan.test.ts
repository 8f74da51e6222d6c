import { describe, expect, it, vi } from "vitest";

import type { PieceIn, Reference, Task } from "@/api/hooks";

import { found } from "./guide/model";
import { amended, begun, changed, redone, undone } from "./plan/history";
import { deedOf, type Deeds } from "./plan/keys";
import { isOther, storedOf } from "./plan/use-preview";
import {
  anchorAt,
  anchored,
  anchorStart,
  belowAgency,
  draftFor,
  draftOf,
  focused,
  hourOf,
  pieceOf,
  piecesToSend,
  pieceToSend,
  remedied,
  remedies,
  withAnswers,
  withCut,
  withFocused,
  withoutPiece,
  withPick,
  withPiece,
  withThickness,
  withWay,
  offAt,
} from "./plan/model";

const reference = {
  cuts: [
    {
      key: "ribeye",
      name: "Ribeye",
      typical_thickness_mm: 38,
      default_finish_c: 57,
      method: "low_then_sear",
      crust: "good",
      below_agency: "free",
      below_agency_tenderised: "recorded",
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
const task = (key: string, lane: string, start_s: number, step = "") =>
  ({ key, lane, start_s, step }) as Task;
const ORDER = [
  task("0:shop", "hands", -20_000),
  task("0:light", "fire", -6000),
  task("0:on", "meat", -4000, "gentle"),
  task("0:rest", "meat", -700, "rest"),
];

describe("draft", () => {
  it("offers seven tonight, or tomorrow where tonight is too near", () => {
    expect(anchorAt(draft)).toEqual(new Date(2030, 5, 1, 19, 0));
    expect(anchorAt(draftFor(reference, new Date(2030, 5, 1, 18, 0)))).toEqual(new Date(2030, 5, 2, 19, 0));
    expect(draftFor(reference, new Date(2030, 5, 1, 12, 0), 5).table.eaters).toBe(5);
  });
  it("knows that half an hour is no hour", () =>
    expect(anchorAt({ day: "2030-06-01", time: "" })).toBeNull());
  it("follows whichever hour is held fixed", () => {
    expect(hourOf(draft, ORDER)).toEqual(new Date(2030, 5, 1, 19, 0));
    expect(anchorStart("light", ORDER)).toBe(-6000);
    expect(anchorStart("on", ORDER)).toBe(-4000);
    const lit = anchored(draft, "light", new Date(2030, 5, 1, 17, 0));
    expect(hourOf(lit, ORDER)).toEqual(new Date(2030, 5, 1, 18, 40));
    expect(hourOf({ ...lit, time: "" }, ORDER)).toBeNull();
  });
  it("takes another cut's size and finish and keeps how it is seasoned and served", () => {
    const seasoned = withAnswers(draft, {
      salt: "overnight",
      gentle_c: 120,
      below_agency_accepted: true,
      count: 3,
    });
    expect(seasoned.pieces[0]?.auto).toBe(false);
    const { piece, auto } = focused(withCut(seasoned, reference, "skirt"));
    expect(piece).toMatchObject({
      cut: "skirt",
      thickness_mm: 12,
      finish_c: 56,
      method: "direct",
      crust: "none",
      salt: "overnight",
      count: 3,
    });
    expect(piece.gentle_c ?? null).toBeNull();
    expect(piece.below_agency_accepted).toBe(false);
    expect(auto).toBe(true);
    expect(withCut(draft, reference, "none")).toBe(draft);
  });
  it("lets another method bring its own fire, flips and marks", () => {
    const set = withAnswers(draft, {
      fire: "kettle_two_zone",
      flip_every_s: 15,
      marks: "none",
      sear_fire: "chimney",
    });
    expect(focused(withAnswers(set, { method: "skillet" })).piece).toMatchObject({
      method: "skillet",
      fire: null,
      flip_every_s: null,
      sear_fire: null,
      cut: "ribeye",
    });
  });
  it("takes a remedy that was offered", () => {
    const offered = remedies([
      { field: "finish_c", message: "cannot" },
      { field: "remedy:thickness_mm", message: "thicker", suggestion: "33" },
      { field: "remedy:", message: "hotter", suggestion: null },
    ]);
    expect(offered.map((r) => r.text)).toEqual(["thicker", "hotter"]);
    expect(offered[1]?.change).toBeNull();
    expect(focused(remedied(draft, offered[0]!.change!)).piece).toMatchObject({
      thickness_mm: 33,
      mass_g: null,
    });
    expect(focused(remedied(draft, { field: "crust", value: "light" })).piece.crust).toBe("light");
    expect(focused(remedied(draft, { field: "sear_fire", value: "burner_skillet" })).piece.sear_fire).toBe(
      "burner_skillet",
    );
    expect(focused(remedied(draft, { field: "method", value: "skillet" })).piece).toMatchObject({
      method: "skillet",
      fire: null,
    });
    expect(focused(remedied(draft, { field: "way", value: "sear_then_low@gas" })).piece).toMatchObject({
      method: "sear_then_low",
      fire: "gas",
      own_fire: null,
    });
    expect(focused(remedied(draft, { field: "finish_c", value: "61.5" })).piece.finish_c).toBe(61.5);
  });
  it("asks for a recorded choice where the law of the trade does", () => {
    expect(belowAgency(focused(draft), reference)).toBe("free");
    expect(belowAgency(focused(withAnswers(draft, { treatment: "tenderised" })), reference)).toBe("recorded");
  });
  it("sends what was typed where it is no number", () => {
    expect(pieceToSend(focused(withThickness(draft, null, "thick"))).thickness_mm).toBe("thick");
  });
});

describe("pieces", () => {
  it("are added in focus, and taken away without losing sight of the others", () => {
    const two = withPiece(draft, reference);
    expect(two.focus).toBe(1);
    expect(two.pieces.map((p) => p.piece.cut)).toEqual(["ribeye", "skirt"]);
    expect(piecesToSend(two)).toHaveLength(2);
    const three = withPiece(two, reference);
    expect(withoutPiece(three, 0)).toMatchObject({ focus: 1 });
    expect(withoutPiece(three, 2)).toMatchObject({ focus: 1 });
    expect(withoutPiece(two, 1).pieces).toHaveLength(1);
  });
  it("change only the one in focus", () => {
    const two = withPiece(draft, reference);
    const deep = withAnswers(two, { crust: "deep" });
    expect(deep.pieces[0]).toBe(two.pieces[0]);
    expect(withFocused(two, (p) => p).pieces[1]).toBe(two.pieces[1]);
  });
  it("are named in an error of theirs", () => {
    expect(pieceOf([{ field: "pieces.2.finish_c", message: "" }])).toBe(2);
    expect(pieceOf([{ field: "finish_c", message: "" }])).toBeNull();
  });
});

describe("picking", () => {
  const picked = {
    cut: "ribeye",
    thickness_mm: 18,
    method: "direct",
    fire: "gas",
    crust: "light",
    salt: "just_before",
    rest: "open",
  } as PieceIn;
  it("goes on until the cook has chosen for himself", () => {
    expect(focused(withPick(draft, picked)).piece).toMatchObject({
      method: "direct",
      fire: "gas",
      crust: "light",
      salt: "just_before",
      thickness_mm: 38,
    });
    const own = withAnswers(draft, { crust: "deep" });
    expect(withPick(own, picked).pieces[0]).toBe(own.pieces[0]);
    expect(focused(withPick(withAnswers(draft, { finish_c: 52 }), picked)).piece.method).toBe("direct");
  });
  it("is not for another cut than the one on the board", () => {
    const skirt = withCut(draft, reference, "skirt");
    expect(withPick(skirt, picked).pieces[0]).toBe(skirt.pieces[0]);
  });
  it("ends where a whole way is taken", () =>
    expect(focused(withWay(draft, picked))).toMatchObject({ auto: false, piece: { thickness_mm: 18 } }));
  it("reads a kept plan back, with the defaults of what it did not say", () => {
    const kept = draftOf(
      {
        eat_at: new Date(2030, 5, 2, 18, 30).toISOString(),
        table: { eaters: 4 },
        pieces: [{ position: 0, inputs: { cut: "skirt", thickness_mm: 12 } as PieceIn, result: {} as never }],
      },
      "2031-01-01",
    );
    expect(kept).toMatchObject({ day: "2031-01-01", time: "18:30", table: { eaters: 4, appetite: "usual" } });
    expect(kept.pieces[0]).toMatchObject({ auto: false, piece: { cut: "skirt", marks: "none" } });
  });
});

describe("history", () => {
  it("goes back and on again, one step for what changed in one go", () => {
    let h = begun(1);
    h = changed(h, 2, 0);
    h = changed(h, 3, 300);
    h = changed(h, 4, 5000);
    expect(h.past).toEqual([1, 3]);
    h = undone(h);
    expect(h.now).toBe(3);
    h = undone(h);
    expect([h.now, undone(h)]).toEqual([1, h]);
    h = redone(redone(h));
    expect([h.now, redone(h)]).toEqual([4, h]);
  });
  it("forgets what was undone once something else is done", () =>
    expect(changed(undone(changed(begun(1), 2, 0)), 9, 9000).future).toEqual([]));
  it("does not count what nobody did", () => {
    expect(amended(begun(1), 5)).toMatchObject({ now: 5, past: [] });
    const h = begun(1);
    expect(changed(h, 1, 0)).toBe(h);
  });
});

describe("keys", () => {
  const deeds: Deeds = {
    undo: vi.fn(),
    redo: vi.fn(),
    add: vi.fn(),
    keep: vi.fn(),
    focus: vi.fn(),
    step: vi.fn(),
    panel: vi.fn(),
  };
  const press = (key: string, more: Partial<KeyboardEvent> = {}) =>
    deedOf(
      {
        key,
        code: "",
        ctrlKey: false,
        metaKey: false,
        altKey: false,
        shiftKey: false,
        target: document.body,
        ...more,
      },
      deeds,
    );
  it("does what the map says", () => {
    expect(press("z", { ctrlKey: true })).toBe(deeds.undo);
    expect(press("Z", { ctrlKey: true, shiftKey: true })).toBe(deeds.redo);
    expect(press("s", { metaKey: true })).toBe(deeds.keep);
    expect(press("n", { altKey: true, code: "KeyN" })).toBe(deeds.add);
    press("3", { altKey: true, code: "Digit3" })?.();
    expect(deeds.focus).toHaveBeenCalledWith(2);
    press("ArrowLeft", { altKey: true })?.();
    expect(deeds.step).toHaveBeenCalledWith(-60);
    press("l", { altKey: true, code: "KeyL" })?.();
    expect(deeds.panel).toHaveBeenCalledWith(2);
  });
  it("leaves plain letters and the undo of a text field alone", () => {
    expect(press("n")).toBeNull();
    const field = document.createElement("input");
    expect(press("z", { ctrlKey: true, target: field })).toBeNull();
    field.type = "range";
    expect(press("z", { ctrlKey: true, target: field })).toBe(deeds.undo);
  });
});

describe("guide", () => {
  const entries = [
    { key: "a", kind: "glossary", title: "Grey rim", text: "what has lost its red", see: [] },
    {
      key: "b",
      kind: "cut",
      title: "Skirt",
      text: "thin, with \ufdd3temp:57\ufdd4 in the middle and a grey rim",
      see: [],
    },
  ];
  const said = (text: string) => text.replace("\ufdd3temp:57\ufdd4", "135 °F");
  it("finds every word, titles first", () => {
    expect(found(entries, "rim grey", "", said).map((e) => e.key)).toEqual(["a", "b"]);
    expect(found(entries, "135", "", said).map((e) => e.key)).toEqual(["b"]);
    expect(found(entries, "", "cut", said).map((e) => e.key)).toEqual(["b"]);
    expect(found(entries, "walrus", "", said)).toEqual([]);
  });
});

describe("what ends the heat", () => {
  const chicken = { pull_c: 66, reading_c: 73.889 };
  it("is the reading where one has to be there, on paper and in lists too, never written below itself", () => {
    expect(offAt("us", chicken)).toBe("165 °F");
    expect(offAt("metric", chicken)).toBe("73.9 °C");
    expect(offAt("metric", { pull_c: 70.9, reading_c: 71.111 })).toBe("71.1 °C");
  });
  it("is the pull elsewhere", () => {
    expect(offAt("us", { pull_c: 54.4, reading_c: null })).toBe("130 °F");
  });
});

describe("what a plan was saved with", () => {
  const result = { cautions: [], lead_s: 3600, pull_c: 48 };
  const plan = (n: number) =>
    ({
      eat_at: "2027-06-12T19:00:00Z",
      order: [],
      notes: ["n"],
      pieces: Array.from({ length: n }, () => ({ inputs: { cut: "rib" }, result })),
    }) as never;
  it("is shown of one piece; of several they have to be put together first", () => {
    expect(storedOf(plan(1))).toMatchObject({
      piece: { cut: "rib" },
      lead_s: 3600,
      notes: ["n"],
      others: [],
    });
    expect(storedOf(plan(2))).toBeNull();
  });
  it("is another plan where a cook would read another figure", () => {
    const saved = storedOf(plan(1))!;
    expect(isOther(saved, saved)).toBe(false);
    expect(isOther(saved, { ...saved, result: { ...saved.result, pull_c: 49 } })).toBe(true);
    expect(isOther(saved, { ...saved, lead_s: 3660 })).toBe(true);
  });
});

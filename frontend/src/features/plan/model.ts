import type { Answer, Condition } from "@/api/answers";
import { ANSWERS } from "@/api/answers.gen";
import type { FieldError, Schemas } from "@/api/client";
import type { PieceIn, Reference, Task } from "@/api/hooks";
import { kept, type Spot } from "@/chart/grate-model";
import { dayOf, timeOf } from "@/units/typed";
import { leastText, type System, tempText } from "@/units/units";

/** One piece as far as it is answered. Numbers are SI; null where the text is no number yet. */
/** What ends the slow part: a core temperature, or the reading that has to be there, never written below itself. */
export const offAt = (system: System, result: { pull_c: number; reading_c?: number | null }) =>
  result.reading_c == null ? tempText(system, result.pull_c) : leastText(system, result.reading_c);

export interface PieceDraft {
  piece: Omit<PieceIn, "thickness_mm"> & { thickness_mm: number | null };
  thicknessText: string;
  /** Brasko picks method, fire, crust, salt and rest until the cook has touched one of them. */
  auto: boolean;
}

export type Anchor = "eat" | "light" | "on";

/** What the cook has answered so far. day and time are of the anchor. */
export interface Draft {
  pieces: PieceDraft[];
  focus: number;
  anchor: Anchor;
  day: string;
  time: string;
  table: Schemas["TableIn"];
}

/** The fixed moment, or null while it is not a whole date and time. */
export function anchorAt(draft: Pick<Draft, "day" | "time">): Date | null {
  const at = new Date(`${draft.day}T${draft.time}`);
  return Number.isNaN(at.getTime()) ? null : at;
}

/** When the task that an anchor names begins [s from eating]. */
export function anchorStart(anchor: Anchor, order: readonly Task[]): number {
  if (anchor === "eat") return 0;
  const found = order.filter((t) =>
    anchor === "light" ? t.lane === "fire" : t.step !== "" && t.key.split(":").pop() === "on",
  );
  return Math.min(0, ...found.map((t) => t.start_s));
}

/** The hour of eating that follows from the fixed moment. */
export function hourOf(draft: Draft, order: readonly Task[]): Date | null {
  const at = anchorAt(draft);
  return at && new Date(at.getTime() - anchorStart(draft.anchor, order) * 1000);
}

/** What is looked at: a moment, or a task, which may move while the plan is worked out again. */
export type Looked = number | { task: string } | null;

/** Where on the line that is now. */
export const momentOf = (looked: Looked, order: readonly Task[]): number | null =>
  looked !== null && typeof looked === "object"
    ? (order.find((t) => t.key === looked.task)?.start_s ?? null)
    : looked;

/** Another moment is held fixed where it is now. */
export const anchored = (draft: Draft, anchor: Anchor, at: Date): Draft => ({
  ...draft,
  anchor,
  day: dayOf(at),
  time: timeOf(at),
});

/** Every answer that has a usual one. */
export const pieceDefaults = Object.fromEntries(ANSWERS.map((a) => [a.field, a.usual])) as Omit<
  PieceIn,
  "cut" | "thickness_mm"
>;

/** The declaration of an answer. */
export const answerOf = (field: Answer["field"]): Answer => ANSWERS.find((a) => a.field === field)!;

/** What goes with an answer that changes is set back to its usual. */
function back(change: object) {
  const gone = ANSWERS.filter((a) => !(a.field in change) && a.resetBy.some((field) => field in change));
  return Object.fromEntries(gone.map((a) => [a.field, a.usual])) as Partial<PieceIn>;
}

export const tableDefaults: Schemas["TableIn"] = {
  eaters: 2,
  appetite: "usual",
  salt_kind: "coarse_dense",
  price_kg: null,
  wishes: [],
};

function freshPiece(cut: Reference["cuts"][number]): PieceDraft {
  return {
    piece: {
      ...pieceDefaults,
      cut: cut.key,
      thickness_mm: cut.typical_thickness_mm,
      finish_c: cut.default_finish_c,
      method: cut.method,
      crust: cut.crust,
    },
    thicknessText: String(cut.typical_thickness_mm),
    auto: true,
  };
}

export function draftFor(reference: Reference, now = new Date(), eaters = tableDefaults.eaters): Draft {
  const seven = new Date(now);
  seven.setHours(19, 0, 0, 0);
  if (seven.getTime() - now.getTime() < 150 * 60_000) seven.setDate(seven.getDate() + 1);
  return {
    pieces: [freshPiece(reference.cuts[0]!)],
    focus: 0,
    anchor: "eat",
    day: dayOf(seven),
    time: timeOf(seven),
    table: { ...tableDefaults, eaters },
  };
}

/** A draft about one piece as it is given, everything else as usual. */
export const draftWith = (reference: Reference, piece: PieceIn): Draft => ({
  ...draftFor(reference),
  pieces: [
    {
      piece: { ...pieceDefaults, ...piece },
      thicknessText: String(piece.thickness_mm),
      auto: false,
    },
  ],
});

/** The draft of a kept plan; planned again it takes another day. */
export function draftOf(plan: Pick<Schemas["PlanOut"], "eat_at" | "pieces" | "table">, day?: string): Draft {
  const eat = new Date(plan.eat_at);
  return {
    pieces: plan.pieces.map((p) => ({
      piece: { ...pieceDefaults, ...p.inputs },
      thicknessText: String(p.inputs.thickness_mm),
      auto: false,
    })),
    focus: 0,
    anchor: "eat",
    day: day ?? dayOf(eat),
    time: timeOf(eat),
    table: { ...tableDefaults, ...plan.table },
  };
}

export const focused = (draft: Draft): PieceDraft => draft.pieces[draft.focus] ?? draft.pieces[0]!;

export const withFocused = (draft: Draft, change: (each: PieceDraft) => PieceDraft): Draft => ({
  ...draft,
  pieces: draft.pieces.map((each, i) => (i === draft.focus ? change(each) : each)),
});

/** What is shown of finishes [°C]: those of steaks, or those of what is cooked until it is tender. */
export const finishRange = (cut: { default_finish_c: number } | undefined) =>
  cut && cut.default_finish_c > 76 ? { low: 60, high: 98 } : { low: 45, high: 77 };

const PICKED: string[] = ANSWERS.filter((a) => a.picked).map((a) => a.field);

/** The focused piece with answers changed; what Brasko would have picked is the cook's own from then on. */
export const withAnswers = (draft: Draft, change: Partial<PieceDraft["piece"]>): Draft =>
  withFocused(draft, (each) => ({
    ...each,
    piece: { ...each.piece, ...back(change), ...change },
    auto: each.auto && !Object.keys(change).some((key) => PICKED.includes(key)),
  }));

/** Another method; the fire stays where the method can be done on it, and is else one that is at hand. */
export function withMethod(draft: Draft, reference: Reference, key: string, kinds: readonly string[]): Draft {
  const { fire, own_fire } = focused(draft).piece;
  const changed = withAnswers(draft, { method: key });
  if (own_fire) return withAnswers(changed, { own_fire });
  const can = reference.methods.find((m) => m.key === key)?.fires ?? [];
  const to =
    can.find((f) => f.key === fire) ?? can.find((f) => kinds.includes(f.kind)) ?? can.find((f) => f.at_hand);
  return to ? withAnswers(changed, { fire: to.key }) : changed;
}

export const withThickness = (draft: Draft, mm: number | null, text: string): Draft =>
  withFocused(draft, (each) => ({
    ...each,
    thicknessText: text,
    piece: { ...each.piece, ...back({ thickness_mm: mm }), thickness_mm: mm },
  }));

/** A draft with another cut keeps how it is seasoned and served, and takes the cut's own size, finish, method and crust. */
export function withCut(draft: Draft, reference: Reference, key: string): Draft {
  const cut = reference.cuts.find((c) => c.key === key);
  if (!cut) return draft;
  const kept = ANSWERS.filter((a) => a.field !== "cut" && !a.resetBy.includes("cut"));
  const before = focused(draft).piece;
  const same = Object.fromEntries(kept.map((a) => [a.field, before[a.field]]));
  const fresh = freshPiece(cut);
  return withFocused(draft, () => ({ ...fresh, piece: { ...fresh.piece, ...same } }));
}

/** So many pieces go on one fire by one rule; more are a meal with a board. */
export const MAX_PIECES = 8;

/** One more piece in focus: of the cut that is named, else of one that is not there yet. */
export function withPiece(draft: Draft, reference: Reference, key?: string): Draft {
  const taken = new Set(draft.pieces.map((p) => p.piece.cut));
  const wanted = reference.cuts.find((c) => (key === undefined ? !taken.has(c.key) : c.key === key));
  const cut = wanted ?? reference.cuts[0]!;
  return { ...draft, pieces: [...draft.pieces, freshPiece(cut)], focus: draft.pieces.length };
}

export function withoutPiece(draft: Draft, index: number): Draft {
  const pieces = draft.pieces.filter((_, i) => i !== index);
  return {
    ...draft,
    pieces,
    focus: Math.min(draft.focus > index ? draft.focus - 1 : draft.focus, pieces.length - 1),
  };
}

/** What Brasko picks, for a piece that is still its own to pick for. */
export const withPick = (draft: Draft, picked: PieceIn): Draft =>
  withFocused(draft, (each) =>
    each.auto && each.piece.cut === picked.cut
      ? {
          ...each,
          piece: {
            ...each.piece,
            method: picked.method,
            fire: picked.fire,
            gentle_c: picked.gentle_c ?? null,
            crust: picked.crust,
            salt: picked.salt,
            rest: picked.rest,
          },
        }
      : each,
  );

/** Another way to cook the focused piece, taken whole. */
export const withWay = (draft: Draft, way: PieceIn): Draft =>
  withFocused(draft, (each) => ({ ...each, piece: { ...way }, auto: false }));

/** The piece to send. A thickness that is no number goes as it was typed, so that the server can say so. */
export const pieceToSend = (each: PieceDraft): PieceIn => ({
  ...each.piece,
  thickness_mm: each.piece.thickness_mm ?? (each.thicknessText as unknown as number),
});
export const piecesToSend = (draft: Draft): PieceIn[] => draft.pieces.map(pieceToSend);

export interface Remedy {
  text: string;
  /** The answer it changes, and to what; null where it cannot be done here. */
  change: { field: string; value: string } | null;
}

export const remedies = (errors: FieldError[]): Remedy[] =>
  errors
    .filter((e) => e.field.startsWith("remedy:"))
    .map((e) => {
      const field = e.field.slice("remedy:".length);
      return {
        text: e.message,
        change: field && e.suggestion != null ? { field, value: e.suggestion } : null,
      };
    });

/** Which piece an error is of; null where it does not say. */
export function pieceOf(errors: FieldError[]): number | null {
  for (const e of errors) {
    const found = /^(?:body\.)?pieces\.(\d+)\./.exec(e.field);
    if (found) return Number(found[1]);
  }
  return null;
}

const TEXTS: string[] = ANSWERS.filter((a) => a.options.length > 0).map((a) => a.field);

/** The draft with a remedy taken. */
export function remedied(draft: Draft, { field, value }: { field: string; value: string }): Draft {
  if (field === "way") return withOtherWay(draft, value);
  if (field === "thickness_mm") return withThickness(draft, Number(value), value);
  return withAnswers(draft, { [field]: TEXTS.includes(field) ? value : Number(value) });
}

/** The draft with a place of its fire moved: that fire is the cook's own from then on. */
export function withPlace(
  draft: Draft,
  grate: Schemas["PlanGrate"],
  which: "gentle" | "sear",
  to: Spot,
): Draft {
  const spot = { ...kept(grate.map, to), grate: grate.map.grate };
  return withAnswers(draft, { own_fire: { ...grate.fire, [which]: spot } });
}

/** A way is "method@fire"; "own" keeps the cook's own fire. */
function withOtherWay(draft: Draft, way: string): Draft {
  const [method = "", fire = ""] = way.split("@");
  const own = focused(draft).piece.own_fire;
  const changed = withAnswers(draft, { method });
  return fire === "own" && own ? withAnswers(changed, { own_fire: own }) : withAnswers(changed, { fire });
}

/** Whether this piece may be finished below the agency's figure: freely, by a recorded choice, or never. */
export function belowAgency(each: PieceDraft, reference: Reference): "free" | "recorded" | "never" {
  const cut = reference.cuts.find((c) => c.key === each.piece.cut);
  return (each.piece.treatment === "tenderised" ? cut?.below_agency_tenderised : cut?.below_agency) ?? "free";
}

/** What the sear is on, as the core has it. */
export interface SearPlace {
  rods: boolean;
  pan: boolean;
  lid: boolean;
}

/** Which conditions of answers hold for a piece. */
export function holding(
  piece: PieceDraft["piece"],
  cut: Reference["cuts"][number] | undefined,
  method: Reference["methods"][number] | undefined,
  place: SearPlace,
  flips: boolean,
): Record<Condition, boolean> {
  const browns = method?.browns ?? false;
  return {
    bone: cut?.has_bone ?? false,
    intact: cut?.may_be_tenderised ?? false,
    frozen: piece.frozen ?? false,
    tempered: (piece.temper_min ?? 0) > 0,
    salted_ahead: cut?.salted_ahead ?? true,
    pan: place.pan,
    gentle: Boolean(method?.gentle),
    two_parts: (method?.sear_fires ?? []).length > 0,
    long: method?.wraps ?? false,
    wrapped: (method?.wraps ?? false) && (piece.wrap ?? "none") !== "none",
    browns,
    rods: browns && place.rods,
    flipped: browns && flips && (piece.marks ?? "none") === "none",
    lid: browns && place.lid,
  };
}

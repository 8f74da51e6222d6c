import type { FieldError, Schemas } from "@/api/client";
import type { PieceIn, Reference } from "@/api/hooks";
import { kept, type Spot } from "@/chart/grate-model";

/** What the cook has answered so far. Numbers are SI; null where the text is no number yet. */
export interface Draft {
  piece: Omit<PieceIn, "thickness_mm"> & { thickness_mm: number | null };
  thicknessText: string;
  day: string;
  time: string;
}

const pad = (n: number) => String(n).padStart(2, "0");
export const dayOf = (at: Date) => `${at.getFullYear()}-${pad(at.getMonth() + 1)}-${pad(at.getDate())}`;
export const timeOf = (at: Date) => `${pad(at.getHours())}:${pad(at.getMinutes())}`;

/** The hour that was asked for, or null while it is not a whole date and time. */
export function eatAt(draft: Pick<Draft, "day" | "time">): Date | null {
  const at = new Date(`${draft.day}T${draft.time}`);
  return Number.isNaN(at.getTime()) ? null : at;
}

export const pieceDefaults: Omit<PieceIn, "cut" | "thickness_mm"> = {
  start_c: 4, method: "low_then_sear", fire: null, crust: "good", rest: "foil", salt: "hour", temper_min: 0, air_c: 22, treatment: "whole", below_agency_accepted: false,
};

export function draftFor(reference: Reference, now = new Date()): Draft {
  const cut = reference.cuts[0]!;
  const seven = new Date(now);
  seven.setHours(19, 0, 0, 0);
  if (seven.getTime() - now.getTime() < 150 * 60_000) seven.setDate(seven.getDate() + 1);
  return {
    piece: { ...pieceDefaults, cut: cut.key, thickness_mm: 38.1, finish_c: cut.default_finish_c },
    thicknessText: "38.1",
    day: dayOf(seven),
    time: timeOf(seven),
  };
}

/** A draft with another cut keeps how it is seasoned and rested, and takes the cut's own size, finish, method and crust. */
export function withCut(draft: Draft, reference: Reference, key: string): Draft {
  const cut = reference.cuts.find((c) => c.key === key);
  if (!cut) return draft;
  const own = { thickness_mm: cut.typical_thickness_mm, mass_g: null, finish_c: cut.default_finish_c, method: cut.method, crust: cut.crust };
  const open = { fire: null, own_fire: null, gentle_c: null, flip_every_s: null, treatment: "whole", below_agency_accepted: false };
  return { ...draft, piece: { ...draft.piece, ...open, ...own, cut: key }, thicknessText: String(cut.typical_thickness_mm) };
}

/** The piece to send. A thickness that is no number goes as it was typed, so that the server can say so. */
export const pieceToSend = (draft: Draft): PieceIn =>
  ({ ...draft.piece, thickness_mm: draft.piece.thickness_mm ?? (draft.thicknessText as unknown as number) });

export interface Remedy {
  text: string;
  /** The answer it changes, and to what; null where it cannot be done here. */
  change: { field: string; value: string } | null;
}

export const remedies = (errors: FieldError[]): Remedy[] =>
  errors.filter((e) => e.field.startsWith("remedy:")).map((e) => {
    const field = e.field.slice("remedy:".length);
    return { text: e.message, change: field && e.suggestion != null ? { field, value: e.suggestion } : null };
  });

/** The draft with a remedy taken. */
export function remedied(draft: Draft, { field, value }: { field: string; value: string }): Draft {
  if (field === "method") return withMethod(draft, value);
  const number = Number(value);
  if (field === "thickness_mm") return { ...draft, thicknessText: value, piece: { ...draft.piece, thickness_mm: number, mass_g: null } };
  return { ...draft, piece: { ...draft.piece, [field]: field === "crust" ? value : number } };
}

/** The draft with a place of its fire moved: that fire is the cook's own from then on. */
export function withPlace(draft: Draft, grate: Schemas["PlanGrate"], which: "gentle" | "sear", to: Spot): Draft {
  const spot = { ...kept(grate.map, to), grate: grate.map.grate };
  return { ...draft, piece: { ...draft.piece, fire: null, own_fire: { ...grate.fire, [which]: spot } } };
}

/** Another method takes its own fire, gentle heat and flips. */
export const withMethod = (draft: Draft, method: string): Draft =>
  ({ ...draft, piece: { ...draft.piece, method, fire: null, own_fire: null, gentle_c: null, flip_every_s: null } });

/** Whether this piece may be finished below the agency's figure: freely, by a recorded choice, or never. */
export function belowAgency(draft: Draft, reference: Reference): "free" | "recorded" | "never" {
  const cut = reference.cuts.find((c) => c.key === draft.piece.cut);
  return (draft.piece.treatment === "tenderised" ? cut?.below_agency_tenderised : cut?.below_agency) ?? "free";
}

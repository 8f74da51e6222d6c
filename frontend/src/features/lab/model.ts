import type { Answer } from "@/api/answers";
import { ANSWERS } from "@/api/answers.gen";
import type { Schemas } from "@/api/client";
import type { PieceIn, Reference } from "@/api/hooks";
import type { Experiment, Swept, Way } from "@/api/lab";
import type { Zero } from "@/chart/align";
import type { Laid } from "@/chart/overlay-model";

export type VariantIn = Experiment["variants"][number];

/** What can be told apart by an answer: nothing of the log, and no fire of the cook's own. */
export const CHANGEABLE: readonly Answer[] = ANSWERS.filter(
  (a) => a.group !== "log" && a.kind !== "fire" && a.group !== "first",
);
/** What is always asked of a way. */
export const ALWAYS: readonly Answer[] = ANSWERS.filter((a) =>
  ["cut", "thickness_mm", "finish_c", "method"].includes(a.field),
);

/** A first way of the cut that a cook begins with. */
export function freshWay(cut: Reference["cuts"][number], name: string): VariantIn {
  return {
    name,
    piece: {
      cut: cut.key,
      thickness_mm: cut.typical_thickness_mm,
      finish_c: cut.default_finish_c,
      method: cut.method,
      crust: cut.crust,
    } as PieceIn,
  };
}

const letters = "ABCD";
export const freeName = (taken: readonly string[]) =>
  [...letters].find((l) => !taken.includes(l)) ?? `${taken.length + 1}`;

/** One way more, like the last. */
export const withWay = (asked: Experiment): Experiment => ({
  ...asked,
  variants: [
    ...asked.variants,
    { ...asked.variants.at(-1)!, name: freeName(asked.variants.map((v) => v.name)) },
  ],
});

export const withoutWay = (asked: Experiment, index: number): Experiment => {
  const of = (n: number | undefined) => (n === undefined || n < index ? (n ?? 0) : n - 1);
  const gone = (n: number | undefined) => (n ?? 0) === index;
  return {
    ...asked,
    variants: asked.variants.filter((_, n) => n !== index),
    sweep: asked.sweep && !gone(asked.sweep.of) ? { ...asked.sweep, of: of(asked.sweep.of) } : null,
    matters: asked.matters && !gone(asked.matters.of) ? { ...asked.matters, of: of(asked.matters.of) } : null,
  };
};

/** A way with some of its answers changed; what another cut or method brings goes back to what is usual. */
export function withAnswers(asked: Experiment, index: number, change: Partial<PieceIn>): Experiment {
  const goes = ANSWERS.filter((a) => !(a.field in change) && a.resetBy.some((f) => f in change)).map(
    (a) => a.field,
  );
  return {
    ...asked,
    variants: asked.variants.map((v, n) => {
      if (n !== index || !v.piece) return v;
      const kept = Object.entries(v.piece).filter(([field]) => !goes.includes(field as keyof PieceIn));
      return { ...v, piece: { ...Object.fromEntries(kept), ...change } as PieceIn };
    }),
  };
}

/** Answers that are not the same in all ways, besides those that are always asked. */
export function differing(asked: Experiment): Answer[] {
  const pieces = asked.variants.flatMap((v) => (v.piece ? [v.piece] : []));
  return CHANGEABLE.filter((a) => !ALWAYS.includes(a)).filter((a) =>
    pieces.some((p) => p[a.field] !== undefined && JSON.stringify(p[a.field]) !== JSON.stringify(a.usual)),
  );
}

/** An experiment from a file, or null where it is none. */
export function fromFile(text: string): Experiment | null {
  try {
    const read = JSON.parse(text) as Experiment;
    return read.format === "brasko/experiment@1" && Array.isArray(read.variants) ? read : null;
  } catch {
    return null;
  }
}

/** A way's core on the shared line. */
export function laid(way: Way, index: number, zero: Zero): Laid | null {
  if (!way.line) return null;
  const end = way.line.time_s.at(-1) ?? 0;
  const pulled = way.pull_c == null ? -1 : way.line.core_c.findIndex((c) => c >= way.pull_c!);
  const zeroS = zero === "on" ? 0 : zero === "table" ? end : pulled < 0 ? end : way.line.time_s[pulled]!;
  return { key: `${index}`, name: way.name, timeS: way.line.time_s, coreC: way.line.core_c, zeroS };
}

export type Figure =
  | "minutes_s"
  | "pull_c"
  | "peak_c"
  | "rise_k"
  | "sear_s"
  | "rim_share"
  | "crust_share"
  | "loss_share"
  | "hands_s"
  | "late_k";
export const SWEPT_FIGURES: readonly Figure[] = [
  "minutes_s",
  "pull_c",
  "peak_c",
  "rise_k",
  "sear_s",
  "rim_share",
  "crust_share",
  "loss_share",
  "hands_s",
  "late_k",
];

/** The values of one figure over a sweep, row by row of its first axis; null where there is none. */
export function grid(swept: Swept, figure: Figure): (number | null)[][] {
  const columns = swept.values.length > 1 ? swept.values[1]!.length : 1;
  return swept.values[0]!.map((_, row) =>
    Array.from({ length: columns }, (__, column) => swept.points[row * columns + column]?.[figure] ?? null),
  );
}

/** Where a value lies between the least and the most, 0 to 1. */
export function shareOf(value: number, all: readonly (number | null)[]): number {
  const known = all.filter((v): v is number => v !== null);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  return high > low ? (value - low) / (high - low) : 0.5;
}

export type Axis = NonNullable<Experiment["sweep"]>["axes"][number];
export const freshAxis = (field: Schemas["SweptField"], n: number): Axis =>
  field.options.length > 0
    ? { field: field.field, values: field.options.slice(0, 12) }
    : { field: field.field, low: field.low ?? 0, high: field.high ?? 1, n };

import type { Scale } from "@/units/units";

/** Lines laid over one another: what each is, and where its own zero lies. */
export interface Laid {
  key: string;
  name: string;
  timeS: readonly number[];
  coreC: readonly number[];
  /** What was measured, apart from what was foreseen. */
  measured?: readonly { s: number; c: number }[];
  /** The moment of its own time that lies at zero. */
  zeroS: number;
}

/** How one of several lines is drawn, so that it is known without its colour. */
export const STROKES = [
  { colour: "var(--c-ink)", dash: "" },
  { colour: "var(--c-ember)", dash: "9 4" },
  { colour: "var(--c-probe)", dash: "2 4" },
  { colour: "var(--c-ash)", dash: "12 4 2 4" },
] as const;

export const strokeOf = (index: number) => STROKES[index % STROKES.length]!;

/** From where to where time goes, over all lines. */
export function spanOf(lines: readonly Laid[]): [number, number] {
  const ends = lines.flatMap((l) => {
    const measured = (l.measured ?? []).map((m) => m.s);
    const first = Math.min(l.timeS[0] ?? 0, ...measured);
    const last = Math.max(l.timeS.at(-1) ?? 0, ...measured);
    return [first - l.zeroS, last - l.zeroS];
  });
  return ends.length === 0 ? [0, 1] : [Math.min(...ends), Math.max(...ends)];
}

/** From the coldest to the hottest, with a little room. */
export function rangeOf(lines: readonly Laid[], finishC: number | null): [number, number] {
  const all = lines.flatMap((l) => [...l.coreC, ...(l.measured ?? []).map((m) => m.c)]);
  if (finishC !== null) all.push(finishC);
  return all.length === 0 ? [0, 1] : [Math.min(...all) - 2, Math.max(...all) + 4];
}

/** The value of a line at a moment of the shared time; null outside of it. */
export function valueOf(line: Laid, s: number): number | null {
  const t = s + line.zeroS;
  const last = line.timeS.length - 1;
  if (last < 0 || t < line.timeS[0]! || t > line.timeS[last]!) return null;
  const n = Math.max(
    1,
    line.timeS.findIndex((each) => each >= t),
  );
  const [a, b] = [line.timeS[n - 1]!, line.timeS[n]!];
  const share = b > a ? (t - a) / (b - a) : 0;
  return line.coreC[n - 1]! + share * (line.coreC[n]! - line.coreC[n - 1]!);
}

/** Whole tens of the reader's degrees between two temperatures, in °C. */
export function levelsOf([low, high]: [number, number], scale: Scale, most = 7): number[] {
  const [from, to] = [scale.shown(low), scale.shown(high)];
  const step = [5, 10, 20, 50, 100].find((s) => (to - from) / s <= most) ?? 200;
  const found = [];
  for (let t = Math.ceil(from / step) * step; t <= to; t += step) found.push(scale.si(t));
  return found;
}

/** Whole steps of minutes or hours for an axis of so many seconds. */
export function ticksOf([from, to]: [number, number], most = 8): number[] {
  const steps = [60, 300, 600, 900, 1800, 3600, 7200, 14400, 28800];
  const step = steps.find((s) => (to - from) / s <= most) ?? 28800;
  const found = [];
  for (let s = Math.ceil(from / step) * step; s <= to; s += step) found.push(s === 0 ? 0 : s);
  return found;
}

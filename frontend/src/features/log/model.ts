import type { Cook, CookLine } from "@/api/hooks";
import type { Zero } from "@/chart/align";
import type { Laid } from "@/chart/overlay-model";

export interface Sieve {
  text: string;
  cut: string;
  fire: string;
  method: string;
  verdict: string;
  weather: string;
  sort: Sort;
}
export type Sort = "latest" | "oldest" | "best" | "nearest" | "furthest";
export const EVERYTHING: Sieve = {
  text: "",
  cut: "",
  fire: "",
  method: "",
  verdict: "",
  weather: "",
  sort: "latest",
};

/** How far a peak was off what was foreseen [K]; null where it was not read. */
export const gapOf = (cook: CookLine): number | null =>
  cook.outcome?.peak_measured_c == null
    ? null
    : Math.abs(cook.outcome.peak_measured_c - cook.outcome.peak_foreseen_c);

const plain = (text: string) => text.toLocaleLowerCase().normalize("NFD").replace(/\p{M}/gu, "");

/** Whether every word of a search is somewhere in a cook. */
function found(cook: CookLine, text: string): boolean {
  const all = plain([cook.title, cook.cut, cook.fire, cook.method, cook.note, cook.weather].join(" "));
  return plain(text)
    .split(/\s+/)
    .every((word) => all.includes(word));
}

const VERDICTS: Record<string, (cook: CookLine) => boolean> = {
  under: (c) => c.doneness === "under",
  over: (c) => c.doneness === "over",
  right: (c) => c.doneness === "right",
  thin: (c) => c.crust === "thin",
  heavy: (c) => c.crust === "heavy",
  none: (c) => c.stars === null,
};

const ORDER: Record<Sort, (a: CookLine, b: CookLine) => number> = {
  latest: (a, b) => b.started_at.localeCompare(a.started_at),
  oldest: (a, b) => a.started_at.localeCompare(b.started_at),
  best: (a, b) => (b.stars ?? 0) - (a.stars ?? 0) || (gapOf(a) ?? 99) - (gapOf(b) ?? 99),
  nearest: (a, b) => (gapOf(a) ?? 99) - (gapOf(b) ?? 99),
  furthest: (a, b) => (gapOf(b) ?? -1) - (gapOf(a) ?? -1),
};

/** The cooks that a sieve lets through, in its order. */
export const sieved = (cooks: readonly CookLine[], sieve: Sieve): CookLine[] =>
  cooks
    .filter(
      (c) =>
        (sieve.cut === "" || c.cut === sieve.cut) &&
        (sieve.fire === "" || c.fire === sieve.fire) &&
        (sieve.method === "" || c.method === sieve.method) &&
        (sieve.weather === "" || (sieve.weather === "told" ? c.weather !== "" : c.weather === "")) &&
        (sieve.verdict === "" || (VERDICTS[sieve.verdict]?.(c) ?? true)) &&
        found(c, sieve.text),
    )
    .sort(ORDER[sieve.sort]);

/** What there is to choose from in one field, each once. */
export const valuesOf = (cooks: readonly CookLine[], of: (cook: CookLine) => string): string[] =>
  [...new Set(cooks.map(of).filter(Boolean))].sort((a, b) => a.localeCompare(b));

/** The cook of a cut that is worth doing once more: most stars, then nearest to what was foreseen. */
export function bestOf(cooks: readonly CookLine[], cut: string): CookLine | null {
  const rated = cooks.filter((c) => c.cut === cut && (c.stars ?? 0) >= 4);
  return [...rated].sort(ORDER.best)[0] ?? null;
}

/** A cook on the shared line: as it was foreseen, and as it was read. */
export function laidCook(cook: Cook, zero: Zero): Laid | null {
  const piece = cook.pieces[0];
  if (!piece?.on_at) return null;
  const on = new Date(piece.on_at).getTime();
  const measured = cook.readings
    .filter((r) => r.piece_id === piece.id && r.source === "tip")
    .map((r) => ({ s: (new Date(r.at).getTime() - on) / 1000, c: r.temp_c }));
  const step = Math.max(1, Math.ceil(measured.length / 240));
  const curve = piece.result.curve;
  const o = piece.outcome;
  const end = cook.ended_at ? (new Date(cook.ended_at).getTime() - on) / 1000 : (curve.time_s.at(-1) ?? 0);
  const zeroS = zero === "on" ? 0 : zero === "pull" ? (o?.slow_measured_s ?? o?.slow_foreseen_s ?? 0) : end;
  return {
    key: `${cook.id}`,
    name: cook.title,
    timeS: curve.time_s,
    coreC: curve.core_c,
    measured: measured.filter((_, n) => n % step === 0),
    zeroS,
  };
}

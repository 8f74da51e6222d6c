import type { Cook, Expected, PieceResult } from "@/api/hooks";

export interface NowNext {
  /** What the food is in now. */
  current: Expected | null;
  next: Expected | null;
}

export function nowNext(expected: readonly Expected[]): NowNext {
  const open = expected.filter((e) => e.state !== "done");
  const done = expected.filter((e) => e.state === "done");
  const next = open.reduce<Expected | null>((soonest, e) => (!soonest || e.start_at < soonest.start_at ? e : soonest), null);
  return { current: done[done.length - 1] ?? null, next };
}

export interface Flip {
  inS: number;
  number: number;
  /** How many there are in all; null where they go on until the pull. */
  of: number | null;
}

/** The next flip of a sear that began some seconds ago; null when no flip is left. */
export function nextFlip(result: PieceResult, searBeganMs: number, nowMs: number): Flip | null {
  const since = (nowMs - searBeganMs) / 1000;
  if (result.sear_s <= 0) {
    if (result.slow_step !== "sear" || result.flip_every_s <= 0) return null;
    const next = Math.floor(Math.max(0, since) / result.flip_every_s) + 1;
    return { number: next, of: null, inS: next * result.flip_every_s - since };
  }
  const of = Math.round(result.sear_s / result.flip_every_s) - 1;
  const number = Math.max(1, Math.floor(since / result.flip_every_s) + 1);
  return number > of ? null : { number, of, inS: number * result.flip_every_s - since };
}

/** The newest mark that can be taken back. */
export function lastMark(cook: Cook): Cook["events"][number] | null {
  const undone = new Set(cook.events.filter((e) => e.kind === "undo").map((e) => e.payload.undoes));
  const marks = cook.events.filter((e) => e.kind === "done" && !undone.has(e.client_id));
  return marks[marks.length - 1] ?? null;
}

const VERBS: Record<string, string> = {
  season: "Salted", temper: "It is out", light: "Lit", bank: "Banked", preheat: "Lid is on", oil: "Oiled", on: "It is on",
  heat_oven: "Oven is on", heat_pan: "Skillet is on", melt: "Fat is warming", fuse: "Fuse is laid",
  wait: "Pulled", gentle: "It is over there", convert: "Vents are open", sear: "Searing", rest: "It rests", serve: "Served",
};

/** What the big button says: the deed, in the past. */
export const deed = (key: string, name: string) => VERBS[key] ?? `Done: ${name}`;

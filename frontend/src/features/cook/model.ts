import type { Schemas } from "@/api/client";
import type { Cook, Expected, PieceResult } from "@/api/hooks";
import type { Deed } from "@/api/outbox";
import { say } from "@/words/say";

export type Piece = Cook["pieces"][number];
export type Outlook = Schemas["OutlookOut"];
export type Send = (kind: Deed["kind"], more?: Partial<Deed>) => void;

export interface NowNext {
  /** What the food is in now. */
  current: Expected | null;
  next: Expected | null;
}

export function nowNext(expected: readonly Expected[]): NowNext {
  const open = expected.filter((e) => e.state !== "done");
  const done = expected.filter((e) => e.state === "done");
  const next = open.reduce<Expected | null>(
    (soonest, e) => (!soonest || Date.parse(e.start_at) < Date.parse(soonest.start_at) ? e : soonest),
    null,
  );
  return { current: done[done.length - 1] ?? null, next };
}

/** A piece, or a side or a fire of a meal, which is no piece: what it is in now and what is next of it. */
export interface Dish extends NowNext {
  name: string;
  piece: Piece | null;
}

const startOf = (dish: Dish) => (dish.next ? Date.parse(dish.next.start_at) : Infinity);

/** What is next of every piece, side and fire, soonest first; of one helper, only what is theirs to do. */
export function nextOfEach(cook: Cook, person: string | null = null): Dish[] {
  const theirs = cook.expected.filter((e) => person === null || e.person === person);
  const sides = [...new Set(cook.expected.filter((e) => e.piece_id === null).map((e) => e.dish))];
  const dishes: Dish[] = [
    ...cook.pieces.map((piece) => {
      const mine = (e: Expected) => e.piece_id === piece.id;
      const { current } = nowNext(cook.expected.filter(mine));
      return { name: piece.name, piece, current, next: nowNext(theirs.filter(mine)).next };
    }),
    ...sides.map((name) => {
      const mine = (e: Expected) => e.piece_id === null && e.dish === name;
      const { current } = nowNext(cook.expected.filter(mine));
      return { name, piece: null, current, next: nowNext(theirs.filter(mine)).next };
    }),
  ];
  return dishes
    .filter((dish) => person === null || dish.next !== null)
    .sort((a, b) => startOf(a) - startOf(b) || 0);
}

/** What is still to be done, after what is next, soonest first. */
export function upcoming(cook: Cook, person: string | null, next: Expected | null): Expected[] {
  return cook.expected
    .filter((e) => e.state !== "done" && e !== next && (person === null || e.person === person))
    .sort((a, b) => Date.parse(a.start_at) - Date.parse(b.start_at));
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

/** When the step over the fire began that is on for a piece; null where none is. */
export function overFireSince(piece: Piece, expected: readonly Expected[]): number | null {
  const mine = expected.filter((e) => e.piece_id === piece.id);
  const { current } = nowNext(mine);
  const first = piece.result.steps[0]?.name.startsWith("sear") ? "on" : "sear";
  const sear = mine.find((e) => e.key === first);
  return sear?.state === "done" && current?.key === sear.key ? Date.parse(sear.start_at) : null;
}

export type Mark = Cook["events"][number];
type Said = Mark["deed"];
type Kinds = Said["kind"];
const NOT_UNDONE = new Set<Kinds>(["start", "finish", "clock", "undo"]);

function standing(cook: Cook): Mark[] {
  const undone = new Set(cook.events.flatMap((e) => (e.deed.kind === "undo" ? [e.deed.undoes] : [])));
  return cook.events.filter((e) => !NOT_UNDONE.has(e.deed.kind) && !undone.has(e.client_id));
}

/** The newest thing that was done and can be taken back. */
export const lastMark = (cook: Cook, mine: (kind: Kinds) => boolean = () => true): Mark | null =>
  standing(cook)
    .filter((mark) => mine(mark.deed.kind))
    .at(-1) ?? null;

/** The newest of a kind that was not taken back. */
export const lastOf = <Kind extends Kinds>(cook: Cook, kind: Kind): Extract<Said, { kind: Kind }> | null =>
  standing(cook)
    .map((e) => e.deed)
    .filter((said): said is Extract<Said, { kind: Kind }> => said.kind === kind)
    .at(-1) ?? null;

const KINDS: Record<Exclude<Kinds, "start" | "finish" | "clock" | "undo" | "done">, string> = {
  flip: "flip",
  turn: "turn",
  move: "move",
  lid: "lid",
  vent: say("screen-model-fire-change"),
  weather: "weather",
  reading: "reading",
  flare: "flare-up",
  smoke: say("screen-model-black-smoke"),
  pause: "pause",
  pull: say("screen-model-change-of-plan"),
  guests: say("screen-model-late-guests"),
  note: "note",
};

/** What a mark is called where it can be taken back. */
export function markName(cook: Cook, mark: Mark): string {
  const { deed } = mark;
  if (deed.kind === "done")
    return (
      cook.expected.find((e) => e.key === deed.task && e.piece_id === mark.piece_id)?.name ?? deed.task ?? ""
    );
  return deed.kind in KINDS ? KINDS[deed.kind as keyof typeof KINDS] : deed.kind;
}

/** Whether what is next is a reading of a piece, which is taken and not only marked. */
export const asksForReading = (next: Expected | null): boolean =>
  next?.piece_id !== null && next?.key === "read";

/** Whether what is next of a side is done only once its middle shows enough. */
export const leastOf = (next: Expected | null): number | null =>
  next?.piece_id === null ? (next.least_c ?? null) : null;

const VERBS: Record<string, string> = {
  season: say("screen-model-salted"),
  temper: say("screen-model-it-is-out"),
  light: say("screen-model-lit"),
  bank: say("screen-model-banked"),
  preheat: say("screen-model-lid-is-on"),
  oil: say("screen-model-oiled"),
  on: say("screen-model-it-is-on"),
  heat_oven: say("screen-model-oven-is-on"),
  heat_pan: say("screen-model-skillet-is-on"),
  melt: say("screen-model-fat-is-warming"),
  fuse: say("screen-model-fuse-is-laid"),
  wait: say("screen-model-pulled"),
  gentle: say("screen-model-it-is-over-there"),
  convert: say("screen-model-vents-are-open"),
  sear: say("screen-model-searing"),
  rest: say("screen-model-it-rests"),
  serve: say("screen-model-served"),
};

/** What the big button says: the deed, in the past. */
export const deed = (next: Expected) =>
  next.piece_id === null
    ? say("screen-cook-done")
    : (VERBS[next.key] ?? say("screen-model-done", { name: next.name }));

import type { Reference } from "@/api/hooks";
import type { MealTable, PlannedTable, TableDish, TableReference } from "@/api/tables";
import { dayOf, timeOf } from "@/units/typed";
import { say } from "@/words/say";

export type Dish = MealTable["dishes"][number];

/** What the cook has said of a table so far; the hour as it is typed. */
export interface TableDraft {
  title: string;
  day: string;
  time: string;
  eaters: number;
  /** Those of them who come later. */
  sittings: { eaters: number; after_min: number }[];
  people: MealTable["people"];
  fires: MealTable["fires"];
  dishes: Dish[];
}

/** A key that no other has yet: meat, meat-2, meat-3 … */
export function freeKey(wanted: string, taken: readonly { key: string }[]): string {
  const stem = wanted.slice(0, 32);
  let key = stem;
  for (let n = 2; taken.some((each) => each.key === key); n++) key = `${stem}-${n}`;
  return key;
}

export function emptyTable(now = new Date()): TableDraft {
  const at = new Date(now.getTime());
  at.setHours(19, 0, 0, 0);
  if (at.getTime() < now.getTime() + 4 * 3600e3) at.setDate(at.getDate() + 1);
  return {
    title: "",
    day: dayOf(at),
    time: timeOf(at),
    eaters: 4,
    sittings: [],
    people: [{ key: "cook", name: say("screen-model-cook"), may: ["fire", "kitchen"] }],
    fires: [{ key: "gas", fire: "gas", own_fire: null }],
    dishes: [],
  };
}

/** The meal that a plan of pieces becomes once it has more: a side, another grill, a helper. */
export function mealOf(draft: PieceMeal, hour: Date): TableDraft {
  const meal: TableDraft = {
    ...emptyTable(hour),
    day: dayOf(hour),
    time: timeOf(hour),
    eaters: draft.eaters,
  };
  for (const piece of draft.pieces) {
    const key = freeKey(piece.cut, meal.dishes);
    meal.dishes = [
      ...meal.dishes,
      { key, piece, side: null, way: null, count: null, fires: [], course_min: 0, pin: {} } as Dish,
    ];
  }
  const laid = new Map<string, TableDraft["fires"][number]>();
  for (const { fire, own_fire } of draft.pieces) {
    const same = own_fire ? JSON.stringify(own_fire) : (fire ?? "");
    if (!same || laid.has(same)) continue;
    const key = freeKey(own_fire ? "own" : same, [...laid.values()]);
    laid.set(same, { key, fire: own_fire ? null : (fire ?? null), own_fire: own_fire ?? null });
  }
  return laid.size > 0 ? { ...meal, fires: [...laid.values()] } : meal;
}

/** What a meal takes over from a plan. */
export interface PieceMeal {
  pieces: NonNullable<Dish["piece"]>[];
  eaters: number;
}

/** A dish of meat as the schedule has it cooked: by the method, on the fire, that its variant names. */
export function asScheduled(
  dish: Dish,
  shown: Pick<TableDish, "variant"> | undefined,
  fires: TableDraft["fires"],
): NonNullable<Dish["piece"]> | null {
  if (!dish.piece) return null;
  const [method = "", key = ""] = (shown?.variant ?? "").split("@");
  const fire = fires.find((f) => f.key === key);
  if (!method || !fire) return dish.piece;
  return { ...dish.piece, method, fire: fire.own_fire ? null : fire.fire, own_fire: fire.own_fire };
}

export function draftOf(asked: MealTable): TableDraft {
  const at = new Date(asked.eat_at);
  const { title = "", eaters = 4, sittings = [], people, fires, dishes } = asked;
  return { title, day: dayOf(at), time: timeOf(at), eaters, sittings, people, fires, dishes };
}

/** A meal once more, at its hour on the first day that is still to come. */
export function mealAgain(asked: MealTable, now = new Date()): TableDraft {
  const at = new Date(asked.eat_at);
  while (at.getTime() < now.getTime() + 2 * 3600e3) at.setDate(at.getDate() + 1);
  return draftOf({ ...asked, eat_at: at.toISOString() });
}

/** Whether a file is a meal of a newer program than this one. */
export function isNewer(text: string): boolean {
  const found = /"format"\s*:\s*"brasko\/meal@(\d+)"/.exec(text);
  return found !== null && Number(found[1]) > NEWEST;
}
const NEWEST = 2;

/** A table out of a file, at its hour on the first day that is still to come; null where it is none. */
export function fromFile(text: string, now = new Date()): TableDraft | null {
  let read: Partial<MealTable>;
  try {
    read = JSON.parse(text) as Partial<MealTable>;
  } catch {
    return null;
  }
  const at = new Date(read.eat_at ?? "");
  if (read.format !== "brasko/meal@2" || !read.dishes || !read.fires || !read.people) return null;
  if (Number.isNaN(at.getTime())) return null;
  return mealAgain(read as MealTable, now);
}

export function hourOf(draft: Pick<TableDraft, "day" | "time">): Date | null {
  const at = new Date(`${draft.day}T${draft.time}`);
  return Number.isNaN(at.getTime()) ? null : at;
}

/** What is sent; null while it is not whole: an hour, a fire, somebody and a dish. */
export function asked(draft: TableDraft): MealTable | null {
  const at = hourOf(draft);
  if (!at || draft.dishes.length === 0 || draft.fires.length === 0) return null;
  const { title, eaters, sittings, people, fires, dishes } = draft;
  return {
    format: "brasko/meal@2",
    model_version: "",
    title,
    eat_at: at.toISOString(),
    eaters,
    sittings,
    people,
    fires,
    dishes,
  };
}

/** A dish as it is added: a cut "cut:ribeye", or a side "side:corn_husk". */
export function dishFor(
  choice: string,
  draft: TableDraft,
  reference: Reference,
  sides: TableReference,
): Dish | null {
  const [what, key = ""] = choice.split(":");
  const rest = { way: null, fires: [], course_min: 0, pin: {} };
  if (what === "cut") {
    const cut = reference.cuts.find((c) => c.key === key);
    if (!cut) return null;
    const count = servings(cut, draft.eaters);
    const piece = { cut: key, thickness_mm: cut.typical_thickness_mm, count, at_risk: atRisk(draft) };
    return { ...rest, key: freeKey(key, draft.dishes), piece, side: null, count: null } as Dish;
  }
  const side = sides.sides.find((s) => s.key === key);
  return side ? { ...rest, key: freeKey(key, draft.dishes), piece: null, side: key, count: null } : null;
}

/** One steak an eater, one roast for all. */
const servings = (cut: Reference["cuts"][number], eaters: number) =>
  cut.typical_mass_g > 600 ? 1 : Math.min(eaters, 24);

/** Whether a guest eats who must not have meat below the agency figure. */
export const atRisk = (draft: TableDraft) => draft.dishes.some((d) => d.piece?.at_risk);

export const withRisk = (draft: TableDraft, at_risk: boolean): TableDraft => ({
  ...draft,
  dishes: draft.dishes.map((d) => (d.piece ? { ...d, piece: { ...d.piece, at_risk } } : d)),
});

export const withDish = (draft: TableDraft, key: string, change: Partial<Dish>): TableDraft => ({
  ...draft,
  dishes: draft.dishes.map((d) => (d.key === key ? { ...d, ...change } : d)),
});

/** The key of the dish that was asked for: of a lot, or of the part of a later sitting, its whole. */
export const askedKey = (dish: Pick<TableDish, "key" | "of">) => dish.of || dish.key;

export interface Bar {
  key: string;
  dish: string;
  name: string;
  colour: TableDish["colour"] | "work";
  start: number;
  end: number;
  /** Lanes within a row, so that bars that overlap lie below one another. */
  lane: number;
  label: string;
  /** Too short for its name, which then stands before it. */
  narrow: boolean;
}

export interface Row {
  key: string;
  of: "place" | "person";
  name: string;
  group: string;
  lanes: number;
  bars: Bar[];
}

/** Bars one below another where they, or the names before them, overlap; how many lanes that takes. A letter of a name takes
 *  letterShare of what is shown. */
export function laned(
  bars: Omit<Bar, "lane" | "narrow">[],
  window: Window,
  letterShare: number,
): { lanes: number; bars: Bar[] } {
  const ends: number[] = [];
  const letter = letterShare * (window.to - window.from);
  const placed = [...bars]
    .map((bar) => {
      const seen = Math.max(bar.start, window.from);
      const name = letter * bar.name.length;
      const narrow = bar.end - seen < name && seen - name > window.from;
      return { ...bar, narrow, from: narrow ? seen - name : seen };
    })
    .sort((a, b) => a.from - b.from)
    .map(({ from, ...bar }) => {
      let lane = ends.findIndex((end) => end <= from);
      if (lane < 0) lane = ends.length;
      ends[lane] = bar.end;
      return { ...bar, lane };
    });
  return { lanes: Math.max(ends.length, 1), bars: placed };
}

/** Places of every fire that is used, then people, then the table. */
export function rowsOf(
  told: PlannedTable,
  people: MealTable["people"],
  window: Window,
  letterShare: number,
): Row[] {
  const rows: Row[] = [];
  for (const fire of told.fires)
    for (const place of fire.places) {
      const bars = told.dishes.flatMap((dish) =>
        joined((dish.bars ?? []).filter((b) => b.place === place.key)).map((b, n) => ({
          key: `${dish.key}-${n}`,
          dish: dish.key,
          name: dish.name,
          colour: dish.colour,
          start: b.start_s,
          end: b.end_s,
          label: `${dish.name}, ${place.name.toLowerCase()}`,
        })),
      );
      if (bars.length > 0)
        rows.push({
          key: place.key,
          of: "place",
          name: place.name,
          group: fire.name,
          ...laned(bars, window, letterShare),
        });
    }
  for (const person of people) {
    const bars = told.work
      .filter((w) => w.person === person.key)
      .map((w, n) => ({
        key: `${person.key}-${n}`,
        dish: w.of,
        name: w.name,
        colour: "work" as const,
        start: w.start_s,
        end: w.start_s + w.lasts_s,
        label: w.name,
      }));
    rows.push({
      key: person.key,
      of: "person",
      name: person.name,
      group: say("screen-model-hands"),
      lanes: 1,
      bars: bars.map((b) => ({ ...b, lane: 0, narrow: true })),
    });
  }
  return rows;
}

/** Stays that follow one another in one place are one bar. */
function joined(bars: TableDish["bars"]) {
  const found: { start_s: number; end_s: number }[] = [];
  for (const bar of [...(bars ?? [])].sort((a, b) => a.start_s - b.start_s)) {
    const last = found.at(-1);
    if (last && bar.start_s - last.end_s < 1) last.end_s = bar.end_s;
    else found.push({ start_s: bar.start_s, end_s: bar.end_s });
  }
  return found;
}

export interface Window {
  from: number;
  to: number;
}

const LAST_S = 100 * 60;
const BEFORE_S = 10 * 60;

/** The whole of a table, or from when the first food goes on; of a long one the last hundred minutes. */
export function windowOf(told: PlannedTable, whole: boolean): Window {
  const last = Math.max(0, ...told.dishes.map((d) => d.serve_s ?? 0));
  const on = Math.min(...told.dishes.filter((d) => !d.left_out).map((d) => d.on_s ?? 0), 0);
  const from = whole ? told.begins_s : Math.max(told.begins_s, on - BEFORE_S, -LAST_S);
  return { from: Math.floor(from / 300) * 300, to: last + 180 };
}

/** Whether something begins before what is shown at first. */
export const isLong = (told: PlannedTable) => told.begins_s < windowOf(told, false).from - 300;

/** A tick every so many minutes, on the clock. */
export function ticks(window: Window, eatAt: Date, most = 9): number[] {
  const span = (window.to - window.from) / 60;
  const step = [5, 10, 15, 30, 60, 120, 240].find((s) => span / s < most) ?? 480;
  const first = new Date(eatAt.getTime() + window.from * 1000);
  first.setSeconds(0, 0);
  first.setMinutes(Math.ceil(first.getMinutes() / Math.min(step, 60)) * Math.min(step, 60));
  const found: number[] = [];
  for (let at = (first.getTime() - eatAt.getTime()) / 1000; at <= window.to; at += step * 60) found.push(at);
  return found;
}

/** What lies where at a moment, with the share of the room that it takes. */
export function placesAt(told: PlannedTable, at: number) {
  return told.fires.map((fire) => ({
    ...fire,
    places: fire.places.map((place) => {
      const there = told.dishes.flatMap((dish) =>
        (dish.bars ?? [])
          .filter((b) => b.place === place.key && b.start_s <= at && at < b.end_s)
          .map((b) => ({
            dish: dish.key,
            name: dish.name,
            colour: dish.colour,
            share: b.area_cm2 / place.area_cm2,
            state: b.state_words ?? "",
          })),
      );
      return { ...place, there, full: there.reduce((sum, each) => sum + each.share, 0) };
    }),
  }));
}

/** How long a dish would wait if its bars were moved by so many seconds: never less than nothing, nor longer than it may. */
export function movedWait(dish: TableDish, byS: number): number {
  const wait = (dish.wait_s ?? 0) - byS;
  return Math.round(Math.min(Math.max(wait, 0), dish.most_wait_s ?? 0) / 5) * 5;
}

export interface Line {
  key: string;
  /** Danger notes that belong here: at the first work of what they are of. */
  notes: string[];
  start: number;
  name: string;
  why: string;
  /** What it is for, where its name does not say so. */
  of: string;
  /** Done again and again: so far apart, until then. */
  again: { everyS: number; until: number } | null;
}

/** What a piece of work is for, where its own name does not say so. */
export function forWhat(work: { of: string; name: string }, names: Record<string, string>): string {
  const name = names[work.of] ?? "";
  return work.name.toLowerCase().includes(name.split(",")[0]!.toLowerCase()) ? "" : name;
}

/** Danger notes by the id of the work at which they stand: the first of the fire or the dish that they are of. */
export function notesOf(told: PlannedTable): Record<string, string[]> {
  const found: Record<string, string[]> = {};
  for (const note of told.cautions ?? []) {
    const first = told.work.find((w) => w.of === note.of) ?? told.work[0];
    if (first) found[first.id] = [...(found[first.id] ?? []), note.text];
  }
  return found;
}

/** Names of dishes and fires by their keys. */
export const namesOf = (told: Pick<PlannedTable, "dishes" | "fires">): Record<string, string> =>
  Object.fromEntries([...told.dishes, ...told.fires].map((each) => [each.key, each.name]));

const REPEATED = ["turn", "flip"];

/** Somebody's work as it is read: what is done again and again to a dish stands once, with how often and until when. */
export function linesOf(
  work: PlannedTable["work"],
  names: Record<string, string>,
  notes: Record<string, string[]> = {},
): Line[] {
  const lines: Line[] = [];
  for (const each of work) {
    const repeated = REPEATED.includes(each.key);
    const before = repeated && lines.find((l) => l.key === `${each.key}:${each.of}`);
    if (before) {
      const everyS = before.again?.everyS ?? each.start_s - before.start;
      before.again = { everyS, until: each.start_s };
      continue;
    }
    lines.push({
      key: repeated ? `${each.key}:${each.of}` : `${lines.length}`,
      start: each.start_s,
      name: each.name,
      why: each.why,
      of: forWhat(each, names),
      notes: notes[each.id] ?? [],
      again: null,
    });
  }
  return lines;
}

/** Where an error of the server belongs: a dish, or the table. */
export function dishOfError(field: string): number | null {
  const found = /^(?:table\.)?dishes\.(\d+)/.exec(field);
  return found ? Number(found[1]) : null;
}

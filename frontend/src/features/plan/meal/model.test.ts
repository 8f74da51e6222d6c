import { expect, test } from "vitest";

import type { Reference } from "@/api/hooks";
import type { PlannedTable, TableReference } from "@/api/tables";

import {
  asked,
  asScheduled,
  atRisk,
  type Dish,
  dishFor,
  dishOfError,
  draftOf,
  emptyTable,
  freeKey,
  isNewer,
  laned,
  linesOf,
  mealOf,
  movedWait,
  notesOf,
  placesAt,
  rowsOf,
  ticks,
  windowOf,
  withRisk,
} from "./model";

type Piece = NonNullable<Dish["piece"]>;

const NOON = new Date("2027-06-12T12:00:00");

const dish = (key: string, part: Partial<PlannedTable["dishes"][number]> = {}) => ({
  key,
  name: key,
  colour: "plant" as const,
  left_out: false,
  variant: "v",
  label: "",
  why: "",
  done_words: "",
  person: "cook",
  on_s: -900,
  done_s: -60,
  serve_s: 0,
  wait_s: 60,
  most_wait_s: 600,
  bars: [
    { place: "gas/hot", state: "set", start_s: -900, end_s: -600, area_cm2: 100 },
    { place: "gas/hot", state: "set", start_s: -600, end_s: -60, area_cm2: 100 },
  ],
  ways: [],
  ...part,
});

const told = (part: Partial<PlannedTable> = {}): PlannedTable => ({
  format: "brasko/table-plan@1",
  model_version: "1",
  title: "",
  eat_at: NOON.toISOString(),
  status: "optimal",
  gap: 0,
  reasons: [],
  clash: [],
  helps: [],
  begins_s: -3600,
  dishes: [dish("corn"), dish("beans")],
  fires: [{ key: "gas", name: "Gas", places: [{ key: "gas/hot", name: "Over the heat", area_cm2: 400 }] }],
  work: [],
  ...part,
});

const work = (key: string, of: string, start_s: number, person = "cook") => ({
  id: `${of}:${key}:${start_s}`,
  key,
  of,
  person,
  place: "",
  name: `${key} the ${of}`,
  why: "",
  start_s,
  lasts_s: 10,
});

test("keys are free, whatever is there already", () => {
  expect(freeKey("corn", [])).toBe("corn");
  expect(freeKey("corn", [{ key: "corn" }, { key: "corn-2" }])).toBe("corn-3");
});

test("a new table is for an evening that can still be met, and comes back as it was sent", () => {
  const morning = emptyTable(new Date("2027-06-12T09:00:00"));
  expect([morning.day, morning.time]).toEqual(["2027-06-12", "19:00"]);
  expect(emptyTable(new Date("2027-06-12T18:00:00")).day).toBe("2027-06-13");
  expect(asked(morning)).toBeNull();
  const whole = { ...morning, dishes: [{ key: "a", side: "bun", fires: [], course_min: 0, pin: {} }] };
  const sent = asked(whole as never)!;
  expect(draftOf(sent)).toEqual(whole);
  expect(asked({ ...whole, time: "" } as never)).toBeNull();
});

test("steaks are one an eater, roasts one for all, sides as many as are eaten", () => {
  const cuts = {
    cuts: [
      { key: "ribeye", typical_thickness_mm: 38, typical_mass_g: 450 },
      { key: "tri_tip", typical_thickness_mm: 50, typical_mass_g: 1000 },
    ],
  } as unknown as Reference;
  const sides = { sides: [{ key: "bun" }] } as unknown as TableReference;
  const draft = { ...emptyTable(NOON), eaters: 5 };
  expect(dishFor("cut:ribeye", draft, cuts, sides)?.piece?.count).toBe(5);
  expect(dishFor("cut:tri_tip", draft, cuts, sides)?.piece?.count).toBe(1);
  expect(dishFor("side:bun", draft, cuts, sides)?.count).toBeNull();
  expect(dishFor("side:unknown", draft, cuts, sides)).toBeNull();
});

test("bars that overlap lie below one another, and so do those whose names would", () => {
  const bar = (key: string, start: number, end: number, name = key) => ({
    key,
    dish: key,
    name,
    colour: "plant" as const,
    start,
    end,
    label: name,
  });
  const window = { from: -1000, to: 0 };
  expect(laned([bar("a", -900, -500), bar("b", -500, -100)], window, 0.011).lanes).toBe(1);
  expect(laned([bar("a", -900, -500), bar("b", -600, -100)], window, 0.011).lanes).toBe(2);
  const short = laned([bar("a", -900, -400), bar("b", -390, -380, "a long name")], window, 0.011);
  expect(short.lanes).toBe(2);
  expect(short.bars.map((b) => b.narrow)).toEqual([false, true]);
});

test("stays in one place are one bar, and hands have a row of their own", () => {
  const table = told({ work: [work("on", "corn", -900)] });
  const people = [{ key: "cook", name: "Ada", may: ["fire" as const] }];
  const rows = rowsOf(table, people, windowOf(table, true), 0.011);
  expect(rows.map((r) => [r.key, r.bars.length])).toEqual([
    ["gas/hot", 2],
    ["cook", 1],
  ]);
  expect([rows[0]!.bars[0]!.start, rows[0]!.bars[0]!.end]).toEqual([-900, -60]);
});

test("what lies where at a moment, and how full it is", () => {
  const [gas] = placesAt(told(), -700);
  expect(gas!.places[0]!.there.map((t) => t.dish)).toEqual(["corn", "beans"]);
  expect(gas!.places[0]!.full).toBe(0.5);
  expect(placesAt(told(), -30)[0]!.places[0]!.there).toEqual([]);
});

test("a bar that is moved earlier waits longer, within what it may", () => {
  expect(movedWait(dish("corn"), -120)).toBe(180);
  expect(movedWait(dish("corn"), 300)).toBe(0);
  expect(movedWait(dish("corn"), -9000)).toBe(600);
});

test("what is done again and again stands once", () => {
  const lines = linesOf(
    [
      work("on", "corn", -900),
      work("turn", "corn", -800),
      work("turn", "beans", -750),
      work("turn", "corn", -700),
      work("turn", "corn", -600),
    ],
    { corn: "Corn, husked", beans: "Pot" },
  );
  expect(lines.map((l) => [l.name, l.again, l.of])).toEqual([
    ["on the corn", null, ""],
    ["turn the corn", { everyS: 100, until: -600 }, ""],
    ["turn the beans", null, "Pot"],
  ]);
});

test("danger notes stand at the first work of what they are of, whoever does it", () => {
  const table = told({
    work: [work("light", "gas", -1200), work("on", "corn", -900, "bo"), work("turn", "corn", -800)],
    cautions: [
      { of: "gas", text: "Lid open." },
      { of: "corn", text: "Hot." },
      { of: "gone", text: "Anyway." },
    ],
  });
  expect(notesOf(table)).toEqual({ "gas:light:-1200": ["Lid open.", "Anyway."], "corn:on:-900": ["Hot."] });
  expect(linesOf(table.work, {}, notesOf(table))[0]!.notes).toEqual(["Lid open.", "Anyway."]);
});

test("a guest at risk counts for every piece of meat, those to come too", () => {
  const piece = { cut: "ribeye", thickness_mm: 38 };
  const one = {
    ...emptyTable(NOON),
    dishes: [
      { key: "a", piece },
      { key: "b", side: "bun" },
    ],
  } as never;
  expect(atRisk(one)).toBe(false);
  const risky = withRisk(one, true);
  expect(atRisk(risky)).toBe(true);
  expect(risky.dishes.map((d) => d.piece?.at_risk)).toEqual([true, undefined]);
  const cuts = {
    cuts: [{ key: "ribeye", typical_thickness_mm: 38, typical_mass_g: 450 }],
  } as unknown as Reference;
  expect(dishFor("cut:ribeye", risky, cuts, { sides: [] } as unknown as TableReference)?.piece?.at_risk).toBe(
    true,
  );
});

test("the clock has round ticks, few enough to read", () => {
  const found = ticks({ from: -5400, to: 0 }, NOON);
  expect(found.length).toBeLessThanOrEqual(9);
  expect(found.every((s) => (NOON.getTime() / 1000 + s) % 300 === 0)).toBe(true);
});

test("an error belongs to its dish", () => {
  expect(dishOfError("table.dishes.2.piece.thickness_mm")).toBe(2);
  expect(dishOfError("dishes.0")).toBe(0);
  expect(dishOfError("people")).toBeNull();
});

test("a plan of pieces becomes a meal on its own grills, each once", () => {
  const piece = (cut: string, more: object) => ({ cut, thickness_mm: 38, ...more }) as Piece;
  const laid = { name: "Mine" };
  const meal = mealOf(
    {
      pieces: [
        piece("ribeye", { fire: "gas" }),
        piece("ribeye", { own_fire: laid }),
        piece("filet", { fire: "gas" }),
      ],
      eaters: 3,
    },
    NOON,
  );
  expect(meal.dishes.map((d) => d.key)).toEqual(["ribeye", "ribeye-2", "filet"]);
  expect(meal.fires).toEqual([
    { key: "gas", fire: "gas", own_fire: null },
    { key: "own", fire: null, own_fire: laid },
  ]);
  expect([meal.eaters, meal.day, meal.time]).toEqual([3, "2027-06-12", "12:00"]);
});

test("a dish is looked at by the method and on the grill that the schedule gives it", () => {
  const ribeye = {
    key: "ribeye",
    piece: { cut: "ribeye", thickness_mm: 38, fire: "gas" },
    side: null,
  } as never;
  const fires = [{ key: "k", fire: "kettle_two_zone", own_fire: null }];
  expect(asScheduled(ribeye, { variant: "sear_then_low@k" }, fires)).toMatchObject({
    method: "sear_then_low",
    fire: "kettle_two_zone",
  });
  expect(asScheduled(ribeye, undefined, fires)).toMatchObject({ fire: "gas" });
  expect(asScheduled({ key: "corn", piece: null, side: "corn" } as never, undefined, fires)).toBeNull();
});

test("a file of a newer program is told from one of today and from no file at all", () => {
  expect(isNewer('{"format": "brasko/meal@3"}')).toBe(true);
  expect(isNewer('{"format":"brasko/meal@2","title":"a"}')).toBe(false);
  expect(isNewer("not JSON")).toBe(false);
});

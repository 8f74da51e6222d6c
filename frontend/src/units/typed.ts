/** Quantities as people write them: "1 1/2", "inch and a half", "38mm", "5 lb 4 oz". Held to the same table as the
 * command line's. */
type Units = Readonly<Record<string, number>>;

const named = (names: string, one: number): Units =>
  Object.fromEntries(names.split(" ").map((name) => [name, one]));

const POUND_G = 453.59237;
/** Names of units, with what one of them is in mm, g or s. */
export const UNITS = {
  length: { mm: 1, cm: 10, ...named('in inch inches "', 25.4) } as Units,
  mass: {
    g: 1,
    kg: 1000,
    ...named("gram grams gramm", 1),
    ...named("lb lbs pound pounds #", POUND_G),
    ...named("oz ounce ounces", POUND_G / 16),
  } as Units,
  span: {
    ...named("s sec second seconds", 1),
    ...named("min minute minutes", 60),
    ...named("h hour hours", 3600),
  } as Units,
};

const COUNTS = Object.fromEntries(
  "one two three four five six seven eight nine ten eleven twelve".split(" ").map((word, n) => [word, n + 1]),
);
const PARTS = { half: 1 / 2, ...named("quarter quarters", 1 / 4), ...named("eighth eighths", 1 / 8) };
const SIGNS: Readonly<Record<string, string>> = {
  "½": "1/2",
  "¼": "1/4",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8", // prettier-ignore
};
const WORD = /\d+\s*\/\s*\d+|\d+(?:[.,]\d+)?|[^\s\d/.,]+/g;

const plainly = (said: string) =>
  said
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => ` ${SIGNS[sign]} `)
    .replace(/[″”]|''/g, '"')
    .replace(/(\d)\s*-\s*(?=\d+\s*\/)/g, "$1 ")
    .replace(/([a-z])-(?=[a-z])/g, "$1 ");

/** What was typed, in mm, g or s; a bare number is of the usual unit. null where it is none. */
export function readTyped(said: string, units: Units, usual: number): number | null {
  const text = plainly(said);
  if (text.replace(WORD, "").trim() !== "") return null;
  let total = 0;
  let value: number | null = null;
  let unit: number | null = null;
  let joined = false;
  for (const word of text.match(WORD) ?? []) {
    if (word === "and" || word === "a" || word === "an" || word === "of") {
      joined = true;
      continue;
    }
    const part = PARTS[word as keyof typeof PARTS];
    const count = COUNTS[word];
    if (word in units) {
      total += (value ?? (word.length > 2 && unit === null ? 1 : NaN)) * units[word]!;
      [unit, value] = [units[word]!, null];
    } else if (part !== undefined) {
      value = value === null ? part : joined ? value + part : value * part;
    } else if (word.includes("/")) {
      const [n, d] = word.split("/").map(Number) as [number, number];
      value = (value ?? 0) + n / d;
    } else if (value === null && (count !== undefined || /^\d/.test(word))) {
      value = count ?? Number(word.replace(",", "."));
    } else return null;
    joined = false;
  }
  if (value !== null) {
    // "an inch and a half" goes on in its unit; "5 lb 4" does not say of what
    if (unit !== null && value >= 1) return null;
    total += value * (unit ?? usual);
  } else if (unit === null) return null;
  return Number.isFinite(total) ? total : null;
}

/** A temperature, "130", "130 F", "54°C", in °C. */
export function readTemperature(said: string, fahrenheit: boolean): number | null {
  const match = /^\s*(-?\d+(?:[.,]\d+)?)\s*(?:°|deg|degrees)?\s*([fc])?\s*$/i.exec(said);
  if (!match) return null;
  const value = Number(match[1]!.replace(",", "."));
  const inF = match[2] ? match[2].toLowerCase() === "f" : fahrenheit;
  return inF ? ((value - 32) * 5) / 9 : value;
}

const GROUPED = /^(-?\d{1,3})[., ’'](\d{3})(?!\d)/;

/** A height above the sea, "7,900 ft", "2400 m", "2.400", in m; a bare number is of the usual unit. */
export function readHeight(said: string, feet: boolean): number | null {
  const match = /^(-?\d+(?:[.,]\d+)?)\s*(ft|feet|foot|'|m|metres|meters|meter)?$/i.exec(
    said.trim().replace(GROUPED, "$1$2"),
  );
  if (!match) return null;
  const inFeet = match[2] ? /^(f|')/i.test(match[2]) : feet;
  return Number(match[1]!.replace(",", ".")) * (inFeet ? 0.3048 : 1);
}

/** An hour of the day, "7", "7 pm", "19:30", "7.30p", as HH:MM. A bare hour of one to eleven is the evening's. */
export function readHour(said: string): string | null {
  const match =
    /^\s*(\d{1,2})(?:\s*[:.h]?\s*(\d{2}))?\s*(?:h|uhr|o'clock)?\s*([ap])?\.?\s*(?:m\.?)?\s*$/i.exec(said);
  if (!match) return null;
  const half = match[3]?.toLowerCase();
  let hour = Number(match[1]);
  const minute = Number(match[2] ?? 0);
  if (half && (hour < 1 || hour > 12)) return null;
  if (half) hour = (hour % 12) + (half === "p" ? 12 : 0);
  else if (!match[2] && hour >= 1 && hour <= 11) hour += 12;
  if (hour > 23 || minute > 59) return null;
  return `${String(hour).padStart(2, "0")}:${String(minute).padStart(2, "0")}`;
}

const DAY_MS = 24 * 3600 * 1000;
const pad = (n: number) => String(n).padStart(2, "0");
/** A day as formats write it, YYYY-MM-DD. */
export const dayOf = (at: Date) => `${at.getFullYear()}-${pad(at.getMonth() + 1)}-${pad(at.getDate())}`;
/** An hour as formats write it, HH:MM. */
export const timeOf = (at: Date) => `${pad(at.getHours())}:${pad(at.getMinutes())}`;
/** So many days later. */
export function laterDay(day: string, by: number): string {
  const at = new Date(`${day}T12:00`);
  return dayOf(new Date(at.getTime() + by * DAY_MS));
}

/** How the days and months of a language are named, the short way and the long. */
function names(of: "weekday" | "month", language: string): string[][] {
  const [count, first] = of === "weekday" ? [7, 4] : [12, 1];
  return (["long", "short"] as const).map((width) =>
    Array.from({ length: count }, (_, n) =>
      new Date(2026, of === "month" ? n : 0, of === "month" ? 1 : first + n)
        .toLocaleDateString(language, { [of]: width })
        .replace(".", "")
        .toLowerCase(),
    ),
  );
}

const indexOf = (word: string, lists: string[][]) =>
  lists
    .map((list) => list.findIndex((name) => word.length >= 2 && name.startsWith(word)))
    .find((n) => n >= 0);

interface ReadingDays {
  /** Day to count from. */
  today: Date;
  /** Words for today and tomorrow. */
  near: readonly [string, string];
  /** Language in which days and months may be named, beside English. */
  language: string;
  /** Whether 12/4 is of December. */
  monthFirst: boolean;
}

/** A day, "tomorrow", "sat", "24 dec", "12/24", "24.12.", "2026-12-24", as YYYY-MM-DD; without a year, the nearest. */
export function readDay(said: string, { today, near, language, monthFirst }: ReadingDays): string | null {
  const text = said.trim().toLowerCase().replace(/\s+/g, " ");
  const counted = [near, ["today", "tomorrow"]].map((two) => two.indexOf(text)).find((n) => n >= 0);
  if (counted !== undefined) return laterDay(dayOf(today), counted);
  const known = (of: "weekday" | "month", word: string) =>
    indexOf(word, names(of, language)) ?? indexOf(word, names(of, "en"));
  // 4 January 2026 was a Sunday
  const weekday = known("weekday", text.replace(".", ""));
  if (weekday !== undefined) return laterDay(dayOf(today), (weekday - today.getDay() + 7) % 7);
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  if (iso) return real(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const parts = text.replace(/^[a-zäöü]+,? (?=.*[a-zäöü])/, "").match(/[a-zäöü]+|\d+/g) ?? [];
  const word = parts.find((p) => /^\D/.test(p));
  const figures = parts.filter((p) => /^\d/.test(p)).map(Number);
  if (figures.length < (word ? 1 : 2) || figures.length > (word ? 2 : 3)) return null;
  let [day, month, year] = figures as [number, number | undefined, number | undefined];
  if (word) {
    const named = known("month", word);
    if (named === undefined) return null;
    [year, month] = [figures[1], named + 1];
  } else if (monthFirst && text.includes("/")) [day, month] = [month!, day];
  if (year !== undefined) return real(year < 100 ? 2000 + year : year, month!, day);
  const near3 = [-1, 0, 1].map((by) => real(today.getFullYear() + by, month!, day)).filter((d) => d !== null);
  const away = (d: string) => Math.abs(new Date(`${d}T12:00`).getTime() - today.getTime());
  return near3.sort((a, b) => away(a) - away(b))[0] ?? null;
}

/** A day that the calendar has. */
function real(year: number, month: number, day: number): string | null {
  const at = new Date(year, month - 1, day, 12);
  return year >= 1970 && year < 2200 && at.getMonth() === month - 1 && at.getDate() === day
    ? dayOf(at)
    : null;
}

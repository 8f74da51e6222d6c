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

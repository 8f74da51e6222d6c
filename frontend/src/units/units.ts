import { locale } from "@/words/catalogue";
import { QUANTITY } from "@/words/marks";
import { figure, say } from "@/words/say";

import { readHeight, readTemperature, readTyped, UNITS } from "./typed";
/** Quantities as the core speaks them, branded so that a Celsius never meets a Fahrenheit by accident. */
declare const brand: unique symbol;
type Branded<T extends string> = number & { readonly [brand]: T };
export type Celsius = Branded<"°C">;
export type Millimetres = Branded<"mm">;
export type Grams = Branded<"g">;
export type System = "us" | "metric";

export const celsius = (value: number) => value as Celsius;
export const millimetres = (value: number) => value as Millimetres;
export const grams = (value: number) => value as Grams;

const MM_PER_INCH = 25.4;
const GRAMS_PER_POUND = 453.59237;

export interface Scale {
  unit: string;
  step: number;
  shown: (si: number) => number;
  si: (shown: number) => number;
  digits: number;
  /** How a field says it, where that is no plain number. */
  text?: (si: number) => string;
  /** The unit beside the field, where its text does not say it. */
  beside?: string;
  /** What people write, where that is more than a number. */
  read: (typed: string) => number | null;
}

/** A plain number, with a point or a comma. */
function readNumber(typed: string): number | null {
  const number = Number(typed.replace(",", "."));
  return typed.trim() === "" || Number.isNaN(number) ? null : number;
}

export const plain = (unit: string, step: number, digits = 0): Scale => ({
  unit,
  step,
  digits,
  shown: (v) => v,
  si: (v) => v,
  read: readNumber,
});

export const temperature = (system: System): Scale =>
  system === "us"
    ? {
        unit: "°F",
        step: 1,
        digits: 0,
        shown: (c) => (c * 9) / 5 + 32,
        si: (f) => ((f - 32) * 5) / 9,
        read: (typed) => readTemperature(typed, true),
      }
    : { ...plain("°C", 0.5), read: (typed) => readTemperature(typed, false) };

export const temperatureStep = (system: System): Scale =>
  system === "us"
    ? {
        unit: "°F",
        step: 1,
        digits: 0,
        shown: (k) => k * 1.8,
        si: (f) => f / 1.8,
        read: numberOf((f) => f / 1.8),
      }
    : plain("°C", 0.5);

export const thickness = (system: System): Scale =>
  system === "us"
    ? {
        unit: "in",
        step: 0.125,
        digits: 3,
        shown: (mm) => mm / MM_PER_INCH,
        si: (inch) => inch * MM_PER_INCH,
        text: (mm) => mixed(mm / MM_PER_INCH, 16),
        read: (typed) => readTyped(typed, UNITS.length, MM_PER_INCH),
      }
    : { ...plain("mm", 1), read: (typed) => readTyped(typed, UNITS.length, 1) };

export const mass = (system: System): Scale =>
  system === "us"
    ? {
        unit: "lb",
        step: 0.05,
        digits: 2,
        shown: (g) => g / GRAMS_PER_POUND,
        si: (lb) => lb * GRAMS_PER_POUND,
        text: poundsText,
        beside: "",
        read: (typed) => readTyped(typed, UNITS.mass, GRAMS_PER_POUND),
      }
    : { ...plain("g", 10), read: (typed) => readTyped(typed, UNITS.mass, 1) };

/** A number of the unit that is shown. */
const numberOf = (si: (shown: number) => number) => (typed: string) => {
  const number = readNumber(typed);
  return number === null ? null : si(number);
};

export function written(scale: Scale, si: number, digits = scale.digits): string {
  const steps = 10 ** digits;
  const text = (Math.floor(scale.shown(si) * steps + 0.5) / steps).toFixed(digits);
  return digits > 0 ? text.replace(/\.?0+$/, "") : text;
}

export const tempText = (system: System, c: number) =>
  `${written(temperature(system), c, 0)} ${temperature(system).unit}`;
/** Half of the last digit that is shown. */
const LEAST_SLACK = 0.05;
/** A temperature that must be reached, rounded up: what is shown is always enough. */
export const leastText = (system: System, c: number) =>
  system === "us"
    ? `${Math.ceil(temperature("us").shown(c - LEAST_SLACK))} °F`
    : `${figure(String(Math.ceil(10 * (c - LEAST_SLACK)) / 10))} °C`;
export const riseText = (system: System, k: number) =>
  `${written(temperatureStep(system), k, 0)} ${temperature(system).unit}`;
const PARTS_OF_ONE: Readonly<Record<string, string>> = {
  "1/2": "½",
  "1/4": "¼",
  "3/4": "¾",
  "1/8": "⅛",
  "3/8": "⅜",
  "5/8": "⅝",
  "7/8": "⅞",
};
/** A number to the nearest of so many parts of one, as a ruler has it: 1 ½, ⅜, 3/16, 2; of what there is never nothing. */
export function mixed(value: number, parts: number): string {
  if (value <= 0) return "0";
  const steps = Math.max(Math.floor(value * parts + 0.5), 1);
  const whole = Math.floor(steps / parts);
  let [over, under] = [steps % parts, parts];
  if (over === 0) return String(whole);
  while (over % 2 === 0) [over, under] = [over / 2, under / 2];
  const part = PARTS_OF_ONE[`${over}/${under}`] ?? `${over}/${under}`;
  return whole > 0 ? `${whole} ${part}` : part;
}
/** Three figures at the most, hundredths at the most, and no zeros behind the point. */
function threeFigures(value: number): string {
  const steps = value < 10 ? 100 : value < 100 ? 10 : 1;
  return figure(String(Math.floor(value * steps + 0.5) / steps));
}
/** By a ruler: sixteenths below one inch, eighths below six, quarters below twelve. */
function inchesText(mm: number): string {
  const inches = mm / MM_PER_INCH;
  return mixed(inches, inches < 1 ? 16 : inches < 6 ? 8 : inches < 12 ? 4 : 1);
}
/** By a kitchen's scale: ounces below a pound, pounds and ounces below ten, half pounds above. */
function poundsText(g: number): string {
  const ounces = (16 * g) / GRAMS_PER_POUND;
  if (ounces < 15.75) return say("screen-units-oz", { ounces: mixed(ounces, ounces < 4 ? 4 : 2) });
  const whole = Math.floor(ounces + 0.5);
  const pounds = Math.floor(whole / 16);
  if (pounds >= 10) return say("screen-units-lb", { pounds: mixed(ounces / 16, 2) });
  const left = whole % 16;
  return left
    ? say("screen-units-lb-oz", { pounds, ounces: left })
    : say("screen-units-lb", { pounds: String(pounds) });
}
export const lengthText = (system: System, mm: number) =>
  system === "us"
    ? say("screen-units-in", { inches: inchesText(mm) })
    : say("screen-units-mm", { written: written(thickness(system), mm, 0) });

export const fluxText = (kw: number) => say("screen-units-kw-m", { kw: figure(kw.toFixed(kw < 10 ? 1 : 0)) });
/** How long a palm bears it; a minute means that it is bearable. */
export const handText = (s: number) =>
  s >= 60 ? say("screen-units-bears-it") : s < 10 ? `${figure(s.toFixed(1))} s` : `${Math.round(s)} s`;
export const weightText = (system: System, g: number) =>
  system === "us"
    ? poundsText(g)
    : Math.floor(g + 0.5) < 1000
      ? `${written(mass(system), g, 0)} g`
      : `${threeFigures(g / 1000)} kg`;
export const wind = (system: System): Scale =>
  system === "us"
    ? {
        unit: "mph",
        step: 1,
        digits: 0,
        shown: (v) => v * 2.236936,
        si: (v) => v / 2.236936,
        read: numberOf((v) => v / 2.236936),
      }
    : plain("m/s", 0.5, 1);
export const rain = (system: System): Scale =>
  system === "us"
    ? {
        unit: "in/h",
        step: 0.05,
        digits: 2,
        shown: (v) => v / 25.4,
        si: (v) => v * 25.4,
        read: numberOf((v) => v * 25.4),
      }
    : plain("mm/h", 1, 1);
export const altitude = (system: System): Scale =>
  system === "us"
    ? {
        unit: "ft",
        step: 50,
        digits: 0,
        shown: (v) => v / 0.3048,
        si: (v) => v * 0.3048,
        read: (typed) => readHeight(typed, true),
      }
    : { ...plain("m", 10), read: (typed) => readHeight(typed, false) };
const spanOf = (one: number) => (typed: string) => {
  const seconds = readTyped(typed, UNITS.span, one);
  return seconds === null ? null : seconds / one;
};
export const minutes: Scale = { ...plain("min", 5), read: spanOf(60) };
export const secondsStep: Scale = { ...plain("s", 5), read: spanOf(1) };
export const percentStep: Scale = plain("%", 0.1, 1);
export const count: Scale = plain("", 1);
/** How a kind of figure is written, by the unit that formats have it in. */
export function scaleOf(kind: string, system: System): Scale {
  switch (kind) {
    case "length":
      return thickness(system);
    case "mass":
      return mass(system);
    case "temperature":
      return temperature(system);
    case "rise":
      return temperatureStep(system);
    case "minutes":
      return minutes;
    case "seconds":
      return secondsStep;
    case "percent":
      return percentStep;
    default:
      return count;
  }
}
/** A price of a kilogram or a pound, in any money. */
export const priceScale = (system: System): Scale =>
  system === "us"
    ? {
        unit: say("screen-units-a-lb"),
        step: 0.5,
        digits: 2,
        shown: (v) => v * (GRAMS_PER_POUND / 1000),
        si: (v) => v / (GRAMS_PER_POUND / 1000),
        read: numberOf((v) => v / (GRAMS_PER_POUND / 1000)),
      }
    : plain(say("screen-units-a-kg"), 0.5, 2);
export const percent: Scale = {
  ...plain("%", 1),
  shown: (v) => v * 100,
  si: (v) => v / 100,
  read: numberOf((v) => v / 100),
};
/** A figure as its field says it. */
export const fieldText = (scale: Scale, si: number) =>
  scale.text ? scale.text(si) : figure(written(scale, si));

/** A share as whole percent, never broken before its sign. */
export const share = (of: number) => `${Math.round(of * 100)}\u00a0%`;

/** A sentence of the core with its quantities in the reader's units. */
export function phrase(system: System, text: string): string {
  return text.replace(QUANTITY, (_, kind: string, raw: string) => {
    const value = Number(raw);
    if (kind === "num") return figure(raw);
    if (kind === "temp") return tempText(system, value);
    if (kind === "least") return leastText(system, value);
    if (kind === "rise") return riseText(system, value);
    if (kind === "len") return lengthText(system, value);
    if (kind === "mass") return weightText(system, value);
    if (kind === "small") return `${figure(value.toFixed(value >= 20 ? 0 : 1))} g`;
    return spanText(value);
  });
}

export function spanText(seconds: number): string {
  const s = Math.abs(Math.round(seconds));
  if (s < 100) return `${s} s`;
  if (s < 600 && s % 60 === 30) return say("screen-units-min", { floor: Math.floor(s / 60) });
  const minutes = Math.round(s / 60);
  if (minutes < 120) return say("screen-units-min-2", { minutes });
  const rest = minutes % 60;
  return rest
    ? say("screen-units-h-min", { floor: Math.floor(minutes / 60), rest })
    : `${Math.floor(minutes / 60)} h`;
}

/** 1:05:09 or 12:30, for a countdown. */
export function countdown(seconds: number): string {
  const s = Math.max(0, Math.round(Math.abs(seconds)));
  const h = Math.floor(s / 3600);
  const m = Math.floor((s % 3600) / 60);
  const tail = `${String(s % 60).padStart(2, "0")}`;
  return h > 0 ? `${h}:${String(m).padStart(2, "0")}:${tail}` : `${m}:${tail}`;
}

export type Clock = "12" | "24";
let dial: Clock = "24";
/** Write hours as this household reads them from now on. */
export const clockBy = (clock: Clock) => void (dial = clock);

export const clockText = (at: Date, seconds = false) =>
  at
    .toLocaleTimeString(locale(), {
      hour: dial === "12" ? "numeric" : "2-digit",
      minute: "2-digit",
      hourCycle: dial === "12" ? "h12" : "h23",
      ...(seconds ? { second: "2-digit" } : {}),
    })
    .replace("\u202f", "\u00a0");
/** An hour of the day, HH:MM, as this household reads it. */
export const hourText = (hour: string) => (hour ? clockText(new Date(`2000-01-01T${hour}`)) : "");

export const dayText = (at: Date) =>
  at.toLocaleDateString(locale(), { weekday: "short", day: "numeric", month: "short" }).replace(/\.$/, "");

import { locale } from "@/words/catalogue";
import { figure, say } from "@/words/say";
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
}

const plain = (unit: string, step: number, digits = 0): Scale => ({
  unit,
  step,
  digits,
  shown: (v) => v,
  si: (v) => v,
});

export const temperature = (system: System): Scale =>
  system === "us"
    ? { unit: "°F", step: 1, digits: 0, shown: (c) => (c * 9) / 5 + 32, si: (f) => ((f - 32) * 5) / 9 }
    : plain("°C", 0.5);

export const temperatureStep = (system: System): Scale =>
  system === "us"
    ? { unit: "°F", step: 1, digits: 0, shown: (k) => k * 1.8, si: (f) => f / 1.8 }
    : plain("°C", 0.5);

export const thickness = (system: System): Scale =>
  system === "us"
    ? {
        unit: "in",
        step: 0.125,
        digits: 3,
        shown: (mm) => mm / MM_PER_INCH,
        si: (inch) => inch * MM_PER_INCH,
      }
    : plain("mm", 1);

export const mass = (system: System): Scale =>
  system === "us"
    ? {
        unit: "lb",
        step: 0.05,
        digits: 2,
        shown: (g) => g / GRAMS_PER_POUND,
        si: (lb) => lb * GRAMS_PER_POUND,
      }
    : plain("g", 10);

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
/** Three figures at the most, hundredths at the most, and no zeros behind the point. */
function threeFigures(value: number): string {
  const steps = value < 10 ? 100 : value < 100 ? 10 : 1;
  return figure(String(Math.floor(value * steps + 0.5) / steps));
}
export const lengthText = (system: System, mm: number) =>
  system === "us"
    ? say("screen-units-in", { three_figures: threeFigures(thickness("us").shown(mm)) })
    : say("screen-units-mm", { written: written(thickness(system), mm, 0) });

export const fluxText = (kw: number) => say("screen-units-kw-m", { kw: figure(kw.toFixed(kw < 10 ? 1 : 0)) });
/** How long a palm bears it; a minute means that it is bearable. */
export const handText = (s: number) =>
  s >= 60 ? say("screen-units-bears-it") : s < 10 ? `${figure(s.toFixed(1))} s` : `${Math.round(s)} s`;
export const weightText = (system: System, g: number) =>
  system === "us"
    ? say("screen-units-lb", { three_figures: threeFigures(mass("us").shown(g)) })
    : `${written(mass(system), g, 0)} g`;
export const wind = (system: System): Scale =>
  system === "us"
    ? { unit: "mph", step: 1, digits: 0, shown: (v) => v * 2.236936, si: (v) => v / 2.236936 }
    : plain("m/s", 0.5, 1);
export const rain = (system: System): Scale =>
  system === "us"
    ? { unit: "in/h", step: 0.05, digits: 2, shown: (v) => v / 25.4, si: (v) => v * 25.4 }
    : plain("mm/h", 1, 1);
export const altitude = (system: System): Scale =>
  system === "us"
    ? { unit: "ft", step: 50, digits: 0, shown: (v) => v / 0.3048, si: (v) => v * 0.3048 }
    : plain("m", 10);
export const minutes: Scale = { unit: "min", step: 5, digits: 0, shown: (v) => v, si: (v) => v };
export const secondsStep: Scale = { unit: "s", step: 5, digits: 0, shown: (v) => v, si: (v) => v };
export const count: Scale = { unit: "", step: 1, digits: 0, shown: (v) => v, si: (v) => v };
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
      }
    : { unit: say("screen-units-a-kg"), step: 0.5, digits: 2, shown: (v) => v, si: (v) => v };
export const percent: Scale = { unit: "%", step: 1, digits: 0, shown: (v) => v * 100, si: (v) => v / 100 };

const TOKEN = /\{(temp|least|rise|len|mass|small|time|num):(-?[0-9.]+)\}/g;

/** A share as whole percent, never broken before its sign. */
export const share = (of: number) => `${Math.round(of * 100)}\u00a0%`;

/** A sentence of the core with its quantities in the reader's units. */
export function phrase(system: System, text: string): string {
  return text.replace(TOKEN, (_, kind: string, raw: string) => {
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

export const clockText = (at: Date, seconds = false) =>
  at.toLocaleTimeString(locale(), {
    hour: "2-digit",
    minute: "2-digit",
    ...(seconds ? { second: "2-digit" } : {}),
  });

export const dayText = (at: Date) =>
  at.toLocaleDateString(locale(), { weekday: "short", day: "numeric", month: "short" }).replace(/\.$/, "");

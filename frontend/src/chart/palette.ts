/** Colour ramps. The heat ramp is sequential in lightness, so that it reads without hue. */
export type Rgb = readonly [number, number, number];

export interface Stop {
  at: number;
  colour: string;
}

export function rgb(hex: string): Rgb {
  const n = Number.parseInt(hex.slice(1), 16);
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255];
}

export function sampled(stops: readonly Stop[], at: number): Rgb {
  const first = stops[0]!;
  if (at <= first.at) return rgb(first.colour);
  for (let i = 1; i < stops.length; i++) {
    const low = stops[i - 1]!;
    const high = stops[i]!;
    if (at <= high.at) {
      const part = (at - low.at) / (high.at - low.at);
      const a = rgb(low.colour);
      const b = rgb(high.colour);
      return [a[0] + part * (b[0] - a[0]), a[1] + part * (b[1] - a[1]), a[2] + part * (b[2] - a[2])];
    }
  }
  return rgb(stops[stops.length - 1]!.colour);
}

export const css = (c: Rgb) => `rgb(${Math.round(c[0])} ${Math.round(c[1])} ${Math.round(c[2])})`;

export const HEAT: readonly Stop[] = [
  { at: 60, colour: "#20242c" },
  { at: 120, colour: "#353a52" },
  { at: 180, colour: "#6b3f66" },
  { at: 250, colour: "#a8434f" },
  { at: 330, colour: "#dd6a2f" },
  { at: 420, colour: "#f4ad45" },
  { at: 520, colour: "#fdeeb8" },
];

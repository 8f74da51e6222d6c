import type { Schemas } from "@/api/client";

type HeatMap = Schemas["MapOut"];
type Box = Schemas["BoxOut"];

export interface Spot {
  x_mm: number;
  y_mm: number;
}

export interface Reading {
  equivalent_c: number;
  flux_kw_m2: number;
  hand_s: number;
}

export function inside(map: Pick<HeatMap, "shape" | "width_mm" | "depth_mm">, { x_mm, y_mm }: Spot): boolean {
  const u = x_mm / (map.width_mm / 2);
  const v = y_mm / (map.depth_mm / 2);
  return map.shape === "round" ? u * u + v * v <= 1 : Math.abs(u) <= 1 && Math.abs(v) <= 1;
}

/** The spot, or the nearest one to it that still lies on the grate. */
export function kept(map: Pick<HeatMap, "shape" | "width_mm" | "depth_mm">, { x_mm, y_mm }: Spot): Spot {
  const u = x_mm / (map.width_mm / 2);
  const v = y_mm / (map.depth_mm / 2);
  const far = map.shape === "round" ? Math.max(1, Math.hypot(u, v) / 0.98) : 1;
  const bound = (value: number, half: number) => Math.round(Math.min(half, Math.max(-half, value)));
  return {
    x_mm: bound(x_mm / far, (map.width_mm / 2) * 0.98),
    y_mm: bound(y_mm / far, (map.depth_mm / 2) * 0.98),
  };
}

function nearest(axis: readonly number[], value: number): number {
  let best = 0;
  axis.forEach((each, i) => {
    if (Math.abs(each - value) < Math.abs(axis[best]! - value)) best = i;
  });
  return best;
}

/** What the map says at the cell nearest to a spot, or null off the grate. */
export function at(map: HeatMap, { x_mm, y_mm }: Spot): Reading | null {
  const r = nearest(map.y_mm, y_mm);
  const c = nearest(map.x_mm, x_mm);
  const [equivalent_c, flux_kw_m2, hand_s] = [
    map.equivalent_c[r]?.[c],
    map.flux_kw_m2[r]?.[c],
    map.hand_s[r]?.[c],
  ];
  return equivalent_c == null || flux_kw_m2 == null || hand_s == null
    ? null
    : { equivalent_c, flux_kw_m2, hand_s };
}

export interface Bed extends Box {
  kind: "lit" | "unlit" | "burner" | "pan" | "plate";
}

/** What is drawn under the grate, by its kind. */
export function beds(fire: readonly Box[]): Bed[] {
  return fire.map((b) => ({
    ...b,
    kind:
      b.name === "coals"
        ? "lit"
        : b.name === "unlit"
          ? "unlit"
          : b.name === "drip pan"
            ? "pan"
            : b.name === "deflector" || b.name === "heat plate"
              ? "plate"
              : "burner",
  }));
}

/** The zones wide enough to be named on the grate; of two close beside one another the second goes to the lower row. */
export function labels(
  map: Pick<HeatMap, "zones" | "width_mm">,
): { z: HeatMap["zones"][number]; up: boolean }[] {
  const found: { z: HeatMap["zones"][number]; up: boolean }[] = [];
  for (const z of map.zones.filter((each) => each.share > 0.2)) {
    const close = found.some((f) => f.up && Math.abs(f.z.x_mm - z.x_mm) < 0.26 * map.width_mm);
    found.push({ z, up: !close });
  }
  return found;
}

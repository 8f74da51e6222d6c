import type { PieceResult } from "@/api/hooks";

/** The zone a piece lies over during a task, or null while it is off the fire. */
export function zoneOf(result: PieceResult, taskKey: string | undefined): string | null {
  const step = result.tasks.find((t) => t.key === taskKey)?.step;
  const role = step === "gentle" ? "gentle" : step === "sear" ? "sear" : null;
  return result.zones.find((z) => z.role === role)?.key ?? null;
}

/** What the rods of the grate left on the faces, in words. */
export function marksText(result: PieceResult): string {
  const marks = result.marks ?? [];
  const strongest = Math.max(0, ...marks.map((m) => m.browning_s / Math.max(1, m.face === "a" ? (result.browning_a_s ?? 0) : (result.browning_b_s ?? 0))));
  if (strongest === 0) return "";
  return strongest > 1.25 ? "rod marks show" : "rod marks fade into the crust";
}

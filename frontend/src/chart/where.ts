import type { PieceResult } from "@/api/hooks";

/** The zone a piece lies over during a task, or null while it is off the fire. */
export function zoneOf(result: PieceResult, taskKey: string | undefined): string | null {
  const step = result.tasks.find((t) => t.key === taskKey)?.step;
  const role = step === "gentle" ? "gentle" : step === "sear" ? "sear" : null;
  return result.zones.find((z) => z.role === role)?.key ?? null;
}

import type { PieceResult } from "@/api/hooks";

/** The role of the zone a piece lies over during a task, or null while it is off the fire. */
export function roleOf(result: PieceResult, taskKey: string | undefined): "gentle" | "sear" | null {
  const step = result.tasks.find((t) => t.key === taskKey)?.step.split("_")[0];
  const role = step === "gentle" || step === "sear" ? step : null;
  return role && result.zones.some((z) => z.role === role) ? role : null;
}

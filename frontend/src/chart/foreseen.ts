import type { PieceResult } from "@/api/hooks";

/** The key of a task without its piece. */
export const ownKey = (key: string) => key.split(":").pop() ?? key;

/**
 * Seconds since putting it on, in the foreseen cook, that match a moment of the real one: where its middle is as hot, or
 * where it never is in that step, the same share of the step.
 */
export function foreseenTime(
  blocks: { key: string; start: number; end: number }[],
  result: PieceResult,
  moment: number,
  onS: number,
  coreC: number | null,
): number {
  const tasks = result.tasks.filter((t) => t.step);
  for (let i = tasks.length - 1; i >= 0; i--) {
    const task = tasks[i]!;
    const real = blocks.find((b) => ownKey(b.key) === task.key);
    const following = tasks[i + 1];
    const next = following && blocks.find((b) => ownKey(b.key) === following.key);
    if (!real || moment < real.start) continue;
    const from = task.start_s - result.on_s;
    const to = task.end_s - result.on_s;
    const alike = coreC === null ? null : asHot(result.curve, from, to, coreC);
    const length = Math.max(1, (next?.start ?? real.end) - real.start);
    return alike ?? from + Math.min(1, (moment - real.start) / length) * (to - from);
  }
  return moment - onS;
}

/** When the planned middle comes up to a temperature within a stretch; null where it does not. */
function asHot(curve: PieceResult["curve"], from: number, to: number, coreC: number): number | null {
  for (let i = 1; i < curve.time_s.length; i++) {
    const [before, at] = [curve.time_s[i - 1]!, curve.time_s[i]!];
    const [cooler, hotter] = [curve.core_c[i - 1]!, curve.core_c[i]!];
    if (before < from || at > to || cooler > coreC || hotter < coreC || hotter === cooler) continue;
    return before + ((coreC - cooler) / (hotter - cooler)) * (at - before);
  }
  return null;
}

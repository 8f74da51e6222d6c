import type { Schemas } from "@/api/client";
import { lengthText, type System } from "@/units/units";
import { say } from "@/words/say";

/** How smoky a plan is and how deep its ring, with what of it is assumed. */
export function SmokeLine({ smoke, system }: { smoke: Schemas["SmokeOut"]; system: System }) {
  const ring =
    smoke.ring_mm >= 1
      ? say("screen-smoke-line-a-ring-of-about", { ring: lengthText(system, smoke.ring_mm) })
      : "";
  return (
    <details className="mt-2 text-sm text-ash">
      <summary className="cursor-pointer">
        {say("screen-smoke-line-smoke")} <b className="figure text-base text-ink">{smoke.word}</b>
        {say("screen-smoke-line-of-10", { index: smoke.index.toFixed(0), ring })}
      </summary>
      <p className="m-0 mt-1">{smoke.assumed}</p>
    </details>
  );
}

import { phrase, type System } from "@/units/units";

import type { Piece } from "./model";
import { say } from "@/words/say";

/** Steps to follow now. */
export function Drill({ steps, system }: { steps: string[]; system: System }) {
  return (
    <ol className="m-0 flex flex-col gap-2 pl-6 text-lg font-semibold">
      {steps.map((s) => (
        <li key={s}>{phrase(system, s)}</li>
      ))}
    </ol>
  );
}

/** How to find the middle of a piece. */
export function Centre({ piece, system }: { piece: Piece; system: System }) {
  return (
    <>
      <Drill system={system} steps={piece.middle} />
      <p className="m-0 text-ash">{say("screen-drill-a-tip-a-few-millimetres-off")}</p>
    </>
  );
}

import type { Reference } from "@/api/hooks";
import { type LearnedFires, useLearned } from "@/api/yard";
import { Button } from "@/ui/controls";
import { phrase, type System, tempText } from "@/units/units";
import { say } from "@/words/say";

import type { PieceDraft } from "./model";

type Taste = LearnedFires["tastes"][number];

/** The cuts with the finish and the crust that the household likes, where it has said so often enough. */
export function withTastes(reference: Reference, tastes: readonly Taste[]): Reference {
  const own = tastes.filter((t) => t.eater === "");
  if (own.length === 0) return reference;
  return {
    ...reference,
    cuts: reference.cuts.map((cut) => {
      const taste = own.find((t) => t.cut === cut.key);
      return taste
        ? {
            ...cut,
            default_finish_c: taste.finish_c ?? cut.default_finish_c,
            crust: taste.crust ?? cut.crust,
          }
        : cut;
    }),
  };
}

/** How those who eat like this cut, by what they said; a press plans for it. */
export function Tastes({
  piece,
  usualC,
  system,
  onSet,
}: {
  piece: PieceDraft["piece"];
  usualC: number | undefined;
  system: System;
  onSet: (change: Partial<PieceDraft["piece"]>) => void;
}) {
  const learned = useLearned();
  const here = (learned.data?.tastes ?? []).filter(
    (t) => t.cut === piece.cut && (t.finish_c !== null || t.crust !== null),
  );
  if (here.length === 0) return null;
  return (
    <div className="flex flex-col gap-1">
      {here.map((taste) => (
        <p key={taste.eater} className="m-0 flex flex-wrap items-center gap-x-2 text-sm">
          <span className="flex-1">
            <b>{taste.eater || say("screen-tastes-this-household")}</b>: {phrase(system, taste.words)}
          </span>
          <Button
            weight="quiet"
            onClick={() =>
              onSet({
                ...(taste.finish_c === null ? {} : { finish_c: taste.finish_c }),
                ...(taste.crust === null ? {} : { crust: taste.crust }),
              })
            }
          >
            {taste.finish_c === null
              ? say("screen-tastes-plan-for-it")
              : say("screen-tastes-plan-for", { finish: tempText(system, taste.finish_c) })}
          </Button>
        </p>
      ))}
      {usualC !== undefined && Math.abs((piece.finish_c ?? usualC) - usualC) > 0.2 && (
        <Button weight="quiet" className="self-start text-sm" onClick={() => onSet({ finish_c: usualC })}>
          {say("screen-tastes-the-usual", { finish: tempText(system, usualC) })}
        </Button>
      )}
    </div>
  );
}

import { memo, useMemo } from "react";

import type { Schemas } from "@/api/client";
import type { Reference } from "@/api/hooks";
import { useHousehold } from "@/api/household";
import { FaceView } from "@/chart/face-view";
import type { Spot } from "@/chart/grate-model";
import { GrateView } from "@/chart/grate-view";
import { blockAt, type lineOf } from "@/chart/line-model";
import { lookOf } from "@/chart/look";
import { type unpacked, widthMm } from "@/chart/section";
import { roleOf } from "@/chart/where";
import { clockText } from "@/units/units";
import { say } from "@/words/say";

import { LossLine } from "./loss-line";
import { type Draft, focused, withPlace } from "./model";
import { PartsLine } from "./parts-line";
import { SmokeLine } from "./smoke-line";

/** The face and the grate at the shared moment. */
export const ViewsOf = memo(function Views({
  result,
  own,
  section,
  reference,
  draft,
  onDraft,
  at,
  hour,
  word,
}: {
  result: Schemas["PieceResult"];
  own: ReturnType<typeof lineOf>;
  section: ReturnType<typeof unpacked>;
  reference: Reference;
  draft: Draft;
  onDraft: (draft: Draft) => void;
  at: number;
  hour: Date;
  word: string;
}) {
  const system = useHousehold().units;
  const grate = result.grate ?? reference.grates.find((g) => g.fire === result.fire)?.grate;
  const cut = focused(draft).piece.cut;
  const look = useMemo(() => lookOf(reference, cut), [reference, cut]);
  const doing = blockAt(own.blocks, "meat", at);
  const here = grate && { ...grate, fire: focused(draft).piece.own_fire ?? grate.fire };
  const movePlace = (which: "gentle" | "sear", to: Spot) => {
    if (here) onDraft(withPlace(draft, here, which, to));
  };
  return (
    <div className={`grid gap-4 ${grate ? "md:grid-cols-2" : ""}`}>
      <section aria-label={say("screen-plan-face")} className="plate flex flex-col p-4">
        <div className="grow">
          <FaceView
            section={section}
            curve={result.curve}
            sinceOnS={at - result.on_s}
            look={look}
            system={system}
            greyShare={result.grey_rim_share}
            word={word}
            marks={result.marks_words ?? ""}
            label={say("screen-plan-cut-open-at", {
              clock_text: clockText(new Date(hour.getTime() + at * 1000)),
            })}
          />
        </div>
        {result.smoke && result.smoke.index >= 0.5 && <SmokeLine smoke={result.smoke} system={system} />}
        <LossLine juice={result.mass_loss_share} fat={result.fat_lost_share ?? 0} />
        {(result.parts ?? []).length > 0 && <PartsLine parts={result.parts ?? []} system={system} />}
      </section>
      {here && (
        <section aria-label={say("screen-plan-grate")} className="plate p-4">
          <GrateView
            grate={here}
            zones={result.zones}
            role={roleOf(result, doing?.key)}
            onMove={movePlace}
            where={
              doing ? doing.name : at < result.on_s ? say("common-not-on-yet") : say("common-on-the-board")
            }
            radiusMm={widthMm(section) / 2}
            system={system}
          />
        </section>
      )}
    </div>
  );
});

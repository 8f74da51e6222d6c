import { type Cook, useReference } from "@/api/hooks";
import { useTable } from "@/api/tables";
import { useHousehold } from "@/api/household";
import { FaceView } from "@/chart/face-view";
import { foreseenTime, ownKey } from "@/chart/foreseen";
import { GrateView } from "@/chart/grate-view";
import { blockAt, lineOfCook, valueAt } from "@/chart/line-model";
import { LineView } from "@/chart/line-view";
import { lookOf } from "@/chart/look";
import { unpacked, widthMm } from "@/chart/section";
import { roleOf } from "@/chart/where";
import { Grates } from "@/features/plan/meal";
import { Button } from "@/ui/controls";
import { clockText } from "@/units/units";
import { named } from "@/words/catalogue";
import { say } from "@/words/say";
import { useMemo, useState } from "react";

import type { Piece } from "./model";

interface ViewsProps {
  cook: Cook;
  piece: Piece;
  nowMs: number;
}

/** A piece as it is forecast: its timeline, its cross-section and its place on the grate, sharing one moment. */
export function Views({ cook, piece, nowMs }: ViewsProps) {
  const { units: system, scale } = useHousehold();
  const reference = useReference();
  const [held, setHeld] = useState<number | null>(null);
  const eat = useMemo(() => new Date(cook.eat_at), [cook.eat_at]);
  const model = useMemo(() => lineOfCook(cook, piece), [cook, piece]);
  const section = useMemo(() => unpacked(piece.result.section), [piece.result.section]);
  const now = (nowMs - eat.getTime()) / 1000;
  const moment = held ?? Math.min(Math.max(now, model.from), model.to);
  const on = cook.expected.find((e) => e.piece_id === piece.id && e.key === "on");
  const onS = on ? (Date.parse(on.start_at) - eat.getTime()) / 1000 : piece.result.on_s;
  const mine = model.blocks.filter((b) => b.piece === undefined || b.piece === piece.position);
  const doing = blockAt(mine, "meat", moment);
  const grate =
    piece.result.grate ??
    reference.data?.grates.find((g) => g.fire === (piece.result.fire ?? piece.inputs.fire))?.grate;
  const since = foreseenTime(mine, piece.result, moment, onS, valueAt(model.core, moment));
  return (
    <>
      <section aria-label={say("screen-cook-line")} className="plate p-4">
        <LineView
          model={model}
          eatAt={eat}
          moment={moment}
          onMoment={setHeld}
          now={cook.ended_at ? undefined : now}
          system={system}
          revision={cook.cursor}
        />
        <p className="m-0 flex min-h-11 flex-wrap items-center justify-between gap-2 text-sm text-ash">
          <Legend planned={model.planned.length > 0} />
          {held !== null && !cook.ended_at && (
            <Button weight="quiet" onClick={() => setHeld(null)}>
              {say("screen-cook-back-to-now")}
            </Button>
          )}
        </p>
      </section>
      <div className={`grid gap-4 ${grate ? "md:grid-cols-2" : ""}`}>
        {reference.data && (
          <section aria-label={say("screen-cook-face")} className="plate p-4">
            <FaceView
              section={section}
              curve={piece.result.curve}
              sinceOnS={since}
              look={lookOf(reference.data, piece.inputs.cut)}
              system={system}
              greyShare={piece.result.grey_rim_share}
              word={named(piece.result.finish_words[scale] ?? "")}
              marks={piece.result.marks_words ?? ""}
              label={say("screen-cook-by-the-forecast-at", {
                clock_text: clockText(new Date(eat.getTime() + moment * 1000)),
              })}
            />
          </section>
        )}
        {grate && (
          <section aria-label={say("screen-cook-grate")} className="plate p-4">
            <GrateView
              grate={grate}
              zones={piece.result.zones}
              role={roleOf(piece.result, doing && ownKey(doing.key))}
              where={doing?.name ?? (moment < onS ? say("common-not-on-yet") : say("common-on-the-board"))}
              radiusMm={widthMm(section) / 2}
              system={system}
            />
          </section>
        )}
      </div>
    </>
  );
}

/** Which line is which. */
const Legend = ({ planned }: { planned: boolean }) => (
  <span>
    <span aria-hidden className="mr-1 inline-block h-0.5 w-6 bg-ink align-middle" />
    {say("screen-cook-forecast")}{" "}
    {planned && (
      <>
        <span
          aria-hidden
          className="mr-1 ml-3 inline-block w-6 border-t-2 border-dashed border-ash align-middle"
        />
        {say("screen-cook-as-planned")}
      </>
    )}
    <span
      aria-hidden
      className="mr-1 ml-3 inline-block w-6 border-t-4 border-dotted border-probe align-middle"
    />
    {say("screen-cook-measured")}
  </span>
);

interface MealGratesProps {
  mealId: number;
  cook: Cook;
  nowMs: number;
}

/** What lies on which grate of a meal now. */
export function MealGrates({ mealId, cook, nowMs }: MealGratesProps) {
  const { units: system } = useHousehold();
  const meal = useTable(mealId);
  if (!meal.data) return null;
  const eatAt = new Date(meal.data.asked.eat_at);
  return (
    <section aria-label={say("screen-cook-grates")} className="plate p-4">
      <Grates
        told={meal.data.told}
        at={((cook.ended_at ? Date.parse(cook.ended_at) : nowMs) - eatAt.getTime()) / 1000}
        eatAt={eatAt}
        system={system}
      />
    </section>
  );
}

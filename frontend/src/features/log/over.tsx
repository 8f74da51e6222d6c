import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";

import { useCooksOf, useDifferences } from "@/api/log";
import { useSystem } from "@/api/household";
import { AlignedAt, type Zero, zeroName } from "@/chart/align";
import { Overlay } from "@/chart/overlay";
import { type Laid, spanOf } from "@/chart/overlay-model";
import { Failed, Waiting } from "@/ui/controls";
import { dayText, phrase, spanText, tempText } from "@/units/units";
import { say } from "@/words/say";

import { laidCook } from "./model";

/** Two to four cooks on one Line, and how they differ. */
export function OverPage() {
  const of = (useSearchParams()[0].get("of") ?? "")
    .split(",")
    .map(Number)
    .filter((id) => Number.isInteger(id) && id > 0)
    .slice(0, 4);
  const system = useSystem();
  const cooks = useCooksOf(of);
  const differences = useDifferences(of);
  const [zero, setZero] = useState<Zero>("on");
  const [moment, setMoment] = useState<number | null>(null);
  const there = cooks.flatMap((c) => (c.data ? [c.data] : []));
  const stamp = there.map((c) => `${c.id}:${c.cursor}`).join();
  const lines = useMemo(
    () => there.flatMap((c) => laidCook(c, zero) ?? []) as Laid[],
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `there` is made anew each time; stamp says when it changed
    [stamp, zero],
  );
  const wrong = cooks.find((c) => c.isError);
  if (wrong?.error) return <Failed error={wrong.error} again={() => void wrong.refetch()} />;
  if (there.length < of.length) return <Waiting what={say("screen-log-turning-back-the-pages")} />;
  if (there.length < 2)
    return (
      <section className="plate mt-2 p-6">
        <p className="m-0">
          {say("screen-over-choose-two")} <Link to="/log">{say("screen-entry-the-log")}</Link>
        </p>
      </section>
    );
  const finishes = new Set(there.map((c) => c.pieces[0]!.result.finish_c));
  return (
    <div className="flex flex-col gap-4 pt-2">
      <section className="plate flex flex-col gap-3 p-4">
        <Link to="/log" className="text-sm text-ash">
          {say("screen-entry-the-log")}
        </Link>
        <div className="flex flex-wrap items-end justify-between gap-3">
          <h1 className="m-0 text-2xl">{say("screen-log-laid-over-one-another")}</h1>
          <AlignedAt
            zero={zero}
            onZero={(to) => {
              setZero(to);
              setMoment(null);
            }}
          />
        </div>
        <Overlay
          lines={lines}
          finishC={finishes.size === 1 ? [...finishes][0]! : null}
          momentS={moment ?? spanOf(lines)[1]}
          onMoment={setMoment}
          system={system}
          label={say("screen-over-lines")}
          zero={zeroName(zero)}
        />
        <p className="m-0 text-sm text-ash">{say("screen-over-points-are-read")}</p>
      </section>
      <ul className="m-0 grid list-none gap-3 p-0 md:grid-cols-2 xl:grid-cols-4">
        {there.map((cook) => {
          const o = cook.pieces[0]!.outcome;
          const words = differences.data?.find((d) => d.cook_id === cook.id)?.words;
          return (
            <li key={cook.id} className="plate flex flex-col gap-1 p-4">
              <Link to={`/log/${cook.id}`} className="text-lg font-bold text-ink [font-stretch:85%]">
                {cook.title}
              </Link>
              <span className="text-sm text-ash">{dayText(new Date(cook.started_at))}</span>
              <span className="figure text-lg">
                {o?.peak_measured_c == null ? "—" : tempText(system, o.peak_measured_c)}
                {o?.slow_measured_s ? ` · ${spanText(o.slow_measured_s)}` : ""}
                {cook.rating.stars ? ` · ${cook.rating.stars}/5` : ""}
              </span>
              {words && <p className="m-0 text-sm">{phrase(system, words)}</p>}
              {cook.rating.note && (
                <p className="m-0 border-l-4 border-seam pl-2 text-sm">{cook.rating.note}</p>
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

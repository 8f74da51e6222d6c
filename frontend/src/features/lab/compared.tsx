import { useMemo, useState } from "react";

import type { Reference } from "@/api/hooks";
import type { KeptExperiment, Way } from "@/api/lab";
import { useHousehold } from "@/api/household";
import { AlignedAt, type Zero, zeroName } from "@/chart/align";
import { FaceView } from "@/chart/face-view";
import { type Look, lookOf } from "@/chart/look";
import { Overlay } from "@/chart/overlay";
import type { Laid } from "@/chart/overlay-model";
import { unpacked } from "@/chart/section";
import { Mistake } from "@/ui/controls";
import { phrase, riseText, share, spanText, type System, tempText, weightText } from "@/units/units";
import { say } from "@/words/say";

import { laid } from "./model";

type Figures = NonNullable<Way["figures"]>;

/** Past a deep one nobody tells crusts apart: it chars. */
const PAST_DEEP = 2.5;
export const crustText = (of: number) => (of > PAST_DEEP ? say("screen-lab-past-deep") : share(of));

/** What each way comes to, row by row. */
function rowsOf(system: System): [string, (f: Figures) => string | null][] {
  const temp = (c: number) => tempText(system, c);
  const rise = (k: number) => `${k <= -0.3 ? "−" : ""}${riseText(system, Math.abs(k))}`;
  const more = (k: number) => `${k >= 0.3 ? "+" : ""}${rise(k)}`;
  const or = <T,>(value: T | null, text: (value: T) => string) => (value === null ? null : text(value));
  return [
    [say("screen-lab-to-the-table"), (f) => spanText(f.minutes_s)],
    [say("screen-lab-first-work"), (f) => or(f.lead_s, spanText)],
    [say("screen-lab-hands-busy"), (f) => or(f.hands_s, spanText)],
    [say("screen-lab-ends-at"), (f) => temp(f.peak_c)],
    [say("screen-lab-after-the-pull"), (f) => or(f.rise_k, rise)],
    [say("screen-lab-grey-rim"), (f) => share(f.rim_share)],
    [say("screen-lab-crust"), (f) => crustText(f.crust_share)],
    [say("screen-lab-weight-lost"), (f) => share(f.loss_share)],
    [say("screen-lab-readings"), (f) => `${f.readings}`],
    [say("screen-lab-fuel"), (f) => or(f.fuel_kg, (kg) => weightText(system, kg * 1000))],
    [say("screen-lab-a-minute-late"), (f) => or(f.late_k, more)],
    [
      say("screen-lab-fire-hotter", { rise: riseText(system, 10 / 1.8) }),
      (f) => say("screen-lab-sooner-by", { by: spanText(f.hotter_s), rise: rise(f.hotter_k) }),
    ],
    [say("screen-lab-chance", { rise: riseText(system, 3 / 1.8) }), (f) => or(f.chance, share)],
  ];
}

/** The ways beside one another: their lines, their insides, their figures. */
export function Compared({ kept, reference }: { kept: KeptExperiment; reference: Reference }) {
  const system = useHousehold().units;
  const [zero, setZero] = useState<Zero>("on");
  const [moment, setMoment] = useState<number | null>(null);
  const ways = kept.told.variants;
  const lines = useMemo(() => ways.flatMap((way, n) => laid(way, n, zero) ?? []) as Laid[], [ways, zero]);
  const there = ways.filter((way) => way.figures);
  const finish = new Set(there.map((w) => w.finish_c));
  const finishC = finish.size === 1 ? ([...finish][0] ?? null) : null;
  const last = Math.max(0, ...lines.map((l) => (l.timeS.at(-1) ?? 0) - l.zeroS));
  const at = moment ?? last;
  return (
    <section aria-labelledby="compared-title" className="plate flex flex-col gap-4 p-4">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 id="compared-title" className="m-0 text-lg">
          {say("screen-lab-beside-one-another")}
        </h2>
        {lines.length > 0 && (
          <AlignedAt
            zero={zero}
            onZero={(to) => {
              setZero(to);
              setMoment(null);
            }}
          />
        )}
      </div>
      {lines.length === 0 && !ways.some((w) => w.why) && (
        <p role="status" className="m-0 text-ash">
          {say("screen-lab-being-worked-out")}
        </p>
      )}
      {lines.length > 0 && (
        <Overlay
          lines={lines}
          finishC={finishC}
          momentS={at}
          onMoment={setMoment}
          system={system}
          label={say("screen-lab-lines-over-one-another")}
          zero={zeroName(zero)}
        />
      )}
      <ul className="m-0 grid list-none gap-4 p-0 sm:grid-cols-2 xl:grid-cols-4">
        {ways.map((way, n) => (
          <li key={n} className="flex flex-col gap-2">
            <OneWay
              way={way}
              at={at + (lines.find((l) => l.key === `${n}`)?.zeroS ?? 0)}
              look={lookOf(reference, cutOf(kept, n))}
            />
          </li>
        ))}
      </ul>
      {there.length > 0 && <FiguresTable ways={there} system={system} />}
    </section>
  );
}

/** What a way cooks: a piece names its cut, a cook told forwards as well. */
const cutOf = (kept: KeptExperiment, n: number) => {
  const of = kept.asked.variants[n];
  return of?.piece?.cut ?? of?.cook?.piece.cut ?? "";
};

function OneWay({ way, at, look }: { way: Way; at: number; look: Look }) {
  const system = useHousehold().units;
  const section = useMemo(() => (way.section ? unpacked(way.section) : null), [way.section]);
  if (way.why)
    return (
      <>
        <h3 className="m-0 text-base">{way.name}</h3>
        <Mistake>{phrase(system, way.why)}</Mistake>
      </>
    );
  if (!way.line || !section || !way.figures) return <h3 className="m-0 text-base text-ash">{way.name}</h3>;
  return (
    <>
      <FaceView
        section={section}
        curve={{ ...way.line, core_low_c: null, core_high_c: null }}
        sinceOnS={Math.max(0, at)}
        look={look}
        system={system}
        greyShare={way.figures.rim_share}
        word=""
        marks=""
        label={way.name}
      />
      {way.words && <p className="m-0 text-sm">{phrase(system, way.words)}</p>}
    </>
  );
}

function FiguresTable({ ways, system }: { ways: readonly Way[]; system: System }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-left">
        <thead>
          <tr>
            <th>
              <span className="sr-only">{say("screen-entry-what")}</span>
            </th>
            {ways.map((way, n) => (
              <th key={n} scope="col" className="px-2 py-1 text-sm">
                {way.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rowsOf(system).map(([name, text]) => (
            <tr key={name} className="border-t border-seam">
              <th scope="row" className="py-1 pr-2 text-sm font-normal text-ash">
                {name}
              </th>
              {ways.map((way, n) => (
                <td key={n} className="figure px-2 text-lg">
                  {way.figures ? (text(way.figures) ?? "—") : "—"}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

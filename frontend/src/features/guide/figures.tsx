import { useEffect, useRef, useState } from "react";

import type { Schemas } from "@/api/client";
import type { Reference } from "@/api/hooks";
import { FaceView } from "@/chart/face-view";
import { FireSide } from "@/chart/fire-side";
import { type HeatMap, MARGIN_MM, paint } from "@/chart/grate-paint";
import { lookOf } from "@/chart/look";
import { unpacked } from "@/chart/section";
import { Button } from "@/ui/controls";
import { lengthText, tempText, type System } from "@/units/units";
import { say } from "@/words/say";

type Figures = Schemas["GuideFiguresOut"];

interface Props {
  of: string;
  figures: Figures;
  reference: Reference;
  system: System;
}

/** The figure of an entry that has one which moves, or is computed. */
export function LivingFigure({ of, figures, reference, system }: Props) {
  if (of === "glossary:carry-over")
    return <CarryOver told={figures.carry_over} reference={reference} system={system} />;
  if (of === "glossary:distance") return <HalfDistance told={figures.half_distance} system={system} />;
  if (of === "salt:wet") return <WetWindow told={figures.wet_window} />;
  const fire = figures.fires.find((f) => f.entry === of);
  return fire ? <FireSide side={fire.side} className="my-2 block max-h-48 w-full" /> : null;
}

const STEP_S = 20;
const STEP_MS = 160;

/** A steak after the pull: its Face minute by minute, by hand or by itself. */
function CarryOver({
  told,
  reference,
  system,
}: {
  told: Figures["carry_over"];
  reference: Reference;
  system: System;
}) {
  const [sinceS, setSinceS] = useState(0);
  const [going, setGoing] = useState(false);
  const [section] = useState(() => unpacked(told.section));
  const last = Math.floor(told.lasts_s / STEP_S) * STEP_S;
  useEffect(() => {
    if (!going) return;
    const timer = window.setInterval(
      () =>
        setSinceS((s) => {
          if (s + STEP_S >= last) setGoing(false);
          return Math.min(s + STEP_S, last);
        }),
      STEP_MS,
    );
    return () => window.clearInterval(timer);
  }, [going, last]);
  const minutes = say("screen-figures-min-after-the-pull", { minutes: Math.round(sinceS / 60) });
  return (
    <div className="my-2 flex flex-col gap-2">
      <FaceView
        section={section}
        curve={told.curve}
        sinceOnS={sinceS}
        look={lookOf(reference, "ribeye")}
        system={system}
        greyShare={told.grey_rim_share}
        word=""
        label={minutes}
        marks=""
      />
      <div className="flex items-center gap-3">
        <Button
          onClick={() => {
            if (sinceS >= last) setSinceS(0);
            setGoing(!going);
          }}
        >
          {going ? say("screen-figures-stop") : say("screen-figures-let-it-rest")}
        </Button>
        <input
          type="range"
          min={0}
          max={last}
          step={STEP_S}
          value={sinceS}
          aria-label={say("screen-figures-time-since-the-pull")}
          aria-valuetext={minutes}
          className="h-11 min-w-0 flex-1 accent-(--c-ember)"
          onChange={(e) => {
            setGoing(false);
            setSinceS(Number(e.target.value));
          }}
        />
      </div>
      <p className="m-0 text-sm text-ash">
        {say("screen-figures-pulled-at-it-peaks-at-after", {
          pulled: tempText(system, told.pulled_c),
          peak: tempText(system, told.peak_c),
          minutes: Math.round(told.peak_s / 60),
        })}
      </p>
    </div>
  );
}

const LABEL = {
  far: (hottest: string) => say("screen-figures-from-above-hottest", { hottest }),
  near: (hottest: string) => say("screen-figures-half-as-far-hottest", { hottest }),
};
const CAPTION = {
  far: (gap: string) => say("screen-figures-over-the-coals", { gap }),
  near: (gap: string) => say("screen-figures-over-them", { gap }),
};

/** The same coals felt from where the grate is and from half as far. */
function HalfDistance({ told, system }: { told: Figures["half_distance"]; system: System }) {
  const hottest = (map: HeatMap) => Math.max(...map.equivalent_c.flat().map((c) => c ?? 0));
  return (
    <div className="my-2 flex flex-col gap-2">
      <div className="grid grid-cols-2 gap-3">
        {(["far", "near"] as const).map((which) => (
          <figure key={which} className="m-0">
            <Heat map={told[which]} label={LABEL[which](tempText(system, hottest(told[which])))} />
            <figcaption className="text-sm">
              {CAPTION[which](lengthText(system, which === "far" ? told.gap_mm : told.gap_mm / 2))}{" "}
              <b className="figure">{tempText(system, hottest(told[which]))}</b>
            </figcaption>
          </figure>
        ))}
      </div>
      <p className="m-0 text-sm text-ash">
        {say("screen-figures-half-as-far-over-this-bed", { gain: told.gain.toFixed(1) })}
      </p>
    </div>
  );
}

const MAP_PX = 320;

function Heat({ map, label }: { map: HeatMap; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const height = Math.round((MAP_PX * (map.depth_mm + 2 * MARGIN_MM)) / (map.width_mm + 2 * MARGIN_MM));
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (context) paint(context, map);
  }, [map]);
  return (
    <canvas
      ref={canvas}
      width={MAP_PX}
      height={height}
      role="img"
      aria-label={label}
      className="block h-auto w-full"
    />
  );
}

const [WIDE, HIGH, LEFT, BASE, TOP] = [320, 150, 8, 112, 36];

/** Water on the meat after salting, with the window in which it is not put on. */
function WetWindow({ told }: { told: Figures["wet_window"] }) {
  const last = told.time_s.at(-1) ?? 1;
  const most = Math.max(...told.film_g_m2);
  const x = (s: number) => LEFT + (s / last) * (WIDE - 2 * LEFT);
  const y = (film: number) => BASE - (film / most) * (BASE - TOP);
  const curve = told.time_s.map((s, i) => `${x(s).toFixed(1)} ${y(told.film_g_m2[i] ?? 0).toFixed(1)}`);
  const [from, to] = [Math.round(told.from_s / 60), Math.round(told.to_s / 60)];
  return (
    <figure className="m-0 my-2">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="block w-full"
        role="img"
        aria-label={say("screen-figures-water-on-the-meat-most-between", { from, to })}
      >
        <rect
          x={x(told.from_s)}
          y={12}
          width={x(told.to_s) - x(told.from_s)}
          height={BASE - 12}
          fill="var(--c-alarm)"
          opacity={0.18}
        />
        <path
          d={`M ${x(0)} ${BASE} L ${curve.join(" L ")} L ${x(last)} ${BASE} Z`}
          fill="var(--c-probe)"
          opacity={0.25}
        />
        <path d={`M ${curve.join(" L ")}`} fill="none" stroke="var(--c-probe)" strokeWidth={2.5} />
        <path d={`M ${LEFT} ${BASE} H ${WIDE - LEFT}`} stroke="var(--c-ash)" />
        {[0, from, to, 60, Math.round(last / 60)].map((min) => (
          <text
            key={min}
            x={x(min * 60)}
            y={BASE + 18}
            textAnchor={min === 0 ? "start" : min * 60 >= last ? "end" : "middle"}
            className="figure fill-ash text-[13px]"
          >
            {min}
          </text>
        ))}
        <text x={x(last)} y={HIGH - 4} textAnchor="end" className="fill-ash text-[13px]">
          {say("screen-figures-min-after-salting")}
        </text>
        <text
          x={x((told.from_s + told.to_s) / 2)}
          y={24}
          textAnchor="middle"
          className="fill-ink text-[13px]"
        >
          {say("screen-figures-wet")}
        </text>
      </svg>
      <figcaption className="text-sm text-ash">
        {say("screen-figures-when-is-practice-boiling-it-off", { costs: Math.round(told.costs_s) })}
      </figcaption>
    </figure>
  );
}

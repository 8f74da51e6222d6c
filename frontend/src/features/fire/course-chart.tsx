import { Slider } from "radix-ui";
import { memo } from "react";

import { countdown, spanText, type System, temperature, tempText } from "@/units/units";

import { curve } from "./model";
import type { CourseAnswer } from "./use-fire";
import { say } from "@/words/say";

const W = 340;
const H = 170;
const LEFT = 34;
const BOTTOM = 20;

/** The fire over time: gauge, grate and coals, when it is ready, how long it serves; the moment the grate is looked at. */
export const CourseChart = memo(function CourseChart({
  told,
  open,
  system,
  atS,
  onAt,
}: {
  told: CourseAnswer;
  open: boolean;
  system: System;
  atS: number | null;
  onAt: (s: number | null) => void;
}) {
  const { time_s: time, gauge_c, grate_c, coal_c, changes } = told.course;
  const end = time[time.length - 1] ?? 1;
  const main = open ? coal_c.map((v) => v ?? 0) : gauge_c;
  const top = Math.max(120, ...main) * 1.1;
  const scale = temperature(system);
  const x = (s: number) => LEFT + (s / end) * (W - LEFT - 4);
  const y = (c: number) => H - BOTTOM - (c / top) * (H - BOTTOM - 8);
  const step = [20, 50, 100, 200, 400].find((s) => (scale.shown(top) - scale.shown(0)) / s < 6) ?? 500;
  const ticks = Array.from({ length: 7 }, (_, i) => i * step).filter(
    (v) => scale.si(v) < top && scale.si(v) >= 0,
  );
  const hours = Array.from({ length: Math.floor(end / 1800) + 1 }, (_, i) => i * 1800);
  const ready = Math.min(told.hours.ready_s, end);
  const until = Math.min(told.hours.ready_s + told.hours.usable_s, end);
  return (
    <div className="flex flex-col gap-1">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={say("screen-course-chart-the-fire-over-ready-after-up", {
          end: spanText(end),
          ready: spanText(told.hours.ready_s),
          value: open ? "coals" : "gauge",
          max: tempText(system, Math.max(...main)),
        })}
      >
        <rect
          x={x(ready)}
          y={8}
          width={Math.max(0, x(until) - x(ready))}
          height={H - BOTTOM - 8}
          fill="var(--c-ember)"
          fillOpacity={0.1}
        />
        {ticks.map((v) => (
          <g key={v}>
            <path d={`M ${LEFT} ${y(scale.si(v))} H ${W}`} stroke="var(--c-seam)" strokeWidth={0.7} />
            <text
              x={LEFT - 4}
              y={y(scale.si(v)) + 4}
              textAnchor="end"
              className="figure"
              fontSize={12.5}
              fill="var(--c-ash)"
            >
              {v}
            </text>
          </g>
        ))}
        {hours.map((s) => (
          <text
            key={s}
            x={x(s)}
            y={H - 6}
            textAnchor={s === 0 ? "start" : s > end * 0.97 ? "end" : "middle"}
            className="figure"
            fontSize={12.5}
            fill="var(--c-ash)"
          >
            {s === 0 ? say("screen-course-chart-lit") : s % 3600 ? "" : `${s / 3600} h`}
          </text>
        ))}
        {!open && (
          <path
            d={curve(
              time.map((t, i) => [t, grate_c[i]] as const),
              x,
              y,
            )}
            fill="none"
            stroke="var(--c-ember)"
            strokeWidth={2.2}
          />
        )}
        <path
          d={curve(
            time.map((t, i) => [t, main[i]] as const),
            x,
            y,
          )}
          fill="none"
          stroke="var(--c-ink)"
          strokeWidth={1.6}
          strokeDasharray={open ? undefined : "5 3"}
        />
        {changes.slice(1).map((c) => (
          <path
            key={c.at_s}
            d={`M ${x(c.at_s)} ${H - BOTTOM} v -7`}
            stroke="var(--c-ink)"
            strokeWidth={1.5}
          />
        ))}
        {atS !== null && (
          <path d={`M ${x(Math.min(atS, end))} 6 V ${H - BOTTOM}`} stroke="var(--c-probe)" strokeWidth={2} />
        )}
      </svg>
      <p className="m-0 flex flex-wrap gap-x-4 text-xs text-ash">
        {open ? (
          <span>
            <span aria-hidden className="mr-1 inline-block w-5 border-t-2 border-ink align-middle" />
            {say("screen-course-chart-coals")}
          </span>
        ) : (
          <>
            <span>
              <span aria-hidden className="mr-1 inline-block w-5 border-t-[3px] border-ember align-middle" />
              {say("screen-course-chart-at-the-grate")}
            </span>
            <span>
              <span
                aria-hidden
                className="mr-1 inline-block w-5 border-t-2 border-dashed border-ink align-middle"
              />
              {say("screen-course-chart-gauge-in-the-lid")}
            </span>
          </>
        )}
        <span>
          <span aria-hidden className="mr-1 inline-block h-3 w-5 bg-ember/15 align-middle" />
          {say("screen-course-chart-good-to-cook-on")}
        </span>
        {changes.length > 1 && (
          <span>
            <span aria-hidden className="mr-1 inline-block h-2 w-px bg-ink align-middle" />
            {say("screen-course-chart-vents-moved")}
          </span>
        )}
      </p>
      <div className="flex items-center gap-3">
        <Slider.Root
          className="relative flex h-11 flex-1 touch-none items-center select-none"
          min={0}
          max={end}
          step={60}
          value={[atS ?? end]}
          onValueChange={([v]) => onAt(v ?? null)}
        >
          <Slider.Track className="relative h-1.5 flex-1 rounded-full bg-seam">
            <Slider.Range className="absolute h-full rounded-full bg-probe" />
          </Slider.Track>
          <Slider.Thumb
            aria-label={say("screen-course-chart-look-at-the-grate-after")}
            aria-valuetext={atS === null ? "settled" : spanText(atS)}
            className="block h-7 w-4 rounded-bar border-2 border-panel bg-probe"
          />
        </Slider.Root>
        <button
          type="button"
          className="figure min-h-11 rounded-bar px-2 text-sm text-ash underline decoration-seam underline-offset-4"
          onClick={() => onAt(null)}
          disabled={atS === null}
        >
          {atS === null
            ? say("screen-course-chart-settled")
            : say("screen-course-chart-after-lighting", { at: countdown(atS) })}
        </button>
      </div>
    </div>
  );
});

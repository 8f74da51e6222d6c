import { scaleLinear } from "d3-scale";
import { area, curveLinear, line } from "d3-shape";
import { useEffect, useId, useMemo, useRef, useState } from "react";

import { clockText, leastText, temperature, tempText, type System } from "@/units/units";

import { inRow, type LineModel, type Point, rowsOf, valueAt } from "./line-model";
import { say } from "@/words/say";

interface Props {
  model: LineModel;
  eatAt: Date;
  moment: number;
  onMoment: (s: number) => void;
  now?: number;
  system: System;
  revision?: string;
}

const LEFT = 40;
const RIGHT = 78;
const LANE_H = 22;

function useWidth() {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(720);
  useEffect(() => {
    if (!ref.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setWidth(Math.max(280, entry.contentRect.width));
    });
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, []);
  return { ref, width };
}

function hourTicks(model: LineModel, eatAt: Date, width: number): number[] {
  const span = model.to - model.from;
  const step = [300, 600, 900, 1800, 3600].find((s) => (span / s) * 52 < width) ?? 7200;
  const eat = eatAt.getTime() / 1000;
  const first = Math.ceil((eat + model.from) / step) * step;
  const ticks = [];
  for (let t = first; t <= eat + model.to; t += step) ticks.push(t - eat);
  return ticks;
}

/** Time from left to right: what is foreseen, what is measured, and who does what when. */
export function LineView({ model, eatAt, moment, onMoment, now, system, revision }: Props) {
  const { ref, width } = useWidth();
  const clip = useId();
  const plotHeight = width < 520 ? 180 : 190;
  const bottom = plotHeight + 8;
  const rows = rowsOf(model);
  const height = bottom + rows.length * LANE_H + 24;
  const x = useMemo(
    () => scaleLinear([model.from, model.to], [LEFT, width - RIGHT]),
    [model.from, model.to, width],
  );
  const y = useMemo(() => scaleLinear([-2, model.topC], [plotHeight, 10]), [model.topC, plotHeight]);
  const path = useMemo(
    () =>
      line<Point>(
        (p) => x(p.s),
        (p) => y(Math.min(p.c, model.topC)),
      ).curve(curveLinear),
    [x, y, model.topC],
  );
  const drawn = useMemo(
    () => ({
      core: path(model.core) ?? "",
      surface: path(model.surface) ?? "",
      band:
        area<LineModel["band"][number]>(
          (p) => x(p.s),
          (p) => y(p.low),
          (p) => y(p.high),
        )(model.band) ?? "",
      measured: model.measured.map((run) => path(run) ?? ""),
      planned: path(model.planned) ?? "",
      others: model.others.map((o) => path(o.core) ?? ""),
    }),
    [path, model, x, y],
  );
  const scale = temperature(system);
  const tempTicks = (
    system === "us" ? [50, 100, 150, 200, 250, 300, 350, 400, 450] : [20, 40, 60, 80, 100, 150, 200]
  )
    .map(scale.si)
    .filter((c) => c < model.topC - 4);
  const stamp = (s: number) => clockText(new Date(eatAt.getTime() + s * 1000));
  const core = valueAt(model.core, moment);
  const measuredNow = valueAt(model.measured.flat(), moment, 90);
  const drag = (clientX: number, box: DOMRect) => {
    const s = x.invert(((clientX - box.left) / box.width) * width);
    onMoment(Math.min(model.to, Math.max(model.from, s)));
  };
  const marks: { c: number; name: string; colour: string; dash: string }[] = [
    {
      c: model.finishC,
      name: say("screen-line-view-finish", { finish: tempText(system, model.finishC) }),
      colour: "var(--c-ember)",
      dash: "",
    },
    ...(model.pullC === null
      ? []
      : [
          {
            c: model.pullC,
            name: say("screen-line-view-pull", { pull: tempText(system, model.pullC) }),
            colour: "var(--c-ink)",
            dash: "2 4",
          },
        ]),
    ...(model.agencyC === null
      ? []
      : [
          {
            c: model.agencyC,
            name: say("screen-line-view-agency", { agency: leastText(system, model.agencyC) }),
            colour: "var(--c-agency)",
            dash: "8 3",
          },
        ]),
  ];
  const heights = placed(
    marks.map((m) => y(m.c)),
    14,
  );
  return (
    <figure className="m-0" data-revision={revision}>
      <figcaption className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="m-0 text-base">
          {say("screen-line-view-line")}{" "}
          <span className="kicker ml-1">{say("screen-line-view-core-surface-and-the-work")}</span>
        </h2>
        <p className="m-0 text-sm text-ash">
          {say("screen-line-view-at")} <b className="figure text-lg text-ink">{stamp(moment)}</b>
          {core !== null && (
            <>
              {" "}
              {say("screen-line-view-foreseen-core")}{" "}
              <b className="figure text-lg text-ink">{tempText(system, core)}</b>
            </>
          )}
          {measuredNow !== null && (
            <>
              {" "}
              {say("screen-line-view-measured")}{" "}
              <b className="figure text-lg text-probe">{tempText(system, measuredNow)}</b>
            </>
          )}
        </p>
      </figcaption>
      <div ref={ref} className="relative w-full">
        <svg
          viewBox={`0 0 ${width} ${height}`}
          width={width}
          height={height}
          className="block touch-pan-y select-none"
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            drag(e.clientX, e.currentTarget.getBoundingClientRect());
          }}
          onPointerMove={(e) => {
            if (e.buttons & 1) drag(e.clientX, e.currentTarget.getBoundingClientRect());
          }}
          aria-hidden
        >
          <clipPath id={clip}>
            <rect x={LEFT} y={0} width={width - LEFT - RIGHT} height={bottom} />
          </clipPath>
          {tempTicks.map((c) => (
            <g key={c}>
              <line
                x1={LEFT}
                x2={width - RIGHT}
                y1={y(c)}
                y2={y(c)}
                stroke="var(--c-seam)"
                strokeOpacity={0.5}
              />
              <text
                x={LEFT - 6}
                y={y(c) + 4}
                textAnchor="end"
                fontSize={12}
                className="figure"
                fill="var(--c-ash)"
              >
                {Math.round(scale.shown(c))}
              </text>
            </g>
          ))}
          <g clipPath={`url(#${clip})`}>
            {model.band.length > 0 && <path d={drawn.band} fill="var(--c-ash)" fillOpacity={0.28} />}
            {drawn.others.map((d, i) => (
              <path
                key={model.others[i]!.name + i}
                d={d}
                fill="none"
                stroke="var(--c-ink)"
                strokeWidth={1.5}
                strokeOpacity={0.55}
                strokeDasharray="1 3"
                strokeLinecap="round"
              />
            ))}
            <path d={drawn.surface} fill="none" stroke="var(--c-ash)" strokeWidth={1.25} />
            {model.planned.length > 0 && (
              <path
                d={drawn.planned}
                fill="none"
                stroke="var(--c-ash)"
                strokeWidth={1.5}
                strokeDasharray="7 4"
              />
            )}
            <path d={drawn.core} fill="none" stroke="var(--c-ink)" strokeWidth={2.5} />
            {drawn.measured.map((d, i) => (
              <path
                key={i}
                d={d}
                fill="none"
                stroke="var(--c-probe)"
                strokeWidth={4.5}
                strokeOpacity={0.85}
                strokeLinecap="round"
                strokeDasharray="0.1 6"
              />
            ))}
          </g>
          {model.others.map((o, i) => {
            const last = o.core[Math.floor(o.core.length * (0.3 + 0.22 * (i % 3)))];
            return last && x(last.s) > LEFT + 4 ? (
              <text
                key={o.name + i}
                x={x(last.s) + (x(last.s) > width - RIGHT - 90 ? -6 : 4)}
                textAnchor={x(last.s) > width - RIGHT - 90 ? "end" : "start"}
                y={y(last.c) + 14}
                fontSize={12}
                className="figure"
                fill="var(--c-ash)"
              >
                {model.others.length > 2 ? o.number : o.name}
              </text>
            ) : null;
          })}
          {marks.map((m, i) => (
            <g key={m.name}>
              <line
                x1={LEFT}
                x2={width - RIGHT}
                y1={y(m.c)}
                y2={y(m.c)}
                stroke={m.colour}
                strokeDasharray={m.dash}
                strokeWidth={1.25}
              />
              <text
                x={width - RIGHT + 5}
                y={heights[i]! + 4}
                fontSize={12.5}
                fill={m.colour}
                className="figure"
              >
                {m.name}
              </text>
            </g>
          ))}
          {rows.map((row, n) => {
            const top = bottom + n * LANE_H;
            const { lane } = row;
            return (
              <g key={row.label}>
                <text
                  x={LEFT - 6}
                  y={top + 14.5}
                  textAnchor="end"
                  fontSize={11.5}
                  fill="var(--c-ash)"
                  className="figure"
                >
                  {row.label}
                </text>
                {model.blocks
                  .filter((b) => inRow(row, b) && b.end > model.from)
                  .map((b) => {
                    const left = Math.max(LEFT, x(b.start));
                    const w = Math.max(3, x(b.end) - left);
                    const room = Math.floor((w - 6) / 5.6);
                    return (
                      <g key={b.key} opacity={b.state === "done" ? 0.55 : 1}>
                        {(b.slack ?? 0) >= 60 && (
                          <line
                            x1={left + w}
                            x2={Math.min(x(b.end + (b.slack ?? 0)), width - RIGHT)}
                            y1={top + LANE_H / 2}
                            y2={top + LANE_H / 2}
                            stroke="var(--c-ash)"
                            strokeWidth={2}
                            strokeDasharray="2 3"
                          />
                        )}
                        <rect
                          x={left}
                          y={top + 2}
                          width={w}
                          height={LANE_H - 5}
                          rx={2}
                          fill={
                            lane === "fire"
                              ? "var(--c-ember)"
                              : lane === "meat"
                                ? "var(--c-ink)"
                                : "var(--c-ash)"
                          }
                          fillOpacity={lane === "meat" ? 0.82 : 0.9}
                        />
                        {room > 5 && (
                          <text
                            x={left + 4}
                            y={top + 14}
                            fontSize={11.5}
                            fill={lane === "fire" ? "var(--c-on-ember)" : "var(--c-panel)"}
                            className="figure"
                          >
                            {b.name.length > room ? `${b.name.slice(0, room - 1)}…` : b.name}
                          </text>
                        )}
                      </g>
                    );
                  })}
              </g>
            );
          })}
          {hourTicks(model, eatAt, width).map((s) => (
            <text
              key={s}
              x={x(s)}
              y={height - 6}
              textAnchor="middle"
              fontSize={12}
              className="figure"
              fill="var(--c-ash)"
            >
              {stamp(s)}
            </text>
          ))}
          {now !== undefined && (
            <line
              x1={x(now)}
              x2={x(now)}
              y1={6}
              y2={height - 20}
              stroke="var(--c-probe)"
              strokeWidth={1.5}
              strokeDasharray="3 3"
            />
          )}
          <g transform={`translate(${x(moment)} 0)`}>
            <line y1={4} y2={height - 20} stroke="var(--c-ember)" strokeWidth={2} />
            <path d="M -9 0 h 18 v 8 l -9 9 l -9 -9 z" fill="var(--c-ember)" />
          </g>
        </svg>
        <div
          role="slider"
          tabIndex={0}
          aria-label={say("screen-line-view-moment-shown-in-all-three-views")}
          aria-valuemin={Math.round(model.from)}
          aria-valuemax={Math.round(model.to)}
          aria-valuenow={Math.round(moment)}
          aria-valuetext={`${stamp(moment)}${core === null ? "" : say("screen-line-view-foreseen-core-2", { core: tempText(system, core) })}`}
          className="pointer-events-none absolute top-0 h-[calc(100%-1.2rem)] w-5 -translate-x-1/2"
          style={{ left: `${(x(moment) / width) * 100}%` }}
          onKeyDown={(e) => {
            const step = { ArrowLeft: -60, ArrowRight: 60, PageDown: -600, PageUp: 600 }[e.key];
            const end = { Home: model.from, End: model.to }[e.key];
            if (step === undefined && end === undefined) return;
            e.preventDefault();
            onMoment(end ?? Math.min(model.to, Math.max(model.from, moment + (step ?? 0))));
          }}
        />
      </div>
    </figure>
  );
}

/** Heights of labels moved apart so that they do not cover one another. */
export function placed(heights: number[], least: number): number[] {
  const order = heights.map((h, i) => ({ h, i })).sort((a, b) => b.h - a.h);
  let last = Infinity;
  const found = [...heights];
  for (const each of order) {
    const h = Math.min(each.h, last - least);
    found[each.i] = h;
    last = h;
  }
  return found;
}

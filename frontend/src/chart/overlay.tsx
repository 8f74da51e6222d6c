import { line as path } from "d3-shape";
import { useMemo } from "react";

import { spanText, type System, temperature, tempText } from "@/units/units";
import { say } from "@/words/say";

import { type Laid, levelsOf, rangeOf, spanOf, strokeOf, ticksOf, valueOf } from "./overlay-model";

const WIDTH = 900;
const HEIGHT = 320;
const PAD = { left: 46, right: 12, top: 12, bottom: 26 };

interface Props {
  lines: readonly Laid[];
  finishC: number | null;
  momentS: number;
  onMoment: (s: number) => void;
  system: System;
  label: string;
  /** What zero is: on the fire, the pull, the table. */
  zero: string;
}

const signed = (s: number) => `${s < 0 ? "−" : s > 0 ? "+" : ""}${spanText(s)}`;

/** Several cooks on one Line, sharing a moment. */
export function Overlay({ lines, finishC, momentS, onMoment, system, label, zero }: Props) {
  const [from, to] = useMemo(() => spanOf(lines), [lines]);
  const [low, high] = useMemo(() => rangeOf(lines, finishC), [lines, finishC]);
  const x = (s: number) => PAD.left + ((s - from) / Math.max(to - from, 1)) * (WIDTH - PAD.left - PAD.right);
  const y = (c: number) =>
    HEIGHT - PAD.bottom - ((c - low) / Math.max(high - low, 1)) * (HEIGHT - PAD.top - PAD.bottom);
  const levels = levelsOf([low, high], temperature(system));
  return (
    <figure className="m-0">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block h-auto w-full" role="img" aria-label={label}>
        {levels.map((c) => (
          <g key={c}>
            <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(c)} y2={y(c)} stroke="var(--c-seam)" />
            <text
              x={PAD.left - 6}
              y={y(c) + 4}
              textAnchor="end"
              fontSize={12}
              fill="var(--c-ash)"
              className="figure"
            >
              {tempText(system, c).replace(/ .*/, "°")}
            </text>
          </g>
        ))}
        {ticksOf([from, to]).map((s) => (
          <text
            key={s}
            x={x(s)}
            y={HEIGHT - 8}
            textAnchor="middle"
            fontSize={12}
            className="figure"
            fill={s === 0 ? "var(--c-ink)" : "var(--c-ash)"}
          >
            {s === 0 ? zero : signed(s)}
          </text>
        ))}
        {finishC !== null && (
          <line
            x1={PAD.left}
            x2={WIDTH - PAD.right}
            y1={y(finishC)}
            y2={y(finishC)}
            stroke="var(--c-ember)"
            strokeWidth={1.5}
          />
        )}
        {lines.map((l, n) => (
          <g key={l.key}>
            <path
              d={
                path<number>(
                  (_, i) => x(l.timeS[i]! - l.zeroS),
                  (c) => y(c),
                )([...l.coreC]) ?? ""
              }
              fill="none"
              stroke={strokeOf(n).colour}
              strokeDasharray={strokeOf(n).dash}
              strokeWidth={l.measured ? 1.5 : 2.5}
              opacity={l.measured ? 0.55 : 1}
            />
            {l.measured?.map((m) => (
              <circle key={m.s} cx={x(m.s - l.zeroS)} cy={y(m.c)} r={2} fill={strokeOf(n).colour} />
            ))}
          </g>
        ))}
        <line
          x1={x(momentS)}
          x2={x(momentS)}
          y1={PAD.top}
          y2={HEIGHT - PAD.bottom}
          stroke="var(--c-ink)"
          opacity={0.6}
        />
      </svg>
      <input
        type="range"
        className="h-11 w-full accent-(--c-ember)"
        aria-label={say("screen-overlay-moment")}
        aria-valuetext={signed(momentS)}
        min={Math.round(from)}
        max={Math.round(to)}
        step={10}
        value={Math.round(Math.min(Math.max(momentS, from), to))}
        onChange={(e) => onMoment(Number(e.target.value))}
      />
      <figcaption>
        <ul className="m-0 flex list-none flex-wrap gap-x-6 gap-y-1 p-0 text-sm">
          {lines.map((l, n) => {
            const value = valueOf(l, momentS);
            return (
              <li key={l.key} className="flex items-center gap-2">
                <svg width={34} height={8} aria-hidden>
                  <line
                    x1={0}
                    x2={34}
                    y1={4}
                    y2={4}
                    stroke={strokeOf(n).colour}
                    strokeDasharray={strokeOf(n).dash}
                    strokeWidth={3}
                  />
                </svg>
                {l.name}
                <b className="figure text-lg">{value === null ? "—" : tempText(system, value)}</b>
              </li>
            );
          })}
        </ul>
      </figcaption>
    </figure>
  );
}

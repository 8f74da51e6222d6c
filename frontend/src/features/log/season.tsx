import { Link } from "react-router";

import type { CookLine } from "@/api/hooks";
import { useSeason } from "@/api/log";
import { useMay } from "@/api/household";
import { dayText, phrase, riseText, share, type System, tempText } from "@/units/units";
import { say } from "@/words/say";

import { bestOf, gapOf } from "./model";

const WIDTH = 420;
const HEIGHT = 96;

/** What was cooked, how near it came to what was foreseen, and whether that gets better. */
export function SeasonView({ cooks, system }: { cooks: readonly CookLine[]; system: System }) {
  const may = useMay();
  const season = useSeason();
  const told = season.data;
  return (
    <section className="plate flex flex-col gap-3 p-4">
      <div className="flex flex-wrap items-end gap-x-10 gap-y-2">
        <h1 className="m-0 text-2xl">{say("screen-log-the-log")}</h1>
        {told && told.cooks > 0 && (
          <>
            <Figure value={`${told.cooks}`} name={say("screen-log-cooks")} />
            {told.gap_k !== null && (
              <Figure
                value={riseText(system, told.gap_k)}
                name={say("screen-log-between-foreseen-and-measured-peak-on")}
              />
            )}
            {told.near_share !== null && (
              <Figure value={share(told.near_share)} name={say("screen-log-came-as-foreseen")} />
            )}
            {told.slow_off !== null && (
              <Figure
                value={share(Math.abs(told.slow_off))}
                name={say("screen-log-than-foreseen-on-average", {
                  value: told.slow_off > 0 ? say("screen-log-slower") : say("screen-log-faster"),
                })}
              />
            )}
          </>
        )}
      </div>
      {told && told.cooks > 0 && (
        <div className="grid items-center gap-4 md:grid-cols-[26rem_minmax(0,1fr)]">
          <Misses cooks={cooks} system={system} />
          <div className="flex flex-col gap-2 text-sm">
            <p className="m-0 font-semibold">{phrase(system, told.words)}</p>
            <ul className="m-0 flex list-none flex-wrap gap-x-5 gap-y-1 p-0">
              {told.cuts.slice(0, 8).map(({ cut, cooks: n }) => {
                const best = bestOf(cooks, cut);
                return (
                  <li key={cut}>
                    <b className="figure text-base">{n}</b> × {cut}
                    {may.cook && best && (
                      <>
                        {" "}
                        <Link
                          to="/plan"
                          state={{ piece: best.again }}
                          aria-label={say("screen-log-plan-the-best", { cut, title: best.title })}
                          className="link"
                        >
                          {say("screen-log-the-best-once-more")}
                        </Link>
                      </>
                    )}
                  </li>
                );
              })}
            </ul>
          </div>
        </div>
      )}
    </section>
  );
}

function Figure({ value, name }: { value: string; name: string }) {
  return (
    <span>
      <b className="figure text-3xl">{value}</b> <span className="text-ash">{name}</span>
    </span>
  );
}

/** How far each peak was off, the oldest at the left. */
function Misses({ cooks, system }: { cooks: readonly CookLine[]; system: System }) {
  const read = cooks
    .filter((c) => !c.practice && gapOf(c) !== null)
    .sort((a, b) => a.started_at.localeCompare(b.started_at));
  if (read.length === 0) return null;
  const off = (c: CookLine) => c.outcome!.peak_measured_c! - c.outcome!.peak_foreseen_c;
  const most = Math.max(4, ...read.map((c) => Math.abs(off(c))));
  const x = (n: number) => 44 + ((n + 0.5) / read.length) * (WIDTH - 52);
  const y = (k: number) => HEIGHT / 2 - (k / most) * (HEIGHT / 2 - 8);
  const near = 2;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block h-auto w-full"
      role="img"
      aria-label={say("screen-log-how-far-each-was-off", { n: read.length })}
    >
      <rect
        x={44}
        width={WIDTH - 52}
        y={y(near)}
        height={y(-near) - y(near)}
        fill="var(--c-seam)"
        fillOpacity={0.5}
      />
      <line x1={44} x2={WIDTH - 8} y1={y(0)} y2={y(0)} stroke="var(--c-ash)" />
      {[most, 0, -most].map((k) => (
        <text
          key={k}
          x={40}
          y={y(k) + 4}
          textAnchor="end"
          fontSize={11}
          className="figure"
          fill="var(--c-ash)"
        >
          {k === 0
            ? say("screen-log-as-foreseen-short")
            : `${k > 0 ? "+" : "−"}${riseText(system, Math.abs(k))}`}
        </text>
      ))}
      {read.map((c, n) => (
        <g key={c.id}>
          <line x1={x(n)} x2={x(n)} y1={y(0)} y2={y(off(c))} stroke="var(--c-probe)" strokeWidth={2} />
          <circle cx={x(n)} cy={y(off(c))} r={4} fill="var(--c-probe)">
            <title>
              {`${c.title}, ${dayText(new Date(c.started_at))}: ${tempText(system, c.outcome!.peak_measured_c!)}`}
            </title>
          </circle>
        </g>
      ))}
    </svg>
  );
}

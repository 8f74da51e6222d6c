import { line as path } from "d3-shape";
import { useState } from "react";

import type { Schemas } from "@/api/client";
import type { Experiment, LabReference, Swept, Way } from "@/api/lab";
import { useHousehold } from "@/api/household";
import { Button, Choice } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { count, riseText, scaleOf, share, spanText, type System, tempText, written } from "@/units/units";
import { ANSWERS } from "@/api/answers.gen";
import { phrase } from "@/units/units";
import { figure as localFigure, say } from "@/words/say";

import { crustText } from "./compared";
import { type Axis, type Figure, freshAxis, grid, shareOf, SWEPT_FIGURES } from "./model";

type SweptField = Schemas["SweptField"];

const figureWords = (key: Figure) =>
  ({
    minutes_s: say("screen-lab-to-the-table"),
    pull_c: say("screen-lab-pull-at"),
    peak_c: say("screen-lab-ends-at"),
    rise_k: say("screen-lab-after-the-pull"),
    sear_s: say("screen-lab-sear"),
    rim_share: say("screen-lab-grey-rim"),
    crust_share: say("screen-lab-crust"),
    loss_share: say("screen-lab-weight-lost"),
    hands_s: say("screen-lab-hands-busy"),
    late_k: say("screen-lab-a-minute-late"),
  })[key];

function figureText(system: System, key: Figure, value: number): string {
  if (key.endsWith("_s")) return spanText(value);
  if (key.endsWith("_c")) return tempText(system, value);
  if (key === "crust_share") return crustText(value);
  if (key.endsWith("_share")) return share(value);
  return riseText(system, value);
}

/** A value of what is swept, as it is written. */
function valueText(system: System, field: string, value: string | number | null): string {
  const answer = ANSWERS.find((a) => a.field === field);
  if (value === null || !answer) return "—";
  if (typeof value === "string")
    return phrase(system, answer.options.find((o) => o.key === value)?.name ?? value);
  const scale = scaleOf(answer.kind, system);
  return `${localFigure(written(scale, value))} ${scale.unit}`;
}

/** What is to be swept, about which way. */
export function SweepForm({
  asked,
  lab,
  busy,
  onSweep,
}: {
  asked: Experiment;
  lab: LabReference;
  busy: boolean;
  onSweep: (sweep: Experiment["sweep"]) => void;
}) {
  const planned = asked.variants.flatMap((v, n) => (v.piece ? [{ key: `${n}`, name: v.name }] : []));
  const [of, setOf] = useState(`${asked.sweep?.of ?? planned[0]?.key ?? 0}`);
  const [axes, setAxes] = useState<Axis[]>(asked.sweep?.axes ?? [freshAxis(lab.sweepable[0]!, 20)]);
  if (planned.length === 0) return <p className="m-0 text-ash">{say("screen-lab-nothing-to-sweep")}</p>;
  const set = (n: number, axis: Axis) => setAxes(axes.map((a, i) => (i === n ? axis : a)));
  const points = axes.reduce((all, a) => all * (a.values?.length ?? a.n ?? 1), 1);
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-4">
        {planned.length > 1 && (
          <Choice label={say("screen-lab-about")} value={of} options={planned} onChange={setOf} />
        )}
        {axes.map((axis, n) => (
          <AxisForm
            key={n}
            axis={axis}
            fields={lab.sweepable.filter(
              (f) => f.field === axis.field || !axes.some((a) => a.field === f.field),
            )}
            onAxis={(to) => set(n, to)}
          />
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <Button disabled={busy || points > lab.most_points} onClick={() => onSweep({ of: Number(of), axes })}>
          {say("screen-lab-sweep-points", { points })}
        </Button>
        {points > lab.most_points && (
          <span role="alert" className="text-sm text-alarm">
            {say("screen-lab-too-many-points", { most: lab.most_points })}
          </span>
        )}
        {axes.length < 2 ? (
          <Button
            weight="quiet"
            onClick={() =>
              setAxes([
                ...axes.map((a) => ({ ...a, ...(a.n ? { n: Math.min(a.n, 12) } : {}) })),
                freshAxis(
                  lab.sweepable.find((f) => f.field !== axes[0]!.field)!,
                  8,
                ),
              ])
            }
          >
            {say("screen-lab-and-another")}
          </Button>
        ) : (
          <Button weight="quiet" onClick={() => setAxes(axes.slice(0, 1))}>
            {say("screen-lab-only-one")}
          </Button>
        )}
      </div>
    </div>
  );
}

function AxisForm({
  axis,
  fields,
  onAxis,
}: {
  axis: Axis;
  fields: SweptField[];
  onAxis: (axis: Axis) => void;
}) {
  const system = useHousehold().units;
  const field = fields.find((f) => f.field === axis.field)!;
  const kind = ANSWERS.find((a) => a.field === axis.field)?.kind ?? "number";
  const scale = scaleOf(kind, system);
  const end = (which: "low" | "high") => (
    <Quantity
      label={which === "low" ? say("screen-lab-from") : say("screen-lab-up-to")}
      value={axis[which] ?? null}
      scale={scale}
      low={field.low ?? 0}
      high={field.high ?? 1}
      slider={false}
      onChange={(si) => onAxis({ ...axis, [which]: si })}
    />
  );
  return (
    <fieldset className="m-0 flex flex-wrap items-end gap-3 border-0 p-0">
      <legend className="sr-only">{field.name}</legend>
      <Choice
        label={say("screen-lab-through")}
        value={axis.field}
        options={fields.map((f) => ({ key: f.field, name: f.name }))}
        onChange={(key) =>
          onAxis(
            freshAxis(
              fields.find((f) => f.field === key)!,
              axis.n ?? 8,
            ),
          )
        }
      />
      {axis.values ? (
        <span className="text-sm text-ash">
          {axis.values.map((v) => valueText(system, axis.field, v)).join(", ")}
        </span>
      ) : (
        <>
          {end("low")}
          {end("high")}
          <Quantity
            label={say("screen-lab-in-so-many")}
            value={axis.n ?? null}
            scale={count}
            low={2}
            high={60}
            slider={false}
            onChange={(n) => onAxis({ ...axis, n: n === null ? null : Math.round(n) })}
          />
        </>
      )}
    </fieldset>
  );
}

/** What was swept: a curve over one thing, a map over two. */
export function SweptView({ swept, ways, lab }: { swept: Swept; ways: readonly Way[]; lab: LabReference }) {
  const system = useHousehold().units;
  const [figure, setFigure] = useState<Figure>("minutes_s");
  const values = grid(swept, figure);
  const names = swept.fields.map((f) => lab.sweepable.find((s) => s.field === f)?.name ?? f);
  const refused = swept.points.find((p) => p?.why);
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-4">
        <p className="m-0">
          <b>{ways[swept.of]?.name}</b>: {names.join(" × ")}
        </p>
        <Choice
          label={say("screen-lab-show")}
          value={figure}
          options={SWEPT_FIGURES.map((key) => ({ key, name: figureWords(key) }))}
          onChange={(key) => setFigure(key as Figure)}
        />
      </div>
      {swept.fields.length === 1 ? (
        <Curve swept={swept} values={values.map((row) => row[0] ?? null)} figure={figure} system={system} />
      ) : (
        <MapOf swept={swept} values={values} figure={figure} system={system} names={names} />
      )}
      {refused?.why && (
        <p className="m-0 text-sm text-ash">
          {say("screen-lab-where-there-is-none", {
            at: refused.at.map((v, n) => valueText(system, swept.fields[n]!, v)).join(", "),
            why: phrase(system, refused.why),
          })}
        </p>
      )}
    </div>
  );
}

const WIDTH = 720;
const HEIGHT = 240;

function Curve({
  swept,
  values,
  figure,
  system,
}: {
  swept: Swept;
  values: (number | null)[];
  figure: Figure;
  system: System;
}) {
  const along = swept.values[0]!;
  const numeric = along.every((v) => typeof v === "number");
  const first = numeric ? (along[0] as number) : 0;
  const last = numeric ? (along.at(-1) as number) : along.length - 1;
  const known = values.filter((v): v is number => v !== null);
  if (known.length === 0) return <p className="m-0 text-ash">{say("screen-lab-being-worked-out")}</p>;
  const low = Math.min(...known);
  const high = Math.max(...known);
  const x = (n: number) =>
    70 + (((numeric ? (along[n] as number) : n) - first) / Math.max(last - first, 1e-9)) * (WIDTH - 110);
  const y = (v: number) => HEIGHT - 34 - ((v - low) / Math.max(high - low, 1e-9)) * (HEIGHT - 54);
  const d = path<number | null>(
    (_, n) => x(n),
    (v) => y(v ?? low),
  ).defined((v) => v !== null)(values);
  const middle = Math.floor(along.length / 2);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block h-auto w-full max-w-4xl"
      role="img"
      aria-label={say("screen-lab-curve", {
        figure: figureWords(figure),
        low: figureText(system, figure, low),
        high: figureText(system, figure, high),
      })}
    >
      {[low, (low + high) / 2, high].map((v, n) => (
        <g key={n}>
          <line x1={70} x2={WIDTH - 40} y1={y(v)} y2={y(v)} stroke="var(--c-seam)" />
          <text x={62} y={y(v) + 4} textAnchor="end" fontSize={13} fill="var(--c-ash)" className="figure">
            {figureText(system, figure, v)}
          </text>
        </g>
      ))}
      <path d={d ?? ""} fill="none" stroke="var(--c-ember)" strokeWidth={2.5} />
      {values.map((v, n) => v !== null && <circle key={n} cx={x(n)} cy={y(v)} r={3} fill="var(--c-ink)" />)}
      {[...new Set([0, middle, along.length - 1])].map((n) => (
        <text
          key={n}
          x={x(n)}
          y={HEIGHT - 8}
          textAnchor="middle"
          fontSize={13}
          fill="var(--c-ash)"
          className="figure"
        >
          {valueText(system, swept.fields[0]!, along[n] ?? null)}
        </text>
      ))}
    </svg>
  );
}

function MapOf({
  swept,
  values,
  figure,
  system,
  names,
}: {
  swept: Swept;
  values: (number | null)[][];
  figure: Figure;
  system: System;
  names: string[];
}) {
  const all = values.flat();
  return (
    <div className="overflow-x-auto">
      <table className="border-collapse text-sm">
        <caption className="sr-only">{figureWords(figure)}</caption>
        <thead>
          <tr>
            <th scope="col" className="px-2 text-left font-normal text-ash">
              {names[0]} \ {names[1]}
            </th>
            {swept.values[1]!.map((v, n) => (
              <th key={n} scope="col" className="figure px-2 font-normal text-ash">
                {valueText(system, swept.fields[1]!, v)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {values.map((row, r) => (
            <tr key={r}>
              <th scope="row" className="figure px-2 text-left font-normal text-ash">
                {valueText(system, swept.fields[0]!, swept.values[0]![r] ?? null)}
              </th>
              {row.map((v, c) => (
                <td
                  key={c}
                  className="figure border border-panel px-2 py-1 text-center"
                  style={
                    v === null
                      ? undefined
                      : {
                          background: `color-mix(in srgb, var(--c-ember) ${Math.round(8 + 47 * shareOf(v, all))}%, var(--c-panel))`,
                        }
                  }
                >
                  {v === null
                    ? swept.points[r * row.length + c]?.why
                      ? "—"
                      : "…"
                    : figureText(system, figure, v)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

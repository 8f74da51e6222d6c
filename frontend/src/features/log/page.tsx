import { line } from "d3-shape";
import { Link } from "react-router";

import { type CookLine, useCooks } from "@/api/hooks";
import { useSystem } from "@/app/session";
import { Failed, Waiting } from "@/ui/controls";
import { dayText, lengthText, riseText, spanText, type System, tempText } from "@/units/units";
import { say } from "@/words/say";

export function LogPage() {
  const cooks = useCooks();
  const system = useSystem();
  if (cooks.isError) return <Failed error={cooks.error} again={() => void cooks.refetch()} />;
  if (!cooks.data) return <Waiting what={say("screen-log-turning-back-the-pages")} />;
  const past = cooks.data.filter((c) => c.ended_at !== null);
  const gaps = past.flatMap((c) =>
    c.outcome?.peak_measured_c == null
      ? []
      : [Math.abs(c.outcome.peak_measured_c - c.outcome.peak_foreseen_c)],
  );
  const times = past.flatMap((c) =>
    c.outcome?.slow_measured_s == null ? [] : [c.outcome.slow_measured_s / c.outcome.slow_foreseen_s - 1],
  );
  const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
  return (
    <div className="flex flex-col gap-4 pt-2">
      <section className="plate flex flex-wrap items-end gap-x-10 gap-y-2 p-4">
        <h1 className="m-0 text-2xl">{say("screen-log-the-log")}</h1>
        {gaps.length > 0 && (
          <>
            <span>
              <b className="figure text-3xl">{past.length}</b>{" "}
              <span className="text-ash">{say("screen-log-cooks")}</span>
            </span>
            <span>
              <b className="figure text-3xl">{riseText(system, mean(gaps))}</b>{" "}
              <span className="text-ash">{say("screen-log-between-foreseen-and-measured-peak-on")}</span>
            </span>
            {times.length > 0 && (
              <span>
                <b className="figure text-3xl">{Math.abs(Math.round(mean(times) * 100))} %</b>{" "}
                <span className="text-ash">
                  {say("screen-log-than-foreseen-on-average", {
                    value: mean(times) > 0 ? say("screen-log-slower") : say("screen-log-faster"),
                  })}
                </span>
              </span>
            )}
          </>
        )}
      </section>
      {past.length === 0 && (
        <section className="plate p-6">
          <p className="m-0">
            {say("screen-log-no-cook-has-ended-yet")}{" "}
            <Link
              to="/plan"
              className="font-semibold text-ink underline decoration-ember decoration-2 underline-offset-4"
            >
              {say("screen-log-plan-the-first-one")}
            </Link>
            {say("screen-log-a-practice-run-counts-too")}
          </p>
        </section>
      )}
      <ul className="m-0 grid list-none gap-3 p-0 md:grid-cols-2 xl:grid-cols-3">
        {past.map((c) => (
          <Entry key={c.id} cook={c} system={system} />
        ))}
      </ul>
    </div>
  );
}

function Entry({ cook, system }: { cook: CookLine; system: System }) {
  const outcome = cook.outcome;
  const late = outcome?.slow_measured_s == null ? null : outcome.slow_measured_s - outcome.slow_foreseen_s;
  return (
    <li className="plate flex flex-col gap-1 p-4">
      <div className="flex items-baseline justify-between gap-2">
        <Link
          to={`/log/${cook.id}`}
          className="text-lg font-bold text-ink underline decoration-ember decoration-2 underline-offset-4 [font-stretch:85%]"
        >
          {cook.title}
        </Link>
        {cook.stars && (
          <span className="figure text-xl" aria-label={say("screen-log-of-five", { stars: cook.stars })}>
            {cook.stars}
            <span className="text-sm text-ash">/5</span>
          </span>
        )}
      </div>
      <p className="m-0 text-sm text-ash">
        {dayText(new Date(cook.started_at))} · {cook.cut}, {lengthText(system, cook.thickness_mm)}
        {cook.practice ? say("common-practice") : ""}
      </p>
      <Spark temps={cook.spark_c} finishC={cook.finish_c} />
      <dl className="m-0 grid grid-cols-[auto_1fr_1fr] gap-x-4 text-sm">
        <dt className="text-ash" />
        <dd className="m-0 text-ash">{say("screen-log-foreseen")}</dd>
        <dd className="m-0 text-probe">{say("screen-log-measured")}</dd>
        <dt className="text-ash">{say("screen-log-peak")}</dt>
        <dd className="figure m-0 text-lg">{outcome ? tempText(system, outcome.peak_foreseen_c) : "—"}</dd>
        <dd className="figure m-0 text-lg text-probe">
          {outcome?.peak_measured_c == null ? "—" : tempText(system, outcome.peak_measured_c)}
        </dd>
        <dt className="text-ash">{say("screen-log-to-the-pull")}</dt>
        <dd className="figure m-0 text-lg">{outcome ? spanText(outcome.slow_foreseen_s) : "—"}</dd>
        <dd className="figure m-0 text-lg text-probe">
          {late === null || !outcome?.slow_measured_s ? "—" : spanText(outcome.slow_measured_s)}
        </dd>
      </dl>
      {cook.note && <p className="m-0 border-l-4 border-seam pl-2 text-sm">{cook.note}</p>}
    </li>
  );
}

function Spark({ temps, finishC }: { temps: number[]; finishC: number }) {
  if (temps.length < 2) return null;
  const x = (i: number) => (i / (temps.length - 1)) * 300;
  const y = (c: number) => 44 - (c / 75) * 42;
  const d =
    line<number>(
      (_, i) => x(i),
      (c) => y(c),
    )(temps) ?? "";
  return (
    <svg viewBox="0 0 300 46" className="h-12 w-full" preserveAspectRatio="none" aria-hidden>
      <line
        x1={0}
        x2={300}
        y1={y(finishC)}
        y2={y(finishC)}
        stroke="var(--c-ember)"
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      <path d={d} fill="none" stroke="var(--c-probe)" strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

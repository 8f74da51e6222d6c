import { line } from "d3-shape";
import { useState } from "react";
import { Link, useNavigate } from "react-router";

import { type CookLine, useCooks } from "@/api/hooks";
import { useCookLeaves, useLeavingCooks } from "@/api/own";
import { useMay, useSystem } from "@/api/household";
import { BOX, Button, Choice, Failed, Field, Waiting } from "@/ui/controls";
import { clockText, dayText, lengthText, spanText, type System, tempText } from "@/units/units";
import { say } from "@/words/say";

import { Elsewhere } from "./elsewhere";
import { EVERYTHING, type Sieve, sieved, type Sort, valuesOf } from "./model";
import { SeasonView } from "./season";

const MOST_OVER = 4;

/** Cooks that were let go, while they can be kept. */
function Going() {
  const going = useLeavingCooks();
  const leaves = useCookLeaves();
  if (!going.data?.length) return null;
  return (
    <ul aria-label={say("screen-log-let-go")} className="plate m-0 list-none p-4">
      {going.data.map((c) => (
        <li key={c.id} className="flex flex-wrap items-center gap-3 text-sm">
          {say("screen-log-goes-for-good", {
            title: c.title,
            at: `${dayText(new Date(c.leaves_at))} ${clockText(new Date(c.leaves_at))}`,
          })}
          <Button weight="quiet" onClick={() => leaves.mutate({ id: c.id, back: true })}>
            {say("common-bring-it-back")}
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** What was cooked: a season at a glance, and every cook to be found again. */
export function LogPage() {
  const cooks = useCooks();
  const system = useSystem();
  const may = useMay();
  const [sieve, setSieve] = useState<Sieve>(EVERYTHING);
  const [over, setOver] = useState<number[]>([]);
  const navigate = useNavigate();
  if (cooks.isError) return <Failed error={cooks.error} again={() => void cooks.refetch()} />;
  if (!cooks.data) return <Waiting what={say("screen-log-turning-back-the-pages")} />;
  const past = cooks.data.filter((c) => c.ended_at !== null);
  const shown = sieved(past, sieve);
  const lay = (id: number) => setOver(over.includes(id) ? over.filter((o) => o !== id) : [...over, id]);
  return (
    <div className="flex flex-col gap-4 pt-2">
      <SeasonView cooks={past} system={system} />
      {past.length === 0 ? (
        <section className="plate p-6">
          <p className="m-0">
            {say("screen-log-no-cook-has-ended-yet")}{" "}
            {may.cook && (
              <>
                <Link to="/plan" className="font-semibold link">
                  {say("screen-log-plan-the-first-one")}
                </Link>
                {say("screen-log-a-practice-run-counts-too")}
              </>
            )}
          </p>
        </section>
      ) : (
        <Find cooks={past} sieve={sieve} onSieve={setSieve} found={shown.length} />
      )}
      {may.cook && (
        <>
          <Elsewhere />
          <Going />
        </>
      )}
      {over.length > 0 && (
        <section
          aria-label={say("screen-log-laid-over-one-another")}
          className="plate sticky top-2 z-10 flex flex-wrap items-center gap-3 p-3"
        >
          <span role="status" className="flex-1 text-sm">
            {over.length < 2
              ? say("screen-log-choose-another-to-lay-over")
              : over.map((id) => past.find((c) => c.id === id)?.title).join(" · ")}
          </span>
          <Button
            weight="ember"
            disabled={over.length < 2}
            onClick={() => void navigate(`/log/over?of=${over.join(",")}`)}
          >
            {say("screen-log-lay-over-one-another")}
          </Button>
          <Button weight="quiet" onClick={() => setOver([])}>
            {say("screen-log-none-of-them")}
          </Button>
        </section>
      )}
      <ul className="m-0 grid list-none gap-3 p-0 md:grid-cols-2 xl:grid-cols-3">
        {shown.map((c) => (
          <Entry
            key={c.id}
            cook={c}
            system={system}
            over={over.includes(c.id)}
            full={over.length >= MOST_OVER}
            onOver={() => lay(c.id)}
          />
        ))}
      </ul>
      {past.length > 0 && shown.length === 0 && (
        <p className="m-0 text-ash">
          {say("screen-log-none-is-like-that")}{" "}
          <Button weight="quiet" onClick={() => setSieve(EVERYTHING)}>
            {say("screen-log-show-all")}
          </Button>
        </p>
      )}
    </div>
  );
}

function Find({
  cooks,
  sieve,
  onSieve,
  found,
}: {
  cooks: readonly CookLine[];
  sieve: Sieve;
  onSieve: (sieve: Sieve) => void;
  found: number;
}) {
  const any = { key: "", name: say("screen-log-any") };
  const some = (of: (cook: CookLine) => string) => [
    any,
    ...valuesOf(cooks, of).map((v) => ({ key: v, name: v })),
  ];
  const set = (change: Partial<Sieve>) => onSieve({ ...sieve, ...change });
  return (
    <search className="plate grid grid-cols-2 items-end gap-3 p-3 md:grid-cols-4 xl:grid-cols-8">
      <div className="col-span-2">
        <Field label={say("screen-log-find")}>
          {({ id }) => (
            <input
              id={id}
              type="search"
              className={BOX}
              value={sieve.text}
              onChange={(e) => set({ text: e.target.value })}
            />
          )}
        </Field>
      </div>
      <Choice
        label={say("screen-log-cut")}
        value={sieve.cut}
        options={some((c) => c.cut)}
        onChange={(cut) => set({ cut })}
      />
      <Choice
        label={say("screen-log-fire")}
        value={sieve.fire}
        options={some((c) => c.fire)}
        onChange={(fire) => set({ fire })}
      />
      <Choice
        label={say("screen-log-method")}
        value={sieve.method}
        options={some((c) => c.method)}
        onChange={(method) => set({ method })}
      />
      <Choice
        label={say("screen-log-verdict")}
        value={sieve.verdict}
        options={[
          any,
          { key: "right", name: say("screen-log-middle-right") },
          { key: "under", name: say("screen-log-middle-under") },
          { key: "over", name: say("screen-log-middle-over") },
          { key: "thin", name: say("screen-log-crust-thin") },
          { key: "heavy", name: say("screen-log-crust-heavy") },
          { key: "none", name: say("screen-log-nothing-said") },
        ]}
        onChange={(verdict) => set({ verdict })}
      />
      <Choice
        label={say("screen-log-weather")}
        value={sieve.weather}
        options={[
          any,
          { key: "told", name: say("screen-log-rain-or-wind") },
          { key: "fair", name: say("screen-log-fair") },
        ]}
        onChange={(weather) => set({ weather })}
      />
      <Choice
        label={say("screen-log-in-order-of")}
        value={sieve.sort}
        options={[
          { key: "latest", name: say("screen-log-latest-first") },
          { key: "oldest", name: say("screen-log-oldest-first") },
          { key: "best", name: say("screen-log-best-first") },
          { key: "nearest", name: say("screen-log-nearest-first") },
          { key: "furthest", name: say("screen-log-furthest-first") },
        ]}
        onChange={(sort) => set({ sort: sort as Sort })}
      />
      <p role="status" className="col-span-full m-0 text-sm text-ash">
        {say("screen-log-found", { found, all: cooks.length })}
      </p>
    </search>
  );
}

interface EntryProps {
  cook: CookLine;
  system: System;
  over: boolean;
  full: boolean;
  onOver: () => void;
}

function Entry({ cook, system, over, full, onOver }: EntryProps) {
  const may = useMay();
  const outcome = cook.outcome;
  return (
    <li className="plate flex flex-col gap-1 p-4">
      <div className="flex items-baseline justify-between gap-2">
        <Link to={`/log/${cook.id}`} className="text-lg font-bold link [font-stretch:85%]">
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
        <br />
        {[cook.method, cook.fire, cook.weather].filter(Boolean).join(" · ")}
      </p>
      {cook.photo && (
        <img
          src={`/api/cooks/${cook.id}/photo.jpg`}
          alt={say("screen-rating-what-came-of", { title: cook.title })}
          className="h-32 w-full rounded-bar object-cover"
          loading="lazy"
        />
      )}
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
          {outcome?.slow_measured_s ? spanText(outcome.slow_measured_s) : "—"}
        </dd>
      </dl>
      {cook.note && <p className="m-0 border-l-4 border-seam pl-2 text-sm">{cook.note}</p>}
      <span className="mt-auto flex flex-wrap gap-2">
        <Button
          weight="quiet"
          aria-pressed={over}
          disabled={full && !over}
          aria-label={
            over
              ? say("screen-log-chosen-one", { title: cook.title })
              : say("screen-log-lay-this-over", { title: cook.title })
          }
          className="aria-pressed:decoration-ember aria-pressed:font-bold"
          onClick={onOver}
        >
          {over ? say("screen-log-chosen") : say("screen-log-lay-over")}
        </Button>
        {may.cook && (
          <Link
            to={cook.meal_id === null ? "/plan" : `/plan/meal?from=${cook.meal_id}`}
            state={cook.meal_id === null ? { piece: cook.again } : null}
            aria-label={say("screen-log-plan-again", { title: cook.title })}
            className="inline-flex min-h-11 items-center px-2 text-ink underline decoration-seam decoration-2 underline-offset-4"
          >
            {say("screen-log-once-more")}
          </Link>
        )}
      </span>
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

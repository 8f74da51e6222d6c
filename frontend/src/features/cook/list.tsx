import { lazy, Suspense, useState } from "react";
import { Link, Navigate } from "react-router";

import { useCooks, useRunning } from "@/api/hooks";
import { useTables } from "@/api/tables";
import { useMay, useSystem } from "@/api/household";
import { Failed, Waiting } from "@/ui/controls";
import { clockText, dayText } from "@/units/units";
import { say } from "@/words/say";

const Kept = lazy(async () => ({ default: (await import("@/features/plan/kept")).Kept }));

/** Cooks on the fire now. With exactly one, go straight to it. */
export function CookListPage() {
  const cooks = useRunning();
  const past = useCooks();
  const system = useSystem();
  const may = useMay();
  if (cooks.isError) return <Failed error={cooks.error} again={() => void cooks.refetch()} />;
  if (!cooks.data) return <Waiting what={say("screen-list-looking-at-the-fire")} />;
  const running = cooks.data;
  if (running.length === 1) return <Navigate to={`/cook/${running[0]!.id}`} replace />;
  return (
    <div className="flex max-w-3xl flex-col gap-4 pt-2">
      <section className="plate p-4">
        <h1 className="m-0 mb-2 text-2xl">
          {running.length ? say("screen-list-on-the-fire-now") : say("screen-list-nothing-is-on-the-fire")}
        </h1>
        {running.length === 0 && <Offers last={lastOf(past.data ?? [])} />}
        <ul className="m-0 list-none p-0">
          {running.map((c) => (
            <li key={c.id} className="border-b border-seam py-2 last:border-0">
              <Link to={`/cook/${c.id}`} className="text-lg font-semibold link">
                {c.title}
              </Link>{" "}
              <span className="text-ash">
                {say("screen-list-on-the-table-at", {
                  day_text: dayText(new Date(c.eat_at)),
                  clock_text: clockText(new Date(c.eat_at)),
                })}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <TablesToday />
      {may.cook && (
        <Suspense fallback={null}>
          <Kept system={system} />
        </Suspense>
      )}
    </div>
  );
}

const LINK = "flex min-h-11 items-center font-semibold link";

type Line = NonNullable<ReturnType<typeof useCooks>["data"]>[number];
const lastOf = (cooks: readonly Line[]) =>
  [...cooks].sort((a, b) => b.started_at.localeCompare(a.started_at))[0] ?? null;

/** What may be done while nothing is on the fire. */
function Offers({ last }: { last: Line | null }) {
  const may = useMay();
  return (
    <>
      {may.cook && <p className="m-0">{say("screen-list-start-one-of-your-plans-or")}</p>}
      <ul className="m-0 flex list-none flex-wrap gap-x-6 p-0">
        {may.cook && (
          <>
            <li>
              <Link to="/plan" className={LINK}>
                {say("screen-list-make-a-plan")}
              </Link>
            </li>
            <li>
              <Link to="/first" className={LINK}>
                {say("screen-list-a-first-steak-step-by-step")}
              </Link>
            </li>
            <li>
              <Link to="/practice" className={LINK}>
                {say("screen-list-a-drill-without-meat")}
              </Link>
            </li>
          </>
        )}
        {last && (
          <li>
            <Link to={`/log/${last.id}`} className={LINK}>
              {say("screen-list-the-last-cook", { title: last.title })}
            </Link>
          </li>
        )}
      </ul>
    </>
  );
}

const DAY_MS = 24 * 3600e3;

/** Whole tables of the next hours, to be cooked from here. */
function TablesToday() {
  const tables = useTables().data ?? [];
  const [now] = useState(() => Date.now());
  const near = tables.filter((t) => Math.abs(new Date(t.eat_at).getTime() - now) < DAY_MS);
  if (near.length === 0) return null;
  return (
    <section aria-labelledby="tables-today" className="plate p-4">
      <h2 id="tables-today" className="m-0 text-lg">
        {say("screen-list-whole-tables")}
      </h2>
      <ul className="m-0 list-none p-0">
        {near.map((t) => (
          <li key={t.id} className="border-b border-seam py-2 last:border-0">
            <Link to={`/cook/meal/${t.id}`} className="font-semibold link">
              {t.title}
            </Link>{" "}
            <span className="text-ash">
              {say("screen-list-on-the-table-at", {
                day_text: dayText(new Date(t.eat_at)),
                clock_text: clockText(new Date(t.eat_at)),
              })}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

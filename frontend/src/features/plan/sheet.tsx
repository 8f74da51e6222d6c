import { Link, useParams } from "react-router";

import { usePlan } from "@/api/hooks";
import { useHousehold } from "@/api/household";
import { Button, Failed, Waiting } from "@/ui/controls";
import { clockText, dayText, leastText, lengthText, phrase, tempText, weightText } from "@/units/units";

import { offAt } from "./model";

import { usePlanDetails } from "./use-details";
import { named } from "@/words/catalogue";
import { figure, say } from "@/words/say";

/** A plan on paper: every task with its time and reason, a box to tick, and every danger. */
export function SheetPage() {
  const household = useHousehold();
  const system = household.units;
  const id = Number(useParams().planId);
  const plan = usePlan(id);
  const amounts = usePlanDetails(plan.data);
  if (plan.isError) return <Failed error={plan.error} again={() => void plan.refetch()} />;
  if (!plan.data) return <Waiting what={say("screen-sheet-fetching-the-plan")} />;
  const { data } = plan;
  const eat = new Date(data.eat_at);
  const at = (s: number) => new Date(eat.getTime() + s * 1000);
  const several = data.pieces.length > 1;
  const names = data.pieces.map((p) => p.result.cut_name);
  const cautions = [
    ...new Map(data.pieces.flatMap((p) => p.result.cautions).map((c) => [c.text, c])).values(),
  ];
  const order = data.order.length > 0 ? data.order : (data.pieces[0]?.result.tasks ?? []);
  return (
    <article className="sheet mx-auto w-full max-w-3xl">
      <p className="m-0 flex flex-wrap items-center gap-3 py-3 print:hidden">
        <Button weight="ember" onClick={() => window.print()}>
          {say("screen-sheet-print-it")}
        </Button>
        <Link
          to={`/plan/${id}`}
          className="flex min-h-11 items-center text-ink underline decoration-seam underline-offset-4"
        >
          {say("screen-sheet-back-to-the-plan")}
        </Link>
      </p>
      <h1 className="m-0 text-3xl">{data.title}</h1>
      <p className="m-0 text-lg">
        {say("common-we-eat-at")} <b className="figure text-2xl">{clockText(eat)}</b>, {dayText(eat)}.
      </p>
      <table className="mt-3 w-full border-collapse text-left">
        <caption className="sr-only">{say("screen-sheet-the-pieces")}</caption>
        <thead>
          <tr className="border-b-2 border-ink">
            {[
              say("screen-sheet-piece"),
              say("screen-sheet-size"),
              say("screen-sheet-pull-at"),
              say("screen-sheet-ends-at"),
              say("screen-sheet-finish"),
            ].map((h) => (
              <th key={h} scope="col" className="py-1 pr-3 text-sm">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {data.pieces.map(({ inputs, result, position }) => (
            <tr key={position} className="border-b border-seam">
              <th scope="row" className="py-1 pr-3 font-semibold">
                {(inputs.count ?? 1) > 1 && `${inputs.count} × `}
                {result.cut_name}
              </th>
              <td className="figure py-1 pr-3">
                {lengthText(system, inputs.thickness_mm)}, {weightText(system, inputs.mass_g ?? 0)}
              </td>
              <td className="figure py-1 pr-3 text-2xl">{offAt(system, result)}</td>
              <td className="figure py-1 pr-3 text-xl">{tempText(system, result.peak_core_c)}</td>
              <td className="py-1 pr-3">
                {tempText(system, result.finish_c)} {named(result.finish_words[household.scale] ?? "")}
                {result.minimum && (
                  <span className="block text-xs">
                    {say("screen-sheet-agency", { core: leastText(system, result.minimum.core_c) })}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {data.notes.map((note) => (
        <p key={note} className="m-0 mt-2 text-sm">
          {phrase(system, note)}
        </p>
      ))}
      <h2 className="mt-4 mb-1 text-xl">{say("common-the-order-of-the-work")}</h2>
      <ol className="m-0 list-none p-0">
        {order.map((task, n) => {
          const day = dayText(at(task.start_s));
          const before = order[n - 1];
          return (
            <li
              key={task.key}
              className="grid break-inside-avoid grid-cols-[1.4rem_4rem_1fr] items-baseline gap-x-2 border-b border-seam py-1"
            >
              {day !== (before ? dayText(at(before.start_s)) : dayText(eat)) && (
                <b className="col-span-3 text-sm">{day}</b>
              )}
              <span aria-hidden className="inline-block h-3.5 w-3.5 translate-y-0.5 border border-ink" />
              <span className="figure text-xl">{clockText(at(task.start_s))}</span>
              <span>
                <b>{task.name}</b>
                {several && task.piece != null && <span className="text-sm"> · {names[task.piece]}</span>}
                <span className="block text-sm">{phrase(system, task.why)}</span>
              </span>
            </li>
          );
        })}
      </ol>
      {amounts.data && (
        <>
          <h2 className="mt-4 mb-1 text-xl">{say("screen-sheet-to-lay-out")}</h2>
          <p className="m-0 text-sm">{data.kit.join(" · ")}</p>
          <ul className="m-0 list-disc pl-5 text-sm">
            {amounts.data.pieces.map(({ amounts: a, patty }) => (
              <li key={a.cut_name} className="break-inside-avoid">
                {say("screen-sheet-raw-for-salt-g-fat-g", {
                  cut_name: a.cut_name,
                  raw: weightText(system, a.raw_kg * 1000),
                  eaters: a.eaters,
                  salt: figure(a.salt_g.toFixed(1)),
                  salt_spoons: a.salt_spoons,
                  fat: Math.round(a.fat_g),
                  fuel:
                    a.fuel &&
                    `; ${a.fuel.laid_kg > 0 ? say("screen-sheet-of-laid", { laid: weightText(system, a.fuel.laid_kg * 1000), name: a.fuel.name }) : say("screen-sheet-of", { used: weightText(system, a.fuel.used_kg * 1000), name: a.fuel.name })}`,
                  patty: patty && ` ${phrase(system, patty.words)}`,
                })}
              </li>
            ))}
          </ul>
        </>
      )}
      <h2 className="mt-4 mb-1 text-xl">{say("screen-sheet-mind")}</h2>
      <ul className="m-0 list-disc pl-5 text-sm">
        {cautions.map((c) => (
          <li key={c.text} className="break-inside-avoid">
            {phrase(system, c.text)}
          </li>
        ))}
      </ul>
    </article>
  );
}

import { Link, useParams } from "react-router";

import { usePlan } from "@/api/hooks";
import { useHousehold } from "@/app/session";
import { Button, Failed, Waiting } from "@/ui/controls";
import { clockText, dayText, lengthText, phrase, tempText, weightText } from "@/units/units";

import { usePlanDetails } from "./use-details";

/** A plan on paper: every task with its time and reason, a box to tick, and every danger. */
export function SheetPage() {
  const household = useHousehold();
  const system = household.units;
  const id = Number(useParams().planId);
  const plan = usePlan(id);
  const amounts = usePlanDetails(plan.data);
  if (plan.isError) return <Failed error={plan.error} again={() => void plan.refetch()} />;
  if (!plan.data) return <Waiting what="Fetching the plan…" />;
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
          Print it
        </Button>
        <Link
          to={`/plan/${id}`}
          className="flex min-h-11 items-center text-ink underline decoration-seam underline-offset-4"
        >
          Back to the plan
        </Link>
      </p>
      <h1 className="m-0 text-3xl">{data.title}</h1>
      <p className="m-0 text-lg">
        We eat at <b className="figure text-2xl">{clockText(eat)}</b>, {dayText(eat)}.
      </p>
      <table className="mt-3 w-full border-collapse text-left">
        <caption className="sr-only">The pieces</caption>
        <thead>
          <tr className="border-b-2 border-ink">
            {["Piece", "Size", "Pull at", "Ends at", "Finish"].map((h) => (
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
              <td className="figure py-1 pr-3 text-2xl">{tempText(system, result.pull_c)}</td>
              <td className="figure py-1 pr-3 text-xl">{tempText(system, result.peak_core_c)}</td>
              <td className="py-1 pr-3">
                {tempText(system, result.finish_c)} {result.finish_words[household.scale] ?? ""}
                {result.minimum && (
                  <span className="block text-xs">agency {tempText(system, result.minimum.core_c)}</span>
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
      <h2 className="mt-4 mb-1 text-xl">The order of the work</h2>
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
          <h2 className="mt-4 mb-1 text-xl">To lay out</h2>
          <ul className="m-0 list-disc pl-5 text-sm">
            {amounts.data.pieces.map(({ amounts: a, patty }) => (
              <li key={a.cut_name} className="break-inside-avoid">
                {a.cut_name}: {weightText(system, a.raw_kg * 1000)} raw for {a.eaters}; salt{" "}
                {a.salt_g.toFixed(1)} g ({a.salt_spoons}); fat {Math.round(a.fat_g)} g
                {a.fuel &&
                  `; ${a.fuel.laid_kg > 0 ? `${weightText(system, a.fuel.laid_kg * 1000)} of ${a.fuel.name} laid` : `${weightText(system, a.fuel.used_kg * 1000)} of ${a.fuel.name}`}`}
                .{patty && ` ${phrase(system, patty.words)}`}
              </li>
            ))}
          </ul>
        </>
      )}
      <h2 className="mt-4 mb-1 text-xl">Mind</h2>
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

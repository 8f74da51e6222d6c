import { Link, useParams } from "react-router";

import { useTable } from "@/api/tables";
import { useHousehold } from "@/api/household";
import { Button, Failed, Waiting } from "@/ui/controls";
import { clockText, dayText } from "@/units/units";

import { Work } from "./work";
import { say } from "@/words/say";

/** A kept table on paper: one list a person, what goes where, and when it is served. */
export function MealSheet() {
  const system = useHousehold().units;
  const id = Number(useParams().mealId);
  const table = useTable(id);
  if (table.isError) return <Failed error={table.error} again={() => void table.refetch()} />;
  if (!table.data) return <Waiting what={say("screen-sheet-fetching-the-table")} />;
  const { told, asked, title } = table.data;
  const eatAt = new Date(asked.eat_at);
  const hour = (s: number) => clockText(new Date(eatAt.getTime() + s * 1000));
  const person = (key: string | undefined) => asked.people.find((p) => p.key === key)?.name ?? "";
  return (
    <article className="mx-auto w-full max-w-3xl pt-2">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h1 className="m-0 text-2xl">{title}</h1>
        <span className="flex gap-2 print:hidden">
          <Link to={`/plan/meal/${id}`} className="flex min-h-11 items-center px-2 link">
            {say("screen-sheet-back-to-the-table")}
          </Link>
          <Button weight="ember" onClick={() => window.print()}>
            {say("screen-sheet-print")}
          </Button>
        </span>
      </div>
      <p className="m-0">
        {say("screen-sheet-eat-at", { eat_at: dayText(eatAt) })}{" "}
        <b className="figure text-xl">{clockText(eatAt)}</b>
        {say("screen-sheet-eaters", { eaters: asked.eaters })}
      </p>
      <table className="my-3 w-full border-collapse text-left">
        <thead>
          <tr className="border-b-2 border-ink text-sm">
            {[
              say("screen-sheet-dish"),
              say("screen-sheet-on"),
              say("screen-sheet-off"),
              say("screen-sheet-served"),
              say("screen-sheet-by"),
            ].map((h) => (
              <th key={h} scope="col" className="py-1 pr-2">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {told.dishes.map((dish) => (
            <tr key={dish.key} className="border-b border-seam align-baseline">
              <th scope="row" className="py-1 pr-2 font-semibold">
                {dish.name}
                {dish.done_words && (
                  <span className="block text-sm font-normal text-ash">
                    {say("screen-sheet-when", { done_words: dish.done_words })}
                  </span>
                )}
              </th>
              <td className="figure pr-2">{hour(dish.on_s ?? 0)}</td>
              <td className="figure pr-2">{hour(dish.done_s ?? 0)}</td>
              <td className="figure pr-2">{hour(dish.serve_s ?? 0)}</td>
              <td>{person(dish.person)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Work
        {...{ told, eatAt, system }}
        people={asked.people}
        at={told.begins_s - 1}
        onAt={() => undefined}
        open
      />
    </article>
  );
}

import { useState } from "react";
import { Link } from "react-router";

import { usePlans, useSetAside } from "@/api/hooks";
import { Button } from "@/ui/controls";
import { clockText, dayText, lengthText, tempText, type System } from "@/units/units";

import { StartDialog } from "./start-dialog";

/** Plans that wait for their hour. */
export function Kept({ system }: { system: System }) {
  const plans = usePlans();
  const aside = useSetAside();
  const [last, setLast] = useState<{ id: number; title: string } | null>(null);
  if (!plans.data) return null;
  return (
    <section aria-labelledby="kept-title" className="plate p-4">
      <h2 id="kept-title" className="m-0 mb-1 text-lg">Kept plans</h2>
      {last && (
        <p role="status" className="m-0 flex items-center gap-3 text-sm">{last.title} was set aside.
          <Button weight="quiet" onClick={() => { aside.mutate({ id: last.id, back: true }); setLast(null); }}>Bring it back</Button></p>
      )}
      {plans.data.length === 0 && <p className="m-0 text-ash">None yet. Answer the three questions, then keep the plan.</p>}
      <ul className="m-0 list-none p-0">
        {plans.data.map((plan) => {
          const eat = new Date(plan.eat_at);
          return (
            <li key={plan.id} className="flex flex-wrap items-center gap-x-4 border-b border-seam py-1 last:border-0">
              <span className="figure text-2xl">{clockText(eat)}</span>
              <span className="min-w-40 flex-1"><Link to={`/plan/${plan.id}`} className="font-semibold text-ink underline decoration-ember decoration-2 underline-offset-4">{plan.title}</Link><br />
                <span className="text-sm text-ash">{dayText(eat)} · {lengthText(system, plan.thickness_mm)} · first task {clockText(new Date(plan.first_task_at))} · pull {tempText(system, plan.pull_c)}</span></span>
              <Button weight="quiet" aria-label={`Set aside: ${plan.title}`} onClick={() => { aside.mutate({ id: plan.id, back: false }); setLast(plan); }}>Set aside</Button>
              <StartDialog planId={plan.id} title={plan.title} trigger={<Button aria-label={`Start ${plan.title}`}>Start</Button>} />
            </li>
          );
        })}
      </ul>
    </section>
  );
}

import { useState } from "react";

import { Problem } from "@/api/client";
import { type TableLater, useEatLater } from "@/api/tables";
import { useHousehold } from "@/app/session";
import { Button, Mistake } from "@/ui/controls";
import { clockText, phrase } from "@/units/units";

const BY_MIN = [0, 5, 10, 15, 30, 45];

interface LaterProps {
  id: number;
  clock: Date;
  eatAt: Date;
  /** Whether something on the fire is behind its plan. */
  late: boolean;
}

/** Guests are late, or the fire is: the rest of the evening planned anew, shown before it is taken. */
export function Later({ id, clock, eatAt, late }: LaterProps) {
  const system = useHousehold().units;
  const later = useEatLater(id);
  const [asked, setAsked] = useState<{ by_min: number; at: string } | null>(null);
  const [taken, setTaken] = useState(false);
  const ask = (by_min: number) => {
    const body = { by_min, at: clock.toISOString() };
    setTaken(false);
    setAsked(body);
    later.mutate({ ...body, take: false });
  };
  const take = () => {
    if (!asked) return;
    later.mutate({ ...asked, take: true }, { onSuccess: () => setTaken(true) });
  };
  const error =
    later.error instanceof Problem
      ? (later.error.errors[0]?.message ?? later.error.message)
      : later.error?.message;
  return (
    <section aria-label="Eat later" className="plate flex flex-col gap-2 p-4">
      <h2 className="m-0 text-lg">Late? We were to eat at {clockText(eatAt)}</h2>
      {late && <p className="m-0">What is behind counts as it is foreseen now.</p>}
      <div className="flex flex-wrap gap-2">
        {BY_MIN.map((min) => (
          <Button key={min} disabled={later.isPending} onClick={() => ask(min)}>
            {min === 0 ? "Same hour, planned anew" : `${min} min later`}
          </Button>
        ))}
      </div>
      {later.isPending && <p className="m-0 text-ash">Planning the rest of the evening…</p>}
      {error && <Mistake>{phrase(system, error)}</Mistake>}
      {later.data && !later.isPending && (taken ? <Taken /> : <Change later={later.data} onTake={take} />)}
    </section>
  );
}

const Taken = () => (
  <p role="status" className="m-0">
    Taken. What is on already stays; the rest follows the new hour.
  </p>
);

function Change({ later, onTake }: { later: TableLater; onTake: () => void }) {
  const system = useHousehold().units;
  const hour = (at: string) => clockText(new Date(at));
  if (later.status === "clash")
    return <Mistake>Not all can be ready then: {later.clash.join(", ")}. Try another hour.</Mistake>;
  return (
    <div role="status" className="flex flex-col gap-1">
      <p className="m-0">
        Eat at <b className="figure text-xl">{hour(later.eat_at)}</b>.{" "}
        {later.moves.length === 0 ? "Nothing goes on at another time." : "What goes on at another time:"}
      </p>
      <ul className="m-0 pl-4">
        {later.moves.map((move) => (
          <li key={move.name}>
            {move.name}: {hour(move.is_at)} instead of {hour(move.was_at)}
          </li>
        ))}
      </ul>
      {later.past_best && (
        <p className="m-0 border-l-4 border-agency pl-2 text-sm">{phrase(system, later.past_best)}</p>
      )}
      <Button weight="ember" className="self-start" onClick={onTake}>
        Take it
      </Button>
    </div>
  );
}

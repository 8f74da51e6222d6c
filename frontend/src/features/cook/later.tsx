import { useState } from "react";

import { Problem } from "@/api/client";
import type { Cook } from "@/api/hooks";
import { type TableLater, useEatLater } from "@/api/tables";
import { useHousehold } from "@/api/household";
import { Button, Mistake } from "@/ui/controls";
import { clockText, phrase } from "@/units/units";
import { say } from "@/words/say";

const BY_MIN = [0, 5, 10, 15, 30, 45];

interface LaterProps {
  /** The meal. */
  id: number;
  cook: Cook;
  nowMs: number;
}

/** Guests are late, or the fire is: the rest of the evening planned anew, shown before it is taken. */
export function Later({ id, cook, nowMs }: LaterProps) {
  const system = useHousehold().units;
  const later = useEatLater(id);
  const [asked, setAsked] = useState<{ by_min: number; at: string } | null>(null);
  const [taken, setTaken] = useState(false);
  const ask = (by_min: number) => {
    const body = { by_min, at: new Date(nowMs).toISOString() };
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
    <section aria-label={say("screen-later-eat-later")} className="plate flex flex-col gap-2 p-4">
      <h2 className="m-0 text-lg">
        {say("screen-later-late-we-were-to-eat-at", { eat_at: clockText(new Date(cook.table_at)) })}
      </h2>
      {cook.outlooks.some((o) => o.late_words) && (
        <p className="m-0">{say("screen-later-what-is-behind-counts-as-it")}</p>
      )}
      <div className="flex flex-wrap gap-2">
        {BY_MIN.map((min) => (
          <Button key={min} disabled={later.isPending} onClick={() => ask(min)}>
            {min === 0 ? say("screen-later-same-hour-planned-anew") : say("screen-later-min-later", { min })}
          </Button>
        ))}
      </div>
      {later.isPending && (
        <p className="m-0 text-ash">{say("screen-later-planning-the-rest-of-the-evening")}</p>
      )}
      {error && <Mistake>{phrase(system, error)}</Mistake>}
      {later.data && !later.isPending && (taken ? <Taken /> : <Change later={later.data} onTake={take} />)}
    </section>
  );
}

const Taken = () => (
  <p role="status" className="m-0">
    {say("screen-later-taken-what-is-on-already-stays")}
  </p>
);

function Change({ later, onTake }: { later: TableLater; onTake: () => void }) {
  const system = useHousehold().units;
  const hour = (at: string) => clockText(new Date(at));
  if (later.status === "clash")
    return (
      <Mistake>{say("screen-later-not-all-can-be-ready-then", { clash: later.clash.join(", ") })}</Mistake>
    );
  return (
    <div role="status" className="flex flex-col gap-1">
      <p className="m-0">
        {say("screen-later-eat-at")} <b className="figure text-xl">{hour(later.eat_at)}</b>.{" "}
        {later.moves.length === 0
          ? say("screen-later-nothing-goes-on-at-another-time")
          : say("screen-later-what-goes-on-at-another-time")}
      </p>
      <ul className="m-0 pl-4">
        {later.moves.map((move) => (
          <li key={move.name}>
            {say("screen-later-instead-of", {
              name: move.name,
              hour: hour(move.is_at),
              hour2: hour(move.was_at),
            })}
          </li>
        ))}
      </ul>
      {later.past_best && (
        <p className="m-0 border-l-4 border-agency pl-2 text-sm">{phrase(system, later.past_best)}</p>
      )}
      <Button weight="ember" className="self-start" onClick={onTake}>
        {say("screen-later-take-it")}
      </Button>
    </div>
  );
}

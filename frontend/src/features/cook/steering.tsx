import { useState } from "react";

import { type Cook, useFinish, useHands, useSpeed } from "@/api/hooks";
import { Button, Tick } from "@/ui/controls";
import { say } from "@/words/say";

/** The clock of a practice, who marks its steps, and the end of a cook. */
export function Steering({ cook }: { cook: Cook }) {
  const speed = useSpeed(cook.id);
  const hands = useHands(cook.id);
  const finish = useFinish(cook.id);
  const [sure, setSure] = useState(false);
  return (
    <section aria-label={say("screen-cook-steering")} className="plate flex flex-col gap-2 p-4">
      {cook.practice && (
        <>
          <fieldset className="m-0 flex gap-2 border-0 p-0">
            <legend className="mb-1 text-sm font-semibold">
              {say("screen-cook-clock-of-this-practice")}
            </legend>
            {([1, 10, 60] as const).map((s) => (
              <Button
                key={s}
                aria-pressed={cook.clock.speed === s}
                onClick={() => speed.mutate(s)}
                className="flex-1 aria-pressed:bg-ink aria-pressed:text-panel"
              >
                <span className="figure text-lg">{s}×</span>
              </Button>
            ))}
          </fieldset>
          <Tick
            label={say("common-mark-the-steps-for-me")}
            value={hands.isPending ? hands.variables === "plan" : cook.hands === "plan"}
            onChange={(mine) => hands.mutate(mine ? "plan" : "mine")}
          />
        </>
      )}
      {sure ? (
        <p className="m-0 flex flex-wrap items-center gap-2 text-sm">
          {say("screen-cook-end-it-now-it-goes-to")}
          <Button onClick={() => finish.mutate(undefined)}>{say("screen-cook-yes-end-it")}</Button>
          <Button weight="quiet" onClick={() => setSure(false)}>
            {say("screen-cook-no")}
          </Button>
        </p>
      ) : (
        <Button weight="quiet" className="self-start" onClick={() => setSure(true)}>
          {say("screen-cook-end-this-cook-early")}
        </Button>
      )}
    </section>
  );
}

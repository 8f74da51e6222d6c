import { useState } from "react";

import type { Experiment, KeptExperiment } from "@/api/lab";
import { useHousehold } from "@/api/household";
import { Button, Choice } from "@/ui/controls";
import { phrase, share } from "@/units/units";
import { say } from "@/words/say";

const RUNS = 512;

const outcomeWords = (key: string) =>
  ({
    minutes: say("screen-lab-how-long-it-takes"),
    peak: say("screen-lab-where-it-ends"),
    rim: say("screen-lab-grey-rim"),
    crust: say("screen-lab-crust"),
    loss: say("screen-lab-weight-lost"),
  })[key] ?? key;

interface Props {
  kept: KeptExperiment;
  busy: boolean;
  onAsk: (matters: Experiment["matters"]) => void;
}

/** What makes one cook differ from the next, ranked. */
export function WhatMatters({ kept, busy, onAsk }: Props) {
  const system = useHousehold().units;
  const [of, setOf] = useState(0);
  const [outcome, setOutcome] = useState("peak");
  const found = kept.told.matters?.find((m) => m.outcome === outcome) ?? kept.told.matters?.[0];
  return (
    <section aria-labelledby="matters-title" className="plate flex flex-col gap-3 p-4">
      <h2 id="matters-title" className="m-0 text-lg">
        {say("screen-lab-what-matters-most")}
      </h2>
      <div className="flex flex-wrap items-end gap-3">
        {kept.asked.variants.length > 1 && (
          <Choice
            label={say("screen-lab-for")}
            value={`${of}`}
            options={kept.asked.variants.map((v, n) => ({ key: `${n}`, name: v.name }))}
            onChange={(key) => setOf(Number(key))}
          />
        )}
        <Button disabled={busy} onClick={() => onAsk({ of, runs: RUNS })}>
          {say("screen-lab-cook-it-in-kitchens", { runs: RUNS })}
        </Button>
      </div>
      {found && kept.told.matters && (
        <>
          <p className="m-0">
            <b>{kept.asked.variants[kept.asked.matters?.of ?? 0]?.name}</b>
          </p>
          <Choice
            label={say("screen-lab-of-what")}
            value={found.outcome}
            options={kept.told.matters.map((m) => ({ key: m.outcome, name: outcomeWords(m.outcome) }))}
            onChange={setOutcome}
          />
          <p className="m-0">{phrase(system, found.words)}</p>
          <ol className="m-0 flex list-none flex-col gap-1 p-0">
            {found.shares.map((each) => (
              <li
                key={each.key}
                className="grid grid-cols-[minmax(8rem,16rem)_1fr_6rem] items-center gap-3 text-sm"
              >
                <span>{each.words}</span>
                <span className="relative block h-4 rounded-bar bg-seam" aria-hidden>
                  <span
                    className="absolute inset-y-0 left-0 rounded-bar bg-ember"
                    style={{ width: `${100 * each.alone}%` }}
                  />
                  <span
                    className="absolute inset-y-0 border-r-2 border-ink"
                    style={{ width: `${100 * each.whole}%` }}
                  />
                </span>
                <span className="figure">
                  {share(each.whole)} ± {Math.round(100 * each.unsure)}
                </span>
              </li>
            ))}
          </ol>
          <p className="m-0 text-sm text-ash">{say("screen-lab-bars-mean")}</p>
        </>
      )}
    </section>
  );
}

import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { Problem } from "@/api/client";
import { type Reference, useReference } from "@/api/hooks";
import {
  type Experiment,
  type KeptExperiment,
  type LabReference,
  useAsk,
  useAskAnew,
  useExperiment,
  useLabReference,
} from "@/api/lab";
import { Button, Failed, Mistake, TextField, Waiting } from "@/ui/controls";
import { say } from "@/words/say";

import { Compared } from "./compared";
import { WhatMatters } from "./matters";
import { Progress } from "./progress";
import { SweptView, SweepForm } from "./sweep";
import { Ways } from "./ways";

export function ExperimentPage() {
  const id = Number(useParams().experimentId);
  const kept = useExperiment(id);
  const reference = useReference();
  const lab = useLabReference();
  for (const one of [kept, reference, lab])
    if (one.isError) return <Failed error={one.error} again={() => void one.refetch()} />;
  if (!kept.data || !reference.data || !lab.data) return <Waiting what={say("screen-lab-fetching")} />;
  return <One key={id} kept={kept.data} reference={reference.data} lab={lab.data} />;
}

function One({ kept, reference, lab }: { kept: KeptExperiment; reference: Reference; lab: LabReference }) {
  const [asked, setAsked] = useState<Experiment>({ ...kept.asked, title: kept.title });
  const again = useAskAnew(kept.id);
  const copy = useAsk();
  const navigate = useNavigate();
  const changed = JSON.stringify({ ...kept.asked, title: kept.title }) !== JSON.stringify(asked);
  const ask = (change: Partial<Experiment> = {}) => {
    const whole = { ...asked, ...change };
    setAsked(whole);
    again.mutate(whole, { onSuccess: (now) => setAsked({ ...now.asked, title: now.title }) });
  };
  const error = again.error ?? copy.error;
  const errors = error instanceof Problem ? error.errors : [];
  return (
    <div className="flex flex-col gap-4 pt-2">
      <section className="plate flex flex-col gap-3 p-4">
        <Link to="/lab" className="text-sm text-ash">
          {say("screen-lab-title")}
        </Link>
        <h1 className="m-0 text-2xl">{kept.title}</h1>
        <Progress kept={kept} />
        <details open={kept.told.variants.every((v) => v.figures == null)}>
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            {say("screen-lab-the-ways")}
          </summary>
          <div className="max-w-md pb-3">
            <TextField
              label={say("screen-lab-called")}
              value={asked.title ?? ""}
              onChange={(title) => setAsked({ ...asked, title })}
            />
          </div>
          <Ways asked={asked} onAsked={setAsked} reference={reference} most={lab.most_ways} errors={errors} />
        </details>
        {error && errors.length === 0 && <Mistake>{error.message}</Mistake>}
        {errors.some((e) => !e.field.includes("variants.")) && (
          <Mistake>
            {errors
              .filter((e) => !e.field.includes("variants."))
              .map((e) => e.message)
              .join(" ")}
          </Mistake>
        )}
        <div className="flex flex-wrap gap-3">
          <Button weight="ember" disabled={!changed || again.isPending} onClick={() => ask()}>
            {say("screen-lab-work-it-out")}
          </Button>
          <Button
            disabled={copy.isPending}
            onClick={() =>
              copy.mutate(
                { ...asked, title: say("screen-lab-copy-of", { title: asked.title ?? "" }) },
                { onSuccess: (made) => void navigate(`/lab/${made.id}`) },
              )
            }
          >
            {say("screen-lab-copy")}
          </Button>
          <a
            href={`/api/lab/experiments/${kept.id}/experiment.json`}
            download={`experiment-${kept.id}.json`}
            className="inline-flex min-h-11 items-center font-semibold link"
          >
            {say("screen-lab-as-a-file")}
          </a>
        </div>
      </section>
      <Compared kept={kept} reference={reference} />
      <section aria-labelledby="sweep-title" className="plate flex flex-col gap-3 p-4">
        <h2 id="sweep-title" className="m-0 text-lg">
          {say("screen-lab-sweep")}
        </h2>
        <SweepForm asked={asked} lab={lab} busy={again.isPending} onSweep={(sweep) => ask({ sweep })} />
        {kept.told.sweep && <SweptView swept={kept.told.sweep} ways={kept.told.variants} lab={lab} />}
      </section>
      <WhatMatters kept={kept} busy={again.isPending} onAsk={(matters) => ask({ matters })} />
    </div>
  );
}

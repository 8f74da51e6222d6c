import { useState } from "react";
import { Link, useNavigate } from "react-router";

import { type FeelKind, type Practice, usePractice, useStartDrill } from "@/api/practice";
import { Button, Choice, Failed, Mistake, Waiting } from "@/ui/controls";
import { say } from "@/words/say";

import { Feel } from "./feel";
import { Steps } from "./steps";

/** Drills against a hidden truth, and quick rounds of feel and look. */
export function PracticePage() {
  const practice = usePractice();
  const start = useStartDrill();
  const navigate = useNavigate();
  const [speed, setSpeed] = useState<1 | 10 | 60>(10);
  const [feel, setFeel] = useState<FeelKind | null>(null);
  if (practice.isError) return <Failed error={practice.error} again={() => void practice.refetch()} />;
  if (!practice.data) return <Waiting what={say("screen-practice-fetching")} />;
  const next = practice.data.drills.find((d) => d.best == null)?.key;
  const begin = (key: string) =>
    start.mutate({ key, speed }, { onSuccess: (made) => void navigate(`/cook/${made.cook_id}`) });
  return (
    <div className="flex flex-col gap-4 pt-2">
      <section className="plate flex flex-wrap items-end gap-x-6 gap-y-2 p-4">
        <div className="min-w-60 flex-1">
          <h1 className="m-0 text-2xl">{say("screen-practice-title")}</h1>
          <p className="m-0 text-ash">{say("screen-practice-what-it-is")}</p>
        </div>
        <Choice
          label={say("screen-practice-how-fast")}
          value={`${speed}`}
          options={[
            { key: "1", name: say("screen-practice-as-it-is") },
            { key: "10", name: "10×" },
            { key: "60", name: "60×" },
          ]}
          onChange={(key) => setSpeed(Number(key) as 10)}
        />
        {start.error && <Mistake>{start.error.message}</Mistake>}
      </section>
      <section aria-labelledby="feel-title" className="plate flex flex-col gap-3 p-4">
        <h2 id="feel-title" className="m-0 text-lg">
          {say("screen-practice-feel-and-look")}
        </h2>
        <ul className="m-0 grid list-none gap-3 p-0 sm:grid-cols-2 xl:grid-cols-4">
          {practice.data.feel.map((line) => (
            <li key={line.kind} className="flex flex-col gap-1 border-t border-seam pt-2">
              <span className="font-semibold">{line.name}</span>
              <Button
                aria-pressed={feel === line.kind}
                aria-label={
                  feel === line.kind
                    ? say("screen-practice-close-round", { name: line.name })
                    : say("screen-practice-a-round-of", { name: line.name })
                }
                onClick={() => setFeel(feel === line.kind ? null : line.kind)}
              >
                {feel === line.kind ? say("screen-practice-close") : say("screen-practice-a-round")}
              </Button>
              <Steps
                values={line.rounds}
                most={line.of}
                label={say("screen-practice-rounds-so-far", { n: line.rounds.length })}
              />
            </li>
          ))}
        </ul>
        {feel && <Feel key={feel} kind={feel} />}
      </section>
      <ol className="m-0 grid list-none gap-3 p-0 md:grid-cols-2 xl:grid-cols-3">
        {practice.data.drills.map((drill, n) => (
          <Drill
            key={drill.key}
            drill={drill}
            number={n + 1}
            next={drill.key === next}
            busy={start.isPending}
            begin={() => begin(drill.key)}
          />
        ))}
      </ol>
    </div>
  );
}

interface DrillProps {
  drill: Practice["drills"][number];
  number: number;
  /** It is the first that was not tried yet. */
  next: boolean;
  busy: boolean;
  begin: () => void;
}

function Drill({ drill, number, next, busy, begin }: DrillProps) {
  return (
    <li className="plate flex flex-col gap-2 p-4">
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="m-0 text-lg">
          <span className="figure mr-2 text-ash">{number}</span>
          {drill.name}
        </h2>
        {drill.best != null && (
          <span className="figure text-2xl" aria-label={say("screen-practice-best", { best: drill.best })}>
            {drill.best}
          </span>
        )}
      </div>
      <p className="m-0 flex-1 text-sm">{drill.story}</p>
      <p className="m-0 text-sm text-ash">{drill.watch}</p>
      <Steps
        values={drill.attempts}
        most={100}
        label={say("screen-practice-attempts-so-far", { n: drill.attempts.length })}
      />
      {drill.running != null ? (
        <Link to={`/cook/${drill.running}`} className="inline-flex min-h-11 items-center font-semibold link">
          {say("screen-practice-go-on-with-it")}
        </Link>
      ) : (
        <Button
          weight={next ? "ember" : "plain"}
          disabled={busy}
          aria-label={say("screen-practice-begin-drill", { name: drill.name })}
          onClick={begin}
        >
          {drill.best == null ? say("screen-practice-begin") : say("screen-practice-once-more")}
        </Button>
      )}
    </li>
  );
}

import { useEffect, useState } from "react";

import type { Problem } from "@/api/client";
import type { PlannedTable } from "@/api/tables";
import { Button, Mistake } from "@/ui/controls";
import { clockText, phrase, share, type System } from "@/units/units";

import { dishOfError } from "./model";

interface Props {
  told: PlannedTable | null;
  solving: boolean;
  problem: Problem | null;
  eatAt: Date;
  system: System;
  /** Leave it at the first answer, or look for the best after all. */
  onStop: () => void;
  onAgain: () => void;
}

const SOLVED_WITHIN_S = 5;

/** What is said beside its own field. */
const BESIDE = /eat_at$|sittings\.\d+\.\w+$/;

/** How it stands with the table, in a sentence or two. */
export function Brief({ told, solving, problem, eatAt, system, onStop, onAgain }: Props) {
  const general = problem?.errors.filter((e) => dishOfError(e.field) === null && !BESIDE.test(e.field));
  return (
    <div aria-live="polite" className="flex min-w-0 flex-1 basis-72 flex-col">
      {problem && (general?.length || problem.errors.length === 0) ? (
        <Mistake>
          {general?.length
            ? general.map((e) => `${e.field.replace(/^table\./, "")} ${phrase(system, e.message)}`).join(" ")
            : problem.message}
        </Mistake>
      ) : null}
      {told && <p className="m-0">{standing(told, solving, eatAt)}</p>}
      {told?.status === "rule" && (
        <span className="flex flex-wrap items-center gap-x-3">
          {solving && <Seconds key={told.title} />}
          <Button weight="quiet" className="px-0" onClick={solving ? onStop : onAgain}>
            {solving ? "The first answer will do" : "Look for a better one"}
          </Button>
        </span>
      )}
      {told?.status === "clash" && told.helps.length > 0 && (
        <p className="m-0 text-sm">What would do: {told.helps.map((h) => phrase(system, h)).join(" ")}</p>
      )}
      {told && told.reasons.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 text-sm font-semibold [font-stretch:85%]">
            What waits, and what is done another way ({told.reasons.length})
          </summary>
          <ul className="m-0 pl-4 text-sm text-ash">
            {told.reasons.map((reason) => (
              <li key={reason}>{phrase(system, reason)}</li>
            ))}
          </ul>
        </details>
      )}
      {problem && told && <p className="m-0 text-sm text-ash">The table that stood before is shown.</p>}
    </div>
  );
}

/** How long it has been worked on; most tables are done in three seconds. */
function Seconds() {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const timer = window.setInterval(() => setSeconds((s) => s + 1), 1000);
    return () => window.clearInterval(timer);
  }, []);
  return (
    <progress
      aria-label="Looking for a better order of work"
      className="h-2 w-32 appearance-none [&::-moz-progress-bar]:bg-ember [&::-webkit-progress-bar]:bg-raised [&::-webkit-progress-value]:bg-ember"
      max={SOLVED_WITHIN_S}
      value={Math.min(seconds, SOLVED_WITHIN_S)}
    />
  );
}

function standing(told: PlannedTable, solving: boolean, eatAt: Date): string {
  const begins = clockText(new Date(eatAt.getTime() + told.begins_s * 1000));
  if (told.status === "clash")
    return `Not all of it can be had together: ${told.clash.join(", ")}. What fits is shown.`;
  const first = `Everything fits. First thing to do at ${begins}.`;
  if (told.status === "rule")
    return `${first} A first answer${solving ? "; a better one is being worked out…" : ": there may be a better one."}`;
  if (solving) return `${first} Being worked out anew…`;
  if (told.status === "optimal") return `${first} No order of work waits or hurries less: proven.`;
  return `${first} The best that was found; at most ${share(told.gap ?? 1)} of its waiting and hurry could still be saved.`;
}

import { useEffect, useState } from "react";

import type { Problem } from "@/api/client";
import type { PlannedTable } from "@/api/tables";
import { Button, Mistake } from "@/ui/controls";
import { clockText, phrase, share, type System } from "@/units/units";

import { dishOfError } from "./model";
import { say } from "@/words/say";

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
            {solving
              ? say("screen-brief-the-first-answer-will-do")
              : say("screen-brief-look-for-a-better-one")}
          </Button>
        </span>
      )}
      {told?.status === "clash" && told.helps.length > 0 && (
        <p className="m-0 text-sm">
          {say("screen-brief-what-would-do")} {told.helps.map((h) => phrase(system, h)).join(" ")}
        </p>
      )}
      {told && told.reasons.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 text-sm font-semibold [font-stretch:85%]">
            {say("screen-brief-what-waits-and-what-is-done", { length: told.reasons.length })}
          </summary>
          <ul className="m-0 pl-4 text-sm text-ash">
            {told.reasons.map((reason) => (
              <li key={reason}>{phrase(system, reason)}</li>
            ))}
          </ul>
        </details>
      )}
      {problem && told && (
        <p className="m-0 text-sm text-ash">{say("screen-brief-the-table-that-stood-before-is")}</p>
      )}
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
      aria-label={say("screen-brief-looking-for-a-better-order-of")}
      className="h-2 w-32 appearance-none [&::-moz-progress-bar]:bg-ember [&::-webkit-progress-bar]:bg-raised [&::-webkit-progress-value]:bg-ember"
      max={SOLVED_WITHIN_S}
      value={Math.min(seconds, SOLVED_WITHIN_S)}
    />
  );
}

function standing(told: PlannedTable, solving: boolean, eatAt: Date): string {
  const begins = clockText(new Date(eatAt.getTime() + told.begins_s * 1000));
  if (told.status === "clash")
    return say("screen-brief-not-all-of-it-can-be", { clash: told.clash.join(", ") });
  const first = say("screen-brief-everything-fits-first-thing-to-do", { begins });
  if (told.status === "rule")
    return solving
      ? say("screen-brief-better-one-coming", { first })
      : say("screen-brief-better-one-possible", { first });
  if (solving) return say("screen-brief-being-worked-out-anew", { first });
  if (told.status === "optimal") return say("screen-brief-no-order-of-work-waits-or", { first });
  return say("screen-brief-the-best-that-was-found-at", { first, gap: share(told.gap ?? 1) });
}

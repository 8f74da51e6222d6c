import type { Cook, Expected } from "@/api/hooks";
import { Button } from "@/ui/controls";
import { clockText, phrase, type System } from "@/units/units";
import { say } from "@/words/say";

import { upcoming } from "./model";

/** So many tasks are listed; a whole evening is on the schedule. */
const LISTED = 8;

interface UpcomingProps {
  cook: Cook;
  /** Whose tasks: everybody's where it is nobody. */
  person: string | null;
  next: Expected | null;
  system: System;
}

/** What follows, for everybody or for one. */
export function Upcoming({ cook, person, next, system }: UpcomingProps) {
  const after = upcoming(cook, person, next).slice(0, LISTED);
  if (after.length === 0) return null;
  return (
    <section aria-label={say("screen-cook-after-that")} className="plate p-4">
      <h2 className="m-0 text-lg">{say("screen-cook-after-that")}</h2>
      <ol className="m-0 list-none p-0">
        {after.map((task) => (
          <li
            key={`${task.piece_id}-${task.key}`}
            className="grid grid-cols-[4.5rem_1fr] items-baseline border-b border-seam py-1 last:border-0"
          >
            <span className="figure text-xl">{clockText(new Date(task.start_at))}</span>
            <span>
              {phrase(system, task.name)}{" "}
              <span className="kicker">{aboutTask(cook, task, person, system).join(" · ")}</span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What a task is done to, and by whom, where its name and the page do not say so. */
export function aboutTask(cook: Cook, task: Expected, person: string | null, system: System): string[] {
  const dish = phrase(system, task.dish);
  const named = phrase(system, task.name).toLowerCase().includes(dish.split(",")[0]!.toLowerCase());
  const several = cook.pieces.length > 1 || cook.expected.some((e) => e.piece_id === null);
  const helper = cook.helpers.length > 1 && person === null && nameOf(cook, task.person);
  return [several && !named && dish, helper].filter(
    (word) => typeof word === "string" && word !== "",
  ) as string[];
}

const nameOf = (cook: Cook, person: string | undefined) =>
  cook.helpers.find((h) => h.key === person)?.name ?? "";

interface WhoseProps {
  helpers: Cook["helpers"];
  person: string | null;
  onPerson: (key: string | null) => void;
}

/** Whose tasks the page shows. */
export function Whose({ helpers, person, onPerson }: WhoseProps) {
  return (
    <div role="group" aria-label={say("screen-cook-whose-tasks")} className="flex flex-wrap gap-2">
      {[{ key: null, name: say("screen-cook-everyone") }, ...helpers].map((p) => (
        <Button
          key={p.key ?? ""}
          aria-pressed={person === p.key}
          onClick={() => onPerson(p.key)}
          className="aria-pressed:outline-2 aria-pressed:outline-ember"
        >
          {p.name}
        </Button>
      ))}
    </div>
  );
}

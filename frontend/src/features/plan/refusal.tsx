import type { Problem } from "@/api/client";
import { Button } from "@/ui/controls";
import { phrase, type System } from "@/units/units";

import { type Draft, pieceOf, remedied, remedies } from "./model";
import { say } from "@/words/say";

/** Why a plan cannot be had, and what would make it possible, each at one press. */
export function Refusal({
  problem,
  draft,
  onDraft,
  system,
  names,
}: {
  problem: Problem;
  draft: Draft;
  onDraft: (draft: Draft) => void;
  system: System;
  names: readonly string[];
}) {
  const found = remedies(problem.errors);
  const which = pieceOf(problem.errors);
  return (
    <div role="alert" className="plate border-alarm p-4">
      <h2 className="m-0 text-lg">
        {say("screen-refusal-this-cannot-be-planned-as-it", {
          which: which !== null && `: ${names[which] ?? say("screen-refusal-a-piece")}`,
        })}
      </h2>
      <p className="m-0">{phrase(system, problem.errors[0]?.message ?? problem.detail)}</p>
      {which !== null && which !== draft.focus && (
        <Button onClick={() => onDraft({ ...draft, focus: which })}>
          {say("screen-refusal-look-at", { names: names[which] })}
        </Button>
      )}
      {found.length > 0 && (
        <>
          <p className="m-0 mt-2 text-sm text-ash">{say("screen-refusal-what-would-make-it-possible")}</p>
          <ul className="m-0 flex list-none flex-wrap gap-2 p-0">
            {found.map(({ text, change }) => (
              <li key={text} className={change ? "" : "flex min-h-11 items-center px-2"}>
                {change ? (
                  <Button
                    onClick={() => onDraft(remedied({ ...draft, focus: which ?? draft.focus }, change))}
                  >
                    {phrase(system, text)}
                  </Button>
                ) : (
                  phrase(system, text)
                )}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

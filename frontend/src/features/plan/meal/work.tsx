import { useEffect, useRef } from "react";

import type { MealTable, PlannedTable } from "@/api/tables";
import { clockText, phrase, spanText, type System } from "@/units/units";

import { type Line, linesOf, namesOf, notesOf } from "./model";
import { say } from "@/words/say";

interface Props {
  told: PlannedTable;
  people: MealTable["people"];
  eatAt: Date;
  at: number;
  onAt: (s: number) => void;
  system: System;
  /** On paper everything is open. */
  open?: boolean;
}

/** The order of work, a list for each person. */
export function Work({ told, people, ...rest }: Props) {
  const names = namesOf(told);
  const notes = notesOf(told);
  return (
    <div className="flex flex-col gap-3">
      {people.map((person) => {
        const lines = linesOf(
          told.work.filter((w) => w.person === person.key),
          names,
          notes,
        );
        return (
          <details key={person.key} open={rest.open ?? true} className="print:break-inside-avoid">
            <summary className="min-h-11 cursor-pointer py-2 text-lg font-bold [font-stretch:80%]">
              {person.name}{" "}
              <span className="text-sm font-normal text-ash">
                {lines.length === 1
                  ? say("screen-work-one-thing-to-do")
                  : say("screen-work-things-to-do", { length: lines.length })}
              </span>
            </summary>
            <WorkList lines={lines} {...rest} />
          </details>
        );
      })}
    </div>
  );
}

type ListProps = Omit<Props, "told" | "people"> & { lines: Line[] };

function WorkList({ lines, eatAt, at, onAt, system }: ListProps) {
  const now = lines.findLastIndex((line) => line.start <= at);
  const list = useRef<HTMLOListElement>(null);
  const hour = (s: number) => clockText(new Date(eatAt.getTime() + s * 1000));
  useEffect(() => {
    const item = list.current?.children[Math.max(now, 0)] as HTMLElement | undefined;
    if (item && list.current) list.current.scrollTop = item.offsetTop - list.current.offsetTop - 40;
  }, [now]);
  return (
    <ol ref={list} className="m-0 flex max-h-[70dvh] list-none flex-col overflow-y-auto p-0 print:max-h-none">
      {lines.map((line, n) => (
        <li key={line.key} className="border-b border-seam last:border-0">
          <button
            type="button"
            onClick={() => onAt(line.start)}
            aria-current={n === now ? "step" : undefined}
            className="grid min-h-11 w-full grid-cols-[3.6rem_1fr] items-baseline gap-x-2 rounded-bar py-1 text-left aria-[current=step]:bg-raised"
          >
            <span className="figure text-xl">{hour(line.start)}</span>
            <span>
              <span className="font-semibold">{phrase(system, line.name)}</span>
              {line.of && <span className="kicker ml-2">{line.of}</span>}
              {line.again && (
                <span className="block text-sm text-ash">
                  {say("screen-work-again-every-until", {
                    every: spanText(line.again.everyS),
                    hour: hour(line.again.until),
                  })}
                </span>
              )}
              {line.why && <span className="block text-sm text-ash">{phrase(system, line.why)}</span>}
            </span>
          </button>
          {line.notes.map((note) => (
            <p key={note} className="m-0 mb-1 ml-[3.6rem] border-l-4 border-agency pl-2 text-sm">
              {phrase(system, note)}
            </p>
          ))}
        </li>
      ))}
    </ol>
  );
}

import { Link } from "react-router";

import type { Schemas } from "@/api/client";
import type { PieceResult, Task } from "@/api/hooks";
import { Button } from "@/ui/controls";
import { StepPicture } from "@/ui/step-picture";
import { clockText, dayText, phrase, spanText, type System } from "@/units/units";
import { say } from "@/words/say";

/** A range this wide is of a fire that, a little too cool, never gets there. */
const NEVER_S = 12 * 3600;

interface Props {
  result: PieceResult;
  focus: number;
  order: readonly Task[];
  cautions: readonly Schemas["CautionOut"][];
  /** Names of the pieces; tasks carry them where there are several. */
  names: readonly string[];
  eatAt: Date;
  system: System;
  moment: number;
  onStep: (task: string) => void;
  /** Takes what a note offers. */
  onRemedy?: (piece: number, change: { field: string; value: string }) => void;
}

const LANE = { fire: "bg-ember", meat: "bg-ink", hands: "bg-ash" } as Record<string, string>;

/** The order of the work for all pieces, with a reason beside each step and each danger where it stands. */
export function Order({
  result,
  focus,
  order,
  cautions,
  names,
  eatAt,
  system,
  moment,
  onStep,
  onRemedy,
}: Props) {
  const when = (s: number) => new Date(eatAt.getTime() + s * 1000);
  const at = (s: number) => clockText(when(s));
  const current = [...order].reverse().find((t) => t.start_s <= moment)?.key;
  const range = result.step_ranges_s?.[result.slow_step];
  const several = names.length > 1;
  return (
    <>
      <p className="m-0 mb-1 text-sm text-ash">
        <span className="border-b-2 border-ember">{say("screen-order-underlined")}</span>
        {say("screen-order-the-table-waits-for-it")}
      </p>
      <ol aria-label={say("common-the-order-of-the-work")} className="m-0 flex list-none flex-col p-0">
        {order.map((task, n) => {
          const mine = task.piece == null ? !several : task.piece === focus;
          const last = n === order.length - 1;
          const notes = cautions.filter((c) => c.place === task.key || (c.place === "finish" && last));
          const before = order[n - 1];
          const newDay =
            before !== undefined && dayText(when(before.start_s)) !== dayText(when(task.start_s));
          const otherDay = n === 0 && dayText(when(task.start_s)) !== dayText(eatAt);
          return (
            <li key={task.key} className="relative border-b border-seam py-1.5 last:border-0">
              {(newDay || otherDay) && <p className="kicker m-0">{dayText(when(task.start_s))}</p>}
              <button
                type="button"
                onClick={() => onStep(task.key)}
                aria-current={task.key === current ? "step" : undefined}
                className="grid min-h-11 w-full grid-cols-[3.6rem_1fr] items-baseline gap-x-2 rounded-bar text-left aria-[current=step]:bg-raised"
              >
                <span
                  className={`figure justify-self-start text-xl ${task.critical ? "border-b-2 border-ember" : ""}`}
                >
                  {at(task.start_s)}
                </span>
                <span className="pr-11 font-semibold">
                  <span
                    aria-hidden
                    className={`mr-2 inline-block h-2.5 w-2.5 rounded-[2px] ${LANE[task.lane] ?? ""}`}
                  />
                  {task.name}
                  {several && task.piece != null && (
                    <span className="kicker ml-2">
                      {task.piece + 1} {names[task.piece]}
                    </span>
                  )}
                </span>
                <StepPicture
                  of={task.key.replace(/^.*:/, "")}
                  className="row-span-2 h-9 self-start text-ash"
                />
                <span className="col-start-2 text-sm text-ash">{phrase(system, task.why)}</span>
                {(task.slack_s ?? 0) >= 60 && (
                  <span className="col-start-2 text-sm text-ash">
                    {say("screen-order-may-begin-up-to-later", { slack: spanText(task.slack_s ?? 0) })}
                  </span>
                )}
                {mine && task.step !== "" && task.step === result.slow_step && range && (
                  <span className="col-start-2 text-sm text-ash">
                    {range.high - range.low > NEVER_S
                      ? say("screen-order-may-not-get-there", { earliest: at(result.on_s + range.low) })
                      : say("screen-order-off-between", {
                          earliest: at(result.on_s + range.low),
                          latest: at(result.on_s + range.high),
                        })}
                  </span>
                )}
              </button>
              {task.guide && (
                <Link
                  to={`/guide#${task.guide}`}
                  aria-label={say("screen-order-more-about", { name: task.name })}
                  className="absolute top-1 right-0 flex min-h-8 items-center px-1 text-sm text-ash underline decoration-seam underline-offset-4 hover:decoration-ember"
                >
                  {say("screen-order-more")}
                </Link>
              )}
              {notes.map((note) => (
                <p key={note.key} className="m-0 mt-1 ml-[4.1rem] border-l-4 border-agency pl-2 text-sm">
                  {phrase(system, note.text)}
                  {note.remedy && onRemedy && (
                    <Button
                      className="mt-1 block"
                      onClick={() => onRemedy(Number.parseInt(note.place, 10) || 0, note.remedy!)}
                    >
                      {phrase(system, note.remedy.text)}
                    </Button>
                  )}
                </p>
              ))}
            </li>
          );
        })}
      </ol>
    </>
  );
}

import type { PieceResult } from "@/api/hooks";
import { clockText, phrase, type System } from "@/units/units";

interface Props {
  result: PieceResult;
  eatAt: Date;
  system: System;
  moment: number;
  onMoment: (s: number) => void;
}

const LANE = { fire: "bg-ember", meat: "bg-ink", hands: "bg-ash" } as Record<string, string>;

/** The order of the work, with a reason beside each step and each danger where it stands. */
export function Order({ result, eatAt, system, moment, onMoment }: Props) {
  const at = (s: number) => clockText(new Date(eatAt.getTime() + s * 1000));
  const current = [...result.tasks].reverse().find((t) => t.start_s <= moment)?.key;
  const range = result.step_ranges_s?.[result.slow_step];
  return (
    <ol aria-label="The order of the work" className="m-0 flex list-none flex-col p-0">
      {result.tasks.map((task) => {
        const notes = result.cautions.filter((c) => c.place === task.key || (c.place === "finish" && task.key === "serve"));
        return (
          <li key={task.key} className="border-b border-seam py-1.5 last:border-0">
            <button type="button" onClick={() => onMoment(task.start_s)} aria-current={task.key === current ? "step" : undefined} className="grid min-h-11 w-full grid-cols-[3.6rem_1fr] items-baseline gap-x-2 rounded-bar text-left aria-[current=step]:bg-raised">
              <span className="figure text-xl">{at(task.start_s)}</span>
              <span className="font-semibold"><span aria-hidden className={`mr-2 inline-block h-2.5 w-2.5 rounded-[2px] ${LANE[task.lane] ?? ""}`} />{task.name}</span>
              <span className="col-start-2 text-sm text-ash">{phrase(system, task.why)}</span>
              {task.step === result.slow_step && range && (
                <span className="col-start-2 text-sm text-ash">Off between <b className="figure text-ink">{at(result.on_s + range.low)}</b> and <b className="figure text-ink">{at(result.on_s + range.high)}</b> in eight cooks of ten.</span>
              )}
            </button>
            {notes.map((n) => <p key={n.key} className="m-0 mt-1 ml-[4.1rem] border-l-4 border-agency pl-2 text-sm">{phrase(system, n.text)}</p>)}
          </li>
        );
      })}
    </ol>
  );
}

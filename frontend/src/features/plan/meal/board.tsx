import { type KeyboardEvent, type PointerEvent, useId, useRef, useState, useSyncExternalStore } from "react";

import type { MealTable, PlannedTable, TableDish } from "@/api/tables";
import { Button } from "@/ui/controls";
import { clockText, spanText } from "@/units/units";

import { type Bar, isLong, movedWait, type Row, rowsOf, ticks, type Window, windowOf } from "./model";
import { say } from "@/words/say";

const NARROW = "(max-width: 47.99rem)";

/** Whether the board is as narrow as on a phone: a letter takes more of it then. */
const useIsNarrow = () =>
  useSyncExternalStore(
    (changed) => {
      const media = matchMedia(NARROW);
      media.addEventListener("change", changed);
      return () => media.removeEventListener("change", changed);
    },
    () => matchMedia(NARROW).matches,
  );

interface Props {
  told: PlannedTable;
  people: MealTable["people"];
  eatAt: Date;
  at: number;
  onAt: (s: number) => void;
  focus: string | null;
  onFocus: (dish: string) => void;
  /** A dish's bars were moved: it waits so long now [s]. */
  onWait: (dish: TableDish, waitS: number) => void;
}

/** Fires with their places and people with their hands as rows, food and work as bars, the hour of eating at the right. */
export function Board({ told, people, eatAt, at, onAt, ...rest }: Props) {
  const [whole, setWhole] = useState(false);
  const window = windowOf(told, whole);
  const rows = rowsOf(told, people, window, useIsNarrow() ? 0.023 : 0.011);
  const at01 = (s: number) => ((s - window.from) / (window.to - window.from)) * 100;
  const hour = (s: number) => clockText(new Date(eatAt.getTime() + s * 1000));
  return (
    <div className="flex flex-col gap-1">
      <div className="flex flex-wrap items-center gap-x-4">
        <h2 className="m-0 text-lg">{say("screen-board-who-where-when")}</h2>
        {isLong(told) && (
          <Button weight="quiet" onClick={() => setWhole(!whole)}>
            {whole
              ? say("screen-board-only-while-food-is-on")
              : say("screen-board-from-its-beginning-at", { hour: hour(told.begins_s) })}
          </Button>
        )}
      </div>
      <p className="m-0 text-sm text-ash">{say("screen-board-drag-a-dish-or-move-it")}</p>
      <div className="relative grid grid-cols-[6.5rem_minmax(0,1fr)] md:grid-cols-[9.5rem_minmax(0,1fr)]">
        <Clock {...{ window, eatAt, at01, hour }} />
        {rows.map((row, n) => (
          <BoardRow
            key={row.key}
            row={row}
            heading={row.group !== rows[n - 1]?.group}
            {...{ told, window, at01, hour }}
            {...rest}
          />
        ))}
        <div aria-hidden className="pointer-events-none col-start-2 row-start-1 row-end-[99] h-full">
          <div className="relative h-full">
            <span className="absolute inset-y-0 w-0.5 bg-ember" style={{ left: `${at01(0)}%` }} />
            <span className="absolute inset-y-0 w-px bg-ink" style={{ left: `${clamped(at01(at))}%` }} />
          </div>
        </div>
      </div>
      <Moment {...{ window, at, onAt, hour }} />
    </div>
  );
}

const clamped = (share: number) => Math.min(Math.max(share, 0), 100);

interface Places {
  window: Window;
  at01: (s: number) => number;
  hour: (s: number) => string;
}

function Clock({ window, eatAt, at01, hour }: Places & { eatAt: Date }) {
  return (
    <>
      <span className="col-start-1 row-start-1" />
      <div aria-hidden className="relative col-start-2 row-start-1 h-6 border-b border-seam">
        {ticks(window, eatAt).map((s) => (
          <span
            key={s}
            className="figure absolute -translate-x-1/2 text-sm text-ash max-md:even:hidden"
            style={{ left: `${at01(s)}%` }}
          >
            {hour(s)}
          </span>
        ))}
      </div>
    </>
  );
}

const LANE_REM = 2.1;

function BoardRow({
  row,
  heading,
  ...rest
}: Places & { row: Row; heading: boolean; told: PlannedTable } & Pick<
    Props,
    "focus" | "onFocus" | "onWait"
  >) {
  const id = useId();
  const work = row.of === "person";
  return (
    <>
      {heading && (
        <p className="kicker col-span-2 m-0 border-t border-seam pt-1">
          {work ? say("screen-board-hands") : row.group}
        </p>
      )}
      <span id={id} className="py-1 pr-2 text-sm font-semibold [font-stretch:85%]">
        {row.name}
      </span>
      <ul
        aria-labelledby={id}
        className="relative m-0 list-none overflow-hidden border-l border-seam bg-ground p-0"
        style={{ height: `${(work ? 1.7 : LANE_REM) * row.lanes + 0.2}rem` }}
      >
        {row.bars
          .filter((b) => b.end > rest.window.from)
          .map((bar) =>
            work ? <Mark key={bar.key} bar={bar} {...rest} /> : <FoodBar key={bar.key} bar={bar} {...rest} />,
          )}
      </ul>
    </>
  );
}

/** A call on somebody's hands: too short to write in, told by its title and in the order of work. */
function Mark({ bar, at01, hour }: Places & { bar: Bar }) {
  return (
    <li
      title={`${hour(bar.start)} ${bar.name}`}
      className="absolute inset-y-1 min-w-[3px] bg-ash"
      style={{ left: `${at01(bar.start)}%`, width: `${at01(bar.end) - at01(bar.start)}%` }}
    >
      <span className="sr-only">
        {hour(bar.start)} {bar.name}
      </span>
    </li>
  );
}

const FILL = {
  meat: "border-l-[#9a3b2e]",
  plant: "border-l-[#4c7a34]",
  bread: "border-l-[#b98730]",
  other: "border-l-[#6b6f8f]",
  work: "",
};

type BarProps = Places & { bar: Bar; told: PlannedTable } & Pick<Props, "focus" | "onFocus" | "onWait">;

/** A dish in a place: press to open it, drag or the arrow keys to have it on earlier and wait longer. */
function FoodBar({ bar, told, window, at01, hour, focus, onFocus, onWait }: BarProps) {
  const dish = told.dishes.find((d) => d.key === bar.dish)!;
  const begun = useRef<{ x: number; perPx: number } | null>(null);
  const [by, setBy] = useState(0);
  const move = (byS: number) => onWait(dish, movedWait(dish, byS));
  const down = (e: PointerEvent<HTMLButtonElement>) => {
    const width = e.currentTarget.closest("ul")!.clientWidth;
    begun.current = { x: e.clientX, perPx: (window.to - window.from) / width };
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const drag = (e: PointerEvent) =>
    begun.current && setBy((e.clientX - begun.current.x) * begun.current.perPx);
  const up = () => {
    begun.current = null;
    if (Math.abs(by) > 20) move(by);
    else onFocus(bar.dish);
    setBy(0);
  };
  const key = (e: KeyboardEvent) => {
    const step = { ArrowLeft: -60, ArrowRight: 60 }[e.key];
    if (step === undefined) return;
    e.preventDefault();
    move(step);
  };
  const shift = (dish.wait_s ?? 0) - movedWait(dish, by);
  const left = at01(Math.max(bar.start + shift, window.from));
  const width = at01(bar.end + shift) - left;
  return (
    <li>
      <button
        type="button"
        aria-label={say("screen-board-to-waits", {
          label: bar.label,
          hour: hour(bar.start),
          hour2: hour(bar.end),
          wait: spanText(dish.wait_s ?? 0),
        })}
        aria-pressed={focus === bar.dish}
        onPointerDown={down}
        onPointerMove={drag}
        onPointerUp={up}
        onPointerCancel={() => setBy(0)}
        onKeyDown={key}
        onClick={(e) => e.detail === 0 && onFocus(bar.dish)}
        className={`absolute h-7 cursor-grab touch-pan-y overflow-hidden whitespace-nowrap rounded-bar border border-l-[6px] border-seam bg-raised px-1 text-left text-sm font-semibold [font-stretch:75%] aria-pressed:border-ember aria-pressed:bg-panel ${FILL[bar.colour]}`}
        style={{
          left: `${left}%`,
          width: `${width}%`,
          top: `${LANE_REM * bar.lane + 0.2}rem`,
        }}
      >
        {bar.narrow ? null : bar.name}
      </button>
      {bar.narrow && (
        <span
          aria-hidden
          className="pointer-events-none absolute whitespace-nowrap pr-1 text-sm font-semibold [font-stretch:75%]"
          style={{ right: `${100 - left}%`, top: `${LANE_REM * bar.lane + 0.35}rem` }}
        >
          {bar.name}
        </span>
      )}
    </li>
  );
}

function Moment({ window, at, onAt, hour }: Pick<Places, "window" | "hour"> & Pick<Props, "at" | "onAt">) {
  const id = useId();
  return (
    <div className="grid grid-cols-[6.5rem_minmax(0,1fr)] items-center md:grid-cols-[9.5rem_minmax(0,1fr)]">
      <label htmlFor={id} className="text-sm font-semibold [font-stretch:85%]">
        {say("screen-board-look-at")} <span className="figure text-xl">{hour(at)}</span>
      </label>
      <input
        id={id}
        type="range"
        min={window.from}
        max={window.to}
        step={30}
        value={Math.min(Math.max(at, window.from), window.to)}
        aria-valuetext={hour(at)}
        onChange={(e) => onAt(Number(e.target.value))}
        className="h-11 w-full accent-(--c-ember)"
      />
    </div>
  );
}

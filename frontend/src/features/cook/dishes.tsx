import { countdown, phrase, type System, tempText } from "@/units/units";
import { say } from "@/words/say";

import type { Dish, Outlook } from "./model";

interface DishesProps {
  each: readonly Dish[];
  outlooks: readonly Outlook[];
  /** The piece in the views. */
  focus: number | null;
  onFocus: (id: number) => void;
  nowMs: number;
  system: System;
}

/** Every piece, side and fire with its own state; tap a piece to have it in the views. */
export function Dishes({ each, outlooks, focus, onFocus, nowMs, system }: DishesProps) {
  return (
    <section aria-label={say("screen-panels-pieces")} className="plate p-2">
      <ul className="m-0 flex list-none flex-col gap-1 p-0">
        {each.map((dish) => {
          const { piece } = dish;
          const outlook = outlooks.find((o) => piece !== null && o.piece_id === piece.id) ?? null;
          const row = <Row {...{ dish, outlook, nowMs, system }} />;
          if (!piece)
            return (
              <li key={dish.name} className={ROW}>
                {row}
              </li>
            );
          return (
            <li key={piece.id}>
              <button
                type="button"
                aria-pressed={focus === piece.id}
                onClick={() => onFocus(piece.id)}
                className={PRESSED}
              >
                {row}
              </button>
              {outlook?.late_words && (
                <p role="status" className="m-0 px-2 text-sm font-semibold text-alarm">
                  {phrase(system, outlook.late_words)}
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const ROW = "grid min-h-14 grid-cols-[2.2rem_minmax(0,1fr)_auto] items-center gap-2 rounded-bar px-2 py-1";

const PRESSED = [
  ROW,
  "w-full text-left hover:bg-raised aria-pressed:bg-raised",
  "aria-pressed:outline-2 aria-pressed:-outline-offset-2 aria-pressed:outline-ember",
].join(" ");

interface RowProps {
  dish: Dish;
  outlook: Outlook | null;
  nowMs: number;
  system: System;
}

function Row({ dish: { piece, name, current, next }, outlook, nowMs, system }: RowProps) {
  const left = next ? (Date.parse(next.start_at) - nowMs) / 1000 : 0;
  return (
    <>
      <span className="figure text-3xl">{piece ? piece.position + 1 : ""}</span>
      <span className="min-w-0">
        <b className="block leading-tight">{phrase(system, name)}</b>
        <span className="block text-sm leading-tight text-ash">
          {current && next ? `${phrase(system, current.name)} → ` : ""}
          {next ? phrase(system, next.name) : say("screen-panels-served")}
          {outlook?.aside === "off" && say("screen-panels-off-the-grate")}
        </span>
      </span>
      {next && (
        <b className={`figure text-2xl ${left <= 0 ? "text-ember" : ""}`}>
          {left > 0 ? countdown(left) : say("screen-panels-now")}
        </b>
      )}
      {outlook?.peak && (
        <span className="sr-only">
          {say("screen-panels-ends-at-about", { c: tempText(system, outlook.peak.c) })}
        </span>
      )}
    </>
  );
}

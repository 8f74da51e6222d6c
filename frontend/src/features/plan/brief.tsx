import { useId } from "react";

import type { PieceResult, Task } from "@/api/hooks";
import { clockText, phrase, tempText, type System } from "@/units/units";
import { HourField } from "@/ui/hour-field";

import { type Anchor, anchored, anchorStart, type Draft, offAt } from "./model";
import { say } from "@/words/say";

interface Props {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  result: PieceResult;
  order: readonly Task[];
  hour: Date;
  word: string;
  system: System;
}

/** The figures that matter, and which hour is held fixed. */
export function Brief({ draft, onDraft, result, order, hour, word, system }: Props) {
  const at = (anchor: Anchor) => new Date(hour.getTime() + anchorStart(anchor, order) * 1000);
  const hold = (anchor: Anchor) => onDraft(anchored(draft, anchor, at(anchor)));
  const shared = { draft, onDraft, hold };
  return (
    <>
      <Hour
        name={
          order.some((t) => t.key.endsWith("light")) ? say("screen-brief-light") : say("screen-brief-heat")
        }
        anchor="light"
        at={at("light")}
        {...shared}
      />
      <Hour name={say("screen-brief-on")} anchor="on" at={at("on")} {...shared} />
      {result.reading_c == null ? (
        <Figure name={say("screen-brief-pull-at")} value={offAt(system, result)} strong />
      ) : (
        <Figure
          name={say("screen-brief-off-at-a-reading-of")}
          value={offAt(system, result)}
          note={say("screen-brief-at-least-in-the-middle")}
          strong
        />
      )}
      <Figure
        name={say("screen-brief-ends-at")}
        value={tempText(system, result.peak_core_c)}
        note={
          result.peak_range_c
            ? `${tempText(system, result.peak_range_c.low).replace(/ .*/, "")}–${tempText(system, result.peak_range_c.high)}`
            : word
        }
      />
      <Hour name={say("screen-brief-eat")} anchor="eat" at={hour} {...shared} />
      <p className="order-last m-0 w-full text-sm text-ash">{phrase(system, result.headline)}</p>
    </>
  );
}

function Figure({
  name,
  value,
  note,
  strong,
}: {
  name: string;
  value: string;
  note?: string;
  strong?: boolean;
}) {
  return (
    <span className="flex flex-col leading-none">
      <span className="kicker">{name}</span>
      <span className={`figure ${strong ? "text-4xl text-ember" : "text-3xl"}`}>{value}</span>
      {note && <span className="text-xs text-ash">{note}</span>}
    </span>
  );
}

/** A moment of the plan. Pressed, it is the one that is held fixed, and can be moved; the rest follows. */
function Hour({
  name,
  anchor,
  at,
  draft,
  onDraft,
  hold,
}: {
  name: string;
  anchor: Anchor;
  at: Date;
  draft: Draft;
  onDraft: (draft: Draft) => void;
  hold: (anchor: Anchor) => void;
}) {
  const id = useId();
  const fixed = draft.anchor === anchor;
  if (fixed && anchor !== "eat") {
    return (
      <span className="flex flex-col leading-none">
        <label htmlFor={id} className="kicker">
          {say("screen-brief-held-fixed", { name })}
        </label>
        <HourField
          id={id}
          className="min-h-9 w-30 text-xl"
          value={draft.time}
          onChange={(time) => onDraft({ ...draft, time })}
        />
      </span>
    );
  }
  return (
    <button
      type="button"
      aria-pressed={fixed}
      onClick={() => hold(anchor)}
      title={
        fixed
          ? say("screen-brief-this-hour-is-held-fixed")
          : say("screen-brief-hold-this-hour-fixed", { name })
      }
      className="flex flex-col items-start rounded-bar text-left leading-none hover:bg-raised"
    >
      <span className="kicker">
        {name}
        {fixed && (
          <span aria-hidden className="ml-1 inline-block h-1.5 w-4 rounded-full bg-ember align-middle" />
        )}
      </span>
      <span className="figure text-3xl">{clockText(at)}</span>
    </button>
  );
}

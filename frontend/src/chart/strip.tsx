import type { Reference } from "@/api/hooks";
import { tempText, type System } from "@/units/units";
import { say } from "@/words/say";

import { colourWord, type Look } from "./look";
import { css, sampled } from "./palette";

const [FROM_C, TO_C] = [43, 79];
const share = (c: number) => `${((c - FROM_C) / (TO_C - FROM_C)) * 100}%`;

interface Props {
  scale: Reference["scales"][number];
  look: Look;
  system: System;
}

/** A scale of doneness painted as the inside of a steak looks, with each word where it begins. */
export function DonenessStrip({ scale, look, system }: Props) {
  if (look.stops.length === 0) return null;
  const steps = Array.from({ length: TO_C - FROM_C + 1 }, (_, n) => FROM_C + n);
  const bands = scale.bands.filter((b) => b.low_c < TO_C && b.high_c > FROM_C);
  return (
    <figure className="m-0 my-2">
      <div
        className="h-12 rounded-bar"
        style={{
          background: `linear-gradient(to right, ${steps.map((c) => `${css(sampled(look.stops, c))} ${share(c)}`).join(", ")})`,
        }}
        role="img"
        aria-label={say("screen-strip-the-inside-from-to", {
          from: tempText(system, FROM_C),
          to: tempText(system, TO_C),
        })}
      />
      <ol className="m-0 mt-1 flex list-none flex-col gap-0.5 p-0 text-sm">
        {bands.map((b) => {
          const low = Math.max(b.low_c, FROM_C);
          const middle = (low + Math.min(b.high_c, TO_C)) / 2;
          return (
            <li key={b.word} className="flex items-center gap-2">
              <span
                aria-hidden
                className="size-4 shrink-0 rounded-[2px] border border-seam"
                style={{ background: css(sampled(look.stops, middle)) }}
              />
              <b>{b.word}</b>
              <span className="figure text-ash">{tempText(system, low)}</span>
              <span className="text-ash">{colourWord(look, middle)}</span>
            </li>
          );
        })}
      </ol>
    </figure>
  );
}

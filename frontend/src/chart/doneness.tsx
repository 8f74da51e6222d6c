import { Slider as RadixSlider } from "radix-ui";

import type { Reference } from "@/api/hooks";

import type { Look } from "./look";
import { leastText, temperature, tempText, type System } from "@/units/units";

import { css, sampled } from "./palette";
import { say } from "@/words/say";

interface Props {
  scale: Reference["scales"][number];
  look: Look;
  value: number;
  onChange: (c: number) => void;
  agencyC: number | null;
  system: System;
  /** Ends of the strip [°C]. */
  low: number;
  high: number;
  /** Whether the scale's words mean anything for this food. */
  words: boolean;
}

export const wordFor = (scale: Reference["scales"][number], c: number) =>
  (scale.bands.find((b) => c < b.high_c) ?? scale.bands[scale.bands.length - 1])?.word ?? "";

/** A finish chosen on a strip painted with the colour of the cooked middle, the agency figure always drawn. */
export function Doneness({
  scale,
  look,
  value,
  onChange,
  agencyC,
  system,
  low: LOW,
  high: HIGH,
  words,
}: Props) {
  const ramp = look.stops;
  const share = (c: number) => ((Math.min(HIGH, Math.max(LOW, c)) - LOW) / (HIGH - LOW)) * 100;
  const unit = temperature(system);
  const stops = Array.from({ length: 17 }, (_, i) => LOW + (i * (HIGH - LOW)) / 16);
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-baseline justify-between">
        <span className="text-sm font-semibold [font-stretch:85%]">{say("common-finish-in-the-middle")}</span>
        <span>
          <b className="figure text-xl">{tempText(system, value)}</b>{" "}
          {words && <span className="text-sm">{wordFor(scale, value)}</span>}
        </span>
      </div>
      <RadixSlider.Root
        className="relative flex h-11 touch-none items-center select-none"
        min={Math.round(unit.shown(LOW))}
        max={Math.round(unit.shown(HIGH))}
        step={unit.step}
        value={[Math.round(unit.shown(value) / unit.step) * unit.step]}
        onValueChange={([v]) => {
          if (v !== undefined) onChange(unit.si(v));
        }}
      >
        <RadixSlider.Track
          className="relative h-5 flex-1 overflow-hidden rounded-bar"
          style={{
            background: `linear-gradient(90deg, ${stops.map((c) => css(sampled(ramp, c))).join(", ")})`,
          }}
        />
        <RadixSlider.Thumb
          aria-label={say("common-finish-in-the-middle")}
          aria-valuetext={
            words ? `${tempText(system, value)}, ${wordFor(scale, value)}` : tempText(system, value)
          }
          className="block h-9 w-3.5 rounded-bar border-2 border-panel bg-ink"
        />
      </RadixSlider.Root>
      <div className="relative h-9 text-xs text-ash" aria-hidden>
        {words &&
          scale.bands
            .filter((b) => b.high_c > LOW + 2 && b.low_c < HIGH - 2)
            .map((b, i) => (
              <span
                key={b.word}
                className="absolute border-l border-seam pl-1 leading-tight [font-stretch:70%]"
                style={{ left: `${share(b.low_c)}%`, top: i % 2 ? "1.05rem" : 0 }}
              >
                {b.word}
              </span>
            ))}
        {agencyC !== null && (
          <span
            className="absolute -top-9 h-9 border-l-2 border-dashed border-agency"
            style={{ left: `${share(agencyC)}%` }}
          />
        )}
      </div>
      {agencyC !== null && (
        <p className="m-0 text-xs text-agency">
          {say("screen-doneness-dashed-the-food-safety-agencys-figure", {
            agency: leastText(system, agencyC),
          })}
        </p>
      )}
    </div>
  );
}

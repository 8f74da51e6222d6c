import { useState } from "react";

import type { Cook } from "@/api/hooks";
import type { Deed } from "@/api/outbox";
import { Button } from "@/ui/controls";
import { phrase, type System } from "@/units/units";

import { lastOf } from "./model";
import { say } from "@/words/say";

type Rain = NonNullable<Deed["rain"]>;
type Wind = NonNullable<Deed["wind"]>;

/** Rain and wind over the fire, with what they do before they are told. */
export function Weather({
  cook,
  system,
  onDone,
}: {
  cook: Cook;
  system: System;
  onDone: (rain: Rain, wind: Wind) => void;
}) {
  const told = lastOf(cook, "weather");
  const first = cook.skies[0];
  const [rain, setRain] = useState(String(told?.rain ?? first?.rain));
  const [wind, setWind] = useState(String(told?.wind ?? first?.wind));
  const sky = cook.skies.find((s) => s.rain === rain && s.wind === wind);
  const rains = new Map(cook.skies.map((s) => [s.rain, s.rain_name]));
  const winds = new Map(cook.skies.map((s) => [s.wind, s.wind_name]));
  const row = (names: Map<string, string>, now: string, pick: (key: string) => void) =>
    [...names].map(([key, name]) => (
      <Button
        key={key}
        aria-pressed={now === key}
        className="min-h-12 flex-1 px-2 leading-tight aria-pressed:bg-ink aria-pressed:text-panel"
        onClick={() => pick(key)}
      >
        {name}
      </Button>
    ));
  return (
    <section
      aria-label={say("screen-sky-weather")}
      className="flex flex-col gap-2 border-t-2 border-seam pt-3"
    >
      <h3 className="m-0 text-base">{say("screen-sky-weather-that-came-up")}</h3>
      <div role="group" aria-label={say("screen-sky-rain")} className="flex gap-2">
        {row(rains, rain, setRain)}
      </div>
      <div role="group" aria-label={say("screen-sky-wind")} className="flex gap-2">
        {row(winds, wind, setWind)}
      </div>
      {sky && (
        <p aria-live="polite" className="m-0 border-l-4 border-ember pl-2 font-semibold">
          {phrase(system, sky.words)}
        </p>
      )}
      <Button
        weight="ember"
        className="min-h-14"
        disabled={rain === String(told?.rain ?? first?.rain) && wind === String(told?.wind ?? first?.wind)}
        onClick={() => onDone(rain as Rain, wind as Wind)}
      >
        {say("screen-sky-it-is-so-now")}
      </Button>
    </section>
  );
}

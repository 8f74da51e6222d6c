import { useState } from "react";

import type { PlannedTable } from "@/api/tables";
import { Button } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { countdown, phrase, temperature, type System } from "@/units/units";
import { say } from "@/words/say";

type Work = PlannedTable["work"][number];

interface NextProps {
  next: Work | null;
  /** Seconds from the hour of eating. */
  at: number;
  what: string[];
  notes: string[];
  system: System;
  onDone: (work: Work, readingC: number | null) => void;
  busy: boolean;
  /** What is wrong with the reading. */
  error: string | undefined;
}

/** What is to be done next, and how long still: to be read from two metres, done with one thumb. */
export function Next({ next, at, what, notes, system, onDone, busy, error }: NextProps) {
  const [reading, setReading] = useState<number | null>(null);
  if (!next)
    return (
      <section aria-label={say("screen-next-next")} className="plate p-4">
        <p className="m-0 text-2xl font-bold [font-stretch:80%]">
          {say("screen-next-nothing-left-to-do-enjoy-it")}
        </p>
      </section>
    );
  const asksReading = next.least_c != null;
  return (
    <section aria-label={say("screen-next-next")} className="plate flex flex-col gap-2 p-4">
      <p className="kicker m-0">{[say("screen-next-next"), ...what].join(" · ")}</p>
      <p className="m-0 text-4xl leading-tight font-extrabold [font-stretch:75%]">
        {phrase(system, next.name)}
      </p>
      <Countdown left={next.start_s - at} />
      {next.why && <p className="m-0">{phrase(system, next.why)}</p>}
      {notes.map((note) => (
        <p key={note} className="m-0 border-l-4 border-agency pl-2 text-sm">
          {phrase(system, note)}
        </p>
      ))}
      {asksReading && (
        <Quantity
          label={say("screen-next-the-middle-shows")}
          error={error}
          value={reading}
          onChange={setReading}
          scale={temperature(system)}
          low={-20}
          high={150}
          slider={false}
          optional
        />
      )}
      <Button
        weight="ember"
        className="min-h-16 text-2xl"
        disabled={busy || (asksReading && reading === null)}
        onClick={() => onDone(next, reading)}
      >
        {say("screen-next-done")}
      </Button>
    </section>
  );
}

const Countdown = ({ left }: { left: number }) => (
  <p role="timer" className="figure m-0 text-7xl">
    {left > 0 ? countdown(left) : say("screen-next-now")}
    {left < -60 && (
      <span className="ml-3 text-2xl text-alarm">
        {say("screen-next-late-by", { left: countdown(-left) })}
      </span>
    )}
  </p>
);

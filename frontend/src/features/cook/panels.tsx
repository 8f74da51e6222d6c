import { useState } from "react";
import { Button, Tick } from "@/ui/controls";
import { clockText, countdown, phrase, spanText, type System, tempText } from "@/units/units";

import { cannot, askForNotices, type Cues, noticeState, useMetronome } from "./cues";
import { nextFlip, type Outlook, overFireSince, type Piece, type Send } from "./model";
import type { Cook } from "@/api/hooks";
import { say } from "@/words/say";

/** What is wrong, where the eye is first. */
export function Trouble({
  cook,
  outlooks,
  system,
  onOpenWhatIf,
}: {
  cook: Cook;
  outlooks: readonly Outlook[];
  system: System;
  /** Missing where whoever looks may change nothing. */
  onOpenWhatIf: ((piece: number) => void) | undefined;
}) {
  const found = outlooks.flatMap((o) =>
    o.faults.map((f) => ({ ...f, piece: cook.pieces.find((p) => p.id === o.piece_id) })),
  );
  const off = outlooks.filter(
    (o) => o.probe_off_mm !== null && !o.faults.some((f) => f.key === "off_centre" || f.key === "slipped"),
  );
  if (found.length === 0 && off.length === 0) return null;
  return (
    <section
      aria-label={say("screen-panels-trouble")}
      role="alert"
      className="flex flex-col gap-2 rounded-bar border-2 border-alarm bg-panel p-3"
    >
      {found.map((f) => (
        <div key={`${f.piece?.id}-${f.key}`}>
          <p className="m-0 text-lg font-bold text-alarm">
            {cook.pieces.length > 1 && f.piece ? `${f.piece.name}: ` : ""}
            {phrase(system, f.words)}
          </p>
          <p className="m-0">{phrase(system, f.advice)}</p>
          {f.key === "dying" && f.piece && onOpenWhatIf && (
            <Button className="mt-1" onClick={() => onOpenWhatIf(f.piece!.id)}>
              {say("screen-panels-what-can-be-done")}
            </Button>
          )}
        </div>
      ))}
      {off.map((o) => (
        <p key={o.piece_id} className="m-0">
          {say("screen-panels-the-probe-looks-to-be-mm", { probe_off: Math.round(o.probe_off_mm ?? 0) })}
        </p>
      ))}
    </section>
  );
}

/** Second by second over the fire: the next flip, and when to stop, by crust or by core, whichever is first. */
export function Coach({
  piece,
  cook,
  outlook,
  nowMs,
  cues,
  onCues,
  send,
  system,
}: {
  piece: Piece;
  cook: Cook;
  outlook: Outlook | null;
  nowMs: number;
  cues: Cues;
  onCues: (c: Partial<Cues>) => void;
  send: Send;
  system: System;
}) {
  const since = overFireSince(piece, cook.expected);
  const flip = since === null ? null : nextFlip(piece.result, since, nowMs);
  const coach = outlook?.coach ?? null;
  const until = coach ? (Date.parse(coach.until) - nowMs) / 1000 : null;
  useMetronome(cues.metronome && cook.clock.speed <= 1 && since !== null, flip?.inS ?? until);
  if (since === null && !coach) return null;
  return (
    <section
      aria-label={say("screen-panels-sear")}
      className="plate flex flex-col gap-2 border-2 border-ember p-4"
    >
      {flip && (
        <div className="flex items-baseline gap-3">
          <span className="text-xl font-bold">
            {say("screen-panels-flip", {
              number: flip.number,
              of: flip.of !== null && say("screen-panels-of", { of: flip.of }),
            })}
          </span>
          <span
            className="figure text-6xl leading-none text-ember"
            role="timer"
            aria-label={say("screen-panels-flip-in", { in: spanText(flip.inS) })}
          >
            {countdown(flip.inS)}
          </span>
          <Button className="ml-auto min-h-14" onClick={() => send("flip")}>
            {say("screen-panels-flipped")}
          </Button>
        </div>
      )}
      {coach && until !== null && (
        <>
          <p className="m-0 flex items-baseline gap-3">
            <span className="text-lg font-bold">
              {coach.by === "core"
                ? say("screen-panels-off-for-the-middle-in")
                : coach.by === "crust"
                  ? say("screen-panels-off-with-its-crust-in")
                  : coach.by === "reading"
                    ? say("screen-panels-read-the-middle-in")
                    : coach.by === "asked"
                      ? say("screen-panels-off-as-you-chose-in")
                      : say("screen-panels-look-again-in")}
            </span>
            <span className="figure text-4xl">{countdown(Math.max(0, until))}</span>
          </p>
          <p className="m-0">{phrase(system, coach.words)}</p>
          <div
            className="h-3 overflow-hidden rounded-bar bg-raised"
            role="img"
            aria-label={say("screen-panels-crust-at-per-cent", {
              min: Math.round(Math.min(1, coach.crust_share) * 100),
            })}
          >
            <div
              className="h-full bg-ember"
              style={{ width: `${Math.min(100, coach.crust_share * 100)}%` }}
            />
          </div>
        </>
      )}
      <Tick
        label={say("screen-panels-tick-every-second")}
        value={cues.metronome}
        onChange={(metronome) => onCues({ metronome })}
      />
    </section>
  );
}

/** The rest: carry-over as it happens, and when to slice. */
export function RestWatch({
  outlook,
  serve,
  tip,
  nowMs,
  system,
}: {
  outlook: Outlook;
  serve: string;
  tip: number | null;
  nowMs: number;
  system: System;
}) {
  if (outlook.phase !== "rest") return null;
  const peak = outlook.peak_at ? (Date.parse(outlook.peak_at) - nowMs) / 1000 : null;
  return (
    <section aria-label={say("screen-panels-rest")} className="plate flex flex-col gap-1 p-4">
      {outlook.slice_now ? (
        <p className="m-0 text-4xl font-extrabold text-ember" role="status">
          {say("screen-panels-now-2", { serve })}
        </p>
      ) : (
        <p className="m-0 text-xl font-bold">
          {peak === null ? (
            say("screen-panels-rest-it")
          ) : peak > 0 ? (
            <>
              {say("screen-panels-still-rising-for")}{" "}
              <span className="figure text-4xl">{countdown(peak)}</span>
            </>
          ) : (
            say("screen-panels-the-peak-is-over-let-it")
          )}
        </p>
      )}
      <p className="m-0">
        {tip !== null && (
          <>
            {say("screen-panels-now")} <b className="figure text-3xl text-probe">{tempText(system, tip)}</b>
            ,{" "}
          </>
        )}
        {outlook.peak && (
          <>
            {say("screen-panels-peak-at-about")}{" "}
            <b className="figure text-3xl">{tempText(system, outlook.peak.c)}</b>{" "}
            {say("screen-panels-to", {
              low: tempText(system, outlook.peak.low),
              high: tempText(system, outlook.peak.high),
            })}
          </>
        )}
        {outlook.peak_at && <> {say("common-at", { clock_text: clockText(new Date(outlook.peak_at)) })}</>}.
      </p>
    </section>
  );
}

export function CueSwitches({
  cues,
  onCues,
  awake,
}: {
  cues: Cues;
  onCues: (c: Partial<Cues>) => void;
  awake: boolean;
}) {
  const [refused, setRefused] = useState(cues.notice && noticeState() !== "granted");
  const turn = async (key: keyof Cues, on: boolean) => {
    if (key === "notice" && on) {
      const granted = (await askForNotices()) === "granted";
      setRefused(!granted);
      onCues({ notice: granted });
      return;
    }
    if (key === "notice") setRefused(false);
    onCues({ [key]: on });
  };
  const each: [keyof Cues, string][] = [
    ["sound", say("screen-panels-sound")],
    ["buzz", say("screen-panels-vibration")],
    ["speech", say("screen-panels-spoken")],
    ["awake", awake ? say("screen-panels-awake") : say("screen-panels-stay-awake")],
    ["notice", say("screen-panels-notify")],
  ];
  const missing: readonly string[] = cannot();
  const silent = each.filter(([key]) => cues[key] && missing.includes(key));
  return (
    <fieldset className="m-0 grid grid-cols-5 gap-1 border-0 p-0">
      <legend className="sr-only">{say("screen-panels-cues")}</legend>
      {each.map(([key, name]) => (
        <label
          key={key}
          className="flex min-h-11 items-center justify-center rounded-bar bg-raised px-1 text-sm font-semibold [font-stretch:80%] has-checked:bg-ink has-checked:text-panel has-focus-visible:outline-3 has-focus-visible:outline-ember"
        >
          <input
            type="checkbox"
            className="sr-only"
            checked={cues[key]}
            onChange={(e) => void turn(key, e.target.checked)}
          />
          {name}
        </label>
      ))}
      {silent.length > 0 && (
        <p role="status" className="col-span-5 m-0 text-sm">
          {say("screen-panels-this-phone-cannot", { what: silent.map(([, name]) => name).join(", ") })}
        </p>
      )}
      {refused && (
        <p role="status" className="col-span-5 m-0 text-sm">
          {noticeState() === "impossible"
            ? say("screen-panels-no-notices-here")
            : say("screen-panels-notices-were-refused")}
        </p>
      )}
      {cues.notice && !refused && (
        <p className="col-span-5 m-0 text-sm text-ash">{say("screen-panels-a-phone-may-hold-them-back")}</p>
      )}
    </fieldset>
  );
}

import { useState } from "react";

import type { Cook } from "@/api/hooks";
import type { Link as LinkState } from "@/api/live";
import { forget, type Outbox } from "@/api/outbox";
import { Button } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import {
  clockText,
  countdown,
  leastText,
  phrase,
  spanText,
  type System,
  temperature,
  tempText,
} from "@/units/units";

import { useMay } from "@/api/household";
import {
  asksForReading,
  deed,
  type Dish,
  lastMark,
  leastOf,
  markName,
  type Outlook,
  type Piece,
  type Send,
} from "./model";
import { aboutTask } from "./upcoming";
import { say } from "@/words/say";

interface Props {
  cook: Cook;
  /** What is next of everything; null where nothing is left. */
  dish: Dish | null;
  /** Whose tasks the page shows. */
  person: string | null;
  outlook: Outlook | null;
  nowMs: number;
  system: System;
  link: LinkState;
  outbox: Outbox;
  missed: string | null;
  send: Send;
  /** Opens what takes the reading that ends the heat. */
  onRead: () => void;
}

const SAID: Record<LinkState, string> = {
  live: say("screen-now-card-live"),
  waiting: say("screen-now-card-connecting-again"),
  off: say("screen-now-card-paused"),
};

/** What now, and how long still: legible from two metres, done with one thumb. */
export function NowCard({
  cook,
  dish,
  person,
  outlook,
  nowMs,
  system,
  link,
  outbox,
  missed,
  send,
  onRead,
}: Props) {
  const { piece = null, current = null, next = null } = dish ?? {};
  const latest = piece && latestTip(cook, piece);
  const mark = lastMark(cook, useMay().mark);
  const left = next ? (Date.parse(next.start_at) - nowMs) / 1000 : 0;
  const onTheWay = outbox.waiting.filter((w) => w.refused === undefined && !w.sent).length;
  const several = cook.pieces.length > 1;
  const byForecast =
    next !== null && outlook?.end && Math.abs(Date.parse(outlook.end.at) - Date.parse(next.start_at)) < 1500
      ? outlook.end
      : null;
  const reads = asksForReading(next);
  const least = leastOf(next);
  const about = next ? aboutTask(cook, next, person, system) : [];
  return (
    <section aria-label={say("screen-now-card-now")} className="plate flex flex-col gap-1 p-4">
      <p className="m-0 flex flex-wrap justify-between gap-x-3 text-sm text-ash">
        <span>
          {current ? (
            <>
              {say("screen-now-card-now-2")} <b className="text-ink">{current.name}</b>
            </>
          ) : (
            say("screen-now-card-before-the-first-step")
          )}
        </span>
        <span>
          <b className="figure text-base text-ink">{clockText(new Date(nowMs), cook.clock.speed > 1)}</b>{" "}
          <span className={link === "live" ? "text-probe" : "text-alarm"}>● {SAID[link]}</span>
        </span>
      </p>
      {next ? (
        <>
          <h2 className="m-0 text-4xl leading-none font-extrabold [font-stretch:80%] md:text-5xl">
            {several && piece && (
              <span className="figure mr-2 rounded-bar bg-ink px-2 text-panel">{piece.position + 1}</span>
            )}
            {phrase(system, next.name)}
          </h2>
          {about.length > 0 && <p className="m-0 font-semibold">{about.join(" · ")}</p>}
          <p className="m-0 flex flex-wrap items-baseline gap-x-3">
            <span
              role="timer"
              aria-label={left > 0 ? say("screen-now-card-in", { left: spanText(left) }) : "now"}
              className={`figure leading-[0.95] ${left > 0 ? (left >= 3600 ? "text-[5.6rem]" : "text-[7.6rem]") : "text-[7rem] text-ember"}`}
            >
              {left > 0 ? countdown(left) : say("screen-now-card-now")}
            </span>
            <span className="text-lg text-ash">
              {left > 0 ? (
                <>
                  {say("common-at", { clock_text: clockText(new Date(next.start_at)) })}
                  {byForecast && (
                    <span className="block text-base">
                      {say("screen-now-card-to", {
                        clock_text: clockText(new Date(byForecast.low)),
                        clock_text2: clockText(new Date(byForecast.high)),
                      })}
                    </span>
                  )}
                </>
              ) : left < -60 ? (
                say("screen-now-card-late", { left: spanText(left) })
              ) : (
                ""
              )}
            </span>
          </p>
          {reads && outlook?.reading ? (
            <p
              role="status"
              className={`m-0 border-l-4 pl-2 text-lg font-bold ${outlook.reading.enough ? "border-probe" : "border-agency"}`}
            >
              {phrase(system, outlook.reading.words)}
            </p>
          ) : (
            <p className="m-0 text-base">{phrase(system, next.why)}</p>
          )}
        </>
      ) : (
        <h2 className="m-0 text-4xl">{say("screen-now-card-on-the-board-enjoy-it")}</h2>
      )}
      {next?.notes.map((note) => (
        <p key={note} className="m-0 border-l-4 border-agency pl-2 text-sm">
          {phrase(system, note)}
        </p>
      ))}
      {missed && (
        <p role="status" className="m-0 font-semibold text-alarm">
          {say("screen-now-card-while-the-screen-slept", { missed })}
        </p>
      )}
      {outlook && piece && (
        <p className="m-0 flex flex-wrap items-baseline gap-x-5 border-t border-seam pt-2">
          <span className="text-ash">
            {say("screen-now-card-probe")}{" "}
            <b className="figure text-5xl text-probe">{latest === null ? "—" : tempText(system, latest)}</b>
          </span>
          <span className="text-ash">
            {piece.result.reading_c == null ? say("screen-now-card-pull-at") : say("screen-now-card-off-at")}{" "}
            <b className="figure text-3xl text-ink">
              {piece.result.reading_c == null
                ? tempText(system, outlook.pull_c)
                : leastText(system, piece.result.reading_c)}
            </b>
          </span>
          <span className="text-ash">
            {say("screen-now-card-ends-at")}{" "}
            <b className="figure text-3xl text-ink">
              {outlook.peak ? tempText(system, outlook.peak.c) : tempText(system, piece.result.finish_c)}
            </b>
          </span>
        </p>
      )}
      {outlook?.reading && !reads && (
        <p
          role="status"
          className={`m-0 border-l-4 pl-2 text-lg font-bold ${outlook.reading.enough ? "border-probe" : "border-agency"}`}
        >
          {phrase(system, outlook.reading.words)}
        </p>
      )}
      {outlook?.why && (
        <p className="m-0 border-l-4 border-ember pl-2 text-base font-semibold">
          {phrase(system, outlook.why)}
        </p>
      )}
      {outlook && outlook.members === 0 && (
        <p role="status" className="m-0 text-sm text-ash">
          {say("screen-now-card-the-forecast-is-being-worked-out")}
        </p>
      )}
      {onTheWay > 0 && outbox.failing && (
        <p role="status" className="m-0 text-alarm">
          {say("screen-now-card-the-server-does-not-answer-kept", {
            value:
              onTheWay === 1
                ? say("screen-now-card-your-mark-is")
                : say("screen-now-card-your-marks-are", { on_the_way: onTheWay }),
          })}
        </p>
      )}
      <NotTaken outbox={outbox} system={system} />
      <div className="fixed inset-x-0 bottom-[var(--thumb)] z-10 flex gap-2 border-t-2 border-seam bg-panel p-3 md:static md:border-0 md:p-0 md:pt-1">
        {next && reads && (
          <Button
            weight="ember"
            className="min-h-18 flex-1 text-3xl"
            aria-keyshortcuts="Alt+D"
            onClick={onRead}
          >
            {next.name}
          </Button>
        )}
        {next && least !== null && (
          <ReadSide
            key={next.key}
            leastC={least}
            system={system}
            onDone={(temp_c) => send("done", { piece_id: null, task: next.key, temp_c })}
          />
        )}
        {next && !reads && least === null && (
          <Button
            weight="ember"
            className="min-h-18 flex-1 text-3xl"
            aria-keyshortcuts="Alt+D"
            onClick={() => send("done", { piece_id: next.piece_id, task: next.key })}
          >
            {deed(next)}
          </Button>
        )}
        {mark && (
          <Button
            className="min-h-18 max-w-28"
            aria-keyshortcuts="Alt+Z"
            onClick={() => send("undo", { undoes: mark.client_id, piece_id: null })}
          >
            {say("screen-now-card-undo")}
            <span className="block truncate text-xs font-normal">{markName(cook, mark)}</span>
          </Button>
        )}
      </div>
    </section>
  );
}

interface ReadSideProps {
  leastC: number;
  system: System;
  onDone: (tempC: number) => void;
}

/** The reading that ends a side's heat. A reading that is too low is never sent: offline, nobody would object. */
export function ReadSide({ leastC, system, onDone }: ReadSideProps) {
  const [read, setRead] = useState<number | null>(null);
  const isTooLow = read !== null && read < leastC - ROUNDING_K;
  return (
    <div className="flex flex-1 flex-wrap items-end gap-2">
      <Quantity
        label={say("screen-cook-middle-reads")}
        error={isTooLow ? say("screen-cook-middle-too-low", { least: leastText(system, leastC) }) : undefined}
        value={read}
        onChange={setRead}
        scale={temperature(system)}
        low={-20}
        high={150}
        slider={false}
        optional
      />
      <Button
        weight="ember"
        className="min-h-18 flex-1 text-2xl"
        disabled={read === null || isTooLow}
        onClick={() => read !== null && onDone(read)}
      >
        {say("screen-cook-done")}
      </Button>
    </div>
  );
}

/** A figure typed in °F lies this near the same figure in °C. */
const ROUNDING_K = 0.05;

/** Marks that the server did not take, and why: kept until the cook has seen it. */
export function NotTaken({ outbox, system }: { outbox: Outbox; system: System }) {
  return outbox.waiting
    .filter((w) => w.refused !== undefined)
    .map((w) => (
      <p key={w.deed.client_id} role="alert" className="m-0 flex items-center gap-2 text-alarm">
        <span className="flex-1">
          {say("screen-now-card-not-taken", { refused: phrase(system, w.refused ?? "") })}
        </span>
        <Button onClick={() => forget(w.deed.client_id)}>{say("screen-now-card-all-right")}</Button>
      </p>
    ));
}

export function latestTip(cook: Cook, piece: Piece): number | null {
  let at = "";
  let found: number | null = null;
  for (const r of cook.readings)
    if (r.piece_id === piece.id && r.source === "tip" && r.at > at) {
      at = r.at;
      found = r.temp_c;
    }
  return found;
}

import { useState } from "react";

import type { Cook } from "@/api/hooks";
import { useRecord } from "@/api/hooks";
import type { Link as LinkState } from "@/api/live";
import { Button } from "@/ui/controls";
import { clockText, countdown, phrase, spanText, tempText, type System } from "@/units/units";

import { deed, lastMark, nextFlip, nowNext } from "./model";

interface Props {
  cook: Cook;
  nowMs: number;
  system: System;
  link: LinkState;
}

const SAID: Record<LinkState, string> = { live: "live", waiting: "connecting again…", off: "paused" };

/** What now, and how long still: legible from two metres, done with one thumb. */
export function NowCard({ cook, nowMs, system, link }: Props) {
  const record = useRecord(cook.id);
  const { current, next } = nowNext(cook.expected);
  const piece = cook.pieces.find((p) => p.id === (next ?? current)?.piece_id) ?? cook.pieces[0]!;
  const readings = cook.readings.filter((r) => r.piece_id === piece.id);
  const latest = readings.reduce<(typeof readings)[number] | null>((a, r) => (!a || r.at > a.at ? r : a), null);
  const [sent, setSent] = useState<string | null>(null);
  const mark = lastMark(cook);
  const left = next ? (Date.parse(next.start_at) - nowMs) / 1000 : 0;
  const sear = cook.expected.find((e) => e.piece_id === piece.id && (e.key === "sear" || (e.key === "on" && piece.result.steps[0]?.name === "sear")));
  const flip = sear?.state === "done" && current?.key === sear.key ? nextFlip(piece.result, Date.parse(sear.start_at), nowMs) : null;
  const send = (body: Parameters<typeof record.mutate>[0]) => record.mutate({ ...body, at: new Date(nowMs).toISOString() });
  const done = () => {
    if (!next) return;
    setSent(next.key);
    send({ client_id: crypto.randomUUID(), kind: "done", piece_id: next.piece_id, task: next.key });
  };
  const waiting = record.isPending || (sent !== null && sent === next?.key && !record.isError);
  return (
    <section aria-label="Now" className="plate flex flex-col gap-1 p-4">
      <p className="m-0 flex justify-between text-sm text-ash">
        <span>{current ? <>now: <b className="text-ink">{current.name}</b></> : "before the first step"}</span>
        <span><b className="figure text-base text-ink">{clockText(new Date(nowMs), cook.clock.speed > 1)}</b> <span className={link === "live" ? "text-probe" : "text-alarm"}>● {SAID[link]}</span></span>
      </p>
      {next ? (
        <>
          <h2 className="m-0 text-3xl leading-tight md:text-4xl">{next.name}</h2>
          <p className="m-0 flex items-baseline gap-3">
            <span role="timer" aria-label={left > 0 ? `in ${spanText(left)}` : "now"} className={`figure leading-none ${left > 0 ? "text-[5.2rem]" : "text-[4.2rem] text-ember"}`}>{left > 0 ? countdown(left) : "Now"}</span>
            <span className="text-lg text-ash">{left > 0 ? <>at {clockText(new Date(next.start_at))}</> : left < -60 ? `${spanText(left)} late` : ""}</span>
          </p>
          <p className="m-0 text-base">{phrase(system, next.why)}</p>
        </>
      ) : <h2 className="m-0 text-4xl">On the board. Enjoy it.</h2>}
      {flip && (
        <p className="m-0 mt-2 flex items-baseline gap-3 rounded-bar bg-raised p-3" aria-live="polite">
          <span className="text-xl font-bold">Flip {flip.number}{flip.of !== null && ` of ${flip.of}`}</span><span className="figure text-4xl text-ember">{countdown(flip.inS)}</span>
          <Button className="ml-auto bg-panel" onClick={() => send({ client_id: crypto.randomUUID(), kind: "flip", piece_id: piece.id })}>Flipped</Button>
        </p>
      )}
      <p className="m-0 flex flex-wrap items-baseline gap-x-6 border-t border-seam pt-2">
        <span className="text-ash">probe <b className="figure text-4xl text-probe">{latest ? tempText(system, latest.temp_c) : "—"}</b></span>
        <span className="text-ash">pull at <b className="figure text-2xl text-ink">{tempText(system, piece.result.pull_c)}</b></span>
        <span className="text-ash">finish <b className="figure text-2xl text-ink">{tempText(system, piece.result.finish_c)}</b></span>
      </p>
      {record.isError && <p role="alert" className="m-0 text-alarm">{record.error.message}</p>}
      {record.failureCount > 0 && record.isPending && <p role="status" className="m-0 text-alarm">The server does not answer. Your mark is kept and sent again.</p>}
      <div className="fixed inset-x-0 bottom-0 z-10 flex gap-2 border-t-2 border-seam bg-panel p-3 md:static md:border-0 md:p-0 md:pt-1">
        {next && <Button weight="ember" className="min-h-16 flex-1 text-2xl" onClick={done} disabled={waiting}>{deed(next.key, next.name)}</Button>}
        {mark && <Button className="min-h-16" onClick={() => { setSent(null); send({ client_id: crypto.randomUUID(), kind: "undo", undoes: mark.client_id }); }} >Undo<span className="sr-only"> {String(mark.payload.task)}</span></Button>}
      </div>
    </section>
  );
}

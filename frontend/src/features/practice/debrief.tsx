import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { type Debrief, useDebrief, useTryAgain } from "@/api/practice";
import { useSystem } from "@/api/household";
import { Overlay } from "@/chart/overlay";
import { Button, Failed, Mistake, Waiting } from "@/ui/controls";
import { clockText, phrase, riseText, share, spanText, type System, tempText } from "@/units/units";
import { say } from "@/words/say";

type Piece = Debrief["pieces"][number];

/** A drill that is over: what it was worth, what mattered, and one thing to try again. */
export function DebriefPage() {
  const id = Number(useParams().cookId);
  const debrief = useDebrief(id);
  if (debrief.isError) return <Failed error={debrief.error} again={() => void debrief.refetch()} />;
  if (!debrief.data) return <Waiting what={say("screen-practice-working-it-out")} />;
  return <Told told={debrief.data} />;
}

function Told({ told }: { told: Debrief }) {
  const system = useSystem();
  const again = useTryAgain(told.cook_id);
  const navigate = useNavigate();
  const tryAt = (at: Date) =>
    again.mutate(at.toISOString(), { onSuccess: (made) => void navigate(`/cook/${made.cook_id}`) });
  return (
    <div className="flex flex-col gap-4 pt-2">
      <section className="plate flex flex-wrap items-end gap-x-8 gap-y-2 p-4">
        <div className="flex-1">
          <Link to="/practice" className="text-sm text-ash">
            {say("screen-practice-title")}
          </Link>
          <h1 className="m-0 text-2xl">{told.name}</h1>
          <p className="m-0 text-ash">{phrase(system, told.watch)}</p>
        </div>
        <p className="m-0">
          <b className="figure text-5xl">{told.points}</b>{" "}
          <span className="text-ash">{say("screen-practice-of-a-hundred", { best: told.best })}</span>
        </p>
        <Link
          to={`/log/${told.cook_id}`}
          className="inline-flex min-h-11 items-center text-ink underline decoration-seam decoration-2 underline-offset-4"
        >
          {say("screen-practice-in-the-log")}
        </Link>
        {told.said.length > 0 && (
          <ul className="m-0 w-full list-none p-0 text-sm">
            {told.said.map((line, n) => (
              <li key={n}>{phrase(system, line)}</li>
            ))}
          </ul>
        )}
        {again.error && <Mistake>{again.error.message}</Mistake>}
      </section>
      {told.pieces.map((piece, n) => (
        <OnePiece
          key={n}
          piece={piece}
          system={system}
          many={told.pieces.length > 1}
          tryAt={tryAt}
          busy={again.isPending}
        />
      ))}
    </div>
  );
}

interface Props {
  piece: Piece;
  system: System;
  many: boolean;
  tryAt: (at: Date) => void;
  busy: boolean;
}

function OnePiece({ piece, system, many, tryAt, busy }: Props) {
  const end = piece.time_s.at(-1) ?? 0;
  const [moment, setMoment] = useState(piece.moments[0]?.at_s ?? end);
  const on = new Date(piece.on_at).getTime();
  const lines = [
    {
      key: "truth",
      name: say("screen-practice-as-it-really-was"),
      timeS: piece.time_s,
      coreC: piece.core_c,
      zeroS: 0,
    },
    {
      key: "plan",
      name: say("screen-practice-as-planned"),
      timeS: piece.planned_time_s,
      coreC: piece.planned_core_c,
      zeroS: 0,
    },
  ];
  const worst = piece.moments[0];
  return (
    <section aria-label={piece.name} className="plate grid gap-4 p-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="flex min-w-0 flex-col gap-3">
        <h2 className="m-0 flex items-baseline gap-3 text-lg">
          {piece.name}
          {many && <b className="figure text-2xl">{piece.points}</b>}
        </h2>
        <Overlay
          lines={lines}
          finishC={piece.finish_c}
          momentS={moment}
          onMoment={setMoment}
          system={system}
          label={say("screen-practice-line")}
          zero={say("screen-lab-on")}
        />
        <Button
          className="self-start"
          disabled={busy || moment <= 0 || moment >= end}
          onClick={() => tryAt(new Date(on + moment * 1000))}
        >
          {say("screen-practice-try-again-from", { at: clockText(new Date(on + moment * 1000)) })}
        </Button>
        <h3 className="m-0 text-base">{say("screen-practice-what-mattered")}</h3>
        {piece.moments.length === 0 && <p className="m-0">{say("screen-practice-nothing-mattered")}</p>}
        <ol className="m-0 list-none p-0">
          {piece.moments.map((m, n) => (
            <li
              key={n}
              className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-seam py-2 last:border-0"
            >
              <button
                type="button"
                className="figure min-h-11 text-xl underline decoration-ember decoration-2 underline-offset-4"
                onClick={() => setMoment(m.at_s)}
              >
                {clockText(new Date(on + m.at_s * 1000))}
              </button>
              <span className="min-w-52 flex-1 text-sm">
                {phrase(system, m.words)}{" "}
                <span className="text-ash">
                  {say("screen-practice-the-probe-showed", { probe: tempText(system, m.probe_c) })}{" "}
                  {phrase(system, m.instead)}
                </span>
              </span>
              <b className="figure text-lg">{costText(system, m.cost_k, m.cost_s)}</b>
            </li>
          ))}
        </ol>
        {worst && (
          <p className="m-0 border-l-4 border-ember pl-2 font-semibold">
            {say("screen-practice-one-thing", { instead: phrase(system, worst.instead) })}
          </p>
        )}
      </div>
      <div className="flex flex-col gap-4">
        <ul className="m-0 flex list-none flex-col gap-2 p-0">
          {piece.parts.map((part) => (
            <li key={part.key} className="text-sm">
              <span className="flex items-center gap-3">
                <span className="relative block h-3 flex-1 rounded-bar bg-seam" aria-hidden>
                  <span
                    className="absolute inset-y-0 left-0 rounded-bar bg-ember"
                    style={{ width: `${100 * part.mark}%` }}
                  />
                </span>
                <b className="figure w-12 text-right">{share(part.mark)}</b>
              </span>
              {phrase(system, part.words)}
            </li>
          ))}
        </ul>
        <div>
          <h3 className="m-0 mb-1 text-base">{say("screen-practice-other-hands")}</h3>
          <ul className="m-0 list-none p-0 text-sm">
            {piece.hands.map((hands) => (
              <li
                key={hands.key}
                className="flex items-baseline gap-3 border-b border-seam py-1 last:border-0"
              >
                <b className="figure text-xl">{hands.points}</b>
                <span className="flex-1">{hands.name}</span>
                <span className="figure">
                  {tempText(system, hands.peak_c)} ·{" "}
                  {say("screen-practice-rim", { rim: share(hands.rim_share) })}
                </span>
              </li>
            ))}
          </ul>
        </div>
      </div>
    </section>
  );
}

function costText(system: System, k: number, s: number): string {
  const signed = (value: number, text: string) => `${value < 0 ? "−" : "+"}${text}`;
  const heat = signed(k, riseText(system, Math.abs(k)));
  return Math.abs(s) >= 60 ? `${heat}, ${signed(s, spanText(Math.abs(s)))}` : heat;
}

import { type ReactNode, useEffect, useMemo } from "react";
import { Link, useParams } from "react-router";

import type { Cook } from "@/api/hooks";
import { freshId } from "@/api/ids";
import { type Link as LinkState, useCookTime, useLiveCook } from "@/api/live";
import { type Outbox, record, settle, useOutbox, withWaiting } from "@/api/outbox";
import { useSystem } from "@/api/household";
import { Button, Failed, Waiting } from "@/ui/controls";
import { clockText, countdown, leastText, phrase, tempText } from "@/units/units";
import { say } from "@/words/say";

import {
  asksForReading,
  deed,
  type Dish,
  leastOf,
  nextFlip,
  nextOfEach,
  overFireSince,
  type Piece,
} from "./model";
import { latestTip, NotTaken } from "./now-card";

export interface Seen {
  cook: Cook;
  link: LinkState;
  outbox: Outbox;
  each: Dish[];
  nowMs: number;
}

/** A cook as it is now, marks that are on their way counted in. */
export function Followed({ children }: { children: (seen: Seen) => ReactNode }) {
  const id = Number(useParams().cookId);
  const cook = useLiveCook(id);
  if (cook.isError && !cook.data) return <Failed error={cook.error} again={() => void cook.refetch()} />;
  if (!cook.data) return <Waiting what={say("screen-cook-going-to-the-fire")} />;
  return (
    <Known told={cook.data} link={cook.link}>
      {children}
    </Known>
  );
}

function Known({
  told,
  link,
  children,
}: {
  told: Cook;
  link: LinkState;
  children: (seen: Seen) => ReactNode;
}) {
  const outbox = useOutbox(told.id);
  const cook = useMemo(() => withWaiting(told, outbox.waiting), [told, outbox.waiting]);
  useEffect(() => settle(told), [told, outbox.waiting]);
  const nowMs = useCookTime(cook);
  const each = useMemo(() => nextOfEach(cook), [cook]);
  return children({ cook, link, outbox, each, nowMs });
}

/** Seconds until a step of the order of the work begins. */
const leftOf = (next: NonNullable<Dish["next"]>, nowMs: number) => (Date.parse(next.start_at) - nowMs) / 1000;
const inTime = (left: number) => (left > 0 ? countdown(left) : say("screen-now-card-now"));

/** What these hours do not know yet is told: that the news are old, or that only the plan speaks. */
function Doubt({ link, cook }: { link: LinkState; cook: Cook }) {
  if (link !== "live")
    return (
      <p role="status" className="m-0 font-semibold text-alarm">
        {say("screen-far-not-live-as-of", { clock: clockText(new Date(cook.clock.server_at)) })}
      </p>
    );
  return cook.outlooks.some((o) => o.members === 0) ? (
    <p role="status" className="m-0 text-sm text-ash">
      {say("screen-far-by-the-plan-so-far")}
    </p>
  ) : null;
}

/** How warm a piece is, and when it comes off: never an hour without it. */
function Warmth({ cook, piece, far }: { cook: Cook; piece: Piece; far: boolean }) {
  const system = useSystem();
  const tip = latestTip(cook, piece);
  const reading = piece.result.reading_c;
  const pull = cook.outlooks.find((o) => o.piece_id === piece.id)?.pull_c ?? piece.result.pull_c;
  return (
    <p
      className={`m-0 flex flex-wrap items-baseline text-ash ${far ? "gap-x-6 text-xl" : "justify-center gap-x-3 text-xs"}`}
    >
      <span>
        {say("screen-now-card-probe")}{" "}
        <b className={`figure text-probe ${far ? "text-6xl" : "text-lg"}`}>
          {tip === null ? "—" : tempText(system, tip)}
        </b>
      </span>
      <span>
        {reading == null ? say("screen-now-card-pull-at") : say("screen-now-card-off-at")}{" "}
        <b className={`figure text-ink ${far ? "text-4xl" : "text-lg"}`}>
          {reading == null ? tempText(system, pull) : leastText(system, reading)}
        </b>
      </span>
    </p>
  );
}

/** For a wrist: what is next, how long still, done. */
export function WatchPage() {
  return <Followed>{(seen) => <Wrist {...seen} />}</Followed>;
}

function Wrist({ cook, link, outbox, each, nowMs }: Seen) {
  const system = useSystem();
  const { piece = null, next = null } = each[0] ?? {};
  if (cook.ended_at || !next)
    return (
      <main className="flex min-h-dvh items-center justify-center p-2 text-center text-xl font-bold">
        {say("screen-now-card-on-the-board-enjoy-it")}
      </main>
    );
  const over = piece && overFireSince(piece, cook.expected);
  const flip = over === null || !piece ? null : nextFlip(piece.result, over, nowMs);
  const send = () =>
    record(cook.id, {
      client_id: freshId(),
      kind: "done",
      piece_id: next.piece_id,
      task: next.key,
      at: new Date(nowMs).toISOString(),
    });
  return (
    <main className="mx-auto flex min-h-dvh max-w-80 flex-col justify-between gap-1 p-2 text-center">
      <h1 className="m-0 text-lg leading-tight font-bold [font-stretch:75%]">
        {piece ? cook.pieces.length > 1 && `${piece.position + 1} · ` : `${phrase(system, next.dish)} · `}
        {phrase(system, next.name)}
      </h1>
      <p role="timer" className="figure m-0 text-5xl leading-none">
        {inTime(leftOf(next, nowMs))}
      </p>
      {flip && (
        <p className="m-0 text-lg leading-tight font-bold [font-stretch:75%]">
          {say("screen-far-flip-in", { time: countdown(Math.max(0, flip.inS)) })}
        </p>
      )}
      {piece && <Warmth cook={cook} piece={piece} far={false} />}
      <Doubt link={link} cook={cook} />
      <NotTaken outbox={outbox} system={system} />
      {asksForReading(next) || leastOf(next) !== null ? (
        <p className="m-0 text-sm">{say("screen-far-its-reading-is-taken-on-the-phone")}</p>
      ) : (
        <Button weight="ember" className="min-h-14 w-full text-xl" onClick={send}>
          {deed(next)}
        </Button>
      )}
    </main>
  );
}

/** For a tablet two metres away: every piece, what is next of it and how warm it is. */
export function WallPage() {
  return <Followed>{(seen) => <Wall {...seen} />}</Followed>;
}

interface WallProps extends Omit<Seen, "outbox"> {
  /** Whoever looks has a link and nothing else: there is no way back to the cook. */
  onlyLooks?: boolean;
}

/** More than so many dishes are written smaller. */
const FEW = 4;

export function Wall({ cook, link, each, nowMs, onlyLooks = false }: WallProps) {
  // a side or a fire that is over leaves its room to the others
  const open = each.filter((dish) => dish.piece || dish.next);
  return (
    <main className="flex min-h-dvh flex-col gap-3 p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-8 gap-y-1">
        <h1 className="m-0 text-2xl">{cook.title}</h1>
        <Doubt link={link} cook={cook} />
        <span className="text-xl text-ash">
          <b className="figure text-4xl text-ink">{clockText(new Date(nowMs))}</b>{" "}
          {say("screen-far-eat-at", { clock: clockText(new Date(cook.eat_at)) })}
        </span>
        {!onlyLooks && (
          <Link to={`/cook/${cook.id}`} className="flex min-h-11 items-center text-ink underline">
            {say("screen-far-back-to-the-cook")}
          </Link>
        )}
      </div>
      <ul className="m-0 grid flex-1 list-none auto-rows-fr gap-3 p-0 [grid-template-columns:repeat(auto-fit,minmax(min(22rem,100%),1fr))]">
        {open.map((of) => (
          <OnTheWall
            key={of.piece?.id ?? of.name}
            cook={cook}
            of={of}
            nowMs={nowMs}
            several={each.length > 1}
            many={open.length > FEW}
          />
        ))}
      </ul>
    </main>
  );
}

const LARGE = { name: "text-[clamp(2.5rem,6vw,5rem)]", time: "text-[clamp(5rem,13vw,11rem)]" };
const SMALL = { name: "text-[clamp(1.4rem,2.1vw,2.4rem)]", time: "text-[clamp(2.4rem,4.2vw,4.5rem)]" };

interface OnTheWallProps {
  cook: Cook;
  of: Dish;
  nowMs: number;
  several: boolean;
  many: boolean;
}

function OnTheWall({ cook, of, nowMs, several, many }: OnTheWallProps) {
  const { piece, name, next } = of;
  const system = useSystem();
  const outlook = piece && cook.outlooks.find((o) => o.piece_id === piece.id);
  const helper = cook.helpers.length > 1 && cook.helpers.find((h) => h.key === next?.person);
  const left = next ? leftOf(next, nowMs) : 0;
  return (
    <li className={`plate flex flex-col justify-between ${many ? "gap-1 p-3" : "gap-2 p-5"}`}>
      <p className="m-0 text-2xl font-bold [font-stretch:80%]">
        {several && piece && (
          <span className="figure mr-2 rounded-bar bg-ink px-2 text-panel">{piece.position + 1}</span>
        )}
        {phrase(system, name)}
        {helper && <span className="kicker ml-3">{helper.name}</span>}
      </p>
      <p className={`m-0 leading-none font-extrabold [font-stretch:75%] ${many ? SMALL.name : LARGE.name}`}>
        {next ? phrase(system, next.name) : say("screen-now-card-on-the-board-enjoy-it")}
      </p>
      {next && (
        <p
          role="timer"
          className={`figure m-0 leading-[0.9] ${many ? SMALL.time : LARGE.time} ${left > 0 ? "" : "text-ember"}`}
        >
          {inTime(left)}
        </p>
      )}
      {piece && <Warmth cook={cook} piece={piece} far />}
      {outlook?.late_words && (
        <p role="status" className="m-0 font-bold text-alarm">
          {phrase(system, outlook.late_words)}
        </p>
      )}
    </li>
  );
}

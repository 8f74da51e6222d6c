import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";

import type { Cook, Expected } from "@/api/hooks";
import { type Link as LinkState, useCookTime, useLiveCook } from "@/api/live";
import { type Deed, record, settle, useOutbox, withWaiting } from "@/api/outbox";
import { freshId } from "@/api/ids";
import { useMay, useSystem } from "@/api/household";
import type { System } from "@/units/units";
import { DrillStory } from "@/features/practice";
import { Failed, Waiting } from "@/ui/controls";

import { Actions } from "./actions";
import { useAwake, useCue, useCueSwitches } from "./cues";
import { Dishes } from "./dishes";
import { Later } from "./later";
import { LetLookOn } from "./looks";
import { asksForReading, lastMark, leastOf, nextFlip, nextOfEach, overFireSince } from "./model";
import { latestTip, NowCard } from "./now-card";
import { Coach, CueSwitches, RestWatch, Trouble } from "./panels";
import { Phones } from "./phones";
import { Install, OnAnotherPhone, PlainPage } from "./reach";
import { Steering } from "./steering";
import { TakeReading } from "./take-reading";
import { Upcoming, Whose } from "./upcoming";
import { MealGrates, Views } from "./views";
import { WhatIf } from "./what-if";
import { say } from "@/words/say";

const rating = () => import("@/features/log/rating");
const RatingForm = lazy(async () => ({ default: (await rating()).RatingForm }));

const ELSEWHERE = "flex min-h-11 items-center link";

export function CookPage() {
  const id = Number(useParams().cookId);
  const cook = useLiveCook(id);
  if (cook.isError && !cook.data) return <Failed error={cook.error} again={() => void cook.refetch()} />;
  if (!cook.data) return <Waiting what={say("screen-cook-going-to-the-fire")} />;
  return <Running key={id} cook={cook.data} link={cook.link} />;
}

function Running({ cook: told, link }: { cook: Cook; link: LinkState }) {
  const system = useSystem();
  const may = useMay();
  const outbox = useOutbox(told.id);
  const cook = useMemo(() => withWaiting(told, outbox.waiting), [told, outbox.waiting]);
  useEffect(() => settle(told), [told, outbox.waiting]);
  const nowMs = useCookTime(cook);
  const [cues, onCues] = useCueSwitches();
  const awake = useAwake(cues.awake && cook.ended_at === null);
  const [chosen, setChosen] = useState<number | null>(null);
  const [whatIf, setWhatIf] = useState<number | null>(null);
  const [reads, setReads] = useState<number | null>(null);
  const [params, setParams] = useSearchParams();
  const asked = params.get("person");
  const person = cook.helpers.some((h) => h.key === asked) ? asked : null;
  const each = useMemo(() => nextOfEach(cook, person), [cook, person]);
  const soonest = each[0] ?? null;
  const next = soonest?.next ?? null;
  const byId = (id: number | null) => cook.pieces.find((p) => p.id === id) ?? null;
  const outlookOf = (id: number | undefined) => cook.outlooks.find((o) => o.piece_id === id) ?? null;
  // a meal of sides alone has no piece: its page has no curves
  const piece = byId(chosen) ?? soonest?.piece ?? cook.pieces[0] ?? null;
  const send = (kind: Deed["kind"], more: Partial<Deed> = {}) =>
    record(cook.id, {
      client_id: freshId(),
      kind,
      piece_id: piece?.id ?? null,
      at: new Date(nowMs).toISOString(),
      ...more,
    } as Deed);
  const over = soonest?.piece ? overFireSince(soonest.piece, cook.expected) : null;
  const flip = over === null || !soonest?.piece ? null : nextFlip(soonest.piece.result, over, nowMs);
  const nextLeft = next ? (Date.parse(next.start_at) - nowMs) / 1000 : 0;
  const awaited =
    cook.ended_at || !next
      ? null
      : flip && soonest?.piece && flip.inS < nextLeft
        ? { key: `flip-${soonest.piece.id}-${flip.number}`, name: say("screen-cook-flip"), leftS: flip.inS }
        : { key: `${next.piece_id}-${next.key}`, name: next.name, leftS: nextLeft };
  const missed = useCue(cues, awaited, cook.clock.speed);
  const mark = lastMark(cook, may.mark);
  // fetched while the server answers: the verdict is asked for when the Wi-Fi may be gone
  useEffect(() => void rating().catch(() => undefined), []);
  useEffect(() => {
    const pressed = (e: KeyboardEvent) => {
      if (!e.altKey || e.ctrlKey || e.metaKey) return;
      const key = e.key.toLowerCase();
      if (key === "d" && asksForReading(next)) setReads(next!.piece_id);
      else if (key === "d" && next && leastOf(next) === null)
        send("done", { piece_id: next.piece_id, task: next.key });
      else if (key === "z" && mark) send("undo", { undoes: mark.client_id, piece_id: null });
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  });
  const dishes = nextOfEach(cook);
  return (
    <div className="grid gap-3 pt-2 pb-28 md:pb-0 lg:grid-cols-[25rem_minmax(0,1fr)] lg:grid-rows-[auto_1fr]">
      <div className="flex min-w-0 flex-col gap-3 lg:row-span-2">
        <h1 className="m-0 text-xl">
          {cook.title}{" "}
          {cook.practice && (
            <span className="kicker">{say("screen-cook-practice", { speed: cook.clock.speed })}</span>
          )}
        </h1>
        {cook.meal_id !== null && may.cook && (
          <Link to={`/plan/meal/${cook.meal_id}`} className="flex min-h-11 items-center self-start link">
            {say("screen-cook-open-meal-plan")}
          </Link>
        )}
        <DrillStory cookId={cook.id} practice={cook.practice} over={cook.ended_at !== null} />
        {cook.ended_at ? (
          <Afterwards cook={cook} />
        ) : (
          <>
            <PlainPage path={`/cook/${cook.id}`} />
            {cook.helpers.length > 1 && (
              <Whose
                helpers={cook.helpers}
                person={person}
                onPerson={(key) => setParams(key ? { person: key } : {}, { replace: true })}
              />
            )}
            <Trouble
              cook={cook}
              outlooks={cook.outlooks}
              system={system}
              onOpenWhatIf={may.cook ? setWhatIf : undefined}
            />
            <NowCard
              {...{ cook, nowMs, system, link, outbox, missed, send, person }}
              dish={soonest}
              outlook={outlookOf(soonest?.piece?.id)}
              onRead={() => setReads(soonest?.piece?.id ?? null)}
            />
            {soonest?.piece && (
              <Coach
                piece={soonest.piece}
                cook={cook}
                outlook={outlookOf(soonest.piece.id)}
                nowMs={nowMs}
                cues={cues}
                onCues={onCues}
                send={(kind, more) => send(kind, { piece_id: soonest.piece!.id, ...more })}
                system={system}
              />
            )}
            {piece &&
              cook.outlooks
                .filter((o) => o.phase === "rest")
                .map((o) => (
                  <RestWatch
                    key={o.piece_id}
                    outlook={o}
                    serve={
                      cook.expected.find((e) => e.piece_id === o.piece_id && e.key === "serve")?.name ??
                      say("screen-cook-serve")
                    }
                    tip={latestTip(cook, byId(o.piece_id) ?? piece)}
                    nowMs={nowMs}
                    system={system}
                  />
                ))}
            {dishes.length > 1 && (
              <Dishes
                each={person === null ? dishes : each}
                outlooks={cook.outlooks}
                focus={piece?.id ?? null}
                onFocus={setChosen}
                nowMs={nowMs}
                system={system}
              />
            )}
            {piece && (
              <Actions
                cook={cook}
                piece={piece}
                outlook={outlookOf(piece.id)}
                system={system}
                send={send}
                onWhatIf={() => setWhatIf(piece.id)}
              />
            )}
            {piece && (
              <TakeReading
                cook={cook}
                piece={byId(reads) ?? piece}
                outlook={outlookOf(reads ?? piece.id)}
                open={reads !== null}
                onClose={() => setReads(null)}
                system={system}
                send={send}
              />
            )}
            {piece && (
              <WhatIf
                key={whatIf}
                cookId={cook.id}
                piece={byId(whatIf) ?? piece}
                system={system}
                open={whatIf !== null}
                told={outbox.failing || outbox.waiting.every((w) => w.sent || w.refused !== undefined)}
                onClose={() => setWhatIf(null)}
                send={send}
              />
            )}
            <CueSwitches cues={cues} onCues={onCues} awake={awake} />
            {may.cook && <Steering cook={cook} />}
          </>
        )}
      </div>
      <div className="order-1 flex min-w-0 flex-col gap-4 lg:order-none">
        {piece && <Views key={piece.id} {...{ cook, piece, nowMs }} />}
        {cook.meal_id !== null && <MealGrates mealId={cook.meal_id} {...{ cook, nowMs }} />}
      </div>
      {!cook.ended_at && <Beside {...{ cook, person, next, nowMs, system }} />}
    </div>
  );
}

interface BesideProps {
  cook: Cook;
  person: string | null;
  next: Expected | null;
  nowMs: number;
  system: System;
}

/** What follows, a later hour, and who else looks on: before the curves on a phone, below them on a desk. */
function Beside({ cook, person, next, nowMs, system }: BesideProps) {
  const may = useMay();
  const meal = cook.meal_id;
  return (
    <div className={`grid min-w-0 items-start gap-3 ${meal === null ? "" : "md:grid-cols-2"}`}>
      {meal !== null && <Upcoming {...{ cook, person, next, system }} />}
      <div className="flex min-w-0 flex-col gap-3">
        {meal !== null && may.cook && <Later id={meal} nowMs={nowMs} cook={cook} />}
        {cook.helpers.length > 1 && <Phones helpers={cook.helpers} />}
        <Install />
        <OnAnotherPhone path={`/cook/${cook.id}`} />
        {may.cook && <LetLookOn cookId={cook.id} />}
        <p className="m-0 flex flex-wrap gap-x-6">
          <Link className={ELSEWHERE} to={`/cook/${cook.id}/wall`}>
            {say("screen-far-on-a-wall")}
          </Link>
          <Link className={ELSEWHERE} to={`/cook/${cook.id}/watch`}>
            {say("screen-far-on-a-watch")}
          </Link>
        </p>
      </div>
    </div>
  );
}

function Afterwards({ cook }: { cook: Cook }) {
  const may = useMay();
  if (cook.pieces.length === 0)
    return (
      <section aria-label={say("screen-cook-afterwards")} className="plate p-4">
        <h2 className="m-0 text-3xl">{say("screen-cook-nothing-left")}</h2>
      </section>
    );
  return (
    <section aria-label={say("screen-cook-afterwards")} className="plate flex flex-col gap-3 p-4">
      <h2 className="m-0 text-3xl">{say("screen-cook-it-is-over-how-was-it")}</h2>
      {may.cook && (
        <Suspense fallback={null}>
          <RatingForm cook={cook} />
        </Suspense>
      )}
      <Link to={`/log/${cook.id}`} className="font-semibold link">
        {say("screen-cook-see-it-in-the-log-foreseen")}
      </Link>
    </section>
  );
}

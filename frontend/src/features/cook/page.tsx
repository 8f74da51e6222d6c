import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import { Link, useParams } from "react-router";

import { type Cook, useFinish, useHands, useReference, useSpeed } from "@/api/hooks";
import { type Link as LinkState, useCookTime, useLiveCook } from "@/api/live";
import { type Deed, record, settle, useOutbox, withWaiting } from "@/api/outbox";
import { freshId } from "@/api/ids";
import { useHousehold, useMay, useSystem } from "@/api/household";
import { FaceView } from "@/chart/face-view";
import { lookOf } from "@/chart/look";
import { foreseenTime, ownKey } from "@/chart/foreseen";
import { GrateView } from "@/chart/grate-view";
import { blockAt, lineOfCook, valueAt } from "@/chart/line-model";
import { LineView } from "@/chart/line-view";
import { unpacked, widthMm } from "@/chart/section";
import { roleOf } from "@/chart/where";
import { DrillStory } from "@/features/practice";
import { Button, Failed, Waiting, Tick } from "@/ui/controls";
import { clockText } from "@/units/units";

import { Actions } from "./actions";
import { TakeReading } from "./take-reading";
import { useAwake, useCue, useCueSwitches } from "./cues";
import { asksForReading, lastMark, nextFlip, nextOfEach, overFireSince } from "./model";
import { latestTip, NowCard } from "./now-card";
import { Coach, CueSwitches, Pieces, RestWatch, Trouble } from "./panels";
import { LetLookOn } from "./looks";
import { OnAnotherPhone, PlainPage } from "./reach";
import { WhatIf } from "./what-if";
import { named } from "@/words/catalogue";
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
  const household = useHousehold();
  const may = useMay();
  const scale = household.scale;
  const reference = useReference();
  const outbox = useOutbox(told.id);
  const cook = useMemo(() => withWaiting(told, outbox.waiting), [told, outbox.waiting]);
  useEffect(() => settle(told), [told, outbox.waiting]);
  const nowMs = useCookTime(cook);
  const [cues, onCues] = useCueSwitches();
  const awake = useAwake(cues.awake && cook.ended_at === null);
  const [held, setHeld] = useState<number | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const [whatIf, setWhatIf] = useState<number | null>(null);
  const [reads, setReads] = useState<number | null>(null);
  const each = useMemo(() => nextOfEach(cook), [cook]);
  const soonest = each[0]!;
  const piece = cook.pieces.find((p) => p.id === chosen) ?? soonest.piece;
  const outlookOf = (id: number) => cook.outlooks.find((o) => o.piece_id === id) ?? null;
  const outlook = outlookOf(piece.id);
  const eat = useMemo(() => new Date(cook.eat_at), [cook.eat_at]);
  const model = useMemo(() => lineOfCook(cook, piece), [cook, piece]);
  const section = useMemo(() => unpacked(piece.result.section), [piece.result.section]);
  const now = (nowMs - eat.getTime()) / 1000;
  const moment = held ?? Math.min(Math.max(now, model.from), model.to);
  const on = cook.expected.find((e) => e.piece_id === piece.id && e.key === "on");
  const onS = on ? (Date.parse(on.start_at) - eat.getTime()) / 1000 : piece.result.on_s;
  const mine = model.blocks.filter((b) => b.piece === undefined || b.piece === piece.position);
  const doing = blockAt(mine, "meat", moment);
  const grate =
    piece.result.grate ??
    reference.data?.grates.find((g) => g.fire === (piece.result.fire ?? piece.inputs.fire))?.grate;
  const since = foreseenTime(mine, piece.result, moment, onS, valueAt(model.core, moment));
  const send = (kind: Deed["kind"], more: Partial<Deed> = {}) =>
    record(cook.id, {
      client_id: freshId(),
      kind,
      piece_id: piece.id,
      at: new Date(nowMs).toISOString(),
      ...more,
    } as Deed);
  const over = overFireSince(soonest.piece, cook.expected);
  const flip = over === null ? null : nextFlip(soonest.piece.result, over, nowMs);
  const nextLeft = soonest.next ? (Date.parse(soonest.next.start_at) - nowMs) / 1000 : 0;
  const awaited =
    cook.ended_at || !soonest.next
      ? null
      : flip && flip.inS < nextLeft
        ? { key: `flip-${soonest.piece.id}-${flip.number}`, name: say("screen-cook-flip"), leftS: flip.inS }
        : { key: `${soonest.piece.id}-${soonest.next.key}`, name: soonest.next.name, leftS: nextLeft };
  const missed = useCue(cues, awaited, cook.clock.speed);
  const mark = lastMark(cook, may.mark);
  // fetched while the server answers: the verdict is asked for when the Wi-Fi may be gone
  useEffect(() => void rating().catch(() => undefined), []);
  useEffect(() => {
    const pressed = (e: KeyboardEvent) => {
      if (!e.altKey || e.ctrlKey || e.metaKey) return;
      const key = e.key.toLowerCase();
      if (key === "d" && asksForReading(soonest.next)) setReads(soonest.piece.id);
      else if (key === "d" && soonest.next)
        send("done", { piece_id: soonest.next.piece_id, task: soonest.next.key });
      else if (key === "z" && mark) send("undo", { undoes: mark.client_id, piece_id: null });
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  });
  return (
    <div className="grid gap-3 pt-2 pb-28 md:pb-0 lg:grid-cols-[25rem_minmax(0,1fr)]">
      <div className="flex min-w-0 flex-col gap-3">
        <h1 className="m-0 text-xl">
          {cook.title}{" "}
          {cook.practice && (
            <span className="kicker">{say("screen-cook-practice", { speed: cook.clock.speed })}</span>
          )}
        </h1>
        {cook.meal_id !== null && (
          <Link to={`/cook/meal/${cook.meal_id}`} className="flex min-h-11 items-center self-start link">
            {say("screen-cook-all-dishes")}
          </Link>
        )}
        <DrillStory cookId={cook.id} practice={cook.practice} over={cook.ended_at !== null} />
        {cook.ended_at ? (
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
        ) : (
          <>
            <PlainPage path={`/cook/${cook.id}`} />
            <Trouble
              cook={cook}
              outlooks={cook.outlooks}
              system={system}
              onOpenWhatIf={may.cook ? setWhatIf : undefined}
            />
            <NowCard
              cook={cook}
              piece={soonest.piece}
              current={soonest.current}
              next={soonest.next}
              outlook={outlookOf(soonest.piece.id)}
              nowMs={nowMs}
              system={system}
              link={link}
              outbox={outbox}
              missed={missed}
              send={send}
              onRead={() => setReads(soonest.piece.id)}
            />
            <Coach
              piece={soonest.piece}
              cook={cook}
              outlook={outlookOf(soonest.piece.id)}
              nowMs={nowMs}
              cues={cues}
              onCues={onCues}
              send={(kind, more) => send(kind, { piece_id: soonest.piece.id, ...more })}
              system={system}
            />
            {cook.outlooks
              .filter((o) => o.phase === "rest")
              .map((o) => (
                <RestWatch
                  key={o.piece_id}
                  outlook={o}
                  serve={
                    cook.expected.find((e) => e.piece_id === o.piece_id && e.key === "serve")?.name ??
                    say("screen-cook-serve")
                  }
                  tip={latestTip(cook, cook.pieces.find((p) => p.id === o.piece_id) ?? piece)}
                  nowMs={nowMs}
                  system={system}
                />
              ))}
            {cook.pieces.length > 1 && (
              <Pieces
                each={each}
                outlooks={cook.outlooks}
                focus={piece.id}
                onFocus={setChosen}
                nowMs={nowMs}
                system={system}
              />
            )}
            <Actions
              cook={cook}
              piece={piece}
              outlook={outlook}
              system={system}
              send={send}
              onWhatIf={() => setWhatIf(piece.id)}
            />
            <TakeReading
              cook={cook}
              piece={cook.pieces.find((p) => p.id === reads) ?? soonest.piece}
              outlook={outlookOf(reads ?? soonest.piece.id)}
              open={reads !== null}
              onClose={() => setReads(null)}
              system={system}
              send={send}
            />
            <WhatIf
              key={whatIf}
              cookId={cook.id}
              piece={cook.pieces.find((p) => p.id === whatIf) ?? piece}
              system={system}
              open={whatIf !== null}
              told={outbox.failing || outbox.waiting.every((w) => w.sent || w.refused !== undefined)}
              onClose={() => setWhatIf(null)}
              send={send}
            />
            <CueSwitches cues={cues} onCues={onCues} awake={awake} />
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
            {may.cook && <Steering cook={cook} />}
          </>
        )}
      </div>
      <div className="flex min-w-0 flex-col gap-4">
        <section aria-label={say("screen-cook-line")} className="plate p-4">
          <LineView
            model={model}
            eatAt={eat}
            moment={moment}
            onMoment={setHeld}
            now={cook.ended_at ? undefined : now}
            system={system}
            revision={cook.cursor}
          />
          <p className="m-0 flex min-h-11 flex-wrap items-center justify-between gap-2 text-sm text-ash">
            <span>
              <span aria-hidden className="mr-1 inline-block h-0.5 w-6 bg-ink align-middle" />
              {say("screen-cook-forecast")}{" "}
              {model.planned.length > 0 && (
                <>
                  <span
                    aria-hidden
                    className="mr-1 ml-3 inline-block w-6 border-t-2 border-dashed border-ash align-middle"
                  />
                  {say("screen-cook-as-planned")}
                </>
              )}
              <span
                aria-hidden
                className="mr-1 ml-3 inline-block w-6 border-t-4 border-dotted border-probe align-middle"
              />
              {say("screen-cook-measured")}
            </span>
            {held !== null && !cook.ended_at && (
              <Button weight="quiet" onClick={() => setHeld(null)}>
                {say("screen-cook-back-to-now")}
              </Button>
            )}
          </p>
        </section>
        <div className={`grid gap-4 ${grate ? "md:grid-cols-2" : ""}`}>
          {reference.data && (
            <section aria-label={say("screen-cook-face")} className="plate p-4">
              <FaceView
                section={section}
                curve={piece.result.curve}
                sinceOnS={since}
                look={lookOf(reference.data, piece.inputs.cut)}
                system={system}
                greyShare={piece.result.grey_rim_share}
                word={named(piece.result.finish_words[scale] ?? "")}
                marks={piece.result.marks_words ?? ""}
                label={say("screen-cook-by-the-forecast-at", {
                  clock_text: clockText(new Date(eat.getTime() + moment * 1000)),
                })}
              />
            </section>
          )}
          {grate && (
            <section aria-label={say("screen-cook-grate")} className="plate p-4">
              <GrateView
                grate={grate}
                zones={piece.result.zones}
                role={roleOf(piece.result, doing && ownKey(doing.key))}
                where={doing?.name ?? (moment < onS ? say("common-not-on-yet") : say("common-on-the-board"))}
                radiusMm={widthMm(section) / 2}
                system={system}
              />
            </section>
          )}
        </div>
      </div>
    </div>
  );
}

function Steering({ cook }: { cook: Cook }) {
  const speed = useSpeed(cook.id);
  const hands = useHands(cook.id);
  const finish = useFinish(cook.id);
  const [sure, setSure] = useState(false);
  return (
    <section aria-label={say("screen-cook-steering")} className="plate flex flex-col gap-2 p-4">
      {cook.practice && (
        <>
          <fieldset className="m-0 flex gap-2 border-0 p-0">
            <legend className="mb-1 text-sm font-semibold">
              {say("screen-cook-clock-of-this-practice")}
            </legend>
            {([1, 10, 60] as const).map((s) => (
              <Button
                key={s}
                aria-pressed={cook.clock.speed === s}
                onClick={() => speed.mutate(s)}
                className="flex-1 aria-pressed:bg-ink aria-pressed:text-panel"
              >
                <span className="figure text-lg">{s}×</span>
              </Button>
            ))}
          </fieldset>
          <Tick
            label={say("common-mark-the-steps-for-me")}
            value={hands.isPending ? hands.variables === "plan" : cook.hands === "plan"}
            onChange={(mine) => hands.mutate(mine ? "plan" : "mine")}
          />
        </>
      )}
      {sure ? (
        <p className="m-0 flex flex-wrap items-center gap-2 text-sm">
          {say("screen-cook-end-it-now-it-goes-to")}
          <Button onClick={() => finish.mutate(undefined)}>{say("screen-cook-yes-end-it")}</Button>
          <Button weight="quiet" onClick={() => setSure(false)}>
            {say("screen-cook-no")}
          </Button>
        </p>
      ) : (
        <Button weight="quiet" className="self-start" onClick={() => setSure(true)}>
          {say("screen-cook-end-this-cook-early")}
        </Button>
      )}
    </section>
  );
}

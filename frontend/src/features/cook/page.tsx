import { useMemo, useState } from "react";
import { Link, useParams } from "react-router";

import { type Cook, useFinish, useHands, useReference, useSpeed } from "@/api/hooks";
import { type Link as LinkState, useCookTime, useLiveCook } from "@/api/live";
import { useHousehold, useSystem } from "@/app/session";
import { FaceView } from "@/chart/face-view";
import { GrateView } from "@/chart/grate-view";
import { blockAt, lineOfCook } from "@/chart/line-model";
import { LineView } from "@/chart/line-view";
import { unpacked, widthMm } from "@/chart/section";
import { roleOf } from "@/chart/where";
import { RatingForm } from "@/features/log/rating";
import { Button, Failed, Waiting } from "@/ui/controls";
import { clockText } from "@/units/units";

import { NowCard } from "./now-card";

export function CookPage() {
  const id = Number(useParams().cookId);
  const cook = useLiveCook(id);
  if (cook.isError) return <Failed error={cook.error} again={() => void cook.refetch()} />;
  if (!cook.data) return <Waiting what="Going to the fire…" />;
  return <Running key={id} cook={cook.data} link={cook.link} />;
}

function Running({ cook, link }: { cook: Cook; link: LinkState }) {
  const system = useSystem();
  const scale = useHousehold().scale;
  const reference = useReference();
  const nowMs = useCookTime(cook);
  const [held, setHeld] = useState<number | null>(null);
  const piece = cook.pieces[0]!;
  const eat = useMemo(() => new Date(cook.eat_at), [cook.eat_at]);
  const model = useMemo(() => lineOfCook(cook, piece), [cook, piece]);
  const section = useMemo(() => unpacked(piece.result.section), [piece.result.section]);
  const now = (nowMs - eat.getTime()) / 1000;
  const moment = held ?? Math.min(Math.max(now, model.from), model.to);
  const on = cook.expected.find((e) => e.piece_id === piece.id && e.key === "on");
  const onS = on ? (Date.parse(on.start_at) - eat.getTime()) / 1000 : piece.result.on_s;
  const doing = blockAt(model.blocks, "meat", moment);
  const grate = piece.result.grate ?? reference.data?.grates.find((g) => g.fire === (piece.result.fire ?? piece.inputs.fire))?.grate;
  const since = foreseenTime(model.blocks, piece.result, moment, onS);
  return (
    <div className="grid gap-4 pt-2 pb-24 md:pb-0 lg:grid-cols-[23rem_minmax(0,1fr)]">
      <div className="flex flex-col gap-4">
        <h1 className="m-0 text-xl">{cook.title} {cook.practice && <span className="kicker">practice, {cook.clock.speed}×</span>}</h1>
        {cook.ended_at ? (
          <section aria-label="Afterwards" className="plate flex flex-col gap-3 p-4">
            <h2 className="m-0 text-3xl">It is over. How was it?</h2>
            <RatingForm cook={cook} />
            <Link to={`/log/${cook.id}`} className="font-semibold text-ink underline decoration-ember decoration-2 underline-offset-4">See it in the log, foreseen against measured</Link>
          </section>
        ) : <NowCard cook={cook} nowMs={nowMs} system={system} link={link} />}
        {!cook.ended_at && <Steering cook={cook} />}
      </div>
      <div className="flex min-w-0 flex-col gap-4">
        <section aria-label="Line" className="plate p-4">
          <LineView model={model} eatAt={eat} moment={moment} onMoment={setHeld} now={cook.ended_at ? undefined : now} system={system} revision={cook.cursor} />
          <p className="m-0 flex min-h-11 flex-wrap items-center justify-between gap-2 text-sm text-ash">
            <span><span aria-hidden className="mr-1 inline-block h-0.5 w-6 bg-ink align-middle" />foreseen <span aria-hidden className="mr-1 ml-3 inline-block w-6 border-t-4 border-dotted border-probe align-middle" />measured <span aria-hidden className="mr-1 ml-3 inline-block h-0.5 w-6 bg-ash align-middle" />hotter face</span>
            {held !== null && !cook.ended_at && <Button weight="quiet" onClick={() => setHeld(null)}>Back to now</Button>}
          </p>
        </section>
        <div className={`grid gap-4 ${grate ? "md:grid-cols-2" : ""}`}>
          {reference.data && <section aria-label="Face" className="plate p-4"><FaceView section={section} sinceOnS={since} colours={reference.data.colours} system={system} greyShare={piece.result.grey_rim_share} word={piece.result.finish_words[scale] ?? ""} marks={piece.result.marks_words ?? ""} label={`by the forecast at ${clockText(new Date(eat.getTime() + moment * 1000))}`} /></section>}
          {grate && <section aria-label="Grate" className="plate p-4"><GrateView grate={grate} zones={piece.result.zones} role={roleOf(piece.result, doing?.key)} where={doing?.name ?? (moment < onS ? "not on yet" : "on the board")} radiusMm={widthMm(section) / 2} system={system} /></section>}
        </div>
      </div>
    </div>
  );
}

/** Seconds since putting it on, in the foreseen cook, that match a moment of the real one: each step is stretched to its real length. */
function foreseenTime(blocks: { key: string; start: number; end: number }[], result: Cook["pieces"][number]["result"], moment: number, onS: number): number {
  const tasks = result.tasks.filter((t) => t.step);
  for (let i = tasks.length - 1; i >= 0; i--) {
    const task = tasks[i]!;
    const real = blocks.find((b) => b.key === task.key);
    const following = tasks[i + 1];
    const next = following && blocks.find((b) => b.key === following.key);
    if (!real || moment < real.start) continue;
    const length = Math.max(1, (next?.start ?? real.end) - real.start);
    const part = Math.min(1, (moment - real.start) / length);
    return task.start_s - result.on_s + part * (task.end_s - task.start_s);
  }
  return moment - onS;
}

function Steering({ cook }: { cook: Cook }) {
  const speed = useSpeed(cook.id);
  const hands = useHands(cook.id);
  const finish = useFinish(cook.id);
  const [sure, setSure] = useState(false);
  return (
    <section aria-label="Steering" className="plate flex flex-col gap-2 p-4">
      {cook.practice && (
        <>
          <fieldset className="m-0 flex gap-2 border-0 p-0">
            <legend className="mb-1 text-sm font-semibold">Clock of this practice</legend>
            {([1, 10, 60] as const).map((s) => <Button key={s} aria-pressed={cook.clock.speed === s} onClick={() => speed.mutate(s)} className="flex-1 aria-pressed:bg-ink aria-pressed:text-panel"><span className="figure text-lg">{s}×</span></Button>)}
          </fieldset>
          <label className="flex min-h-11 items-center gap-3"><input type="checkbox" checked={hands.isPending ? hands.variables === "plan" : cook.hands === "plan"} onChange={(e) => hands.mutate(e.target.checked ? "plan" : "mine")} className="accent-(--c-ember)" />Mark the steps for me</label>
        </>
      )}
      {sure ? (
        <p className="m-0 flex flex-wrap items-center gap-2 text-sm">End it now? It goes to the log as it stands.
          <Button onClick={() => finish.mutate(undefined)}>Yes, end it</Button><Button weight="quiet" onClick={() => setSure(false)}>No</Button></p>
      ) : <Button weight="quiet" className="self-start" onClick={() => setSure(true)}>End this cook early</Button>}
    </section>
  );
}

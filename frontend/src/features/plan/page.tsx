import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";

import { Problem } from "@/api/client";
import { type Reference, useKeepPlan, usePlan, useReference } from "@/api/hooks";
import { useHousehold } from "@/app/session";
import { FaceView } from "@/chart/face-view";
import { GrateView } from "@/chart/grate-view";
import { blockAt, lineOf } from "@/chart/line-model";
import { LineView } from "@/chart/line-view";
import type { Spot } from "@/chart/grate-model";
import { roleOf } from "@/chart/where";
import { unpacked, widthMm } from "@/chart/section";
import { Button, Failed, Mistake, Waiting } from "@/ui/controls";
import { clockText, phrase, tempText } from "@/units/units";

import { Answers } from "./answers";
import { Kept } from "./kept";
import { dayOf, type Draft, draftFor, eatAt, pieceToSend, remedied, remedies, timeOf, withPlace } from "./model";
import { Order } from "./order";
import { StartDialog } from "./start-dialog";
import { usePreview } from "./use-preview";

export function PlanPage() {
  const reference = useReference();
  const planId = useParams().planId;
  const plan = usePlan(planId ? Number(planId) : null);
  if (reference.isError) return <Failed error={reference.error} again={() => void reference.refetch()} />;
  if (plan.isError) return <Failed error={plan.error} again={() => void plan.refetch()} />;
  if (!reference.data || (planId && !plan.data)) return <Waiting what="Fetching the cuts and the fire…" />;
  const first = plan.data?.pieces[0];
  const eat = plan.data && new Date(plan.data.eat_at);
  const draft = first && eat
    ? { piece: first.inputs, thicknessText: String(first.inputs.thickness_mm), day: dayOf(eat), time: timeOf(eat) }
    : draftFor(reference.data);
  return <Planner key={planId ?? "new"} reference={reference.data} initial={draft} kept={plan.data ? { id: plan.data.id, title: plan.data.title } : null} />;
}

function Planner({ reference, initial, kept }: { reference: Reference; initial: Draft; kept: { id: number; title: string } | null }) {
  const household = useHousehold();
  const system = household.units;
  const [draft, setDraft] = useState(initial);
  const [moment, setMoment] = useState<number | null>(null);
  const preview = usePreview(draft);
  const keep = useKeepPlan();
  const navigate = useNavigate();
  const computed = useDeferredValue(preview.shown?.result);
  const result = preview.problem ? undefined : computed;
  const piece = preview.shown?.piece;
  const model = useMemo(() => (result ? lineOf(result) : null), [result]);
  const section = useMemo(() => (result ? unpacked(result.section) : null), [result]);
  const grate = result && (result.grate ?? reference.grates.find((g) => g.fire === result.fire)?.grate);
  const hour = eatAt(draft) ?? new Date();
  const sear = result?.steps.find((s) => s.name === "sear");
  const firstFire = result?.tasks.find((t) => t.key === "light") ?? result?.tasks.find((t) => t.lane === "fire");
  const at = moment ?? (result && sear ? result.on_s + sear.end_s - 5 : -600);
  const changed = JSON.stringify(draft) !== JSON.stringify(initial);
  useEffect(() => { keep.reset(); }, [draft]); // eslint-disable-line react-hooks/exhaustive-deps
  const keepIt = () => keep.mutate({ eat_at: hour.toISOString(), pieces: [pieceToSend(draft)] }, { onSuccess: (plan) => void navigate(`/plan/${plan.id}`) });
  const refused = keep.error instanceof Problem ? keep.error : null;
  const doing = model ? blockAt(model.blocks, "meat", at) : undefined;
  const role = result ? roleOf(result, doing?.key) : null;
  const shown = grate && { ...grate, fire: draft.piece.own_fire ?? grate.fire };
  const movePlace = (which: "gentle" | "sear", to: Spot) => { if (shown) setDraft(withPlace(draft, shown, which, to)); };
  const word = result?.finish_words[household.scale] ?? "";
  return (
    <div className="grid gap-4 pt-2 lg:grid-cols-[18.5rem_minmax(0,1fr)] xl:grid-cols-[18.500rem_minmax(0,1fr)_20rem]">
      <h1 className="sr-only">Plan a cook</h1>
      <section aria-label="Answers" className="plate p-4">
        <Answers draft={draft} onDraft={setDraft} reference={reference} problem={preview.problem ?? (refused?.of("eat_at") ? null : refused)} late={preview.late ?? refused} agencyC={computed?.minimum?.core_c ?? null} massG={piece?.mass_g ?? null} flipS={!computed || sear ? (computed?.flip_every_s ?? 30) : null} gentleC={computed?.zones.find((z) => z.role === "gentle")?.shown_c ?? null} />
      </section>
      <div className="flex min-w-0 flex-col gap-4">
        {preview.problem && (
          <div role="alert" className="plate border-alarm p-4">
            <h2 className="m-0 text-lg">This cannot be planned as it stands</h2>
            <p className="m-0">{phrase(system, preview.problem.errors[0]?.message ?? preview.problem.detail)}</p>
            {remedies(preview.problem.errors).length > 0 && (
              <>
                <p className="m-0 mt-2 text-sm text-ash">What would make it possible:</p>
                <ul className="m-0 flex list-none flex-wrap gap-2 p-0">
                  {remedies(preview.problem.errors).map(({ text, change }) => (
                    <li key={text} className={change ? "" : "flex min-h-11 items-center px-2"}>
                      {change ? <Button onClick={() => setDraft(remedied(draft, change))}>{phrase(system, text)}</Button> : phrase(system, text)}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </div>
        )}
        {!result || !model || !section ? (preview.problem ? null : <Waiting what="Working out the heat…" />) : (
          <>
            <section aria-label="In short" className="plate flex flex-wrap items-center gap-x-6 gap-y-1 px-4 py-2" aria-live="polite">
              {firstFire && <Key name={firstFire.key === "light" ? "Light" : "Heat"} value={clockText(new Date(hour.getTime() + firstFire.start_s * 1000))} />}
              <Key name="On" value={clockText(new Date(hour.getTime() + result.on_s * 1000))} />
              <Key name="Pull at" value={tempText(system, result.pull_c)} strong />
              <Key name="Ends at" value={tempText(system, result.peak_core_c)} note={result.peak_range_c ? `${tempText(system, result.peak_range_c.low).replace(/ .*/, "")}–${tempText(system, result.peak_range_c.high)}` : word} />
              <Key name="Eat" value={clockText(hour)} />
              <span className="ml-auto flex gap-2">
                {kept && !changed && <StartDialog planId={kept.id} title={kept.title} trigger={<Button weight="ember">Start</Button>} />}
                {(!kept || changed) && <Button weight="ember" onClick={keepIt} disabled={keep.isPending || preview.problem !== null}>Keep this plan</Button>}
              </span>
              <p className="m-0 w-full text-sm text-ash">{phrase(system, result.headline)}</p>
              {keep.error && !refused?.of("eat_at") && <Mistake>{keep.error.message}</Mistake>}
            </section>
            <section aria-label="Line" className="plate p-4"><LineView model={model} eatAt={hour} moment={at} onMoment={setMoment} system={system} revision={`${result.pull_c}/${piece?.thickness_mm}/${piece?.finish_c}`} /></section>
            <div className={`grid gap-4 ${grate ? "md:grid-cols-2" : ""}`}>
              <section aria-label="Face" className="plate p-4"><FaceView section={section} sinceOnS={at - result.on_s} colours={reference.colours} system={system} greyShare={result.grey_rim_share} word={word} marks={result.marks_words ?? ""} label={`cut open at ${clockText(new Date(hour.getTime() + at * 1000))}`} /></section>
              {shown && <section aria-label="Grate" className="plate p-4"><GrateView grate={shown} zones={result.zones} role={role} onMove={movePlace} where={doing ? doing.name : at < result.on_s ? "not on yet" : "on the board"} radiusMm={widthMm(section) / 2} system={system} /></section>}
            </div>
          </>
        )}
        <Kept system={system} />
      </div>
      {result && <section aria-label="Order of work" className="plate p-4 lg:col-span-2 xl:col-span-1"><h2 className="m-0 mb-1 text-lg">The order of the work</h2><Order result={result} eatAt={hour} system={system} moment={at} onMoment={setMoment} /></section>}
    </div>
  );
}

function Key({ name, value, note, strong }: { name: string; value: string; note?: string; strong?: boolean }) {
  return (
    <span className="flex flex-col leading-none">
      <span className="kicker">{name}</span>
      <span className={`figure ${strong ? "text-4xl text-ember" : "text-3xl"}`}>{value}</span>
      {note && <span className="text-xs text-ash">{note}</span>}
    </span>
  );
}

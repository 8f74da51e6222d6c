import { memo, useCallback, useDeferredValue, useMemo, useState } from "react";
import { useLocation, useNavigate, useParams, useSearchParams } from "react-router";

import type { Schemas } from "@/api/client";
import { type PieceIn, type Reference, usePlan, useReference } from "@/api/hooks";
import { useLearned } from "@/api/yard";
import { useDrafts } from "@/app/drafts";
import { useHousehold } from "@/api/household";
import { lineOf, lineOfMeal } from "@/chart/line-model";
import { LineView } from "@/chart/line-view";
import { unpacked } from "@/chart/section";
import { StartPlan } from "@/features/cook";
import { Button, Failed, Mistake, Waiting } from "@/ui/controls";
import { Restored } from "@/ui/restored";
import { phrase } from "@/units/units";

import { AddDish } from "./add-dish";
import { addPiece, Answers } from "./answers";
import { mealOf } from "./meal/model";
import { Brief } from "./brief";
import { Kept } from "./kept";
import { KeyMap, useKeys } from "./keys";
import {
  type Draft,
  draftFor,
  draftOf,
  draftWith,
  hourOf,
  type Looked,
  momentOf,
  MAX_PIECES,
  pieceOf,
  piecesToSend,
  remedied,
  withPiece,
} from "./model";
import { Order } from "./order";
import { type Panel, PANELS, Panels } from "./panels";
import { Refusal } from "./refusal";
import { TakeAlong } from "./take-along";
import { useDraft } from "./use-draft";
import { useKeeping } from "./use-keeping";
import { useLasting } from "./use-lasting";
import { usePick } from "./use-pick";
import { isOther, storedOf, usePreview } from "./use-preview";
import { ViewsOf } from "./views";
import { Tour } from "./tour";
import { withTastes } from "./tastes";
import { named } from "@/words/catalogue";
import { say } from "@/words/say";

const NOTHING: Schemas["TaskOut"][] = [];
const NOBODY: string[] = [];
const [LineOf, OrderOf, PanelsOf, KeptOf] = [memo(LineView), memo(Order), memo(Panels), memo(Kept)];

export function PlanPage() {
  const { eaters } = useHousehold();
  const usual = useReference();
  const learned = useLearned();
  const tastes = learned.data?.tastes;
  const cuts = useMemo(() => usual.data && withTastes(usual.data, tastes ?? []), [usual.data, tastes]);
  const reference = { ...usual, data: cuts };
  const planId = useParams().planId;
  const from = useSearchParams()[0].get("from");
  const given = (useLocation().state as { piece?: PieceIn } | null)?.piece;
  const plan = usePlan(planId ? Number(planId) : from ? Number(from) : null);
  if (reference.isError) return <Failed error={reference.error} again={() => void reference.refetch()} />;
  if (plan.isError) return <Failed error={plan.error} again={() => void plan.refetch()} />;
  // a plan that nobody has begun yet begins with what is liked: that is waited for, but not when it cannot be had
  if (!reference.data || ((planId ?? from) && !plan.data) || learned.isPending)
    return <Waiting what={say("screen-plan-fetching-the-cuts-and-the-fire")} />;
  const fresh = given ? draftWith(reference.data, given) : draftFor(reference.data, new Date(), eaters);
  const draft = !plan.data
    ? fresh
    : planId
      ? draftOf(plan.data)
      : { ...draftOf(plan.data, fresh.day), time: fresh.time };
  const kept =
    plan.data && planId
      ? {
          id: plan.data.id,
          version: plan.data.version,
          title: plan.data.title,
          pieces: plan.data.pieces.map((p) => p.result.cut_name),
        }
      : null;
  const key = plan.data
    ? JSON.stringify([
        planId ?? "again",
        plan.data.eat_at,
        plan.data.table,
        plan.data.pieces.map((p) => p.inputs),
      ])
    : JSON.stringify(given ?? "new");
  // what was begun from elsewhere is no plan that was left half made
  const name = kept ? `plan/${kept.id}` : from || given ? null : "plan/new";
  const stored = kept && plan.data ? storedOf(plan.data) : null;
  return (
    <Planner
      key={key}
      reference={reference.data}
      initial={draft}
      kept={kept}
      drafted={name}
      stored={stored}
    />
  );
}

/** So long what is shown may be of former answers before that is said. */
const FORMER_MS = 400;

interface KeptPlan {
  id: number;
  version: string;
  title: string;
  pieces: string[];
}

/** What was typed, and what the plan was when it was opened. */
interface Typed {
  draft: Draft;
  base: Draft;
  version: string | undefined;
}

function Planner({
  reference,
  initial,
  kept,
  drafted,
  stored,
}: {
  reference: Reference;
  initial: Draft;
  kept: KeptPlan | null;
  /** Under which name it survives a reload; null where it does not. */
  drafted: string | null;
  /** What the plan was saved with. */
  stored: Schemas["PreviewOut"] | null;
}) {
  const household = useHousehold();
  const system = household.units;
  const drafts = useDrafts<Typed>(drafted ?? "plan/other");
  const restored = drafted ? drafts.restored : null;
  // others may change the plan meanwhile: what it was when it was opened goes with what was typed
  const [opened] = useState({
    draft: restored?.base ?? initial,
    version: restored?.version ?? kept?.version,
  });
  const { put } = drafts;
  const typed = useCallback(
    (now: Draft) => drafted && put({ draft: now, base: opened.draft, version: opened.version }),
    [drafted, put, opened],
  );
  const {
    draft,
    set: setDraft,
    amend,
    undo,
    redo,
    begin,
    canUndo,
    canRedo,
  } = useDraft(restored?.draft ?? initial, typed);
  const [looked, setLooked] = useState<Looked>(null);
  const setMoment = useCallback((s: number) => setLooked(s), []);
  const setStep = useCallback((task: string) => setLooked({ task }), []);
  const [panel, setPanel] = useState<Panel>("ways");
  const pick = usePick(draft, amend);
  const preview = usePreview(draft, !pick.first, restored ? null : stored);
  const problem =
    pick.pending && preview.problem?.errors.some((e) => e.field.startsWith("remedy:"))
      ? null
      : preview.problem;
  const shown = problem ? null : preview.shown;
  // what is beside the line may come a moment later than the line itself
  const later = useDeferredValue(shown);
  const rested = useDeferredValue(draft);
  const { result, order = NOTHING } = shown ?? {};
  const model = useMemo(
    () => (shown ? lineOfMeal(shown.result, shown.others, shown.order, shown.lead_s) : null),
    [shown],
  );
  const own = useMemo(() => (result ? lineOf(result) : null), [result]);
  const section = useMemo(() => (result ? unpacked(result.section) : null), [result]);
  const cuts = draft.pieces.map((p) => p.piece.cut).join();
  const names = useMemo(
    () => cuts.split(",").map((key) => reference.cuts.find((c) => c.key === key)?.name ?? key),
    [cuts, reference],
  );
  const stamp = hourOf(draft, order)?.getTime() ?? null;
  const hour = useMemo(() => (stamp === null ? new Date() : new Date(stamp)), [stamp]);
  const sear = result?.steps.find((s) => s.name === "sear");
  const at = momentOf(looked, order) ?? (result && sear ? result.on_s + sear.end_s - 5 : -600);
  const changed = JSON.stringify({ ...draft, focus: 0 }) !== JSON.stringify({ ...initial, focus: 0 });
  const keeping = useKeeping(
    draft,
    hour,
    kept && { id: kept.id, ...opened },
    problem !== null,
    pick.pending || preview.stale,
    drafts.drop,
  );
  useKeys(
    useMemo(
      () => ({
        undo,
        redo,
        keep: keeping.keep,
        add: () => setDraft(addPiece(draft, reference)),
        focus: (i: number) => {
          if (i < draft.pieces.length) setDraft({ ...draft, focus: i });
        },
        step: (s: number) => setMoment(at + s),
        panel: (i: number) => setPanel(PANELS[i] ?? "ways"),
      }),
      [undo, redo, keeping.keep, draft, reference, at, setDraft, setMoment],
    ),
  );
  const navigate = useNavigate();
  /** With a side, a helper or a second grill it is a meal, which has its board. */
  const toMeal = (choice: string | null) => {
    const meal = mealOf(
      { pieces: piecesToSend(draft), eaters: draft.table.eaters ?? household.eaters },
      hour,
    );
    void navigate("/plan/meal", { state: { draft: meal, add: choice } });
  };
  const addDish = (choice: string) => {
    const cut = choice.startsWith("cut:") ? choice.slice("cut:".length) : null;
    if (cut && draft.pieces.length < MAX_PIECES) setDraft(withPiece(draft, reference, cut));
    else toMeal(choice);
  };
  const take = useCallback(
    (piece: number, change: { field: string; value: string }) =>
      setDraft(remedied({ ...rested, focus: piece }, change)),
    [rested, setDraft],
  );
  const elsewhere = problem ? pieceOf(problem.errors) : null;
  const mine = elsewhere === null || elsewhere === draft.focus ? problem : null;
  const anew = !changed && stored !== null && shown !== null && isOther(stored, shown);
  const former = useLasting(preview.stale, FORMER_MS);
  const word = named(result?.finish_words[household.scale] ?? "");
  const gentle = result?.zones.find((z) => z.role === "gentle")?.shown_c ?? null;
  return (
    <div className="grid gap-4 pt-2 lg:grid-cols-[18.5rem_minmax(0,1fr)] lg:grid-rows-[auto_auto_1fr] xl:grid-cols-[18.500rem_minmax(0,1fr)_20rem] xl:grid-rows-[auto_1fr]">
      <h1 className="sr-only">{say("screen-plan-plan-a-cook")}</h1>
      <section
        aria-label={say("screen-plan-answers")}
        className="plate flex flex-col p-4 lg:row-span-3 xl:row-span-2"
      >
        <div
          role="toolbar"
          aria-label={say("screen-plan-this-plan")}
          className="-mx-1 -mt-2 mb-1 flex items-center"
        >
          <AddDish cuts={reference.cuts} className="mr-auto" onAdd={addDish} />
          <Button weight="quiet" onClick={undo} disabled={!canUndo}>
            {say("screen-plan-undo")}
          </Button>
          <Button weight="quiet" onClick={redo} disabled={!canRedo}>
            {say("screen-plan-redo")}
          </Button>
          <KeyMap />
        </div>
        {restored && (
          <Restored
            onAnew={() => {
              drafts.drop();
              begin(initial);
            }}
          />
        )}
        <Tour />
        <Answers
          draft={draft}
          onDraft={setDraft}
          reference={reference}
          hour={hour}
          why={pick.why}
          methods={preview.shown?.methods ?? []}
          problem={mine ?? (keeping.refused?.of("eat_at") ? null : keeping.refused)}
          late={preview.late ?? keeping.refused}
          agencyC={shown?.result.minimum?.core_c ?? null}
          massG={shown?.piece.mass_g ?? null}
          gentleC={gentle}
          place={{
            rods: preview.shown?.result.on_rods ?? false,
            pan: preview.shown?.result.in_pan ?? false,
            lid: preview.shown?.result.has_lid ?? false,
          }}
          flipS={!result || sear ? (result?.flip_every_s ?? 30) : null}
        />
        <Button weight="quiet" className="self-start" onClick={() => toMeal(null)}>
          {say("screen-plan-helpers-and-grills")}
        </Button>
      </section>
      <div className="flex min-w-0 flex-col gap-4">
        {problem && (
          <Refusal problem={problem} draft={draft} onDraft={setDraft} system={system} names={names} />
        )}
        {!shown || !result || !model || !own || !section ? (
          preview.problem && problem ? null : (
            <div className="min-h-dvh">
              <Waiting what={say("common-working-out-the-heat")} />
            </div>
          )
        ) : (
          <>
            <section
              aria-label={say("screen-plan-in-short")}
              className={`plate relative flex flex-wrap items-center gap-x-6 gap-y-1 px-4 py-2 ${former ? "saturate-25" : ""}`}
              aria-live="polite"
              aria-busy={former}
            >
              {former && (
                <p className="absolute -top-1 right-3 m-0 bg-raised px-2 text-sm font-semibold">
                  {say("screen-plan-still-the-former-plan")}
                </p>
              )}
              <Brief
                draft={draft}
                onDraft={setDraft}
                result={result}
                order={order}
                hour={hour}
                word={word}
                system={system}
              />
              <span className="ml-auto flex flex-wrap gap-2">
                {kept && !changed && (
                  <StartPlan
                    id={kept.id}
                    title={kept.title}
                    pieces={kept.pieces}
                    trigger={<Button weight="ember">{say("screen-plan-start")}</Button>}
                  />
                )}
                {kept && changed && (
                  <Button weight="ember" onClick={keeping.change} disabled={keeping.busy}>
                    {say("common-keep-the-changes")}
                  </Button>
                )}
                {(!kept || changed) && (
                  <Button weight={kept ? "plain" : "ember"} onClick={keeping.keep} disabled={keeping.busy}>
                    {kept ? say("screen-plan-keep-as-another") : say("screen-plan-keep-this-plan")}
                  </Button>
                )}
              </span>
              {kept && !changed && <TakeAlong planId={kept.id} />}
              {keeping.error && !keeping.refused?.of("eat_at") && <Mistake>{keeping.error.message}</Mistake>}
              {anew && (
                <p className="order-last m-0 w-full text-sm text-ash">{say("screen-plan-planned-anew")}</p>
              )}
              {shown.notes.map((note) => (
                <p key={note} className="order-last m-0 w-full border-l-4 border-agency pl-2 text-sm">
                  {phrase(system, note)}
                </p>
              ))}
            </section>
            <section aria-label={say("screen-plan-line")} className="plate p-4">
              <LineOf
                model={model}
                eatAt={hour}
                moment={at}
                onMoment={setMoment}
                system={system}
                revision={`${result.pull_c}/${shown.piece.thickness_mm}/${shown.piece.finish_c}`}
              />
            </section>
            <ViewsOf
              result={result}
              own={own}
              section={section}
              reference={reference}
              draft={draft}
              onDraft={setDraft}
              at={at}
              hour={hour}
              word={word}
            />
          </>
        )}
      </div>
      {later && (
        <section
          aria-label={say("common-order-of-work")}
          className="plate p-4 lg:col-start-2 xl:col-start-3 xl:row-span-2 xl:row-start-1"
        >
          <h2 className="m-0 mb-1 text-lg">{say("common-the-order-of-the-work")}</h2>
          <OrderOf
            result={later.result}
            focus={preview.focus}
            order={later.order}
            cautions={later.cautions}
            names={later.others.length > 0 ? names : NOBODY}
            eatAt={hour}
            system={system}
            moment={at}
            onStep={setStep}
            onRemedy={take}
          />
        </section>
      )}
      <div className="flex min-w-0 flex-col gap-4 lg:col-start-2">
        {later && (
          <PanelsOf
            draft={rested}
            onDraft={setDraft}
            reference={reference}
            system={system}
            panel={panel}
            onPanel={setPanel}
          />
        )}
        <KeptOf system={system} />
      </div>
    </div>
  );
}

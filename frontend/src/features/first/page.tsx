import { type ReactNode, useCallback, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";

import { Problem } from "@/api/client";
import { type Reference, useBoards, useKeepPlan, usePlan, useReference, useStartCook } from "@/api/hooks";
import { useHousehold } from "@/api/household";
import { BoardPicture } from "@/chart/board-picture";
import { ownKey } from "@/chart/foreseen";
import {
  AnswerField,
  FireChoice,
  answerOf,
  anchorAt,
  draftFor,
  focused,
  piecesToSend,
  usePick,
  withAnswers,
} from "@/features/plan";
import { Button, Failed, Field, Mistake, Waiting } from "@/ui/controls";
import { HourField } from "@/ui/hour-field";
import { clockText, dayText, lengthText, phrase, tempText, weightText } from "@/units/units";
import { named } from "@/words/catalogue";
import { say } from "@/words/say";

const STAGES = ["shop", "lay", "begin"] as const;
type Stage = (typeof STAGES)[number];

/** A first steak: one path, one thing at a time. The plan and the cook are those of everybody else. */
export function FirstPage() {
  const reference = useReference();
  const planId = Number(useParams().planId) || null;
  const [params] = useSearchParams();
  const asked = params.get("at");
  const stage: Stage = STAGES.find((s) => s === asked) ?? "shop";
  if (reference.isError) return <Failed error={reference.error} again={() => void reference.refetch()} />;
  if (!reference.data) return <Waiting what={say("screen-first-looking-at-the-yard")} />;
  return planId === null ? <When reference={reference.data} /> : <Planned planId={planId} stage={stage} />;
}

/** The frame of every stage: how far along, one heading, why. */
function Step({
  number,
  title,
  why,
  children,
}: {
  number: number;
  title: string;
  why: string;
  children: ReactNode;
}) {
  return (
    <section aria-label={title} className="mx-auto flex w-full max-w-2xl flex-col gap-5 pt-2 pb-28">
      <p className="kicker m-0">
        {say("screen-first-your-first-steak")} · {say("screen-first-of-four", { number })}
      </p>
      <div>
        <h1 className="m-0 text-4xl leading-none">{title}</h1>
        <p className="m-0 mt-2 text-lg">{why}</p>
      </div>
      {children}
    </section>
  );
}

const NEXT = "min-h-16 px-6 text-2xl";

/** On which fire, and when to eat: the only questions. */
function When({ reference }: { reference: Reference }) {
  const { units: system, eaters } = useHousehold();
  const go = useNavigate();
  const keep = useKeepPlan();
  const [draft, setDraft] = useState(() => draftFor(reference, new Date(), eaters));
  const amend = useCallback((change: (d: typeof draft) => typeof draft) => setDraft(change), []);
  const picking = usePick(draft, amend);
  const each = focused(draft);
  const method = reference.methods.find((m) => m.key === each.piece.method);
  const eat = anchorAt(draft);
  const refused = keep.error instanceof Problem ? keep.error : null;
  const onTime = refused?.of("eat_at");
  const offered = onTime?.suggestion ? new Date(onTime.suggestion) : null;
  const make = (at: Date) =>
    keep.mutate(
      { eat_at: at.toISOString(), pieces: piecesToSend(draft), table: draft.table },
      { onSuccess: (plan) => void go(`/first/${plan.id}`) },
    );
  return (
    <Step
      number={1}
      title={say("screen-first-when-do-you-eat")}
      why={say("screen-first-everything-is-counted-back")}
    >
      <Field label={say("screen-first-eat-at")} error={onTime && phrase(system, onTime.message)}>
        {({ id, describedBy, invalid }) => (
          <span className="flex flex-wrap items-center gap-3">
            <HourField
              id={id}
              describedBy={describedBy}
              invalid={invalid}
              className="w-36 text-3xl"
              value={draft.time}
              onChange={(time) => setDraft({ ...draft, time })}
            />
            {eat && <span className="text-ash">{dayText(eat)}</span>}
          </span>
        )}
      </Field>
      <FireChoice
        piece={each.piece}
        fires={method?.fires ?? []}
        onPiece={(change) => setDraft(withAnswers(draft, change))}
        error={undefined}
      />
      <AnswerField
        answer={answerOf("at_risk")}
        piece={each.piece}
        onChange={(change) => setDraft(withAnswers(draft, change))}
        error={undefined}
      >
        <Link to="/guide#danger:agency" className="text-ink underline">
          {say("screen-answers-why-it-matters")}
        </Link>
      </AnswerField>
      {keep.error && !onTime && (
        <Mistake>{phrase(system, refused?.errors[0]?.message ?? keep.error.message)}</Mistake>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <Button
          weight="ember"
          className={NEXT}
          disabled={!eat || keep.isPending || picking.pending}
          onClick={() => make(offered ?? eat!)}
        >
          {keep.isPending
            ? say("screen-first-being-worked-out")
            : offered
              ? say("screen-first-eat-at-instead", { clock: clockText(offered) })
              : say("screen-first-what-do-i-buy")}
        </Button>
        <Link to="/plan" className="flex min-h-11 items-center text-ink underline">
          {say("screen-first-i-have-done-this-before")}
        </Link>
      </div>
    </Step>
  );
}

function Planned({ planId, stage }: { planId: number; stage: Stage }) {
  const plan = usePlan(planId);
  const [, setParams] = useSearchParams();
  const to = (next: Stage) => setParams({ at: next });
  if (plan.isError) return <Failed error={plan.error} again={() => void plan.refetch()} />;
  if (!plan.data) return <Waiting what={say("screen-first-being-worked-out")} />;
  const piece = plan.data.pieces[0]!.inputs;
  if (stage === "shop")
    return (
      <Shop
        cut={piece.cut}
        thicknessMm={piece.thickness_mm!}
        massG={piece.mass_g ?? null}
        onNext={() => to("lay")}
      />
    );
  if (stage === "lay") return <Lay kit={plan.data.kit} onNext={() => to("begin")} />;
  return <Begin plan={plan.data} />;
}

function Shop({
  cut,
  thicknessMm,
  massG,
  onNext,
}: {
  cut: string;
  thicknessMm: number;
  massG: number | null;
  onNext: () => void;
}) {
  const system = useHousehold().units;
  const boards = useBoards();
  const reference = useReference().data;
  const board = boards.data?.find((b) => b.cut === cut);
  const known = reference?.cuts.find((c) => c.key === cut);
  const grams = massG ?? known?.typical_mass_g ?? null;
  // the picture and the words that come with it would push the button away from under a finger
  if (boards.isPending) return <Waiting what={say("screen-first-being-worked-out")} />;
  return (
    <Step number={2} title={say("screen-first-buy-one-thing")} why={say("screen-first-a-thick-one-forgives")}>
      {board && known && (
        <BoardPicture
          board={board}
          label={say("screen-on-the-board-drawn-from-above", { name: known.name })}
          className="max-h-72 w-full rounded-bar bg-raised"
        />
      )}
      <p className="m-0 text-2xl font-bold">
        {known?.name}, {lengthText(system, thicknessMm)}
        {grams !== null && <>, {weightText(system, grams)}</>}
      </p>
      {board && <p className="m-0 text-lg">{phrase(system, board.ask)}</p>}
      <p className="m-0 border-l-4 border-agency pl-2">{say("screen-first-keep-it-in-the-fridge")}</p>
      <Button weight="ember" className={NEXT} onClick={onNext}>
        {say("screen-first-i-have-it")}
      </Button>
    </Step>
  );
}

function Lay({ kit, onNext }: { kit: readonly string[]; onNext: () => void }) {
  const [there, setThere] = useState<readonly string[]>([]);
  return (
    <Step
      number={3}
      title={say("screen-first-lay-it-out")}
      why={say("screen-first-once-it-is-on-there-is-no")}
    >
      <ul className="m-0 flex list-none flex-col gap-1 p-0">
        {kit.map((thing) => (
          <li key={thing}>
            <label className="flex min-h-12 items-center gap-3 rounded-bar bg-raised px-3 text-lg has-checked:text-ash has-checked:line-through">
              <input
                type="checkbox"
                className="size-6 accent-[var(--color-ember)]"
                checked={there.includes(thing)}
                onChange={() =>
                  setThere(there.includes(thing) ? there.filter((t) => t !== thing) : [...there, thing])
                }
              />
              {phrase("us", thing)}
            </label>
          </li>
        ))}
      </ul>
      <Button weight="ember" className={NEXT} onClick={onNext}>
        {there.length === kit.length ? say("screen-first-all-of-it-is-there") : say("screen-first-go-on")}
      </Button>
    </Step>
  );
}

type Plan = NonNullable<ReturnType<typeof usePlan>["data"]>;

/** The hours in one look, then the fire: for real, or once as practice. */
function Begin({ plan }: { plan: Plan }) {
  const start = useStartCook();
  const go = useNavigate();
  const eat = new Date(plan.eat_at);
  const at = (s: number) => clockText(new Date(eat.getTime() + s * 1000));
  const begin = (practice: boolean) =>
    start.mutate(
      { id: plan.id, body: { practice, speed: practice ? 10 : 1 } },
      { onSuccess: (cook) => void go(`/cook/${cook.id}/one`, { state: { focus: true } }) },
    );
  const { units: system, scale } = useHousehold();
  const { result } = plan.pieces[0]!;
  const steps = plan.order.filter((t) => ownKey(t.key) !== "shop");
  return (
    <Step
      number={4}
      title={say("screen-first-then-it-is-one-thing-at-a-time")}
      why={say("screen-first-you-are-told-when-and-why")}
    >
      <ol className="m-0 flex list-none flex-col gap-1 p-0">
        {steps.map((task) => (
          <li key={task.key} className="flex items-center gap-3 border-b border-seam py-1 last:border-0">
            <span className="figure w-16 shrink-0 text-ash">{at(task.start_s)}</span>
            <span>
              {task.name}
              {result.cautions
                .filter((c) => c.place === ownKey(task.key))
                .map((c) => (
                  <span key={c.key} className="mt-1 block border-l-4 border-agency pl-2 text-sm">
                    {phrase(system, c.text)}
                  </span>
                ))}
            </span>
          </li>
        ))}
      </ol>
      <p className="m-0 border-l-4 border-agency pl-2">
        {say("screen-first-it-ends-at", {
          finish: tempText(system, result.finish_c),
          word: named(result.finish_words[scale] ?? ""),
        })}{" "}
        {result.minimum &&
          say("screen-first-the-agency-says", { words: phrase(system, result.minimum.words) })}{" "}
        <Link to={`/plan/${plan.id}`} className="text-ink underline">
          {say("screen-first-choose-another-finish")}
        </Link>
      </p>
      {start.error && <Mistake>{start.error.message}</Mistake>}
      <div className="flex flex-wrap items-center gap-3">
        <Button weight="ember" className={NEXT} disabled={start.isPending} onClick={() => begin(false)}>
          {say("screen-first-begin")}
        </Button>
        <Button disabled={start.isPending} onClick={() => begin(true)}>
          {say("screen-first-practise-it-first")}
        </Button>
      </div>
      <p className="m-0 text-sm text-ash">{say("screen-first-practice-runs-ten-times-as-fast")}</p>
    </Step>
  );
}

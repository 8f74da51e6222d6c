import { Collapsible } from "radix-ui";
import { useState } from "react";
import { Link } from "react-router";

import { Problem, type Schemas } from "@/api/client";
import { type Reference, usePreferences, useReference } from "@/api/hooks";
import { useGrills } from "@/api/yard";
import { useHousehold } from "@/api/household";
import { Doneness } from "@/chart/doneness";
import { lookOf } from "@/chart/look";
import { Chips } from "@/ui/chips";
import { Button, Choice, Field } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { DayField } from "@/ui/day-field";
import { HourField } from "@/ui/hour-field";
import { dayOf, timeOf } from "@/units/typed";
import { clockText, dayText, phrase, thickness } from "@/units/units";

import {
  answerOf,
  belowAgency,
  type Draft,
  finishRange,
  focused,
  MAX_PIECES,
  type SearPlace,
  withAnswers,
  withCut,
  withMethod,
  withoutPiece,
  withPiece,
  withThickness,
} from "./model";
import { AnswerField, explained } from "./answer-field";
import { ByPicture } from "./by-picture";
import { FireChoice } from "./fire-choice";
import { LastTime } from "./last-time";
import { More } from "./more";
import { Tastes } from "./tastes";
import { say } from "@/words/say";

interface Props {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  reference: Reference;
  problem: Problem | null;
  late: Problem | null;
  agencyC: number | null;
  massG: number | null;
  /** The flip interval that the plan uses; null where nothing is flipped. */
  flipS: number | null;
  /** The gentle zone's temperature that the plan uses. */
  gentleC: number | null;
  /** The hour of eating as it follows from the fixed moment. */
  hour: Date | null;
  /** What the sear is on. */
  place: SearPlace;
  why: string | null;
  /** Every method, with why it doesn't suit the piece; none before a plan is there. */
  methods: Schemas["PreviewOut"]["methods"];
}

/** The three answers, and everything else behind a fold. */
export function Answers({
  draft,
  onDraft,
  reference,
  problem,
  late,
  agencyC,
  massG,
  flipS,
  gentleC,
  hour,
  place,
  why,
  methods,
}: Props) {
  const household = useHousehold();
  const system = household.units;
  const [open, setOpen] = useState(false);
  const each = focused(draft);
  const scale = reference.scales.find((s) => s.key === household.scale) ?? reference.scales[0]!;
  const other = reference.scales.find((s) => s.key !== scale.key) ?? scale;
  const preferences = usePreferences();
  const usual = useReference();
  const grills = useGrills().data ?? [];
  const set = (change: Partial<typeof each.piece>) => onDraft(withAnswers(draft, change));
  const wrong = (field: string) => {
    const e = problem?.of(field);
    return e ? phrase(system, e.message) : undefined;
  };
  const cut = reference.cuts.find((c) => c.key === each.piece.cut);
  const method = reference.methods.find((m) => m.key === each.piece.method);
  const kinds = grills.map((grill) => grill.kind);
  const suited = methods.filter((m) => !m.why || m.key === each.piece.method);
  const tooSoon = late?.of("eat_at");
  const offered = tooSoon?.suggestion ? new Date(tooSoon.suggestion) : null;
  const choice = belowAgency(each, reference);
  const finish = each.piece.finish_c ?? cut?.default_finish_c ?? 55;
  const eating =
    draft.anchor === "eat"
      ? { day: draft.day, time: draft.time }
      : { day: hour ? dayOf(hour) : draft.day, time: hour ? timeOf(hour) : draft.time };
  const eat = (change: Partial<typeof eating>) => onDraft({ ...draft, anchor: "eat", ...eating, ...change });
  return (
    <form
      aria-label={say("screen-answers-what-you-cook")}
      className="flex flex-col gap-4"
      onSubmit={(e) => e.preventDefault()}
    >
      <Pieces draft={draft} onDraft={onDraft} reference={reference} />
      <Choice
        label={say("screen-answers-what")}
        value={each.piece.cut}
        options={reference.cuts
          .filter((c) => !c.is_side || c.key === each.piece.cut)
          .map((c) => ({ ...c, group: c.group[0]!.toUpperCase() + c.group.slice(1) }))}
        onChange={(key) => onDraft(withCut(draft, reference, key))}
        hint={cut && `${cut.note}.`}
        error={wrong("cut")}
        help={explained(answerOf("cut"), each.piece.cut)}
      />
      <ByPicture
        cut={cut}
        cuts={reference.cuts.filter((c) => !c.is_side)}
        onPick={(key) => onDraft(withCut(draft, reference, key))}
      />
      <AnswerField answer={answerOf("count")} piece={each.piece} onChange={set} error={wrong("count")} />
      <LastTime cut={each.piece.cut} />
      <Quantity
        label={say("screen-answers-how-thick")}
        value={each.piece.thickness_mm}
        scale={thickness(system)}
        low={8}
        high={Math.max(76, (cut?.typical_thickness_mm ?? 0) * 1.5)}
        error={wrong("thickness_mm")}
        onChange={(mm, text) => onDraft(withThickness(draft, mm, text))}
      />
      <Field
        label={say("screen-answers-when-to-eat")}
        hint={draft.anchor === "eat" ? undefined : say("screen-answers-it-follows-from-the-hour-that")}
        error={
          tooSoon && (
            <span className="flex flex-wrap items-center gap-2">
              {phrase(system, tooSoon.message)}
              {offered && (
                <Button
                  onClick={() =>
                    onDraft({ ...draft, anchor: "eat", day: dayOf(offered), time: timeOf(offered) })
                  }
                >
                  {say("screen-answers-eat-at", {
                    offered: clockText(offered),
                    value: dayOf(offered) === dayOf(new Date()) ? "" : `, ${dayText(offered)}`,
                  })}
                </Button>
              )}
            </span>
          )
        }
      >
        {({ id, describedBy, invalid }) => (
          <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,2fr)] items-start gap-2">
            <HourField
              id={id}
              describedBy={describedBy}
              invalid={invalid}
              className="text-lg"
              value={eating.time}
              onChange={(time) => eat({ time })}
            />
            <DayField
              label={say("screen-answers-day")}
              invalid={invalid}
              className="min-w-0"
              value={eating.day}
              onChange={(day) => eat({ day })}
            />
          </div>
        )}
      </Field>
      {methods.length === 0 && <div className="min-h-44" />}
      {suited.length > 1 && (
        <Chips
          label={say("screen-answers-method")}
          value={each.piece.method ?? ""}
          options={suited}
          onChange={(key) => onDraft(withMethod(draft, reference, key, kinds))}
          error={wrong("method")}
        />
      )}
      <FireChoice
        piece={each.piece}
        fires={method?.fires ?? []}
        onPiece={set}
        error={wrong("fire") ?? wrong("x_mm") ?? wrong("wanted_c")}
      />
      {why && <p className="m-0 border-l-4 border-ember pl-2 text-sm">{phrase(system, why)}</p>}
      <Doneness
        scale={scale}
        look={lookOf(reference, each.piece.cut)}
        value={finish}
        onChange={(c) => set({ finish_c: c })}
        agencyC={agencyC}
        system={system}
        {...finishRange(cut)}
        words={cut?.group !== "vegetable"}
      />
      {cut?.group !== "vegetable" && (
        <p className="m-0 -mt-2 flex flex-wrap items-center gap-x-2 text-sm text-ash">
          {scale.name}
          <Button
            weight="quiet"
            onClick={() => preferences.mutate({ scale: other.key as "kitchen" | "home" })}
          >
            {say("screen-answers-use-the", { split: other.name.split(" (")[0]!.toLowerCase() })}
          </Button>
          <Link to="/guide#school:words" className="text-ink underline decoration-seam underline-offset-4">
            {say("screen-answers-which")}
          </Link>
        </p>
      )}
      <Tastes
        piece={each.piece}
        usualC={usual.data?.cuts.find((c) => c.key === each.piece.cut)?.default_finish_c}
        system={system}
        onSet={set}
      />
      {wrong("finish_c") && problem && (
        <p role="alert" className="m-0 border-l-4 border-alarm pl-2 text-sm text-alarm">
          {wrong("finish_c")}
        </p>
      )}
      {choice === "recorded" && (
        <AnswerField
          answer={answerOf("below_agency_accepted")}
          piece={each.piece}
          onChange={set}
          error={undefined}
        />
      )}
      {choice === "never" && (
        <p className="m-0 text-sm text-ash">{say("screen-answers-poultry-is-never-planned-below-the")}</p>
      )}
      <AnswerField answer={answerOf("at_risk")} piece={each.piece} onChange={set} error={undefined}>
        <Link to="/guide#danger:agency" className="text-ink underline">
          {say("screen-answers-why-it-matters")}
        </Link>
      </AnswerField>
      <Collapsible.Root open={open} onOpenChange={setOpen} className="border-t-2 border-seam pt-2">
        <Collapsible.Trigger className="group flex min-h-11 w-full items-center justify-between font-semibold [font-stretch:85%]">
          {say("screen-answers-everything-else")}{" "}
          <span aria-hidden className="text-ember group-data-[state=open]:rotate-90">
            ▸
          </span>
        </Collapsible.Trigger>
        <Collapsible.Content>
          <More
            draft={draft}
            onDraft={onDraft}
            reference={reference}
            wrong={wrong}
            massG={massG}
            flipS={flipS}
            gentleC={gentleC}
            place={place}
            kinds={kinds}
          />
        </Collapsible.Content>
      </Collapsible.Root>
    </form>
  );
}

/** The pieces of the meal; one of them is in focus. */
function Pieces({ draft, onDraft, reference }: Pick<Props, "draft" | "onDraft" | "reference">) {
  const nameOf = (key: string) => reference.cuts.find((c) => c.key === key)?.name ?? key;
  if (draft.pieces.length < 2) return null;
  return (
    <div role="group" aria-label={say("screen-answers-pieces")} className="flex flex-col gap-1">
      {draft.pieces.map((each, i) => (
        <div key={i} className={`flex items-center rounded-bar ${i === draft.focus ? "bg-raised" : ""}`}>
          <button
            type="button"
            aria-pressed={i === draft.focus}
            onClick={() => onDraft({ ...draft, focus: i })}
            className="flex min-h-11 flex-1 items-center gap-2 px-2 text-left"
          >
            <span
              aria-hidden
              className={`figure inline-flex h-6 w-6 items-center justify-center rounded-bar text-sm ${i === draft.focus ? "bg-ember text-on-ember" : "bg-seam text-ink"}`}
            >
              {i + 1}
            </span>
            <span className="font-semibold [font-stretch:85%]">
              {nameOf(each.piece.cut)}
              {(each.piece.count ?? 1) > 1 && ` ×${each.piece.count}`}
            </span>
          </button>
          <Button
            weight="quiet"
            aria-label={say("screen-answers-take-away", { name_of: nameOf(each.piece.cut) })}
            onClick={() => onDraft(withoutPiece(draft, i))}
          >
            {say("screen-answers-away")}
          </Button>
        </div>
      ))}
    </div>
  );
}

export const addPiece = (draft: Draft, reference: Reference) =>
  draft.pieces.length < MAX_PIECES ? withPiece(draft, reference) : draft;

import { useState } from "react";

import { answer, client, type Problem, type Schemas } from "@/api/client";
import { useLatest } from "@/api/latest";

import { anchorAt, type Draft, piecesToSend } from "./model";

export interface Preview {
  shown: Schemas["PreviewOut"] | null;
  /** The piece that `shown` has in full. */
  focus: number;
  problem: Problem | null;
  /** An hour that cannot be met; the plan itself stands. */
  late: Problem | null;
  /** What is shown is of former answers: those that stand now are being worked out. */
  stale: boolean;
}

/** Ranges take both cores of a small machine: they wait until nothing moves. */
const IDLE_MS = 800;

/** What a plan of one piece was saved with: shown until it is worked out anew. */
export const storedOf = (plan: Schemas["PlanOut"]): Schemas["PreviewOut"] | null => {
  const [piece, ...others] = plan.pieces;
  if (!piece || others.length > 0) return null;
  const { cautions, lead_s } = piece.result;
  return {
    piece: piece.inputs,
    result: piece.result,
    others: [],
    order: plan.order,
    cautions,
    notes: plan.notes,
    lead_s,
    eat_at: plan.eat_at,
    earliest: plan.eat_at,
    methods: [],
  };
};

/** Half a degree, or half a minute: what is nearer is written alike. */
const [OTHER_K, OTHER_S] = [0.5, 30];

/** Whether a plan is another than the one that was saved, as a cook would see it. */
export const isOther = (saved: Schemas["PreviewOut"], now: Schemas["PreviewOut"]) =>
  Math.abs(saved.result.pull_c - now.result.pull_c) > OTHER_K ||
  Math.abs(saved.lead_s - now.lead_s) > OTHER_S;

interface Question {
  /** Pieces and focus, as JSON: a quick answer and one with ranges are of the same question. */
  body: string;
  anchor: Schemas["PreviewIn"]["anchor"];
}

const askPlan = (quick: boolean) => async (of: Question, signal: AbortSignal) => {
  const { pieces, focus } = JSON.parse(of.body) as Pick<Schemas["PreviewIn"], "pieces" | "focus">;
  const body = { pieces, focus, quick, ranges: !quick, anchor: of.anchor };
  return answer(client.POST("/api/plans/preview", { body, signal }));
};
const [askQuick, askWhole] = [askPlan(true), askPlan(false)];

/** The computed plan of a draft: a quick one while something moves, the whole with ranges and the hour checked once it
 * rests; nothing before the draft is ready. What was stored with it stands until the whole comes. */
export function usePreview(draft: Draft, ready = true, stored: Schemas["PreviewOut"] | null = null): Preview {
  const body = JSON.stringify({ pieces: piecesToSend(draft), focus: draft.focus });
  const at = anchorAt(draft)?.toISOString() ?? null;
  const [saved] = useState(stored && { of: { body }, shown: stored, at: 0 });
  const isSaved = saved?.of.body === body;
  const quick = useLatest("plan, quick", ready && !isSaved ? { body, anchor: null } : null, askQuick, {
    follow: true,
  });
  const anchor = at === null ? null : { what: draft.anchor, at };
  const whole = useLatest("plan", ready ? { body, anchor } : null, askWhole, { restMs: IDLE_MS });

  // of this question, the fuller first; else the newest
  const answers = [whole, quick, saved].filter((a) => a?.shown);
  const best = answers.find((a) => a?.of?.body === body) ?? answers.sort((a, b) => b!.at - a!.at)[0];
  const isAnswered = best?.of?.body === body;
  return {
    shown: best?.shown ?? null,
    focus: best?.of ? ((JSON.parse(best.of.body) as { focus?: number }).focus ?? 0) : 0,
    problem: isSaved || whole.of?.body === body ? null : quick.problem,
    late: whole.problem?.of("eat_at") ? whole.problem : null,
    stale: !(isAnswered || quick.settled),
  };
}

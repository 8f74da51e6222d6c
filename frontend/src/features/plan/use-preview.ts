import { useEffect, useRef, useState } from "react";

import { answer, client, Problem, type Schemas } from "@/api/client";

import { anchorAt, type Draft, piecesToSend } from "./model";
import { say } from "@/words/say";

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

interface Answered extends Omit<Preview, "stale"> {
  /** Of which answers all this is. */
  of: string | null;
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
  };
};

/** Half a degree, or half a minute: what is nearer is written alike. */
const [OTHER_K, OTHER_S] = [0.5, 30];

/** Whether a plan is another than the one that was saved, as a cook would see it. */
export const isOther = (saved: Schemas["PreviewOut"], now: Schemas["PreviewOut"]) =>
  Math.abs(saved.result.pull_c - now.result.pull_c) > OTHER_K ||
  Math.abs(saved.lead_s - now.lead_s) > OTHER_S;

/** The computed plan of a draft: a quick one while something moves, the whole with ranges and the hour checked once it
 * rests; nothing before the draft is ready. What was stored with it stands until the whole comes. */
export function usePreview(draft: Draft, ready = true, stored: Schemas["PreviewOut"] | null = null): Preview {
  const body = JSON.stringify({ pieces: piecesToSend(draft), focus: draft.focus });
  const [state, setState] = useState<Answered>({
    shown: stored,
    focus: 0,
    problem: null,
    late: null,
    of: stored && body,
  });
  const running = useRef(false);
  const wanted = useRef<string | null>(null);
  /** The draft whose ranges are shown already: a plain answer for it must not take them away. */
  const ranged = useRef<string | null>(stored && body);
  /** Aborted when the page is left, so that nothing is asked on behalf of who has signed out. */
  const left = useRef(new AbortController());
  useEffect(() => {
    left.current = new AbortController();
    return () => left.current.abort();
  }, []);
  const at = anchorAt(draft)?.toISOString() ?? null;

  useEffect(() => {
    if (!ready || (stored && ranged.current === body)) return;
    wanted.current = body;
    const run = async () => {
      if (running.current) return;
      running.current = true;
      try {
        while (wanted.current) {
          const sent = wanted.current;
          wanted.current = null;
          const asked = JSON.parse(sent) as Pick<Schemas["PreviewIn"], "pieces" | "focus">;
          try {
            const shown = await answer(
              client.POST("/api/plans/preview", {
                body: { ...asked, ranges: false, quick: true },
                signal: left.current.signal,
              }),
            );
            setState((s) =>
              ranged.current === sent
                ? { ...s, problem: null, of: sent }
                : { ...s, shown, focus: asked.focus ?? 0, problem: null, of: sent },
            );
          } catch (error) {
            if (left.current.signal.aborted) return;
            setState((s) => ({
              ...s,
              of: sent,
              problem:
                error instanceof Problem
                  ? error
                  : new Problem(0, say("screen-use-preview-the-server-does-not-answer-your"), []),
            }));
          }
        }
      } finally {
        running.current = false;
      }
    };
    void run();
  }, [body, ready, stored]);

  useEffect(() => {
    if (!ready) return;
    const stale = new AbortController();
    const timer = window.setTimeout(() => {
      const asked = JSON.parse(body) as Pick<Schemas["PreviewIn"], "pieces" | "focus">;
      const check = answer(
        client.POST("/api/plans/preview", {
          body: { ...asked, ranges: true, quick: false, anchor: at ? { what: draft.anchor, at } : null },
          signal: stale.signal,
        }),
      );
      check.then(
        (shown) => {
          if (!stale.signal.aborted) {
            ranged.current = body;
            setState((s) => ({ ...s, shown, focus: asked.focus ?? 0, problem: null, late: null, of: body }));
          }
        },
        (error: unknown) => {
          if (!stale.signal.aborted && error instanceof Problem)
            setState((s) => ({ ...s, late: error.of("eat_at") ? error : null }));
        },
      );
    }, IDLE_MS);
    return () => {
      stale.abort();
      window.clearTimeout(timer);
    };
  }, [body, at, draft.anchor, ready]);

  return { ...state, stale: state.of !== body };
}

import { useState } from "react";

import { answer, client } from "@/api/client";
import { useLatest } from "@/api/latest";

import { anchorAt, type Draft, focused, withPick } from "./model";

const IDLE_MS = 350;

export interface Picking {
  why: string | null;
  /** Brasko has not made up its mind yet: what cannot be had so may well be had its way. */
  pending: boolean;
  /** Nothing was picked yet: what the draft holds is nobody's choice, and not of the household's grills. */
  first: boolean;
}

/** Lets Brasko pick method, fire, salt and rest for the piece in focus, and says why. */
export function usePick(draft: Draft, amend: (change: (draft: Draft) => Draft) => void): Picking {
  const { piece, auto } = focused(draft);
  const { cut, thickness_mm } = piece;
  const eat_at = draft.anchor === "eat" ? (anchorAt(draft)?.toISOString() ?? null) : null;
  const question = auto && thickness_mm !== null ? { cut, thickness_mm, eat_at } : null;
  const [first, setFirst] = useState(true);
  const { shown, fresh, settled } = useLatest(
    "pick",
    question,
    async (body, signal) => {
      const picked = await answer(client.POST("/api/plans/pick", { body, signal }));
      // before it counts as picked: nothing is planned on what the draft held until then
      if (!signal.aborted) amend((d) => withPick(d, picked.piece));
      return picked;
    },
    { restMs: first ? 0 : IDLE_MS },
  );
  if (first && settled) setFirst(false);
  return {
    why: fresh && shown ? shown.why : null,
    pending: question !== null && !settled,
    first: question !== null && first,
  };
}

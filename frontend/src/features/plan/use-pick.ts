import { useEffect, useState } from "react";

import { answer, client } from "@/api/client";

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
  const [done, setDone] = useState<{ key: string; why: string | null } | null>(null);
  const each = focused(draft);
  const { cut, thickness_mm } = each.piece;
  const at = draft.anchor === "eat" ? (anchorAt(draft)?.toISOString() ?? null) : null;
  const first = done === null;
  const wait = first ? 0 : IDLE_MS;
  const key = each.auto && thickness_mm !== null ? JSON.stringify({ cut, thickness_mm, at }) : null;
  useEffect(() => {
    if (!key) return;
    const stale = new AbortController();
    const timer = window.setTimeout(() => {
      const asked = JSON.parse(key) as { cut: string; thickness_mm: number; at: string | null };
      answer(
        client.POST("/api/plans/pick", {
          body: { cut: asked.cut, thickness_mm: asked.thickness_mm, eat_at: asked.at },
          signal: stale.signal,
        }),
      ).then(
        (picked) => {
          if (!stale.signal.aborted) {
            setDone({ key, why: picked.why });
            amend((d) => withPick(d, picked.piece));
          }
        },
        () => {
          if (!stale.signal.aborted) setDone({ key, why: null });
        },
      );
    }, wait);
    return () => {
      stale.abort();
      window.clearTimeout(timer);
    };
    // the wait is as it was when this was asked: the answer itself must not ask again
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, amend]);
  return {
    why: done?.key === key ? done.why : null,
    pending: key !== null && done?.key !== key,
    first: key !== null && first,
  };
}

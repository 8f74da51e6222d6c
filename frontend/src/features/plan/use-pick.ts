import { useEffect, useState } from "react";

import { answer, client } from "@/api/client";

import { anchorAt, type Draft, focused, withPick } from "./model";

const IDLE_MS = 350;

/** Lets Brasko pick method, fire, salt and rest for the piece in focus, and says why. */
export function usePick(draft: Draft, amend: (change: (draft: Draft) => Draft) => void): string | null {
  const [why, setWhy] = useState<{ key: string; text: string } | null>(null);
  const each = focused(draft);
  const { cut, thickness_mm } = each.piece;
  const at = draft.anchor === "eat" ? (anchorAt(draft)?.toISOString() ?? null) : null;
  const key = each.auto && thickness_mm !== null ? JSON.stringify({ cut, thickness_mm, at }) : null;
  useEffect(() => {
    if (!key) return;
    const stale = new AbortController();
    const timer = window.setTimeout(() => {
      const asked = JSON.parse(key) as { cut: string; thickness_mm: number; at: string | null };
      answer(client.POST("/api/plans/pick", { body: { cut: asked.cut, thickness_mm: asked.thickness_mm, eat_at: asked.at }, signal: stale.signal })).then(
        (picked) => { if (!stale.signal.aborted) { setWhy({ key, text: picked.why }); amend((d) => withPick(d, picked.piece)); } },
        () => undefined,
      );
    }, IDLE_MS);
    return () => { stale.abort(); window.clearTimeout(timer); };
  }, [key, amend]);
  return why && why.key === key ? why.text : null;
}

import { useEffect, useState } from "react";

import { answer, client, Problem } from "@/api/client";
import type { MealTable, PlannedTable } from "@/api/tables";

export interface TablePreview {
  told: PlannedTable | null;
  /** What told belongs to: an older table stands while a changed one is refused. */
  fresh: boolean;
  solving: boolean;
  problem: Problem | null;
}

const IDLE_MS = 350;
const NOTHING: TablePreview = { told: null, fresh: false, solving: false, problem: null };
const lost = () => new Problem(0, "The server does not answer. Your entries are kept.", []);

/** The planned table: by the rule at once, then by the solver once nothing moves. What stood before stays where one is refused. */
export function usePreview(asked: MealTable | null): TablePreview {
  const body = asked && JSON.stringify(asked);
  const [state, setState] = useState<TablePreview & { of: string | null }>({ ...NOTHING, of: null });
  useEffect(() => {
    if (!body) return;
    const stale = new AbortController();
    const table = JSON.parse(body) as MealTable;
    const ask = async (quick: boolean) => {
      try {
        const told = await answer(
          client.POST("/api/tables/preview", { body: { table, quick }, signal: stale.signal }),
        );
        // a rule that found no room says little: the solver's word is waited for
        if (!stale.signal.aborted && !(quick && told.status === "clash"))
          setState({ told, fresh: true, solving: quick, problem: null, of: body });
      } catch (error) {
        if (stale.signal.aborted) return;
        const problem = error instanceof Problem ? error : lost();
        setState((s) => ({ ...s, fresh: false, solving: false, problem, of: body }));
        throw error;
      }
    };
    const timer = window.setTimeout(() => {
      void ask(true)
        .then(() => ask(false))
        .catch(() => undefined);
    }, IDLE_MS);
    return () => {
      stale.abort();
      window.clearTimeout(timer);
    };
  }, [body]);
  if (!body) return NOTHING;
  return state.of === body ? state : { ...state, fresh: false, solving: true };
}

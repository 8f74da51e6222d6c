import { useEffect, useRef, useState } from "react";

import { answer, client, Problem } from "@/api/client";
import type { MealTable, PlannedTable } from "@/api/tables";

export interface TablePreview {
  told: PlannedTable | null;
  /** What told belongs to: an older table stands while a changed one is refused. */
  fresh: boolean;
  solving: boolean;
  problem: Problem | null;
  /** Leave it at the first answer; ask again for the best one. */
  stop: () => void;
  again: () => void;
}

const IDLE_MS = 350;
const NOTHING = { told: null, fresh: false, solving: false, problem: null };
type State = Omit<TablePreview, "stop" | "again"> & { of: string | null };
const lost = () => new Problem(0, "The server does not answer. Your entries are kept.", []);

/** The planned table: by the rule at once, then by the solver once nothing moves. What stood before stays where one is refused. */
export function usePreview(asked: MealTable | null): TablePreview {
  const body = asked && JSON.stringify(asked);
  const [state, setState] = useState<State>({ ...NOTHING, of: null });
  const [asks, setAsks] = useState(0);
  const running = useRef<AbortController | null>(null);
  useEffect(() => {
    if (!body) return;
    const stale = new AbortController();
    running.current = stale;
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
  }, [body, asks]);
  const stop = () => {
    running.current?.abort();
    setState((s) => ({ ...s, solving: false }));
  };
  const again = () => setAsks((n) => n + 1);
  if (!body) return { ...NOTHING, stop, again };
  return { ...(state.of === body ? state : { ...state, fresh: false, solving: true }), stop, again };
}

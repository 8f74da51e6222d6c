import { type RefObject, useCallback, useEffect, useRef, useState } from "react";

import { answer, client, Problem, type Schemas } from "@/api/client";
import type { MealTable, PlannedTable } from "@/api/tables";
import { say } from "@/words/say";

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
const lost = () => new Problem(0, say("screen-use-preview-the-server-does-not-answer-your"), []);

/** A saved meal: as it was asked for, as it was planned, and whether it would be planned so again. */
export interface SavedMeal {
  asked: MealTable;
  told: PlannedTable;
  current: boolean;
}

/**
 * The planned table: by the rule at once, one question at a time while it moves, then by the solver once nothing moves. What
 * stood before stays where one is refused. A saved one is shown as it was saved, and asked for again only where it changed,
 * or would come out otherwise now.
 */
export function usePreview(asked: MealTable | null, saved: SavedMeal | null = null): TablePreview {
  const body = asked && JSON.stringify(asked);
  const [state, setState] = useState<State>(() =>
    saved
      ? { ...NOTHING, told: saved.told, fresh: saved.current, of: JSON.stringify(saved.asked) }
      : { ...NOTHING, of: null },
  );
  const known = useRef(saved?.current ? JSON.stringify(saved.asked) : null);
  const [asks, setAsks] = useState(0);
  const told = useRef<PlannedTable | null>(null);
  useEffect(() => {
    told.current = state.told;
  }, [state.told]);
  const quick = useQuick(setState, told);
  const running = useRef<AbortController | null>(null);
  useEffect(() => {
    if (!body) return;
    if (body === known.current && asks === 0) return;
    known.current = null;
    const stale = new AbortController();
    running.current = stale;
    const first = quick(body);
    const best = () => (stale.signal.aborted ? undefined : ask(body, null, stale.signal, setState));
    const timer = window.setTimeout(() => void first.then(best), IDLE_MS);
    return () => {
      stale.abort();
      window.clearTimeout(timer);
    };
  }, [body, asks, quick]);
  const stop = () => {
    running.current?.abort();
    setState((s) => ({ ...s, solving: false }));
  };
  const again = () => setAsks((n) => n + 1);
  if (!body) return { ...NOTHING, stop, again };
  return { ...(state.of === body ? state : { ...state, fresh: false, solving: true }), stop, again };
}

type SetState = (change: (state: State) => State) => void;

/** Ask the rule, one question at a time: of what changed meanwhile only the last is asked. Resolves when nothing is left to ask. */
function useQuick(setState: SetState, told: RefObject<PlannedTable | null>): (body: string) => Promise<void> {
  const wanted = useRef<string | null>(null);
  const asking = useRef<Promise<void> | null>(null);
  return useCallback(
    (body: string) => {
      wanted.current = body;
      asking.current ??= (async () => {
        while (wanted.current !== null) {
          const now = wanted.current;
          await ask(now, stoodOf(told.current), null, setState);
          if (wanted.current === now) wanted.current = null;
        }
        asking.current = null;
      })();
      return asking.current;
    },
    [setState, told],
  );
}

/** How the dishes lie now: what can stay so does. */
const stoodOf = (told: PlannedTable | null): Schemas["StoodIn"][] =>
  (told?.dishes ?? [])
    .filter((dish) => !dish.left_out)
    .map((dish) => ({
      dish: dish.key,
      variant: dish.variant ?? "",
      person: dish.person ?? "",
      wait_s: dish.wait_s ?? 0,
    }));

async function ask(
  body: string,
  stood: Schemas["StoodIn"][] | null,
  signal: AbortSignal | null,
  setState: SetState,
) {
  const quick = stood !== null;
  try {
    const told = await answer(
      client.POST("/api/tables/preview", {
        body: { table: JSON.parse(body) as MealTable, quick, stood: stood ?? [] },
        ...(signal && { signal }),
      }),
    );
    if (signal?.aborted) return;
    // a rule that found no room says little, and a solver's answer is never taken back by it
    if (quick)
      setState((s) =>
        told.status === "clash" || (s.of === body && s.fresh && !s.solving)
          ? s
          : { told, fresh: true, solving: true, problem: null, of: body },
      );
    else setState(() => ({ told, fresh: true, solving: false, problem: null, of: body }));
  } catch (error) {
    if (signal?.aborted) return;
    const problem = error instanceof Problem ? error : lost();
    setState((s) => ({ ...s, fresh: false, solving: false, problem, of: body }));
  }
}

import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { say } from "@/words/say";

import { Problem } from "./client";

export interface Latest<Q, A> {
  /** The newest answer; it stays while the next is on its way, and where that is refused. */
  shown: A | null;
  /** The question that `shown` answers, and when it came [ms]. */
  of: Q | null;
  at: number;
  /** `shown` answers the question as it stands. */
  fresh: boolean;
  /** Why the last question answered was refused. */
  problem: Problem | null;
  /** The question as it stands is answered or refused. */
  settled: boolean;
  busy: boolean;
}

interface Options {
  /** Ask only what has stood still for so long. */
  restMs?: number;
  /** Ask one question at a time, so that answers keep coming while a slider moves. Otherwise a newer question cancels the
   * one before it. */
  follow?: boolean;
}

/** Return a value once it has not changed for so long; `first` until then. */
export function useRested<T>(value: T, restMs: number, first: T = value): T {
  const [rested, setRested] = useState(first);
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(value), restMs);
    return () => window.clearTimeout(timer);
  }, [value, restMs]);
  return restMs > 0 ? rested : value;
}

const unreachable = () => new Problem(0, say("screen-latest-unreachable"), []);

const NOTHING = { shown: null, of: null, at: 0, problem: null, settled: null };

/** Return the newest answer to a question that changes. Nothing is asked while the question is null, nor once the page is left. */
export function useLatest<Q, A>(
  name: string,
  question: Q | null,
  ask: (question: Q, signal: AbortSignal) => Promise<A>,
  { restMs = 0, follow = false }: Options = {},
): Latest<Q, A> {
  const body = question === null ? null : JSON.stringify(question);
  const rested = useRested(body, restMs, null);
  const [asked, setAsked] = useState<string | null>(null);
  const [last, setLast] = useState<
    Pick<Latest<Q, A>, "shown" | "of" | "at" | "problem"> & { settled: string | null }
  >(NOTHING);
  const query = useQuery({
    queryKey: ["latest", name, asked],
    enabled: asked !== null,
    queryFn: ({ signal }) => ask(JSON.parse(asked!) as Q, signal),
    retry: false,
    refetchOnReconnect: false,
    refetchOnWindowFocus: false,
    networkMode: "always",
    staleTime: Infinity,
    gcTime: 0,
  });
  const moving = follow ? asked : null;
  const next = body === null || body === rested ? body : moving;
  if (next !== asked && !(follow && next !== null && query.isFetching)) setAsked(next);
  if (asked !== null && query.data !== undefined && (last.settled !== asked || last.shown !== query.data))
    setLast({
      shown: query.data,
      of: JSON.parse(asked) as Q,
      at: query.dataUpdatedAt,
      problem: null,
      settled: asked,
    });
  const { error } = query;
  if (asked !== null && error && (last.settled !== asked || !last.problem))
    setLast((was) => ({ ...was, problem: error instanceof Problem ? error : unreachable(), settled: asked }));
  const settled = body !== null && last.settled === body;
  return {
    shown: last.shown,
    of: last.of,
    at: last.at,
    problem: last.problem,
    fresh: settled && !last.problem,
    settled,
    busy: body !== null && !settled,
  };
}

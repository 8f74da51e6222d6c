import { useEffect, useRef, useState } from "react";

import { answer, client, Problem, type Schemas } from "@/api/client";
import { say } from "@/words/say";

export type Look = Schemas["LookOut"];
export type FoodAnswer = Schemas["FoodOut"];
export type CourseAnswer = Schemas["CourseAnswer"];

const broken = (error: unknown) =>
  error instanceof Problem
    ? error
    : new Problem(0, say("screen-use-fire-the-server-does-not-answer-what"), []);

/** The latest answer to a question that changes; one at a time, the newest question next, the last answer kept meanwhile. */
function useLatest<Q, A>(question: Q | null, ask: (q: Q, signal: AbortSignal) => Promise<A>, restMs = 0) {
  const [state, setState] = useState<{
    shown: A | null;
    of: string | null;
    problem: Problem | null;
    busy: boolean;
  }>({ shown: null, of: null, problem: null, busy: false });
  const running = useRef(false);
  const wanted = useRef<string | null>(null);
  const left = useRef(new AbortController());
  useEffect(() => {
    left.current = new AbortController();
    return () => left.current.abort();
  }, []);
  const body = question === null ? null : JSON.stringify(question);
  useEffect(() => {
    if (body === null) return;
    const begin = async () => {
      wanted.current = body;
      if (running.current) return;
      running.current = true;
      setState((s) => ({ ...s, busy: true }));
      while (wanted.current !== null) {
        const now: string = wanted.current;
        wanted.current = null;
        try {
          const shown = await ask(JSON.parse(now) as Q, left.current.signal);
          setState((s) => ({ ...s, shown, of: now, problem: null }));
        } catch (error) {
          if (left.current.signal.aborted) return;
          setState((s) => ({ ...s, problem: broken(error) }));
        }
      }
      running.current = false;
      setState((s) => ({ ...s, busy: false }));
    };
    const timer = window.setTimeout(() => void begin(), restMs);
    return () => window.clearTimeout(timer);
  }, [body]); // eslint-disable-line react-hooks/exhaustive-deps
  return { ...state, fresh: state.of === body };
}

export const useLook = (question: Schemas["LookIn"] | null) =>
  useLatest(question, (body, signal) => answer(client.POST("/api/fire/look", { body, signal })));

/** What the food feels while it is dragged: quicker than a whole look. */
export const useFood = (question: Schemas["LookIn"] | null) =>
  useLatest(question, (body, signal) => answer(client.POST("/api/fire/food", { body, signal })));

export const useCourse = (question: Schemas["CourseAskIn"] | null) =>
  useLatest(question, (body, signal) => answer(client.POST("/api/fire/course", { body, signal })), 250);

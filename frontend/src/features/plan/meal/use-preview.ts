import { useState } from "react";

import { answer, client, type Problem, type Schemas } from "@/api/client";
import { useLatest, useRested } from "@/api/latest";
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

/** A saved meal: as it was asked for, as it was planned, and whether it would be planned so again. */
export interface SavedMeal {
  asked: MealTable;
  told: PlannedTable;
  current: boolean;
}

/**
 * The planned table: by the rule at once, one question at a time while it moves, then by the solver once nothing moves. What
 * stood before stays where one is refused. A saved one is shown as it was saved, and asked for again only where it changed,
 * or would come out differently now.
 */
export function usePreview(asked: MealTable | null, saved: SavedMeal | null = null): TablePreview {
  const body = asked && JSON.stringify(asked);
  const [savedBody] = useState(saved?.current ? JSON.stringify(saved.asked) : null);
  const [asks, setAsks] = useState(0);
  const [stopped, setStopped] = useState<string | null>(null);
  const [standing, setStanding] = useState(saved?.told ?? null);
  const isSaved = body !== null && body === savedBody && asks === 0;
  const question = body === null || isSaved ? null : { body, asks };

  const rule = useLatest(
    "meal by rule",
    question,
    ({ body: table }, signal) => askTable(table, true, previousSchedule(standing), signal),
    { follow: true },
  );
  // the solver waits for the rule, and for fingers
  const still = useRested(JSON.stringify(question), IDLE_MS, "") === JSON.stringify(question);
  const solver = useLatest(
    "meal",
    rule.settled && still && stopped !== body ? question : null,
    ({ body: table }, signal) => askTable(table, false, [], signal),
  );

  const isSolved = question !== null && sameQuestion(solver.of, question) && !solver.problem;
  // a rule that found no room says little
  const isRuled = rule.fresh && rule.shown !== null && rule.shown.status !== "clash";
  const told = isSolved ? solver.shown : isRuled ? rule.shown : isSaved ? saved!.told : standing;
  if (told !== standing) setStanding(told);

  const actions = { stop: () => setStopped(body), again: () => (setStopped(null), setAsks((n) => n + 1)) };
  if (body === null) return { told: null, fresh: false, solving: false, problem: null, ...actions };
  if (isSaved || isSolved) return { told, fresh: true, solving: false, problem: null, ...actions };
  const problem = solver.settled || !rule.settled ? (solver.problem ?? rule.problem) : rule.problem;
  return {
    told,
    fresh: isRuled && !solver.problem,
    solving: stopped !== body && !solver.settled && !(rule.settled && problem),
    problem,
    ...actions,
  };
}

const sameQuestion = (a: { body: string; asks: number } | null, b: { body: string; asks: number }) =>
  a?.body === b.body && a.asks === b.asks;

/** How the dishes lie now: what can stay so does. */
const previousSchedule = (told: PlannedTable | null): Schemas["StoodIn"][] =>
  (told?.dishes ?? [])
    .filter((dish) => !dish.left_out)
    .map((dish) => ({
      dish: dish.key,
      variant: dish.variant ?? "",
      person: dish.person ?? "",
      wait_s: dish.wait_s ?? 0,
    }));

const askTable = (body: string, quick: boolean, stood: Schemas["StoodIn"][], signal: AbortSignal) =>
  answer(
    client.POST("/api/tables/preview", {
      body: { table: JSON.parse(body) as MealTable, quick, stood },
      signal,
    }),
  );

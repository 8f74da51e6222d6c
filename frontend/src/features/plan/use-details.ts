import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { answer, client, type Schemas } from "@/api/client";
import { keys } from "@/api/hooks";
import { useRested } from "@/api/latest";

import { type Draft, pieceToSend, piecesToSend } from "./model";

const IDLE_MS = 900;

const sound = (body: string) => !body.includes('"thickness_mm":null') && !body.includes('"thickness_mm":"');

/** Amounts, shares and holding plans of the draft. */
export function useDetails(draft: Draft, lateMin: number, open: boolean) {
  const body = useRested(
    JSON.stringify({ pieces: piecesToSend(draft), table: draft.table, late_min: lateMin }),
    IDLE_MS,
  );
  return useQuery({
    queryKey: keys.details(body),
    enabled: open && sound(body),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 60_000,
    queryFn: ({ signal }) =>
      answer(client.POST("/api/plans/details", { body: JSON.parse(body) as Schemas["MealAsk"], signal })),
  });
}

/** Amounts of a kept plan. */
export function usePlanDetails(plan: Schemas["PlanOut"] | undefined) {
  const body = plan ? JSON.stringify({ pieces: plan.pieces.map((p) => p.inputs), table: plan.table }) : "";
  return useQuery({
    queryKey: keys.details(body),
    enabled: body !== "",
    retry: false,
    queryFn: ({ signal }) =>
      answer(client.POST("/api/plans/details", { body: JSON.parse(body) as Schemas["MealAsk"], signal })),
  });
}

/** Other ways to cook the piece in focus. */
export function useChoices(draft: Draft, open: boolean) {
  const body = useRested(
    JSON.stringify({ pieces: [pieceToSend(draft.pieces[draft.focus] ?? draft.pieces[0]!)] }),
    IDLE_MS,
  );
  return useQuery({
    queryKey: keys.choices(body),
    enabled: open && sound(body),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 60_000,
    queryFn: ({ signal }) =>
      answer(client.POST("/api/plans/choices", { body: JSON.parse(body) as Schemas["MealAsk"], signal })),
  });
}

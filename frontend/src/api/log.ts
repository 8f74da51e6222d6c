import { useMutation, useQueries, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type Schemas } from "./client";
import { keys } from "./hooks";

export type Season = Schemas["SeasonOut"];
export type Look = Schemas["FileLookOut"];
export type Elsewhere = Schemas["ElsewhereIn"];

export const useSeason = () =>
  useQuery({
    queryKey: [...keys.cooks, "season"],
    queryFn: ({ signal }) => answer(client.GET("/api/cooks/season", { signal })),
  });

/** Several cooks whole, to be laid over one another. */
export const useCooksOf = (ids: readonly number[]) =>
  useQueries({
    queries: ids.map((id) => ({
      queryKey: keys.cook(id),
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        answer(client.GET("/api/cooks/{cook_id}", { params: { path: { cook_id: id } }, signal })),
    })),
  });

/** How cooks differ from the first of them. */
export const useDifferences = (ids: readonly number[]) =>
  useQuery({
    queryKey: [...keys.cooks, "differences", ids],
    enabled: ids.length > 1,
    queryFn: ({ signal }) =>
      answer(client.GET("/api/cooks/differences", { params: { query: { of: [...ids] } }, signal })),
  });

export const useLook = () =>
  useMutation({
    mutationFn: (text: string) => answer(client.POST("/api/cooks/from-elsewhere/look", { body: { text } })),
  });

export function useFromElsewhere() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Elsewhere) => answer(client.POST("/api/cooks/from-elsewhere", { body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.cooks }),
  });
}

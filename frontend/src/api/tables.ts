import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type Schemas } from "./client";
import { type Edit, edited } from "./edit";

export type MealTable = Schemas["MealTableIn"];
export type PlannedTable = Schemas["TableOut"];
export type KeptMeal = Schemas["KeptTableOut"];
export type TableDish = Schemas["DishOut"];
export type TableReference = Schemas["TableReferenceOut"];

const keys = {
  reference: ["tables", "reference"],
  all: ["tables"],
  one: (id: number) => ["tables", id],
};

export const useTableReference = () =>
  useQuery({
    queryKey: keys.reference,
    staleTime: Infinity,
    queryFn: ({ signal }) => answer(client.GET("/api/tables/reference", { signal })),
  });

export const useTables = () =>
  useQuery({ queryKey: keys.all, queryFn: ({ signal }) => answer(client.GET("/api/tables", { signal })) });

export const useTable = (id: number | null) =>
  useQuery({
    queryKey: keys.one(id ?? 0),
    enabled: id !== null,
    queryFn: ({ signal }) =>
      answer(client.GET("/api/tables/{table_id}", { params: { path: { table_id: id ?? 0 } }, signal })),
  });

/** Keep a table: a new one, or a kept one anew. */
export function useKeepTable(id: number | null) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (edit: Edit<MealTable>) =>
      id === null
        ? answer(client.POST("/api/tables", { body: edit.mine }))
        : edited(
            edit,
            (body, headers) =>
              answer(
                client.PUT("/api/tables/{table_id}", { params: { path: { table_id: id } }, body, headers }),
              ),
            (current) => current.asked,
          ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.all }),
  });
}

export function useTableAside() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: number; back: boolean }) => {
      const params = { path: { table_id: id } };
      return back
        ? answer(client.POST("/api/tables/{table_id}/restore", { params }))
        : answer(client.DELETE("/api/tables/{table_id}", { params }));
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.all }),
  });
}

export type TableNow = Schemas["NowOut"];
export type TableLater = Schemas["LaterOut"];

const NOW_MS = 5000;
const NOW_FAST_MS = 1000;

/** A table while it is being cooked: every phone looks again each few seconds. */
export const useTableNow = (id: number) =>
  useQuery<TableNow>({
    queryKey: [...keys.one(id), "now"],
    refetchInterval: (query) => ((query.state.data?.clock.speed ?? 1) > 1 ? NOW_FAST_MS : NOW_MS),
    queryFn: ({ signal }) =>
      answer(client.GET("/api/tables/{table_id}/now", { params: { path: { table_id: id } }, signal })),
  });

/** Put the meat of a table on the way. */
export function useStartTable(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["StartIn"]) =>
      answer(client.POST("/api/tables/{table_id}/start", { params: { path: { table_id: id } }, body })),
    onSuccess: (now) => queries.setQueryData([...keys.one(id), "now"], now),
  });
}

export function useMarkWork(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { work: string; done: boolean; reading_c?: number | null }) =>
      answer(client.POST("/api/tables/{table_id}/marks", { params: { path: { table_id: id } }, body })),
    onSuccess: (now) => queries.setQueryData([...keys.one(id), "now"], now),
  });
}

/** What comes of eating later; with take it is kept. */
export function useEatLater(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { by_min: number; at: string; take: boolean }) =>
      answer(client.POST("/api/tables/{table_id}/later", { params: { path: { table_id: id } }, body })),
    onSuccess: (_, { take }) => (take ? queries.invalidateQueries({ queryKey: keys.all }) : undefined),
  });
}

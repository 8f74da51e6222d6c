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

export type TableLater = Schemas["LaterOut"];

/** What comes of eating later; with take it is kept. */
export function useEatLater(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { by_min: number; at: string; take: boolean }) =>
      answer(client.POST("/api/tables/{table_id}/later", { params: { path: { table_id: id } }, body })),
    onSuccess: (_, { take }) => (take ? queries.invalidateQueries({ queryKey: keys.all }) : undefined),
  });
}

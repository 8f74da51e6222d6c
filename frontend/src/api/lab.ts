import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type Schemas } from "./client";

export type Experiment = Schemas["ExperimentIn"];
export type KeptExperiment = Schemas["KeptExperiment"];
export type LabReference = Schemas["LabReference"];
export type Way = Schemas["LabWayOut"];
export type Swept = Schemas["SweptOut"];

const keys = {
  reference: ["lab", "reference"],
  all: ["lab", "experiments"],
  one: (id: number) => ["lab", "experiments", id],
};
const WORKING_MS = 1000;

const atWork = (state: string | undefined) => state === "waiting" || state === "running";

export const useLabReference = () =>
  useQuery({
    queryKey: keys.reference,
    staleTime: Infinity,
    queryFn: ({ signal }) => answer(client.GET("/api/lab/reference", { signal })),
  });

export const useExperiments = () =>
  useQuery<Schemas["ExperimentLine"][]>({
    queryKey: keys.all,
    refetchInterval: (query) => (query.state.data?.some((e) => atWork(e.state)) ? 2 * WORKING_MS : false),
    queryFn: ({ signal }) => answer(client.GET("/api/lab/experiments", { signal })),
  });

/** One experiment; while it is being worked out it is looked at again. */
export const useExperiment = (id: number) =>
  useQuery<KeptExperiment>({
    queryKey: keys.one(id),
    refetchInterval: (query) => (atWork(query.state.data?.state) ? WORKING_MS : false),
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/lab/experiments/{experiment_id}", {
          params: { path: { experiment_id: id } },
          signal,
        }),
      ),
  });

function useKept<V>(call: (value: V) => Promise<KeptExperiment>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: call,
    onSuccess: (kept) => {
      queries.setQueryData(keys.one(kept.id), kept);
      return queries.invalidateQueries({ queryKey: keys.all, exact: true });
    },
  });
}

export const useAsk = () =>
  useKept((body: Experiment) => answer(client.POST("/api/lab/experiments", { body })));

const at = (id: number) => ({ path: { experiment_id: id } });

export const useAskAnew = (id: number) =>
  useKept((body: Experiment) =>
    answer(client.PUT("/api/lab/experiments/{experiment_id}", { params: at(id), body })),
  );

export const useStop = (id: number) =>
  useKept(() => answer(client.POST("/api/lab/experiments/{experiment_id}/stop", { params: at(id) })));

export const useGoOn = (id: number) =>
  useKept(() => answer(client.POST("/api/lab/experiments/{experiment_id}/go-on", { params: at(id) })));

export const useExperimentAside = () =>
  useKept(({ id, back }: { id: number; back: boolean }) =>
    back
      ? answer(client.POST("/api/lab/experiments/{experiment_id}/restore", { params: at(id) }))
      : answer(client.DELETE("/api/lab/experiments/{experiment_id}", { params: at(id) })),
  );

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type Schemas } from "./client";
import { keys as shared } from "./hooks";

export type Practice = Schemas["PracticeOut"];
export type Debrief = Schemas["DebriefOut"];
export type FeelKind = Schemas["FeelLine"]["kind"];

const keys = {
  all: ["practice"],
  story: (id: number) => ["practice", "story", id],
  debrief: (id: number) => ["practice", "debrief", id],
};
const STORY_MS = 4000;

export const usePractice = () =>
  useQuery({ queryKey: keys.all, queryFn: ({ signal }) => answer(client.GET("/api/practice", { signal })) });

/** What the cook of a drill has been told by now; looked at again while it is on. */
export const useStory = (id: number, on: boolean) =>
  useQuery<Schemas["StoryOut"]>({
    queryKey: keys.story(id),
    enabled: on,
    refetchInterval: (query) => (query.state.data?.drill === "" ? false : STORY_MS),
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/practice/cooks/{cook_id}/story", { params: { path: { cook_id: id } }, signal }),
      ),
  });

export const useDebrief = (id: number) =>
  useQuery({
    queryKey: keys.debrief(id),
    staleTime: Infinity,
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/practice/cooks/{cook_id}/debrief", { params: { path: { cook_id: id } }, signal }),
      ),
  });

function useBegun<V>(call: (value: V) => Promise<Schemas["BegunOut"]>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: call,
    onSuccess: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: keys.all, exact: true }),
        queries.invalidateQueries({ queryKey: shared.cooks }),
      ]),
  });
}

export const useStartDrill = () =>
  useBegun(({ key, speed }: { key: string; speed: 1 | 10 | 60 }) =>
    answer(client.POST("/api/practice/drills/{key}/start", { params: { path: { key } }, body: { speed } })),
  );

export const useTryAgain = (id: number) =>
  useBegun((at: string) =>
    answer(
      client.POST("/api/practice/cooks/{cook_id}/again", {
        params: { path: { cook_id: id } },
        body: { at, speed: 10 },
      }),
    ),
  );

/** A fresh round each time it is asked for. */
export const useFeel = () =>
  useMutation({
    mutationFn: (kind: FeelKind) =>
      answer(client.GET("/api/practice/feel/{kind}", { params: { path: { kind } } })),
  });

export function useAnswerFeel() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ kind, ...body }: { kind: FeelKind; seed: number; answers: number[] }) =>
      answer(client.POST("/api/practice/feel/{kind}", { params: { path: { kind } }, body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.all, exact: true }),
  });
}

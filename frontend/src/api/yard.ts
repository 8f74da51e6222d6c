import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type Schemas } from "./client";
import { edited } from "./edit";
import { keys } from "./hooks";

export const yardKeys = {
  fireReference: ["fire-reference"] as const,
  weather: ["weather"] as const,
  grills: ["grills"] as const,
  pans: ["pans"] as const,
  fires: ["fires"] as const,
  thermometers: ["thermometers"] as const,
  learned: ["learned"] as const,
  truth: (altitude: number) => ["truth", altitude] as const,
};

export type Grill = Schemas["GrillOut"];
export type Pan = Schemas["PanOut"];
export type LaidFire = Schemas["LaidFireOut"];
export type LearnedFires = Schemas["LearnedFiresOut"];
export type LearnedFire = LearnedFires["fires"][number];
export type Thermometer = Schemas["ThermometerOut"];

export const useFireReference = () =>
  useQuery({
    queryKey: yardKeys.fireReference,
    queryFn: ({ signal }) => answer(client.GET("/api/fire/reference", { signal })),
    staleTime: Infinity,
  });
export const useWeather = () =>
  useQuery({
    queryKey: yardKeys.weather,
    queryFn: ({ signal }) => answer(client.GET("/api/weather", { signal })),
    staleTime: 600_000,
  });
export const useGrills = () =>
  useQuery({
    queryKey: yardKeys.grills,
    queryFn: ({ signal }) => answer(client.GET("/api/grills", { signal })),
  });
export const usePans = () =>
  useQuery({ queryKey: yardKeys.pans, queryFn: ({ signal }) => answer(client.GET("/api/pans", { signal })) });
export const useFires = () =>
  useQuery({
    queryKey: yardKeys.fires,
    queryFn: ({ signal }) => answer(client.GET("/api/fires", { signal })),
  });
export const useThermometers = () =>
  useQuery({
    queryKey: yardKeys.thermometers,
    queryFn: ({ signal }) => answer(client.GET("/api/thermometers", { signal })),
  });
export const useLearned = () =>
  useQuery({
    queryKey: yardKeys.learned,
    queryFn: ({ signal }) => answer(client.GET("/api/yard/learned", { signal })),
  });
/** Let what one cook or one eater said count no more, or again. */
export function useLeaveOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({
      id,
      of,
      left_out,
    }: {
      id: number;
      of: "cook" | "figure" | "verdict";
      left_out: boolean;
    }) => {
      const body = { left_out };
      if (of === "figure")
        return answer(
          client.PATCH("/api/yard/figures/{figure_id}", { params: { path: { figure_id: id } }, body }),
        );
      if (of === "verdict")
        return answer(
          client.PATCH("/api/yard/verdicts/{verdict_id}", { params: { path: { verdict_id: id } }, body }),
        );
      return answer(
        client.PATCH("/api/yard/learned/{teaching_id}", { params: { path: { teaching_id: id } }, body }),
      );
    },
    onSuccess: (learned) => queries.setQueryData(yardKeys.learned, learned),
  });
}
export const useTrueReadings = (altitudeM: number) =>
  useQuery({
    queryKey: yardKeys.truth(altitudeM),
    retry: false,
    queryFn: ({ signal }) =>
      answer(client.GET("/api/yard/true", { params: { query: { altitude_m: altitudeM } }, signal })),
  });

function useChange<V, A>(call: (value: V) => Promise<A>, ...touched: (readonly string[])[]) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: call,
    onSuccess: () => Promise.all(touched.map((queryKey) => queries.invalidateQueries({ queryKey }))),
  });
}

const grillBody = ({ name, spec }: Grill): Schemas["GrillBody"] => ({ name, spec });
const panBody = ({ name, like, width_mm, depth_mm, heat_j_k }: Pan): Schemas["PanBody"] => ({
  name,
  like,
  width_mm,
  depth_mm,
  heat_j_k,
});
const id = (name: string, value: number) => ({ path: { [name]: value } }) as never;

export const useWriteGrill = () =>
  useChange(
    ({ of, body }: { of: Grill | null; body: Schemas["GrillBody"] }) =>
      of === null
        ? answer(client.POST("/api/grills", { body }))
        : edited(
            { base: grillBody(of), mine: body, version: of.version },
            (wanted, headers) =>
              answer(
                client.PUT("/api/grills/{grill_id}", {
                  params: id("grill_id", of.id),
                  body: wanted,
                  headers,
                }),
              ),
            grillBody,
          ),
    yardKeys.grills,
    yardKeys.pans,
  );
export const usePutGrillAway = () =>
  useChange(
    ({ number, back }: { number: number; back: boolean }) =>
      answer(
        back
          ? client.POST("/api/grills/{grill_id}/restore", { params: id("grill_id", number) })
          : client.DELETE("/api/grills/{grill_id}", { params: id("grill_id", number) }),
      ),
    yardKeys.grills,
    yardKeys.pans,
  );
export const useWritePan = () =>
  useChange(
    ({ of, body }: { of: Pan | null; body: Schemas["PanBody"] }) =>
      of === null
        ? answer(client.POST("/api/pans", { body }))
        : edited(
            { base: panBody(of), mine: body, version: of.version },
            (wanted, headers) =>
              answer(
                client.PUT("/api/pans/{pan_id}", { params: id("pan_id", of.id), body: wanted, headers }),
              ),
            panBody,
          ),
    yardKeys.pans,
  );
export const usePutPanAway = () =>
  useChange(
    ({ number, back }: { number: number; back: boolean }) =>
      answer(
        back
          ? client.POST("/api/pans/{pan_id}/restore", { params: id("pan_id", number) })
          : client.DELETE("/api/pans/{pan_id}", { params: id("pan_id", number) }),
      ),
    yardKeys.pans,
  );
export const useKeepFire = () =>
  useChange((body: Schemas["OwnFireIn"]) => answer(client.POST("/api/fires", { body })), yardKeys.fires);
export const usePutFireAway = () =>
  useChange(
    ({ number, back }: { number: number; back: boolean }) =>
      answer(
        back
          ? client.POST("/api/fires/{fire_id}/restore", { params: id("fire_id", number) })
          : client.DELETE("/api/fires/{fire_id}", { params: id("fire_id", number) }),
      ),
    yardKeys.fires,
  );
export const usePair = () =>
  useChange(
    (body: Schemas["ThermometerIn"]) => answer(client.POST("/api/thermometers", { body })),
    yardKeys.thermometers,
  );
export const useName = () =>
  useChange(
    ({ of, name }: { of: Thermometer; name: string }) =>
      edited(
        { base: { name: of.name }, mine: { name }, version: of.version },
        (body, headers) =>
          answer(
            client.PUT("/api/thermometers/{thermometer_id}/name", {
              params: id("thermometer_id", of.id),
              body,
              headers,
            }),
          ),
        (current) => ({ name: current.name }),
      ),
    yardKeys.thermometers,
  );
export const useRevoke = () =>
  useChange(
    (number: number) =>
      answer(client.DELETE("/api/thermometers/{thermometer_id}", { params: id("thermometer_id", number) })),
    yardKeys.thermometers,
  );
export const usePairAgain = () =>
  useChange(
    (number: number) =>
      answer(
        client.POST("/api/thermometers/{thermometer_id}/token", { params: id("thermometer_id", number) }),
      ),
    yardKeys.thermometers,
  );
export const useCheck = () =>
  useChange(
    ({ number, body }: { number: number; body: Schemas["CheckIn"] }) =>
      answer(
        client.POST("/api/thermometers/{thermometer_id}/checks", {
          params: id("thermometer_id", number),
          body,
        }),
      ),
    yardKeys.thermometers,
  );
export const useTakeCheckBack = () =>
  useChange(
    ({ number, check }: { number: number; check: number }) =>
      answer(
        client.DELETE("/api/thermometers/{thermometer_id}/checks/{check_id}", {
          params: { path: { thermometer_id: number, check_id: check } },
        }),
      ),
    yardKeys.thermometers,
  );

/** Readings since a moment, corrected anew by the checks that stand now. */
export function usePutRight() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ number, since }: { number: number; since: string }) =>
      answer(
        client.POST("/api/thermometers/{thermometer_id}/put-right", {
          params: { path: { thermometer_id: number } },
          body: { since },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.cooks }),
  });
}

/** What a check would make of readings, before it is kept; nothing where it would be refused. */
export function useCorrectionTried(
  number: number,
  body: Schemas["CheckIn"] | null,
): Schemas["CheckEffectOut"] | undefined {
  return useQuery({
    queryKey: ["check tried", number, body],
    enabled: body !== null,
    retry: false,
    queryFn: ({ signal }) =>
      answer(
        client.POST("/api/thermometers/{thermometer_id}/checks/try", {
          params: { path: { thermometer_id: number } },
          body: body!,
          signal,
        }),
      ),
  }).data;
}

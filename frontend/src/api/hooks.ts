import { useIsMutating, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, Problem, type Schemas } from "./client";

export const keys = {
  session: ["session"] as const,
  reference: ["reference"] as const,
  plans: ["plans"] as const,
  plan: (id: number) => ["plans", id] as const,
  past: ["plans", "past"] as const,
  details: (body: string) => ["details", body] as const,
  choices: (body: string) => ["choices", body] as const,
  school: (body: string) => ["school", body] as const,
  guide: ["guide"] as const,
  cooks: ["cooks"] as const,
  cook: (id: number) => ["cooks", id] as const,
};

export type Session = Schemas["SessionOut"];
export type Reference = Schemas["ReferenceOut"];
export type PieceIn = Schemas["PieceIn"];
export type PieceResult = Schemas["PieceResult"];
export type Task = Schemas["TaskOut"];
export type Cook = Schemas["CookOut"];
export type CookLine = Schemas["CookLine"];
export type Expected = Schemas["ExpectedOut"];

export const useSession = () =>
  useQuery({ queryKey: keys.session, queryFn: () => answer(client.GET("/api/session")), staleTime: Infinity });

export const useReference = () =>
  useQuery({ queryKey: keys.reference, queryFn: () => answer(client.GET("/api/reference")), staleTime: Infinity });

export const usePlans = () => useQuery({ queryKey: keys.plans, queryFn: () => answer(client.GET("/api/plans")) });

export const usePlan = (id: number | null) =>
  useQuery({
    queryKey: keys.plan(id ?? 0),
    enabled: id !== null,
    queryFn: () => answer(client.GET("/api/plans/{plan_id}", { params: { path: { plan_id: id ?? 0 } } })),
  });

export const usePastPlans = (open: boolean) =>
  useQuery({ queryKey: keys.past, enabled: open, queryFn: () => answer(client.GET("/api/plans/past")) });

export const useGuide = () =>
  useQuery({ queryKey: keys.guide, queryFn: () => answer(client.GET("/api/guide")), staleTime: Infinity });

export const useCooks = () => useQuery({ queryKey: keys.cooks, queryFn: () => answer(client.GET("/api/cooks")) });

const patient = (count: number, error: Error) => !(error instanceof Problem && error.status < 500) && count < 1000;
const delay = (count: number) => Math.min(500 * 2 ** count, 5000);

function useSessionChange<V>(call: (value: V) => Promise<Session>, mutationKey: string[] = []) {
  const queries = useQueryClient();
  return useMutation({
    mutationKey,
    mutationFn: call,
    onSuccess: (session) => {
      const before = queries.getQueryData<Session>(keys.session);
      queries.setQueryData(keys.session, session);
      if (before?.household?.username !== session.household?.username) {
        queries.removeQueries({ predicate: (q) => q.queryKey[0] !== "session" && q.queryKey[0] !== "reference" });
      }
    },
  });
}

export const useSignIn = () =>
  useSessionChange((body: Schemas["SignIn"]) => answer(client.POST("/api/session", { body })));
export const useSignUp = () =>
  useSessionChange((body: Schemas["SignUp"]) => answer(client.POST("/api/accounts", { body })));
export const useEnterDemo = () => useSessionChange(() => answer(client.POST("/api/session/demo")));
const SIGN_OUT = ["sign-out"];
export const useSignOut = () => useSessionChange(() => answer(client.DELETE("/api/session")), SIGN_OUT);
export const useIsSigningOut = () => useIsMutating({ mutationKey: SIGN_OUT }) > 0;
export const usePreferences = () =>
  useSessionChange((body: Schemas["Preferences"]) => answer(client.PATCH("/api/preferences", { body })));

export function useKeepPlan() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["PlanIn"]) => answer(client.POST("/api/plans", { body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.plans }),
  });
}

/** Change a kept plan. */
export function useChangePlan(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["PlanIn"]) => answer(client.PUT("/api/plans/{plan_id}", { params: { path: { plan_id: id } }, body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.plans }),
  });
}

export function useDuplicate() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: number) => answer(client.POST("/api/plans/{plan_id}/duplicate", { params: { path: { plan_id: id } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.plans }),
  });
}

/** Keep a plan from a file that was exported. */
export function useImport() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["MealIn"]) => answer(client.POST("/api/plans/import", { body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.plans }),
  });
}

export const useBurger = () =>
  useMutation({ mutationFn: (body: Schemas["BurgerIn"]) => answer(client.POST("/api/plans/burger", { body })) });

export function useSetAside() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: number; back: boolean }) => {
      const params = { path: { plan_id: id } };
      return answer(back ? client.POST("/api/plans/{plan_id}/restore", { params }) : client.DELETE("/api/plans/{plan_id}", { params }));
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.plans }),
  });
}

export function useStartCook() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, body }: { id: number; body: Schemas["StartIn"] }) =>
      answer(client.POST("/api/plans/{plan_id}/start", { params: { path: { plan_id: id } }, body })),
    onSuccess: (cook) => {
      queries.setQueryData(keys.cook(cook.id), cook);
      return queries.invalidateQueries({ queryKey: keys.cooks, exact: true });
    },
  });
}

/** Mark something in a cook. Sent again until the server has it; the client_id keeps it from counting twice. */
export function useRecord(cookId: number) {
  return useMutation({
    mutationFn: (body: Schemas["EventIn"]) =>
      answer(client.POST("/api/cooks/{cook_id}/events", { params: { path: { cook_id: cookId } }, body })),
    networkMode: "always",
    retry: patient,
    retryDelay: delay,
  });
}

function useCookChange<V>(cookId: number, call: (value: V) => Promise<Cook>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: call,
    onSuccess: (cook) => {
      queries.setQueryData(keys.cook(cookId), cook);
      return queries.invalidateQueries({ queryKey: keys.cooks, exact: true });
    },
  });
}

const at = (id: number) => ({ path: { cook_id: id } });
export const useSpeed = (id: number) =>
  useCookChange(id, (speed: 1 | 10 | 60) => answer(client.PUT("/api/cooks/{cook_id}/speed", { params: at(id), body: { speed } })));
export const useHands = (id: number) =>
  useCookChange(id, (hands: "mine" | "plan") => answer(client.PUT("/api/cooks/{cook_id}/hands", { params: at(id), body: { hands } })));
export const useFinish = (id: number) =>
  useCookChange(id, () => answer(client.POST("/api/cooks/{cook_id}/finish", { params: at(id) })));
export const useRate = (id: number) =>
  useCookChange(id, (body: Schemas["RatingIn"]) => answer(client.PUT("/api/cooks/{cook_id}/rating", { params: at(id), body })));

import { useIsMutating, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type Schemas } from "./client";
import { type Edit, edited } from "./edit";

export const keys = {
  session: ["session"] as const,
  reference: ["reference"] as const,
  plans: ["plans"] as const,
  plan: (id: number) => ["plans", id] as const,
  past: ["plans", "past"] as const,
  details: (body: string) => ["details", body] as const,
  choices: (body: string) => ["choices", body] as const,
  school: (body: string) => ["school", body] as const,
  guideFigures: ["guide", "figures"],
  guide: ["guide"] as const,
  boards: ["boards"] as const,
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
  // what the browser kept may be of before a sign-in: each page asks anew, and goes by what was kept where nobody answers
  useQuery({
    queryKey: keys.session,
    queryFn: () => answer(client.GET("/api/session")),
    staleTime: Infinity,
    refetchOnMount: "always",
  });

export const useReference = () =>
  useQuery({
    queryKey: keys.reference,
    queryFn: () => answer(client.GET("/api/reference")),
    staleTime: Infinity,
  });

export const usePlans = () =>
  useQuery({ queryKey: keys.plans, queryFn: ({ signal }) => answer(client.GET("/api/plans", { signal })) });

export const usePlan = (id: number | null) =>
  useQuery({
    queryKey: keys.plan(id ?? 0),
    enabled: id !== null,
    queryFn: ({ signal }) =>
      answer(client.GET("/api/plans/{plan_id}", { params: { path: { plan_id: id ?? 0 } }, signal })),
  });

export const usePastPlans = (open: boolean) =>
  useQuery({
    queryKey: keys.past,
    enabled: open,
    queryFn: ({ signal }) => answer(client.GET("/api/plans/past", { signal })),
  });

export const useGuide = () =>
  useQuery({
    queryKey: keys.guide,
    queryFn: ({ signal }) => answer(client.GET("/api/guide", { signal })),
    staleTime: Infinity,
  });

/** What the guide shows computed. */
export const useGuideFigures = () =>
  useQuery({
    queryKey: keys.guideFigures,
    queryFn: ({ signal }) => answer(client.GET("/api/guide/figures", { signal })),
    staleTime: Infinity,
  });

/** Every cut as it lies on the board. */
export const useBoards = () =>
  useQuery({
    queryKey: keys.boards,
    queryFn: ({ signal }) => answer(client.GET("/api/boards", { signal })),
    staleTime: Infinity,
  });

export const useCooks = () =>
  useQuery({ queryKey: keys.cooks, queryFn: ({ signal }) => answer(client.GET("/api/cooks", { signal })) });

/** The running cooks. */
export const useRunning = () =>
  useQuery({
    queryKey: [...keys.cooks, "running"],
    queryFn: ({ signal }) => answer(client.GET("/api/cooks/running", { signal })),
  });

function useSessionChange<V>(call: (value: V) => Promise<Session>, mutationKey: string[] = []) {
  const queries = useQueryClient();
  return useMutation({
    mutationKey,
    mutationFn: call,
    onSuccess: (session) => {
      const before = queries.getQueryData<Session>(keys.session);
      queries.setQueryData(keys.session, session);
      if (before?.household?.username !== session.household?.username) {
        queries.removeQueries({
          predicate: (q) => q.queryKey[0] !== "session" && q.queryKey[0] !== "reference",
        });
      }
    },
  });
}

export const useSignIn = () =>
  useSessionChange((body: Schemas["SignIn"]) => answer(client.POST("/api/session", { body })));
export const useSignUp = () =>
  useSessionChange((body: Schemas["SignUp"]) => answer(client.POST("/api/accounts", { body })));
export const useRecover = () =>
  useSessionChange((body: Schemas["RecoverIn"]) => answer(client.POST("/api/session/recovery", { body })));
export const useChangePassword = () =>
  useSessionChange((body: Schemas["PasswordIn"]) => answer(client.PUT("/api/accounts/password", { body })));

/** A code that opens the account once; the answer is the only place where it ever stands. */
export function useRecoveryCode() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["ProofIn"]) => answer(client.POST("/api/accounts/recovery", { body })),
    gcTime: 0,
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.session }),
  });
}
export const useEnterDemo = () => useSessionChange(() => answer(client.POST("/api/session/demo")));
const SIGN_OUT = ["sign-out"];
export function useSignOut() {
  const queries = useQueryClient();
  // nothing is asked any more on behalf of who leaves
  return useSessionChange(async () => {
    await queries.cancelQueries();
    return answer(client.DELETE("/api/session"));
  }, SIGN_OUT);
}
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

export interface PlanEdit extends Edit<Schemas["PlanIn"]> {
  /** A plan as it is written. */
  bodyOf: (plan: Schemas["PlanOut"]) => Schemas["PlanIn"];
}

/** Change a kept plan. */
export function useChangePlan(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ bodyOf, ...edit }: PlanEdit) =>
      edited(
        edit,
        (body, headers) =>
          answer(client.PUT("/api/plans/{plan_id}", { params: { path: { plan_id: id } }, body, headers })),
        bodyOf,
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.plans }),
  });
}

export function useDuplicate() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: number) =>
      answer(client.POST("/api/plans/{plan_id}/duplicate", { params: { path: { plan_id: id } } })),
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
  useMutation({
    mutationFn: (body: Schemas["BurgerIn"]) => answer(client.POST("/api/plans/burger", { body })),
  });

export function useSetAside() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: number; back: boolean }) => {
      const params = { path: { plan_id: id } };
      return answer(
        back
          ? client.POST("/api/plans/{plan_id}/restore", { params })
          : client.DELETE("/api/plans/{plan_id}", { params }),
      );
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

/** Start a meal; a second start joins the running cook. */
export function useStartMeal() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, body }: { id: number; body: Schemas["StartIn"] }) =>
      answer(client.POST("/api/tables/{table_id}/start", { params: { path: { table_id: id } }, body })),
    onSuccess: (cook) => {
      queries.setQueryData(keys.cook(cook.id), cook);
      void queries.invalidateQueries({ queryKey: ["tables"] });
      return queries.invalidateQueries({ queryKey: keys.cooks });
    },
  });
}

/** What could be done now for a piece on the fire; worked out anew whenever it is opened. */
export const useCorrections = (cookId: number, pieceId: number, open: boolean) =>
  useQuery({
    queryKey: ["corrections", cookId, pieceId] as const,
    enabled: open,
    staleTime: 0,
    gcTime: 0,
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/cooks/{cook_id}/pieces/{piece_id}/corrections", {
          params: { path: { cook_id: cookId, piece_id: pieceId } },
          signal,
        }),
      ),
  });

/** What a sear over a grate or pan that reads so would do. */
export const useSurface = (cookId: number, pieceId: number) =>
  useMutation({
    mutationFn: (temp_c: number) =>
      answer(
        client.POST("/api/cooks/{cook_id}/pieces/{piece_id}/surface", {
          params: { path: { cook_id: cookId, piece_id: pieceId } },
          body: { temp_c },
        }),
      ),
  });

/** Have a practice thermometer read by hand; the reading comes with the stream. */
export const useAsk = (cookId: number, pieceId: number) =>
  useMutation({
    mutationFn: (source: "hand" | "surface") =>
      answer(
        client.POST("/api/cooks/{cook_id}/pieces/{piece_id}/ask", {
          params: { path: { cook_id: cookId, piece_id: pieceId } },
          body: { source },
        }),
      ),
  });

/** Readings that were recorded elsewhere. */
export function useReadingsFile(cookId: number, pieceId: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ file, fromOn }: { file: File; fromOn: boolean }) =>
      answer(
        client.POST("/api/cooks/{cook_id}/pieces/{piece_id}/file", {
          params: { path: { cook_id: cookId, piece_id: pieceId } },
          body: { file: "", from_on: fromOn },
          bodySerializer: () => {
            const form = new FormData();
            form.append("file", file);
            form.append("from_on", String(fromOn));
            return form;
          },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.cook(cookId) }),
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
  useCookChange(id, (speed: 1 | 10 | 60) =>
    answer(client.PUT("/api/cooks/{cook_id}/speed", { params: at(id), body: { speed } })),
  );
export const useHands = (id: number) =>
  useCookChange(id, (hands: "mine" | "plan") =>
    answer(client.PUT("/api/cooks/{cook_id}/hands", { params: at(id), body: { hands } })),
  );
export const useFinish = (id: number) =>
  useCookChange(id, () => answer(client.POST("/api/cooks/{cook_id}/finish", { params: at(id) })));
/** What is said of a cook, as its form has it. */
export type RatingForm = Omit<Cook["rating"], "photo" | "version" | "stars"> & { stars: number };
export const ratingBody = (said: Cook["rating"]): RatingForm => ({
  stars: said.stars ?? 0,
  doneness: said.doneness,
  crust: said.crust,
  rim: said.rim,
  tenderness: said.tenderness,
  smoke: said.smoke,
  note: said.note,
  eaters: said.eaters,
});
export const useRate = (id: number) =>
  useCookChange(id, (edit: Edit<RatingForm>) =>
    edited(
      edit,
      (form, headers) => {
        const body = form as Schemas["RatingIn"];
        return answer(client.PUT("/api/cooks/{cook_id}/rating", { params: at(id), body, headers }));
      },
      ratingBody,
    ),
  );

/** A photo of what came of a cook: added, or taken away. */
export function usePhoto(id: number) {
  const add = useCookChange(id, (file: File) =>
    answer(
      client.POST("/api/cooks/{cook_id}/photo", {
        params: at(id),
        body: { photo: "" },
        bodySerializer: () => {
          const form = new FormData();
          form.append("photo", file);
          return form;
        },
      }),
    ),
  );
  const remove = useCookChange<undefined>(id, () =>
    answer(client.DELETE("/api/cooks/{cook_id}/photo", { params: at(id) })),
  );
  return { add, remove };
}

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type Schemas } from "./client";
import { keys } from "./hooks";

export type Entrance = Schemas["EntranceOut"];
export type Members = Schemas["MembersOut"];
export type Role = Schemas["InviteIn"]["role"];
const SESSIONS = ["sessions"];
const MEMBERS = ["members"];

/** Where this account is signed in. */
export const useSessions = () =>
  useQuery({
    queryKey: SESSIONS,
    queryFn: ({ signal }) => answer(client.GET("/api/sessions", { signal })),
  });

/** What an answer tells is known from now on. */
function useKnow(key: readonly string[]) {
  const queries = useQueryClient();
  return (told: unknown) => queries.setQueryData(key, told);
}

export const useEndSession = () =>
  useMutation({
    mutationFn: (id: number) =>
      answer(client.DELETE("/api/sessions/{entrance_id}", { params: { path: { entrance_id: id } } })),
    onSuccess: useKnow(SESSIONS),
  });
export const useEndOthers = () =>
  useMutation({ mutationFn: () => answer(client.DELETE("/api/sessions")), onSuccess: useKnow(SESSIONS) });

export const useMembers = (owner: boolean) =>
  useQuery({
    queryKey: MEMBERS,
    enabled: owner,
    queryFn: ({ signal }) => answer(client.GET("/api/members", { signal })),
  });
export const useRemoveMember = () =>
  useMutation({
    mutationFn: (id: number) =>
      answer(client.DELETE("/api/members/{member_id}", { params: { path: { member_id: id } } })),
    onSuccess: useKnow(MEMBERS),
  });
export const useTakeInvitesBack = () =>
  useMutation({
    mutationFn: () => answer(client.DELETE("/api/members/invites")),
    onSuccess: useKnow(MEMBERS),
  });

/** A link that makes one member; the answer is the only place where it ever stands. */
export function useInvite() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (role: Role) => answer(client.POST("/api/members/invites", { body: { role } })),
    gcTime: 0,
    onSuccess: () => queries.invalidateQueries({ queryKey: MEMBERS }),
  });
}

export const useBeginCodes = () =>
  useMutation({
    mutationFn: (current: string) => answer(client.POST("/api/accounts/codes", { body: { current } })),
    gcTime: 0,
  });
export const useConfirmCodes = () =>
  useMutation({
    mutationFn: (code: string) => answer(client.POST("/api/accounts/codes/confirm", { body: { code } })),
    onSuccess: useKnow(keys.session),
  });
export const useStopCodes = () =>
  useMutation({
    mutationFn: (current: string) => answer(client.POST("/api/accounts/codes/stop", { body: { current } })),
    onSuccess: useKnow(keys.session),
  });

export const useLetHouseholdGo = () =>
  useMutation({
    mutationFn: (current: string) => answer(client.POST("/api/household/leave", { body: { current } })),
  });
export const useKeepHousehold = () =>
  useMutation({
    mutationFn: () => answer(client.POST("/api/household/keep")),
    onSuccess: useKnow(keys.session),
  });

/** A household's file, read into this one. */
export function useBringIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (file: File) =>
      answer(
        client.POST("/api/household/household.zip", {
          body: { file: file as unknown as string },
          bodySerializer: () => {
            const form = new FormData();
            form.append("file", file);
            return form;
          },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
}

/** How far that is, while it is read. */
export const useMoving = (reading: boolean) =>
  useQuery({
    queryKey: ["moving"],
    enabled: reading,
    refetchInterval: 700,
    gcTime: 0,
    queryFn: ({ signal }) => answer(client.GET("/api/household/moving", { signal })),
  });

export const useInvitation = (token: string) =>
  useQuery({
    queryKey: ["invitation", token],
    retry: false,
    queryFn: ({ signal }) =>
      answer(client.GET("/api/invitations/{token}", { params: { path: { token } }, signal })),
  });
export function useJoin() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["JoinIn"]) => answer(client.POST("/api/accounts/join", { body })),
    onSuccess: (session) => {
      queries.clear();
      queries.setQueryData(keys.session, session);
    },
  });
}

/** A cook as a link shows it, asked for anew every few seconds. */
export const useLookOn = (token: string) =>
  useQuery({
    queryKey: ["look", token],
    refetchInterval: 8000,
    retry: false,
    queryFn: ({ signal }) =>
      answer(client.GET("/api/looks/{token}", { params: { path: { token } }, signal })),
  });
const looks = (id: number) => ["looks", id];
export const useLooks = (id: number) =>
  useQuery({
    queryKey: looks(id),
    queryFn: ({ signal }) =>
      answer(client.GET("/api/cooks/{cook_id}/looks", { params: { path: { cook_id: id } }, signal })),
  });
export function useLetLookOn(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () =>
      answer(client.POST("/api/cooks/{cook_id}/looks", { params: { path: { cook_id: id } } })),
    gcTime: 0,
    onSuccess: () => queries.invalidateQueries({ queryKey: looks(id) }),
  });
}
export function useEndLooks(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () =>
      answer(client.DELETE("/api/cooks/{cook_id}/looks", { params: { path: { cook_id: id } } })),
    onSuccess: (told) => queries.setQueryData(looks(id), told),
  });
}

const LEAVING = ["leaving-cooks"];
/** Cooks that were let go and can be kept still. */
export const useLeavingCooks = () =>
  useQuery({
    queryKey: LEAVING,
    queryFn: ({ signal }) => answer(client.GET("/api/cooks/leaving", { signal })),
  });
/** Lets a cook go, or keeps it after all. */
export function useCookLeaves() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: number; back: boolean }) => {
      const of = { params: { path: { cook_id: id } } };
      return answer(
        back ? client.POST("/api/cooks/{cook_id}/keep", of) : client.DELETE("/api/cooks/{cook_id}", of),
      );
    },
    onSuccess: async (told, { id }) => {
      queries.setQueryData(LEAVING, told);
      queries.removeQueries({ queryKey: keys.cook(id) });
      await queries.invalidateQueries({ queryKey: keys.cooks });
    },
  });
}

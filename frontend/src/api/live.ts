import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { answer, client, type Schemas } from "./client";
import { keys, type Cook } from "./hooks";

export type Link = "live" | "waiting" | "off";
type Update = Schemas["UpdateOut"];

const union = <T extends { id: number }>(old: T[], fresh: T[]): T[] => {
  if (fresh.length === 0) return old;
  const seen = new Set(old.map((each) => each.id));
  return [...old, ...fresh.filter((each) => !seen.has(each.id))];
};

/** A cook with a stream's update folded in; the same update twice changes nothing. */
export function updated(cook: Cook, update: Update): Cook {
  return {
    ...cook,
    clock: update.clock,
    hands: update.hands,
    ended_at: update.ended_at,
    expected: update.expected,
    cursor: update.cursor,
    events: union(cook.events, update.events),
    readings: union(cook.readings, update.readings),
  };
}

/** How far the server's clock is ahead of this one [ms], from the newest answer. */
let skewMs = 0;
const synced = <T extends { clock: Schemas["ClockOut"] }>(from: T): T => {
  skewMs = Date.parse(from.clock.server_at) - Date.now();
  return from;
};

/** A cook and its live stream. The stream closes while the page is hidden and goes on from where it was. */
export function useLiveCook(id: number) {
  const queries = useQueryClient();
  const [link, setLink] = useState<Link>("waiting");
  const query = useQuery({
    queryKey: keys.cook(id),
    queryFn: async () => synced(await answer(client.GET("/api/cooks/{cook_id}", { params: { path: { cook_id: id } } }))),
    staleTime: 0,
  });
  const open = query.data !== undefined && query.data.ended_at === null;

  useEffect(() => {
    if (!open) return;
    let source: EventSource | null = null;
    const connect = () => {
      const cursor = queries.getQueryData<Cook>(keys.cook(id))?.cursor ?? "";
      source = new EventSource(`/api/cooks/${id}/stream?after=${cursor}`);
      source.onopen = () => setLink("live");
      source.onerror = () => {
        setLink("waiting");
        if (source?.readyState === EventSource.CLOSED) window.setTimeout(() => { disconnect(); if (!document.hidden) connect(); }, 2000);
      };
      source.addEventListener("update", (message) => {
        const update = synced(JSON.parse((message as MessageEvent<string>).data) as Update);
        queries.setQueryData<Cook>(keys.cook(id), (cook) => (cook ? updated(cook, update) : cook));
        if (update.ended_at) void queries.invalidateQueries({ queryKey: keys.cooks });
      });
    };
    const disconnect = () => { source?.close(); source = null; };
    const onVisible = () => { disconnect(); if (document.hidden) setLink("off"); else connect(); };
    if (!document.hidden) connect();
    document.addEventListener("visibilitychange", onVisible);
    return () => { document.removeEventListener("visibilitychange", onVisible); disconnect(); };
  }, [id, open, queries]);

  return { ...query, link };
}

/** The cook's own time now [ms], from its clock and the difference between the two machines' clocks. */
export function cookTime(clock: Schemas["ClockOut"], ahead: number, ended: string | null, wall: number): number {
  if (ended) return Date.parse(ended);
  return Date.parse(clock.cook_at) + (wall + ahead - Date.parse(clock.real_at)) * clock.speed;
}

/** A ticking cook clock. */
export function useCookTime(cook: Cook | undefined): number {
  const [wall, setWall] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setWall(Date.now()), 250);
    return () => window.clearInterval(timer);
  }, []);
  return cook ? cookTime(cook.clock, skewMs, cook.ended_at, wall) : wall;
}

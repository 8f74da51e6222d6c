import { type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { answer, client, type Schemas } from "./client";
import { spelledOut, writtenOut } from "@/words/say";

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
    table_at: update.table_at,
    expected: update.expected,
    outlooks: update.outlooks,
    cursor: update.cursor,
    events: union(cook.events, update.events),
    readings: union(cook.readings, update.readings),
  };
}

const parts = (cursor: string) => cursor.split("-").map(Number) as [number, number];

/**
 * Of two tellings of a cook the newer one, with what only the other has. An answer that was long on its way may be older
 * than what the stream has brought since; taken as it is, it would undo that, and the stream tells nothing twice.
 */
export function newest(old: Cook | undefined, fresh: Cook): Cook {
  if (!old || old.id !== fresh.id || old.started_at !== fresh.started_at) return fresh;
  const [oldReading = 0, oldEvent = 0] = parts(old.cursor);
  const [reading = 0, event = 0] = parts(fresh.cursor);
  const behind = event < oldEvent || (event === oldEvent && reading < oldReading);
  const [base, other] = behind ? [old, fresh] : [fresh, old];
  return {
    ...base,
    events: union(base.events, other.events),
    readings: union(base.readings, other.readings),
    cursor: `${Math.max(oldReading, reading)}-${Math.max(oldEvent, event)}`,
  };
}

interface Heard {
  at: number;
  skew: number;
}
const HEARD_FOR_MS = 60_000;

/**
 * How far the server's clock is ahead of this one [ms]. An answer that was long on its way makes the server look slow,
 * never fast, so the largest difference of the last minute is the nearest to the truth.
 */
export function skewOf(heard: readonly Heard[], now: number): { heard: Heard[]; skew: number } {
  const lately = heard.filter((each) => now - each.at <= HEARD_FOR_MS);
  return { heard: lately, skew: lately.length > 0 ? Math.max(...lately.map((each) => each.skew)) : 0 };
}

let heard: Heard[] = [];
let skewMs = 0;
const synced = <T extends { clock: Schemas["ClockOut"] }>(from: T): T => {
  const at = performance.now();
  ({ heard, skew: skewMs } = skewOf(
    [...heard, { at, skew: Date.parse(from.clock.server_at) - Date.now() }],
    at,
  ));
  return from;
};

/** Browsers allow six connections to a host; no more than this many tabs hold a stream, the others ask now and then. */
const STREAMS = 3;
const ASK_MS = 2000;

/** Hold one of the few stream slots until the returned promise is resolved; false where all are taken. */
async function slot(until: Promise<void>, begin: () => void): Promise<boolean> {
  if (!("locks" in navigator)) {
    begin();
    return true;
  }
  for (let n = 0; n < STREAMS; n++) {
    const held = await new Promise<boolean>((tell) => {
      void navigator.locks.request(`brasko-stream-${n}`, { ifAvailable: true }, (lock) => {
        tell(lock !== null);
        return lock ? until : undefined;
      });
    });
    if (held) {
      begin();
      return true;
    }
  }
  return false;
}

/** Follow a cook until the returned function is called. */
function follow(
  id: number,
  cursor: () => string,
  onUpdate: (update: Update) => void,
  onLink: (link: Link) => void,
): () => void {
  let stopped = false;
  let source: EventSource | null = null;
  let timer = 0;
  let told = Promise.resolve();
  let release: () => void = () => undefined;
  const until = new Promise<void>((resolve) => {
    release = resolve;
  });
  const listen = () => {
    if (stopped) return;
    source = new EventSource(`/api/cooks/${id}/stream?after=${cursor()}`);
    source.onopen = () => onLink("live");
    source.onerror = () => {
      onLink("waiting");
      if (source?.readyState === EventSource.CLOSED) timer = window.setTimeout(listen, ASK_MS);
    };
    source.addEventListener("update", (message) => {
      const came = JSON.parse((message as MessageEvent<string>).data) as Update;
      told = told.then(async () => {
        // a sentence that cannot be fetched holds up no reading
        const update = await spelledOut(came).catch(() => writtenOut(came));
        if (!stopped) onUpdate(update);
      });
    });
  };
  const ask = async () => {
    try {
      const update = await answer(
        client.GET("/api/cooks/{cook_id}/updates", {
          params: { path: { cook_id: id }, query: { after: cursor() } },
        }),
      );
      if (!stopped) {
        onUpdate(update);
        onLink("live");
      }
    } catch {
      onLink("waiting");
    }
    if (!stopped) timer = window.setTimeout(() => void ask(), ASK_MS);
  };
  void slot(until, listen).then((held) => {
    if (!held && !stopped) void ask();
  });
  return () => {
    stopped = true;
    source?.close();
    window.clearTimeout(timer);
    release();
  };
}

/** The whole of a cook, with what the stream brought while it was on its way. */
export async function askedFor(queries: QueryClient, id: number): Promise<Cook> {
  const told = synced(
    await answer(client.GET("/api/cooks/{cook_id}", { params: { path: { cook_id: id } } })),
  );
  return newest(queries.getQueryData<Cook>(keys.cook(id)), told);
}

/** A cook and its live stream. The stream closes while the page is hidden and goes on from where it was. */
export function useLiveCook(id: number) {
  const queries = useQueryClient();
  const [link, setLink] = useState<Link>("waiting");
  const query = useQuery({
    queryKey: keys.cook(id),
    // no signal: an answer that is broken off would take back what the stream has brought since it was asked for
    queryFn: () => askedFor(queries, id),
    refetchOnReconnect: false,
    staleTime: 0,
  });
  const open = query.data !== undefined && query.data.ended_at === null;

  useEffect(() => {
    if (!open) return;
    let stop: (() => void) | null = null;
    const onUpdate = (update: Update) => {
      synced(update);
      queries.setQueryData<Cook>(keys.cook(id), (cook) => (cook ? updated(cook, update) : cook));
      if (update.ended_at) void queries.invalidateQueries({ queryKey: keys.cooks });
    };
    const begin = () => {
      stop = follow(id, () => queries.getQueryData<Cook>(keys.cook(id))?.cursor ?? "", onUpdate, setLink);
    };
    const onVisible = () => {
      stop?.();
      stop = null;
      if (document.hidden) setLink("off");
      else begin();
    };
    if (!document.hidden) begin();
    document.addEventListener("visibilitychange", onVisible);
    return () => {
      document.removeEventListener("visibilitychange", onVisible);
      stop?.();
    };
  }, [id, open, queries]);

  return { ...query, link };
}

/**
 * The cook's own time now [ms], from its clock and the difference between the two machines' clocks: never before the
 * moment the server last told of.
 */
export function cookTime(
  clock: Schemas["ClockOut"],
  ahead: number,
  ended: string | null,
  wall: number,
): number {
  if (ended) return Date.parse(ended);
  const real = Math.max(wall + ahead, Date.parse(clock.server_at));
  return Date.parse(clock.cook_at) + (real - Date.parse(clock.real_at)) * clock.speed;
}

/** A ticking cook clock. */
export function useCookTime(cook: Cook | undefined): number {
  const wall = useWall();
  return cook ? cookTime(cook.clock, skewMs, cook.ended_at, wall) : wall;
}

/** A ticking clock of which the server told with every answer; it stands still where what it is of is over. */
export function useToldTime(clock: Schemas["ClockOut"], endedAt: string | null): number {
  const wall = useWall();
  const [aheadMs, setAheadMs] = useState(0);
  useEffect(() => {
    const ahead = Date.parse(clock.server_at) - Date.now();
    const timer = window.setTimeout(() => setAheadMs(ahead), 0);
    return () => window.clearTimeout(timer);
  }, [clock.server_at]);
  return cookTime(clock, aheadMs, endedAt, wall);
}

function useWall(): number {
  const [wall, setWall] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setWall(Date.now()), 250);
    return () => window.clearInterval(timer);
  }, []);
  return wall;
}

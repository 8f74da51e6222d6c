import { useSyncExternalStore } from "react";

import { answer, client, Problem, type Schemas } from "./client";
import type { Cook } from "./hooks";

/**
 * What was done beside the fire and is not yet with the server. It is kept in the browser before it is sent, survives a
 * reload, and is sent in its order until the server has it; the client_id keeps it from counting twice.
 */
export type Deed = Schemas["EventIn"] & { at: string };

export interface Waiting {
  /** Whose it is: it is only ever sent while that household is signed in. */
  household: string;
  cook: number;
  deed: Deed;
  /** Why the server refused it; it is kept until the cook has seen that. */
  refused?: string;
  /** The server has it. It still counts here until the cook is told with it, so that the next deed never flickers back. */
  sent?: boolean;
}

const PLACE = "brasko-outbox";
/** An answer that takes longer is not waited for: it is sent again. */
const PATIENCE_MS = 15_000;
const AGAIN_MS = [400, 1000, 2000, 4000];

const read = (): Waiting[] => {
  try {
    return JSON.parse(localStorage.getItem(PLACE) ?? "[]") as Waiting[];
  } catch {
    return [];
  }
};

let waiting: Waiting[] = read();
const listeners = new Set<() => void>();
let sending = false;
let failures = 0;
let timer = 0;

function set(next: Waiting[]) {
  waiting = next;
  try {
    localStorage.setItem(PLACE, JSON.stringify(next));
  } catch {
    /* a full store loses nothing that is still in memory */
  }
  listeners.forEach((tell) => tell());
}

/** Several tabs share one store: each sends only what is still there. */
const merge = () => {
  const known = new Set(waiting.map((w) => w.deed.client_id));
  const others = read().filter((w) => !known.has(w.deed.client_id));
  if (others.length > 0) waiting = [...waiting, ...others];
};

let household: string | null = null;

/** Who is signed in here: what is theirs is sent from now on, and nothing of anybody else's. */
export function speakFor(name: string | null) {
  if (household === name) return;
  household = name;
  if (name !== null) void flush();
}

/** What of this household is not with the server yet. */
export const unsent = (): Waiting[] =>
  waiting.filter((w) => w.household === household && w.refused === undefined && !w.sent);

/** Nothing of the household stays in this browser. */
export function forgetAll() {
  waiting = read().filter((w) => w.household !== household);
  set(waiting);
  household = null;
}

async function flush() {
  if (sending || household === null) return;
  sending = true;
  window.clearTimeout(timer);
  try {
    for (;;) {
      const first = waiting.find((w) => w.household === household && w.refused === undefined && !w.sent);
      if (!first) break;
      try {
        await answer(
          client.POST("/api/cooks/{cook_id}/events", {
            params: { path: { cook_id: first.cook } },
            body: first.deed,
            signal: AbortSignal.timeout(PATIENCE_MS),
          }),
        );
        set(waiting.map((w) => (w.deed.client_id === first.deed.client_id ? { ...w, sent: true } : w)));
        failures = 0;
      } catch (error) {
        if (error instanceof Problem && error.status < 500 && error.status !== 401 && error.status !== 403) {
          set(
            waiting.map((w) =>
              w.deed.client_id === first.deed.client_id ? { ...w, refused: error.message } : w,
            ),
          );
        } else {
          failures += 1;
          listeners.forEach((tell) => tell());
          timer = window.setTimeout(
            () => void flush(),
            AGAIN_MS[Math.min(failures - 1, AGAIN_MS.length - 1)],
          );
          break;
        }
      }
    }
  } finally {
    sending = false;
  }
}

export function record(cook: number, deed: Deed) {
  if (household === null) return;
  merge();
  set([...waiting, { household, cook, deed }]);
  void flush();
}

/** Let go of what the server has and the cook is told with by now. */
export function settle(cook: Cook) {
  const known = new Set(cook.events.map((e) => e.client_id));
  if (waiting.some((w) => w.sent && known.has(w.deed.client_id)))
    set(waiting.filter((w) => !(w.sent && known.has(w.deed.client_id))));
}

export const forget = (clientId: string) => set(waiting.filter((w) => w.deed.client_id !== clientId));

window.addEventListener("online", () => void flush());

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => {
    listeners.delete(tell);
  };
};
const EMPTY: Waiting[] = [];
let snapshot: Waiting[] = EMPTY;
const current = () => {
  if (snapshot !== waiting) snapshot = waiting;
  return snapshot;
};

export interface Outbox {
  waiting: Waiting[];
  failing: boolean;
}

export function useOutbox(cook: number): Outbox {
  const all = useSyncExternalStore(subscribe, current);
  const failing = useSyncExternalStore(subscribe, () => failures > 0);
  return { waiting: all.filter((w) => w.cook === cook && w.household === household), failing };
}

/** A cook as its hands know it: with what was done here and is still on its way to the server. */
export function withWaiting(cook: Cook, outbox: readonly Waiting[]): Cook {
  const known = new Set(cook.events.map((e) => e.client_id));
  const mine = outbox.filter((w) => w.refused === undefined && !known.has(w.deed.client_id));
  if (mine.length === 0) return cook;
  const events = [
    ...cook.events,
    ...mine.map((w, i) => ({
      id: -1 - i,
      client_id: w.deed.client_id,
      piece_id: w.deed.piece_id ?? null,
      at: w.deed.at,
      deed: said(w.deed),
    })),
  ];
  const undone = new Set(mine.filter((w) => w.deed.kind === "undo").map((w) => w.deed.undoes));
  const done = mine.filter((w) => w.deed.kind === "done" && !undone.has(w.deed.client_id));
  const taken = new Set(
    cook.events.flatMap((e) =>
      e.deed.kind === "done" && undone.has(e.client_id) ? [`${e.piece_id}-${e.deed.task}`] : [],
    ),
  );
  const expected = cook.expected.map((e) => {
    const here = done.find((w) => w.deed.task === e.key && (w.deed.piece_id ?? null) === e.piece_id);
    if (here) return { ...e, state: "done" as const, start_at: here.deed.at };
    if (taken.has(`${e.piece_id}-${e.key}`)) return { ...e, state: "next" as const };
    return e;
  });
  return {
    ...cook,
    events,
    expected,
    outlooks: cook.outlooks.map((o) =>
      standing(
        o,
        cook,
        mine.filter((w) => !undone.has(w.deed.client_id)),
      ),
    ),
  };
}

type Said = Cook["events"][number]["deed"];

/** What was sent, as it will come back: of what the server works out there is nothing yet. */
function said(deed: Waiting["deed"]): Said {
  const { kind } = deed;
  switch (kind) {
    case "done":
      return { kind, task: deed.task ?? "" };
    case "undo":
      return { kind, undoes: deed.undoes ?? "" };
    case "note":
      return { kind, text: deed.text ?? "" };
    case "weather":
      return { kind, rain: deed.rain ?? "none", wind: deed.wind ?? "still" };
    case "move":
      return { kind, place: deed.place ?? "back" };
    case "lid":
      return { kind, open: deed.open ?? false };
    case "pause":
      return { kind, on: deed.on ?? false };
    case "reading":
      return { kind, temp_c: deed.temp_c ?? 0, source: deed.source ?? "hand" };
    case "pull":
      return { kind, pull_c: deed.pull_c ?? 0 };
    case "guests":
      return { kind, late_min: deed.late_min ?? 0 };
    case "vent":
      return { kind, air_c: deed.air_c ?? null, delta_k: deed.delta_k ?? null };
    default:
      return { kind };
  }
}

type Outlook = Cook["outlooks"][number];

/** How the lid and a piece stand after what was done here. */
function standing(outlook: Outlook, cook: Cook, mine: readonly Waiting[]): Outlook {
  let { lid_open, aside } = outlook;
  for (const { deed } of mine) {
    const taken =
      deed.kind === "undo" ? cook.events.find((e) => e.client_id === deed.undoes)?.deed : undefined;
    if (deed.kind === "lid") lid_open = deed.open ?? lid_open;
    if (taken?.kind === "lid") lid_open = !taken.open;
    if (deed.piece_id !== outlook.piece_id) continue;
    if (deed.kind === "done") {
      lid_open = false;
      aside = "";
    }
    if (deed.kind === "pause") aside = deed.on ? "off" : "";
    if (deed.kind === "move") aside = deed.place === "back" ? "" : (deed.place ?? aside);
  }
  return { ...outlook, lid_open, aside };
}

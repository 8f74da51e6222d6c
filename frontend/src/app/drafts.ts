import { useCallback, useContext, useState } from "react";

import { HouseholdContext } from "@/api/household";

const PREFIX = "brasko-draft-1:";
const DAY_MS = 24 * 3600 * 1000;

interface Kept<T> {
  value: T;
  at: number;
}

function read<T>(key: string): T | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? "null") as Kept<T> | null;
    return kept && Date.now() - kept.at < DAY_MS ? kept.value : null;
  } catch {
    return null;
  }
}

function write<T>(key: string, value: T) {
  try {
    localStorage.setItem(key, JSON.stringify({ value, at: Date.now() } satisfies Kept<T>));
  } catch {
    // a browser that is full, or keeps nothing, only loses what a reload would lose
  }
}

/** What anybody had typed in this browser and not kept: gone with who signs out. */
export function forgetDrafts() {
  for (const key of Object.keys(localStorage)) if (key.startsWith(PREFIX)) localStorage.removeItem(key);
}

/** The household that the drafts belong to; empty before sign-in. */
const useOwner = () => useContext(HouseholdContext)?.username ?? "";

/** Which of these names something was typed under and not kept: to open its form again. */
export function useDrafted(names: readonly string[]): string | null {
  const owner = useOwner();
  const [found] = useState(() => names.find((name) => read(`${PREFIX}${owner}:${name}`) !== null) ?? null);
  return found;
}

export interface Drafts<T> {
  /** What was typed before a reload and not kept; null where there is nothing. */
  restored: T | null;
  put: (value: T) => void;
  drop: () => void;
}

/** What is typed under this name stays in this browser, for this household, until it is kept or a day is over. */
export function useDrafts<T>(name: string): Drafts<T> {
  const key = `${PREFIX}${useOwner()}:${name}`;
  const [restored, setRestored] = useState(() => read<T>(key));
  const put = useCallback((value: T) => write(key, value), [key]);
  const drop = useCallback(() => {
    localStorage.removeItem(key);
    setRestored(null);
  }, [key]);
  return { restored, put, drop };
}

/** A form whose fields survive a reload. Where a draft is restored, it says so; kept or left, it is gone. */
export function useDraftForm<T>(name: string, initial: T) {
  const { restored, put, drop } = useDrafts<T>(name);
  const [value, setValue] = useState(restored ?? initial);
  const set = (next: T) => {
    setValue(next);
    put(next);
  };
  /** Begin again from this, with nothing to restore. */
  const begin = (next: T) => {
    setValue(next);
    drop();
  };
  return { value, set, begin, drop, restored: restored !== null, anew: () => begin(initial) };
}

/** What was, what is, and what was undone. */
export interface History<T> {
  past: T[];
  now: T;
  future: T[];
  /** When the last change was kept [ms]; quick changes after one another are one step back. */
  at: number;
}

const MOST = 80;
const TOGETHER_MS = 700;

export const begun = <T>(now: T): History<T> => ({ past: [], now, future: [], at: -Infinity });

export function changed<T>(history: History<T>, now: T, at: number): History<T> {
  if (now === history.now) return history;
  const together = at - history.at < TOGETHER_MS && history.past.length > 0;
  const past = together ? history.past : [...history.past, history.now].slice(-MOST);
  return { past, now, future: [], at };
}

/** A change that nobody asked for, so that nobody needs to undo it. */
export const amended = <T>(history: History<T>, now: T): History<T> => ({ ...history, now });

export function undone<T>(history: History<T>): History<T> {
  const before = history.past[history.past.length - 1];
  if (before === undefined) return history;
  return {
    past: history.past.slice(0, -1),
    now: before,
    future: [history.now, ...history.future],
    at: -Infinity,
  };
}

export function redone<T>(history: History<T>): History<T> {
  const [next, ...future] = history.future;
  if (next === undefined) return history;
  return { past: [...history.past, history.now], now: next, future, at: -Infinity };
}

import { Problem } from "./client";

/** Two people have changed the same field: how each wants it. */
export interface Clash {
  path: string[];
  mine: unknown;
  theirs: unknown;
}

/** A change of what others may change too. base is what it was when it was opened, in this version. */
export interface Edit<Body> {
  base: Body;
  mine: Body;
  version: string;
  /** Is told as soon as it is written, before what was fetched of it is fetched anew. */
  onWritten?: () => void;
}

const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === "object" && v !== null && !Array.isArray(v);
const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/** What comes of two changes of one thing: fields that one of both has changed are as that one wants them. */
export function merged<T>(base: T, mine: T, theirs: T, path: string[] = []): { value: T; clashes: Clash[] } {
  if (same(mine, theirs) || same(base, theirs)) return { value: mine, clashes: [] };
  if (same(base, mine)) return { value: theirs, clashes: [] };
  const each = (keys: string[], of: (all: unknown, key: string) => unknown) =>
    keys.map((key) => ({ key, ...merged(of(base, key), of(mine, key), of(theirs, key), [...path, key]) }));
  if (isRecord(base) && isRecord(mine) && isRecord(theirs)) {
    const keys = [...new Set([base, mine, theirs].flatMap((o) => Object.keys(o)))];
    const found = each(keys, (all, key) => (all as Record<string, unknown>)[key]);
    const value = Object.fromEntries(
      found.filter((f) => f.value !== undefined).map((f) => [f.key, f.value]),
    ) as T;
    return { value, clashes: found.flatMap((f) => f.clashes) };
  }
  if (
    Array.isArray(base) &&
    Array.isArray(mine) &&
    Array.isArray(theirs) &&
    mine.length === theirs.length &&
    base.length === mine.length
  ) {
    const found = each(
      mine.map((_, n) => String(n)),
      (all, key) => (all as unknown[])[Number(key)],
    );
    return { value: found.map((f) => f.value) as T, clashes: found.flatMap((f) => f.clashes) };
  }
  return { value: mine, clashes: [{ path, mine, theirs }] };
}

/** The same with one field another. */
export function withField<T>(value: T, path: readonly string[], wanted: unknown): T {
  const [key, ...rest] = path;
  if (key === undefined) return wanted as T;
  if (Array.isArray(value))
    return value.map((each: unknown, n) => (String(n) === key ? withField(each, rest, wanted) : each)) as T;
  const held = value as Record<string, unknown>;
  return { ...held, [key]: withField(held[key], rest, wanted) } as T;
}

/** What a person is asked to decide, one field after the other; true where theirs is to stand. */
export interface Asked {
  clashes: Clash[];
  decide: (theirs: boolean[] | null) => void;
}

let asked: Asked | null = null;
const listeners = new Set<() => void>();
export const askedNow = () => asked;
export function onAsked(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
function set(now: Asked | null) {
  asked = now;
  for (const listener of listeners) listener();
}
const choice = (clashes: Clash[]) =>
  new Promise<boolean[] | null>((done) =>
    set({
      clashes,
      decide: (theirs) => {
        set(null);
        done(theirs);
      },
    }),
  );

/**
 * Write a change. Where somebody has changed the same thing meanwhile, fields that do not meet go together, and of those
 * that do the person chooses; who leaves the choice has written nothing.
 */
export async function edited<Body, Answer, Current = Answer>(
  edit: Edit<Body>,
  send: (body: Body, headers: { "If-Match": string }) => Promise<Answer>,
  bodyOf: (current: Current) => Body,
): Promise<Answer> {
  let { base, mine, version } = edit;
  for (;;) {
    try {
      const answer = await send(mine, { "If-Match": `"${version}"` });
      edit.onWritten?.();
      return answer;
    } catch (error) {
      if (!(error instanceof Problem) || error.status !== 412) throw error;
      const current = error.current as Current & { version: string };
      const theirs = bodyOf(current);
      const found = merged(base, mine, theirs);
      mine = found.value;
      if (found.clashes.length > 0) {
        const chosen = await choice(found.clashes);
        if (!chosen) throw error;
        found.clashes.forEach((clash, n) => {
          if (chosen[n]) mine = withField(mine, clash.path, clash.theirs);
        });
      }
      base = theirs;
      version = current.version;
    }
  }
}

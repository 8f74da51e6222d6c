import type { Schemas } from "@/api/client";

export type Entry = Schemas["EntryOut"];

const plain = (text: string) =>
  text
    .toLowerCase()
    .normalize("NFKD")
    .replace(/[^a-z0-9°/ ]+/g, " ");

/** Entries that hold every word that was typed, those with them in the title first. */
export function found(
  entries: readonly Entry[],
  typed: string,
  kind: string,
  said: (text: string) => string,
): Entry[] {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  const rank = (entry: Entry) => {
    const title = plain(entry.title);
    const text = plain(said(entry.text));
    if (!words.every((w) => title.includes(w) || text.includes(w))) return 0;
    return words.filter((w) => title.includes(w)).length + 1;
  };
  return entries
    .filter((e) => kind === "" || e.kind === kind)
    .map((entry) => ({ entry, rank: words.length === 0 ? 1 : rank(entry) }))
    .filter((e) => e.rank > 0)
    .sort((a, b) => b.rank - a.rank)
    .map((e) => e.entry);
}

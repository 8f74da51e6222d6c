import { fromFile, type TableDraft } from "./model";

const FILES = import.meta.glob<string>("../../../../../docs/examples/*.json", {
  query: "?raw",
  import: "default",
});

/** Invented tables to begin with, by the names of their files. */
export const EXAMPLES = Object.keys(FILES).map((path) => {
  const words = path.replace(/^.*\/|\.json$/g, "").replaceAll("-", " ");
  return { key: path, name: words[0]!.toUpperCase() + words.slice(1) };
});

/** An example at its hour on the next day on which it can still be cooked. */
export async function example(key: string): Promise<TableDraft | null> {
  const load = FILES[key];
  return load ? fromFile(await load()) : null;
}

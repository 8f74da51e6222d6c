import { learnFor, named, sentence } from "./catalogue";
import { AND, AS_TYPED, BEGIN, INNERMOST, KEYS, MARKED, NUMBER } from "./marks";

type Value = string | number | boolean | null | undefined;

/** So deep is a message within others, and so long the text, at the most. */
const [DEEPEST, LONGEST] = [12, 200_000];
/** Where what is sent is a name out of the core's tables. */
const NAMES = new Set(["name", "cut_name", "word"]);

/** A figure as the language writes it: 2,5 where the comma is the decimal sign. */
export const figure = (text: string) => text.replace(".", sentence("language-decimal", {}));

/** A sentence of the catalogue with these values. */
export function say(key: string, values: Record<string, Value> = {}): string {
  const told = Object.entries(values).map(([name, value]) => [
    name,
    value === null || value === undefined || typeof value === "boolean" ? "" : String(value),
  ]);
  return sentence(key, Object.fromEntries(told) as Record<string, string>);
}

/** Text of the core with its messages written out; quantities stay, for they are in the reader's own units. */
export function written(text: string): string {
  if (!MARKED.test(text)) return text;
  let before = "";
  for (let deep = 0; deep < DEEPEST && text !== before && text.length < LONGEST; deep++) {
    before = text;
    text = text.replace(INNERMOST, (_, message: string) => {
      const [key = "", ...told] = message.split(AND);
      return sentence(
        key,
        Object.fromEntries(
          told.map((part) => [part.slice(0, part.indexOf("=")), part.slice(part.indexOf("=") + 1)]),
        ),
      );
    });
  }
  return text.replace(NUMBER, (_, number: string) => figure(number)).replaceAll(AS_TYPED, "");
}

/** What came from the server, with every message in it written out. */
export function writtenOut<T>(came: T): T {
  if (typeof came === "string") return written(came) as T;
  if (Array.isArray(came)) {
    for (let i = 0; i < came.length; i++) {
      const each: unknown = came[i];
      if (typeof each === "string" || (typeof each === "object" && each !== null)) came[i] = writtenOut(each);
    }
    return came;
  }
  if (typeof came === "object" && came !== null) {
    const held = came as Record<string, unknown>;
    for (const name in held) {
      const each = held[name];
      if (typeof each === "string" && NAMES.has(name))
        held[name] = each.startsWith(AS_TYPED) ? written(each) : named(written(each));
      else if (typeof each === "string" || (typeof each === "object" && each !== null))
        held[name] = writtenOut(each);
    }
  }
  return came;
}

/** The keys of the core's messages in what came. */
function keysIn(came: unknown, found: Set<string>): Set<string> {
  if (typeof came === "string") {
    if (came.includes(BEGIN)) for (const [, key] of came.matchAll(KEYS)) found.add(key!);
  } else if (typeof came === "object" && came !== null) {
    for (const each of Object.values(came)) keysIn(each, found);
  }
  return found;
}

/** What came from the server with every message in it written out, once their sentences are here. */
export async function spelledOut<T>(came: T): Promise<T> {
  const keys = keysIn(came, new Set());
  if (keys.size > 0) await learnFor(keys);
  return writtenOut(came);
}

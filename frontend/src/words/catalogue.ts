import { FluentBundle, FluentResource, type FluentValue } from "@fluent/bundle";
import filesByPrefix from "virtual:word-files";

import ofItself from "@catalogue/en/language.ftl?raw";

import { AS_TYPED, CLOSE, OPEN } from "./marks";

const WHOLE = "en";
const english = import.meta.glob<string>("@catalogue/en/*.ftl", { query: "?raw", import: "default" });
const others = import.meta.glob<string>(["@catalogue/*/*.ftl", "!@catalogue/en/*.ftl"], {
  query: "?raw",
  import: "default",
});

const text = (value: FluentValue) => String(value);
const constant =
  (kind: string) =>
  ([value]: FluentValue[]) =>
    `${OPEN}${kind}:${Number(value)}${CLOSE}`;

/** What a sentence can do with its values, as the other renderer of the catalogue has it. */
const FUNCTIONS: Record<string, (values: FluentValue[]) => string> = {
  LOWER: ([t]) => text(t!).toLowerCase(),
  SMALL: ([t]) => text(t!).charAt(0).toLowerCase() + text(t!).slice(1),
  BIG: ([t]) => text(t!).charAt(0).toUpperCase() + text(t!).slice(1),
  HEAD: ([t]) => text(t!).split(":")[0]!,
  TEMP: constant("temp"),
  LEAST: constant("least"),
  RISE: constant("rise"),
  LENGTH: constant("len"),
  MASS: constant("mass"),
  DOSE: constant("small"),
  SPAN: constant("time"),
};

function bundleOf(language: string, sources: string[]): FluentBundle {
  const bundle = new FluentBundle(language, { functions: FUNCTIONS, useIsolating: false });
  for (const source of sources) bundle.addResource(new FluentResource(source));
  return bundle;
}

const whole = bundleOf(WHOLE, [ofItself]);
const known = new Set(["language.ftl"]);
let spoken = [whole];

/** Take up the sentences of one file of the catalogue. */
export function learn(file: string, sentences: string): void {
  if (known.has(file)) return;
  known.add(file);
  whole.addResource(new FluentResource(sentences));
}

/** Fetch what is not known yet of the files that these keys of the core are in. */
export async function learnFor(keys: Iterable<string>): Promise<void> {
  const prefixes = new Set([...keys].map((key) => key.slice(0, key.indexOf("-"))));
  const wanted = new Set([...prefixes].flatMap((prefix) => filesByPrefix[prefix] ?? []));
  await Promise.all(
    Object.entries(english).map(async ([path, load]) => {
      const file = path.split("/").at(-1)!;
      if (wanted.has(file) && !known.has(file)) learn(file, await load());
    }),
  );
}
let tag = WHOLE;

/** The language in which everything is said. */
export const language = () => tag;
/** Every language that there is. */
export const LANGUAGES = [WHOLE, ...new Set(Object.keys(others).map((path) => path.split("/").at(-2)!))];
/** How dates are written. */
export const locale = () => sentence("language-locale", {});

/** Say everything in this language from now on; what it lacks is said in English. */
export async function speak(wanted: string): Promise<void> {
  const files = Object.entries(others).filter(([path]) => path.includes(`/${wanted}/`));
  tag = files.length > 0 ? wanted : WHOLE;
  const sources = await Promise.all(files.map(([, load]) => load()));
  spoken = files.length > 0 ? [bundleOf(wanted, sources), whole] : [whole];
  document.documentElement.lang = tag;
}

const NOT_OF_A_KEY = /[^a-z0-9]+/g;

/** A name out of the core's tables (a cut, a word of doneness) as this language has it; any other text as it is. */
export function named(name: string): string {
  const [first] = spoken;
  if (first === whole || !first || name === "" || name.startsWith(AS_TYPED)) return name;
  const key = `name-${name.toLowerCase().replace(NOT_OF_A_KEY, "-").replace(/^-|-$/g, "")}`;
  const pattern = first.getMessage(key)?.value;
  return pattern ? first.formatPattern(pattern, {}, []) : name;
}

const namedAll = (values: Record<string, string>) =>
  Object.fromEntries(Object.entries(values).map(([key, value]) => [key, named(value)]));

export function sentence(key: string, values: Record<string, string>): string {
  for (const bundle of spoken) {
    const pattern = bundle.getMessage(key)?.value;
    if (pattern) return bundle.formatPattern(pattern, namedAll(values), []);
  }
  return key;
}

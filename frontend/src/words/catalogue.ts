import { FluentBundle, FluentResource, type FluentValue } from "@fluent/bundle";

const WHOLE = "en";
const english = import.meta.glob<string>("@catalogue/en/*.ftl", {
  query: "?raw",
  import: "default",
  eager: true,
});
const others = import.meta.glob<string>(["@catalogue/*/*.ftl", "!@catalogue/en/*.ftl"], {
  query: "?raw",
  import: "default",
});

const text = (value: FluentValue) => String(value);
const constant =
  (kind: string) =>
  ([value]: FluentValue[]) =>
    `{${kind}:${Number(value)}}`;

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

const whole = bundleOf(WHOLE, Object.values(english));
let spoken = [whole];
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
  if (first === whole || !first || name === "") return name;
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

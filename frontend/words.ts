import { readdirSync, readFileSync } from "node:fs";
import type { Plugin } from "vite";

const SENTENCES = new URL("../src/brasko/words/en/", import.meta.url).pathname;
const KEY_OF_A_LINE = /^([a-z][a-z0-9-]*) *=/gm;
const TOKEN = /[a-z0-9]+(?:-[a-z0-9]+)+/g;
/** Every module of the interface but the catalogue's own, which cannot wait for itself. */
const SAYING = /\/frontend\/src\/(?!words\/).*\.tsx?$/;
const OF_A_FILE = "virtual:words/";
const PREFIXES = "virtual:word-files";

const files = readdirSync(SENTENCES).filter((name) => name.endsWith(".ftl"));
const sentencesOf = (file: string) => readFileSync(SENTENCES + file, "utf8");
const keysOf = (file: string) => [...sentencesOf(file).matchAll(KEY_OF_A_LINE)].map(([, key]) => key!);
const prefixOf = (key: string) => key.slice(0, key.indexOf("-"));

/** Which files the keys that begin so are in; the screens' own are asked for by the modules that say them. */
function filesByPrefix(): Record<string, string[]> {
  const found: Record<string, Set<string>> = {};
  for (const file of files) {
    for (const key of keysOf(file)) (found[prefixOf(key)] ??= new Set()).add(file);
  }
  delete found.screen;
  return Object.fromEntries(Object.entries(found).map(([prefix, all]) => [prefix, [...all]]));
}

/** The files of the catalogue whose keys stand in this code. */
function filesSaidIn(code: string, fileOf: Map<string, string>): string[] {
  return [...new Set((code.match(TOKEN) ?? []).map((token) => fileOf.get(token)))].filter(
    (file) => file !== undefined,
  );
}

/** A module brings the sentences that it says; those of the core come with the answers that need them. */
export function wordsOfModules(): Plugin {
  const fileOf = new Map(files.flatMap((file) => keysOf(file).map((key): [string, string] => [key, file])));
  return {
    name: "words-of-modules",
    resolveId: (id) => (id.startsWith(OF_A_FILE) || id === PREFIXES ? `\0${id}` : null),
    load(id) {
      if (id === `\0${PREFIXES}`) return `export default ${JSON.stringify(filesByPrefix())}`;
      if (!id.startsWith(`\0${OF_A_FILE}`)) return null;
      const file = id.slice(OF_A_FILE.length + 1);
      this.addWatchFile(SENTENCES + file);
      return `import { learn } from "@/words/catalogue";
        import sentences from "@catalogue/en/${file}?raw";
        learn("${file}", sentences);`;
    },
    transform(code, id) {
      if (!SAYING.test(id) || id.includes(".test.")) return null;
      const imports = filesSaidIn(code, fileOf).map((file) => `import "${OF_A_FILE}${file}";`);
      return imports.length > 0 ? { code: imports.join("") + code, map: null } : null;
    },
  };
}

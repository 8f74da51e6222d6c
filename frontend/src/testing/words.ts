import { learn } from "@/words/catalogue";

/** In a test every sentence is known from the start. */
const all = import.meta.glob<string>("@catalogue/en/*.ftl", {
  query: "?raw",
  import: "default",
  eager: true,
});
for (const [path, sentences] of Object.entries(all)) learn(path.split("/").at(-1)!, sentences);

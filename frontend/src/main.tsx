import { heard } from "./words/language";

// Names and sentences are read as modules come in, so the language is there before the first of them.
await heard();
await import("./start");

import { CLOSE, OPEN } from "@/words/marks";

/** Quantities between braces, as the tables of tests have them, with the marks that the core gives them. */
export const marked = (readable: string) =>
  readable.replace(/\{([a-z]+:-?[0-9.]+)\}/g, (_, quantity: string) => `${OPEN}${quantity}${CLOSE}`);

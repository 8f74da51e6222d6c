/** Characters that part messages, quantities and names from text, as the core has them; no text of a user holds one. */
export const [BEGIN, AND, END] = ["\ufdd0", "\ufdd1", "\ufdd2"];
export const [OPEN, CLOSE] = ["\ufdd3", "\ufdd4"];
/** Stands before a name that a user gave: no language has another one for it. */
export const AS_TYPED = "\ufdd5";

/** A message that has no other one as a value. */
export const INNERMOST = /\ufdd0([^\ufdd0\ufdd2]*)\ufdd2/g;
export const KEYS = /\ufdd0([a-z0-9-]+)/g;
export const NUMBER = /\ufdd3num:(-?[0-9]+(?:\.[0-9]+)?)\ufdd4/g;
export const QUANTITY = /\ufdd3(temp|least|rise|len|mass|small|time|num):(-?[0-9]+(?:\.[0-9]+)?)\ufdd4/g;
export const MARKED = /[\ufdd0-\ufdd5]/;

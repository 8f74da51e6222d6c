import { v4 } from "uuid";

/** A name that nothing else has. It works on pages that are not secure too, where the browser's own maker is missing. */
export const freshId = (): string => v4();

import type { PieceIn } from "./hooks";

type Field = keyof PieceIn;

/** What must hold for an answer to mean anything. */
export type Condition =
  | "bone"
  | "intact"
  | "frozen"
  | "tempered"
  | "salted_ahead"
  | "pan"
  | "gentle"
  | "two_parts"
  | "long"
  | "wrapped"
  | "browns"
  | "rods"
  | "flipped"
  | "lid";

export type AnswerKind =
  | "cut"
  | "length"
  | "mass"
  | "temperature"
  | "rise"
  | "minutes"
  | "seconds"
  | "percent"
  | "count"
  | "number"
  | "name"
  | "flag"
  | "fire";

/** One answer about a piece, as the core declares it. Figures are in the units of the format. */
export interface Answer {
  field: Field;
  kind: AnswerKind;
  words: string;
  low: number | null;
  high: number | null;
  options: { key: string; name: string }[];
  /** What it is where nothing is said; null where the cut or the fire brings it. */
  usual: string | number | boolean | null;
  resetBy: Field[];
  picked: boolean;
  group: "first" | "piece" | "salt" | "fire" | "sear" | "rest" | "log";
  when: Condition | "";
  /** The guide's entry that explains it; where it ends with a colon, what is answered follows. */
  guide: string;
  /** Words that say that nobody but the cook decides it; empty where it always has a value. */
  own: string;
  starts: number;
}

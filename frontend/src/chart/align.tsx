import { Choice } from "@/ui/controls";
import { say } from "@/words/say";

/** Where the shared time of several cooks has its zero. */
export type Zero = "on" | "pull" | "table";

const NAMES: Record<Zero, string> = {
  on: say("screen-lab-on"),
  pull: say("screen-lab-pull"),
  table: say("screen-lab-table"),
};
export const zeroName = (zero: Zero) => NAMES[zero];

/** Which moment of each cook lies over that of the others. */
export function AlignedAt({ zero, onZero }: { zero: Zero; onZero: (zero: Zero) => void }) {
  return (
    <Choice
      label={say("screen-lab-aligned-at")}
      value={zero}
      options={Object.entries(NAMES).map(([key, name]) => ({ key, name }))}
      onChange={(key) => onZero(key as Zero)}
    />
  );
}

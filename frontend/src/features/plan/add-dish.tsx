import { useState } from "react";

import { type Reference, useBoards } from "@/api/hooks";
import { type TableReference, useTableReference } from "@/api/tables";
import { Button, Failed, Waiting } from "@/ui/controls";
import { Sheet } from "@/ui/sheet";
import { say } from "@/words/say";

import { type Food, Picker } from "./by-picture";

interface Props {
  cuts: Reference["cuts"];
  /** A cut "cut:ribeye", or a side "side:corn_husk". */
  onAdd: (choice: string) => void;
  disabled?: boolean;
  weight?: "quiet" | "plain";
  className?: string;
}

/** One more dish for the meal: meat, vegetables, bread, pots, by their pictures or by name. */
export function AddDish({ cuts, onAdd, disabled = false, weight = "quiet", className = "" }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button weight={weight} className={className} disabled={disabled} onClick={() => setOpen(true)}>
        {say("common-add-a-dish")}
      </Button>
      <Sheet title={say("common-add-a-dish")} open={open} onClose={() => setOpen(false)}>
        {open && (
          <Foods
            cuts={cuts}
            onPick={(choice) => {
              setOpen(false);
              onAdd(choice);
            }}
          />
        )}
      </Sheet>
    </>
  );
}

function Foods({ cuts, onPick }: { cuts: Reference["cuts"]; onPick: (choice: string) => void }) {
  const boards = useBoards();
  const sides = useTableReference();
  for (const each of [boards, sides])
    if (each.isError) return <Failed error={each.error} again={() => void each.refetch()} />;
  if (!boards.data || !sides.data) return <Waiting what={say("screen-by-picture-laying-out-the-cuts")} />;
  return <Picker foods={dishesToAdd(cuts, sides.data.sides)} boards={boards.data} onPick={onPick} />;
}

/** Meat and sides; vegetables only as sides. */
export const dishesToAdd = (cuts: Reference["cuts"], sides: TableReference["sides"]): Food[] => [
  ...cuts
    .filter((c) => !c.is_side)
    .map((c) => ({ key: `cut:${c.key}`, name: c.name, group: c.group, board: c.key })),
  ...sides.map((s) => ({ key: `side:${s.key}`, name: s.name, group: s.group, board: s.key })),
];

import { useState } from "react";

import { Button, Choice } from "@/ui/controls";

import type { FireReference, Pan } from "./model";

export function AddFood({
  reference,
  choices,
  onAdd,
}: {
  reference: FireReference;
  choices: Pan[];
  onAdd: (cut: string) => void;
}) {
  const [cut, setCut] = useState("ribeye");
  return (
    <div className="flex items-end gap-2">
      <div className="flex-1">
        <Choice
          label="Food or a pan on the grate"
          value={cut}
          options={[
            ...reference.foods.map((f) => ({ ...f, group: f.group[0]!.toUpperCase() + f.group.slice(1) })),
            ...choices.map((p) => ({ key: p.cut, name: p.name, group: p.own ? "Your pans" : "Pans" })),
          ]}
          onChange={setCut}
        />
      </div>
      <Button onClick={() => onAdd(cut)}>Put it on</Button>
    </div>
  );
}

import { useState } from "react";

import { Button, Choice } from "@/ui/controls";

import type { FireReference, Pan } from "./model";
import { say } from "@/words/say";

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
          label={say("screen-add-food-food-or-a-pan-on-the")}
          value={cut}
          options={[
            ...reference.foods.map((f) => ({ ...f, group: f.group[0]!.toUpperCase() + f.group.slice(1) })),
            ...choices.map((p) => ({
              key: p.cut,
              name: p.name,
              group: p.own ? say("screen-add-food-your-pans") : say("screen-add-food-pans"),
            })),
          ]}
          onChange={setCut}
        />
      </div>
      <Button onClick={() => onAdd(cut)}>{say("screen-add-food-put-it-on")}</Button>
    </div>
  );
}

import { Link } from "react-router";

import type { Schemas } from "@/api/client";
import { type Grill, usePutGrillAway } from "@/api/yard";
import { lengthText, type System } from "@/units/units";

import { GrillForm } from "./grill-form";
import { Shelf } from "./shelf";
import { say } from "@/words/say";

interface Props {
  grills: Grill[];
  reference: Schemas["FireReference"];
  system: System;
}

/** The grills of the yard. */
export function Grills({ grills, reference, system }: Props) {
  const away = usePutGrillAway();
  return (
    <Shelf
      drafts="grill"
      title={say("screen-grills-grills")}
      things={grills}
      nameOf={(g) => g.name}
      about={(g) => sizeOf(g, reference, system)}
      more={(g) => (
        <Link to={`/fire?grill=own:${g.id}`} className="min-h-11 content-center font-semibold link">
          {say("common-build-a-fire")}
          <span className="sr-only"> {say("screen-grills-in", { name: g.name })}</span>
        </Link>
      )}
      empty={say("screen-grills-no-grill-yet-add-yours-or")}
      away={away}
      form={(g, onDone) => <GrillForm grill={g} reference={reference} system={system} onDone={onDone} />}
      addWords={say("screen-grills-add-a-grill")}
    />
  );
}

function sizeOf({ spec }: Grill, reference: Props["reference"], system: System): string {
  const kind = reference.grills.find((k) => k.key === spec.like);
  const grate = kind?.grates[0];
  if (!kind || !grate) return "";
  const width = lengthText(system, spec.width_mm ?? grate.width_mm);
  const depth = lengthText(system, spec.depth_mm ?? grate.depth_mm);
  return `${kind.name}, ${grate.shape === "round" ? say("screen-grills-across", { width }) : say("screen-grills-by", { width, depth })}`;
}

import type { PieceResult } from "@/api/hooks";
import type { Schemas } from "@/api/client";
import { tempText, type System } from "@/units/units";

import type { Spot } from "./grate-model";
import { HeatScale } from "./grate-legend";
import { GrateSurface } from "./grate-surface";
import type { Item } from "./grate-thing";
import { say } from "@/words/say";

interface Props {
  grate: Schemas["PlanGrate"];
  zones: PieceResult["zones"];
  /** The role of the zone the food is over, or null while it is off the fire. */
  role: "gentle" | "sear" | null;
  where: string;
  radiusMm: number;
  system: System;
  /** Moves the food's place in the fire; the plan follows. */
  onMove?: ((role: "gentle" | "sear", to: Spot) => void) | undefined;
}

/** The grate of a plan: computed heat, the coals under it, the food where it lies and the places it will lie. */
export function GrateView({ grate, zones, role, where, radiusMm, system, onMove }: Props) {
  const places = { gentle: grate.fire.gentle, sear: grate.fire.sear };
  const apart = (places.gentle.grate ?? null) !== (places.sear.grate ?? null);
  const one = !apart && places.gentle.x_mm === places.sear.x_mm && places.gentle.y_mm === places.sear.y_mm;
  const items: Item[] = (["gentle", "sear"] as const)
    .filter((r) => !(apart && r === "sear"))
    .filter(
      (r) =>
        zones.some((z) => z.role === r) &&
        !(one && r === "sear" && role !== "sear") &&
        !(one && r === "gentle" && role === "sear"),
    )
    .map((r) => {
      const zone = zones.find((z) => z.role === r)!;
      const here = role === r;
      const size = here ? 2 * radiusMm : 110;
      return {
        key: r,
        label: tempText(system, zone.shown_c),
        ...places[r],
        width_mm: size,
        depth_mm: size * (here ? 0.86 : 1),
        kind: here ? "food" : "place",
        said: `${zone.name}${here ? say("screen-grate-view-the-food-lies-here") : ""}`,
      };
    });
  return (
    <div className="flex h-full flex-col gap-2">
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="m-0 text-base">
          {say("screen-grate-view-grate")}{" "}
          <span className="kicker ml-1">{say("screen-grate-view-from-above")}</span>
        </h2>
        <span className="figure text-sm text-ash">{where}</span>
      </div>
      <GrateSurface
        map={grate.map}
        items={items}
        system={system}
        maxHeight="15rem"
        label={say("screen-grate-view-grate-seen-from-above-food", {
          zones: zones.map((z) => `${z.name}: ${tempText(system, z.shown_c)}`).join(". "),
          where,
        })}
        onMove={onMove && ((key, to) => onMove(key as "gentle" | "sear", to))}
      />
      <HeatScale system={system} />
      {apart && (
        <p className="m-0 text-xs text-ash">
          {say("screen-grate-view-the-sear-is-on-another-grate", {
            name: zones.find((z) => z.role === "sear")?.name.toLowerCase(),
          })}
        </p>
      )}
      {onMove && <p className="m-0 text-xs text-ash">{say("screen-grate-view-drag-a-place-or-move-it")}</p>}
    </div>
  );
}

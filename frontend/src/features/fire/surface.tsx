import { at as readAt } from "@/chart/grate-model";
import { GrateSurface } from "@/chart/grate-surface";
import type { Item } from "@/chart/grate-thing";
import { useHousehold } from "@/api/household";
import { tempText } from "@/units/units";

import { type FireDraft, type FireReference, kindOf, named, type Pan, pans, placed } from "./model";
import type { FoodAnswer, Look } from "./use-fire";
import { say } from "@/words/say";

interface SurfaceProps {
  choices: Pan[];
  draft: FireDraft;
  look: Look;
  food: FoodAnswer;
  reference: FireReference;
  title: string | null;
  chosen: string | null;
  onChoose?: (key: string) => void;
  revision?: string;
  onMove?: (key: string, to: { x_mm: number; y_mm: number }) => void;
}

/** The grate of a fire with its places, its food and its pans. */
export function Surface({
  choices,
  draft,
  look,
  food,
  reference,
  title,
  chosen,
  onChoose,
  revision,
  onMove,
}: SurfaceProps) {
  const system = useHousehold().units;
  const names = named(reference, choices, draft);
  const place = (key: "gentle" | "sear"): Item => {
    const read = readAt(look.map, draft[key]);
    const size = Math.min(110, look.map.width_mm * 0.3);
    return {
      key,
      label: key === "gentle" ? say("screen-surface-gentle-place") : say("screen-surface-searing-place"),
      ...draft[key],
      width_mm: size,
      depth_mm: size,
      kind: "place",
      said: read ? say("screen-surface-there", { equivalent: tempText(system, read.equivalent_c) }) : "",
    };
  };
  const items: Item[] = [
    ...(kindOf(reference, draft.setup).has_lid ? [place("gentle")] : []),
    place("sear"),
    ...pans(choices, draft).map((p): Item => {
      const hot = food.pans.find((f) => f.key === p.key);
      return {
        key: p.key,
        label: `${names[p.key]}${hot ? ` ${tempText(system, hot.settles_c)}` : ""}`,
        x_mm: p.x_mm,
        y_mm: p.y_mm,
        width_mm: p.width_mm,
        depth_mm: p.depth_mm,
        kind: "pan",
        said: hot ? say("screen-surface-settles-at", { settles: tempText(system, hot.settles_c) }) : "",
      };
    }),
    ...placed(reference, draft).map((p): Item => {
      const felt = food.pieces.find((f) => f.key === p.key);
      return {
        key: p.key,
        label: `${names[p.key]}${felt ? ` ${tempText(system, felt.equivalent_c)}` : ""}`,
        x_mm: p.x_mm,
        y_mm: p.y_mm,
        width_mm: p.width_mm ?? 120,
        depth_mm: p.depth_mm ?? 120,
        kind: "food",
        said: felt ? say("screen-surface-feels", { equivalent: tempText(system, felt.equivalent_c) }) : "",
      };
    }),
  ];
  const zones = look.map.zones
    .map((z) => `${z.name}: ${tempText(system, z.equivalent_c)} on ${Math.round(z.share * 100)} %`)
    .join(". ");
  return (
    <div>
      {title && (
        <h3 className="m-0 text-base">
          {title}{" "}
          <span className="figure text-ash">
            {look.settled.highest_c != null ? tempText(system, look.settled.air_c) : ""}
          </span>
        </h3>
      )}
      <GrateSurface
        map={look.map}
        items={items}
        system={system}
        label={say("screen-surface-seen-from-above", { name: look.map.name, zones })}
        named
        chosen={chosen}
        onChoose={onChoose ?? (() => undefined)}
        onMove={onMove}
        revision={revision ?? ""}
        maxHeight={title ? "18rem" : "27rem"}
      />
    </div>
  );
}

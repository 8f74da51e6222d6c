import { type System, tempText } from "@/units/units";

import type { HeatMap } from "./grate-paint";
import { css, HEAT, sampled } from "./palette";

/** The zones of a grate in words: name, heat to food, share of the room. */
export function ZoneList({ map, system }: { map: HeatMap; system: System }) {
  return (
    <ul className="m-0 flex list-none flex-wrap justify-center gap-x-5 gap-y-1 p-0 text-sm">
      {map.zones.map((z) => (
        <li key={z.key} className="flex items-center gap-1.5">
          <span
            aria-hidden
            className="inline-block h-3 w-3 rounded-full"
            style={{ background: css(sampled(HEAT, z.equivalent_c)) }}
          />
          {z.name} <span className="figure">{tempText(system, z.equivalent_c)}</span>{" "}
          <span className="text-ash">{Math.round(z.share * 100)} %</span>
        </li>
      ))}
    </ul>
  );
}

/** The heat scale, with its ends in the reader's units. */
export function HeatScale({ system }: { system: System }) {
  return (
    <div className="flex items-center gap-2 text-xs text-ash">
      <span className="figure">{tempText(system, 60)}</span>
      <span
        className="h-2 flex-1 rounded-[1px]"
        style={{
          background: `linear-gradient(90deg, ${HEAT.map((s) => `${css(sampled(HEAT, s.at))} ${((s.at - 60) / 460) * 100}%`).join(", ")})`,
        }}
      />
      <span className="figure">{tempText(system, 520)}</span>
    </div>
  );
}

import { memo } from "react";

import type { Schemas } from "@/api/client";
import {
  handText,
  lengthText,
  phrase,
  riseText,
  spanText,
  type System,
  tempText,
  weightText,
} from "@/units/units";

import type { CourseAnswer, FoodAnswer, Look } from "./use-fire";

/** In a line: what the fire gives. */
export function InShort({ look, told, system }: { look: Look; told: CourseAnswer | null; system: System }) {
  const s = look.settled;
  const hottest = look.map.zones[0];
  const palm = Math.min(...look.map.hand_s.flat().filter((v): v is number => v !== null));
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
      {s.highest_c != null && (
        <Fact
          name={look.setup.lid_open ? "Lid open" : "Air settles at"}
          value={tempText(system, s.air_c)}
          strong
        />
      )}
      {hottest && (
        <Fact
          name="Hottest place"
          value={tempText(system, hottest.equivalent_c)}
          note={`palm ${handText(palm)}`}
          strong={s.highest_c == null}
        />
      )}
      {told && <Fact name="Ready after" value={spanText(told.hours.ready_s)} />}
      {told && told.hours.usable_s > 0 && told.hours.usable_s < 23 * 3600 && (
        <Fact name="Serves" value={spanText(told.hours.usable_s)} />
      )}
      {told && told.hours.fuel_kg_h > 0 && (
        <Fact
          name="Burns"
          value={`${weightText(system, told.hours.fuel_kg_h * 1000)}/h`}
          note={told.hours.fuel_name}
        />
      )}
      <Fact name="Cool refuge" value={`${Math.round(look.refuge_share * 100)} %`} />
    </div>
  );
}

function Fact({
  name,
  value,
  note,
  strong,
}: {
  name: string;
  value: string;
  note?: string;
  strong?: boolean;
}) {
  return (
    <span className="flex flex-col leading-none">
      <span className="kicker">{name}</span>
      <span className={`figure ${strong ? "text-3xl text-ember" : "text-2xl"}`}>{value}</span>
      {note && <span className="text-xs text-ash">{note}</span>}
    </span>
  );
}

const LIMITS: Record<string, string> = {
  air: "The air through the vents sets the heat: open them for more.",
  fuel: "The fuel sets the heat: more of it, or more of it lit, gives more.",
  knobs: "The knobs set the heat.",
  controller: "The controller holds the heat.",
  nothing: "",
};

/** What is wrong or worth knowing of this fire and the food on it. */
export function Notes({
  look,
  food,
  names,
  system,
}: {
  look: Look;
  food: FoodAnswer;
  names: Record<string, string>;
  system: System;
}) {
  const s = look.settled;
  return (
    <div className="flex flex-col gap-1 text-sm" aria-live="polite">
      {!s.alight && (
        <p role="alert" className="m-0 border-l-4 border-alarm pl-2 font-semibold text-alarm">
          With so little air this fire goes out
          {s.dies_after_s != null ? `, ${spanText(s.dies_after_s)} after the vents are shut` : ""}. Open them
          to keep it; shut is right when you are done.
        </p>
      )}
      {food.warnings.map((w) => (
        <p
          key={`${w.key}${w.pieces.join()}`}
          role="alert"
          className="m-0 border-l-4 border-alarm pl-2 text-alarm"
        >
          {w.pieces.length > 0 && <strong>{w.pieces.map((p) => names[p] ?? p).join(" and ")} </strong>}
          {phrase(system, w.text)}
        </p>
      ))}
      {food.pieces
        .filter((p) => p.flare.risk === "some" || p.flare.risk === "high")
        .map((p) => (
          <p key={p.key} className="m-0 border-l-4 border-ember pl-2">
            <strong>
              {names[p.key] ?? p.key}: flare-ups {p.flare.risk === "high" ? "likely" : "possible"}.
            </strong>{" "}
            {p.flare.words}
          </p>
        ))}
      {s.alight && LIMITS[s.limited_by] && (
        <p className="m-0 text-ash">
          {LIMITS[s.limited_by]}
          {s.highest_c != null ? ` The most it reaches: ${tempText(system, s.highest_c)}.` : ""}
        </p>
      )}
    </div>
  );
}

/** What each piece feels. */
export function FoodTable({
  food,
  names,
  system,
  onRemove,
}: {
  food: FoodAnswer;
  names: Record<string, string>;
  system: System;
  onRemove: (key: string) => void;
}) {
  if (food.pieces.length + food.pans.length === 0) return null;
  return (
    <table className="w-full border-collapse text-sm">
      <caption className="sr-only">Food on the grate and what it feels</caption>
      <thead>
        <tr className="text-left text-ash">
          <th className="font-normal">Food</th>
          <th className="font-normal">Where</th>
          <th className="font-normal">Feels</th>
          <th className="font-normal">Air</th>
          <th className="font-normal">Flare-up</th>
          <th>
            <span className="sr-only">Take off</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {food.pieces.map((p) => (
          <tr key={p.key} className="border-t border-seam">
            <td className="font-semibold">{names[p.key] ?? p.key}</td>
            <td>{p.place.replace(/^The /, "")}</td>
            <td className="figure">{tempText(system, p.equivalent_c)}</td>
            <td className="figure">{tempText(system, p.air_c)}</td>
            <td>{p.flare.risk}</td>
            <td className="text-right">
              <button
                type="button"
                aria-label={`Take ${names[p.key] ?? p.key} off`}
                className="min-h-9 min-w-9 rounded-bar text-ash hover:bg-raised hover:text-ink"
                onClick={() => onRemove(p.key)}
              >
                ×
              </button>
            </td>
          </tr>
        ))}
        {food.pans.map((p) => (
          <tr key={p.key} className="border-t border-seam">
            <td className="font-semibold">{names[p.key] ?? p.key}</td>
            <td>empty</td>
            <td className="figure">{tempText(system, p.settles_c)}</td>
            <td colSpan={2}>nearly so hot after {spanText(p.ready_s)}</td>
            <td className="text-right">
              <button
                type="button"
                aria-label={`Take ${names[p.key] ?? p.key} off`}
                className="min-h-9 min-w-9 rounded-bar text-ash hover:bg-raised hover:text-ink"
                onClick={() => onRemove(p.key)}
              >
                ×
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** How the fire is made ready, step by step, and how it is kept. */
export const Steps = memo(function Steps({
  told,
  system,
  weather,
}: {
  told: CourseAnswer;
  system: System;
  weather: Schemas["WeatherIn"] | undefined;
}) {
  const moved = told.course.changes.slice(1);
  return (
    <ol className="m-0 flex list-none flex-col gap-2 p-0 text-sm">
      {told.steps.map((s) => (
        <li key={s.key} className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="figure text-base text-ember">{spanText(s.lasts_s)}</span>
          <span>
            <strong>{s.name}.</strong> {phrase(system, s.why)}
          </span>
        </li>
      ))}
      {moved.length > 1 && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="kicker">vents</span>
          <span>
            {moved
              .map((c) => `${spanText(c.at_s)}: ${c.bottom_words}`)
              .filter((w, i, all) => i === 0 || w.split(": ")[1] !== all[i - 1]!.split(": ")[1])
              .join(" · ")}
          </span>
        </li>
      )}
      {told.convert_s > 0 && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="figure text-base text-ember">{spanText(told.convert_s)}</span>
          <span>
            <strong>To searing heat</strong> once the gentle part is over.
          </span>
        </li>
      )}
      {told.hours.add_words && told.hours.refuel_s[0] !== undefined && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="figure text-base text-ember">{spanText(told.hours.refuel_s[0])}</span>
          <span>
            <strong>Add fuel</strong> so long after it is ready, and as often again: {told.hours.add_words}.
          </span>
        </li>
      )}
      {told.hours.fuse_m != null && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="figure text-base text-ember">{lengthText(system, told.hours.fuse_m * 1000)}</span>
          <span>
            <strong>of fuse</strong> burn for {spanText(told.hours.usable_s)} at this heat; a dozen lit at one
            end.
          </span>
        </li>
      )}
      {told.hours.smoke_s > 0 && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="figure text-base text-ember">{spanText(told.hours.smoke_s)}</span>
          <span>
            <strong>of smoke</strong> from the wood, laid on when the fire burns clean.
          </span>
        </li>
      )}
      {told.steadiness.drop_k != null && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="kicker">lid</span>
          <span>
            Open for a minute it costs {riseText(system, told.steadiness.drop_k)}
            {told.steadiness.back_s != null ? `, made up after ${spanText(told.steadiness.back_s)}` : ""}.
            {told.steadiness.down_s != null
              ? ` Run ${riseText(system, told.steadiness.too_hot_k)} too hot, it takes ${spanText(told.steadiness.down_s)} to come down.`
              : ""}
          </span>
        </li>
      )}
      {weather && (weather.wind_m_s ?? 0) > 4 && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="kicker">wind</span>
          <span>It costs heat and fuel: shelter the fire, well away from walls.</span>
        </li>
      )}
    </ol>
  );
});

/** What to take care of with this fire, once. */
export function Danger({ dangers }: { dangers: string[] }) {
  return (
    <p className="m-0 border-l-4 border-agency pl-2 text-sm">
      <strong>Take care.</strong> {dangers.join(" ")}
    </p>
  );
}

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
import { say } from "@/words/say";

/** In a line: what the fire gives. */
export function InShort({ look, told, system }: { look: Look; told: CourseAnswer | null; system: System }) {
  const s = look.settled;
  const hottest = look.map.zones[0];
  const palm = Math.min(...look.map.hand_s.flat().filter((v): v is number => v !== null));
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
      {s.highest_c != null && (
        <Fact
          name={look.setup.lid_open ? say("screen-given-lid-open") : say("screen-given-air-settles-at")}
          value={tempText(system, s.air_c)}
          strong
        />
      )}
      {hottest && (
        <Fact
          name={say("screen-given-hottest-place")}
          value={tempText(system, hottest.equivalent_c)}
          note={say("screen-given-palm", { hand_text: handText(palm) })}
          strong={s.highest_c == null}
        />
      )}
      {told && <Fact name={say("screen-given-ready-after")} value={spanText(told.hours.ready_s)} />}
      {told && told.hours.usable_s > 0 && told.hours.usable_s < 23 * 3600 && (
        <Fact name={say("screen-given-serves")} value={spanText(told.hours.usable_s)} />
      )}
      {told && told.hours.fuel_kg_h > 0 && (
        <Fact
          name={say("screen-given-burns")}
          value={`${weightText(system, told.hours.fuel_kg_h * 1000)}/h`}
          note={told.hours.fuel_name}
        />
      )}
      <Fact name={say("screen-given-cool-refuge")} value={`${Math.round(look.refuge_share * 100)} %`} />
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
  air: say("screen-given-the-air-through-the-vents-sets"),
  fuel: say("screen-given-the-fuel-sets-the-heat-more"),
  knobs: say("screen-given-the-knobs-set-the-heat"),
  controller: say("screen-given-the-controller-holds-the-heat"),
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
          {say("screen-given-with-so-little-air-this-fire", {
            value:
              s.dies_after_s != null
                ? say("screen-given-after-the-vents-are-shut", { dies_after: spanText(s.dies_after_s) })
                : "",
          })}
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
              {say("screen-given-flare-ups", {
                names: names[p.key] ?? p.key,
                value: p.flare.risk === "high" ? say("screen-given-likely") : say("screen-given-possible"),
              })}
            </strong>{" "}
            {p.flare.words}
          </p>
        ))}
      {s.alight && LIMITS[s.limited_by] && (
        <p className="m-0 text-ash">
          {LIMITS[s.limited_by]}
          {s.highest_c != null
            ? say("screen-given-the-most-it-reaches", { highest: tempText(system, s.highest_c) })
            : ""}
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
      <caption className="sr-only">{say("screen-given-food-on-the-grate-and-what")}</caption>
      <thead>
        <tr className="text-left text-ash">
          <th className="font-normal">{say("screen-given-food")}</th>
          <th className="font-normal">{say("screen-given-where")}</th>
          <th className="font-normal">{say("screen-given-feels")}</th>
          <th className="font-normal">{say("screen-given-air")}</th>
          <th className="font-normal">{say("screen-given-flare-up")}</th>
          <th>
            <span className="sr-only">{say("screen-given-take-off")}</span>
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
                aria-label={say("screen-given-take-off-2", { names: names[p.key] ?? p.key })}
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
            <td>{say("screen-given-empty")}</td>
            <td className="figure">{tempText(system, p.settles_c)}</td>
            <td colSpan={2}>{say("screen-given-nearly-so-hot-after", { ready: spanText(p.ready_s) })}</td>
            <td className="text-right">
              <button
                type="button"
                aria-label={say("screen-given-take-off-2", { names: names[p.key] ?? p.key })}
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
          <span className="kicker">{say("screen-given-vents")}</span>
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
            <strong>{say("screen-given-to-searing-heat")}</strong>{" "}
            {say("screen-given-once-the-gentle-part-is-over")}
          </span>
        </li>
      )}
      {told.hours.add_words && told.hours.refuel_s[0] !== undefined && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="figure text-base text-ember">{spanText(told.hours.refuel_s[0])}</span>
          <span>
            <strong>{say("screen-given-add-fuel")}</strong>{" "}
            {say("screen-given-so-long-after-it-is-ready", { add_words: told.hours.add_words })}
          </span>
        </li>
      )}
      {told.hours.fuse_m != null && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="figure text-base text-ember">{lengthText(system, told.hours.fuse_m * 1000)}</span>
          <span>
            <strong>{say("screen-given-of-fuse")}</strong>{" "}
            {say("screen-given-burn-for-at-this-heat-a", { usable: spanText(told.hours.usable_s) })}
          </span>
        </li>
      )}
      {told.hours.smoke_s > 0 && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="figure text-base text-ember">{spanText(told.hours.smoke_s)}</span>
          <span>
            <strong>{say("screen-given-of-smoke")}</strong> {say("screen-given-from-the-wood-laid-on-when")}
          </span>
        </li>
      )}
      {told.steadiness.drop_k != null && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="kicker">{say("screen-given-lid")}</span>
          <span>
            {say("screen-given-open-for-a-minute-it-costs", {
              drop: riseText(system, told.steadiness.drop_k),
              value:
                told.steadiness.back_s != null
                  ? say("screen-given-made-up-after", { back: spanText(told.steadiness.back_s) })
                  : "",
              value2:
                told.steadiness.down_s != null
                  ? say("screen-given-run-too-hot-it-takes-to", {
                      too_hot: riseText(system, told.steadiness.too_hot_k),
                      down: spanText(told.steadiness.down_s),
                    })
                  : "",
            })}
          </span>
        </li>
      )}
      {weather && (weather.wind_m_s ?? 0) > 4 && (
        <li className="grid grid-cols-[4.5rem_1fr] gap-2">
          <span className="kicker">{say("screen-given-wind")}</span>
          <span>{say("screen-given-it-costs-heat-and-fuel-shelter")}</span>
        </li>
      )}
    </ol>
  );
});

/** What to take care of with this fire, once. */
export function Danger({ dangers }: { dangers: string[] }) {
  return (
    <p className="m-0 border-l-4 border-agency pl-2 text-sm">
      <strong>{say("screen-given-take-care")}</strong> {dangers.join(" ")}
    </p>
  );
}

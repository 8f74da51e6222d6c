import type { PlannedTable } from "@/api/tables";
import { clockText, phrase, type System } from "@/units/units";

import { placesAt } from "./model";
import { say } from "@/words/say";

interface Props {
  told: PlannedTable;
  at: number;
  eatAt: Date;
  system: System;
}

const TINT = { meat: "#9a3b2e", plant: "#4c7a34", bread: "#b98730", other: "#6b6f8f" };

/** Every grate with all that lies on it at a moment. */
export function Grates({ told, at, eatAt, system }: Props) {
  return (
    <div className="flex flex-col gap-2">
      <h2 className="m-0 text-lg">
        {say("screen-grates-at", { clock_text: clockText(new Date(eatAt.getTime() + at * 1000)) })}
      </h2>
      <div className="flex flex-wrap gap-4">
        {placesAt(told, at).map((fire) => (
          <section key={fire.key} aria-label={fire.name} className="min-w-56 flex-1">
            <p className="m-0 font-semibold [font-stretch:85%]">
              {fire.name}{" "}
              <span className="ml-1 text-sm font-normal text-ash">{stateWords(fire.places, system)}</span>
            </p>
            <div className="flex flex-wrap gap-1">
              {fire.places.map((place) => (
                <Place key={place.key} place={place} />
              ))}
            </div>
          </section>
        ))}
      </div>
    </div>
  );
}

type At = ReturnType<typeof placesAt>[number]["places"];

const stateWords = (places: At, system: System) =>
  phrase(system, places.flatMap((p) => p.there)[0]?.state ?? say("screen-grates-nothing-on-it"));

function Place({ place }: { place: At[number] }) {
  return (
    <figure className="m-0 min-w-32 flex-1 border border-seam bg-ground p-2">
      <figcaption className="flex justify-between gap-2 text-sm">
        <span>{place.name}</span>
        <span className="figure text-ash">
          {say("screen-grates-full", { full: Math.round(place.full * 100) })}
        </span>
      </figcaption>
      <ul className="m-0 mt-1 flex min-h-14 list-none flex-wrap content-start items-start gap-1 p-0">
        {place.there.map((food) => (
          <li key={food.dish} className="flex items-center gap-1 text-sm [font-stretch:80%]">
            <span
              aria-hidden
              className="inline-block rounded-[40%]"
              style={{
                background: TINT[food.colour],
                width: `${1.1 + 3.2 * Math.sqrt(food.share)}rem`,
                height: `${0.9 + 1.4 * Math.sqrt(food.share)}rem`,
              }}
            />
            {food.name}
          </li>
        ))}
      </ul>
    </figure>
  );
}

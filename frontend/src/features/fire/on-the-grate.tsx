import { useState } from "react";

import { FireSide } from "@/chart/fire-side";
import { HeatScale, ZoneList } from "@/chart/grate-legend";
import { Button, Mistake, Waiting } from "@/ui/controls";
import { phrase } from "@/units/units";

import { AddFood } from "./add-food";
import { FoodTable, Notes } from "./given";
import { named, placed, withFood, withMoved } from "./model";
import { Surface } from "./surface";
import type { Builder } from "./use-builder";
import type { Look } from "./use-fire";
import { figure, say } from "@/words/say";

/** What a layout is called beside another one. */
export const layoutName = (isFirst: boolean) =>
  isFirst ? say("screen-on-the-grate-this-fire") : say("screen-on-the-grate-the-other");

/** The grate from above with what lies on it, and what that means to it. */
export function OnTheGrate({ builder, look }: { builder: Builder; look: Look }) {
  const { reference, draft, other, choices, system, felt, kind, change } = builder;
  const food = felt.shown ?? look;
  const names = named(reference, choices, draft);
  const things = [...reference.foods.map((f) => ({ ...f, cut: f.key })), ...choices];
  return (
    <section aria-label={say("screen-on-the-grate-grate")} className="plate flex flex-col gap-2 p-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="m-0 text-lg">
          {look.map.name}{" "}
          <span className="kicker ml-1">
            {builder.atS === null
              ? say("screen-on-the-grate-settled-from-above")
              : say("screen-on-the-grate-on-its-way-from-above")}
          </span>
        </h2>
        <Button weight="quiet" onClick={builder.toggleOther}>
          {other
            ? say("screen-on-the-grate-only-this-one")
            : say("screen-on-the-grate-beside-another-layout")}
        </Button>
      </div>
      <Surfaces builder={builder} look={look} />
      <ZoneList map={look.map} system={system} />
      <HeatScale system={system} />
      <figure className="m-0">
        <figcaption className="kicker">{say("screen-fire-side-seen-from-the-front")}</figcaption>
        <FireSide side={look.side} food={lying(builder, look)} className="mx-auto block max-h-64 w-full" />
      </figure>
      <AddFood
        reference={reference}
        choices={choices}
        onAdd={(cut) =>
          change(
            withFood(
              draft,
              cut,
              look.map,
              things.find((f) => f.cut === cut),
            ),
          )
        }
      />
      {felt.problem && !builder.look.problem && (
        <Mistake>{phrase(system, felt.problem.errors[0]?.message ?? felt.problem.message)}</Mistake>
      )}
      <FoodTable
        food={food}
        names={names}
        system={system}
        onRemove={(key) => change({ ...draft, foods: draft.foods.filter((f) => f.key !== key) })}
      />
      <Notes look={look} food={food} names={names} system={system} />
      {kind.burns_coal && (
        <p className="m-0 text-sm text-ash">
          {say("screen-on-the-grate-here-times", {
            half_distance: reference.half_distance,
            half_distance_gain: figure(look.half_distance_gain.toFixed(1)),
          })}
        </p>
      )}
    </section>
  );
}

/** What lies on the grate that is seen, for the drawing from the front. */
const lying = ({ reference, draft }: Builder, look: Look) =>
  placed(reference, draft).map((p) => ({
    x_mm: p.x_mm,
    width_mm: Math.min(p.width_mm ?? 120, look.map.width_mm),
  }));

function Surfaces({ builder, look }: { builder: Builder; look: Look }) {
  const { reference, draft, other, choices, felt, beside, active, change } = builder;
  const [chosen, setChosen] = useState<string | null>(null);
  return (
    <div className={other ? "grid gap-4 sm:grid-cols-2" : ""}>
      <Surface
        choices={choices}
        draft={draft}
        look={look}
        food={felt.shown ?? look}
        reference={reference}
        title={other ? layoutName(active === 0) : null}
        chosen={chosen}
        onChoose={setChosen}
        revision={felt.shown ? felt.shown.pieces.map((p) => p.equivalent_c.toFixed(3)).join("/") : ""}
        onMove={(key, to) => change(withMoved(draft, look.map, key, to))}
      />
      {other && !beside.shown && <Waiting what={say("screen-on-the-grate-working-out-the-other")} />}
      {other && beside.shown && (
        <Surface
          choices={choices}
          draft={other}
          look={beside.shown}
          food={beside.shown}
          reference={reference}
          title={layoutName(active !== 0)}
          chosen={null}
        />
      )}
    </div>
  );
}

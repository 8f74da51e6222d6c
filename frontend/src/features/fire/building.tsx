import { Problem, type Schemas } from "@/api/client";
import { Chips } from "@/ui/chips";
import { Button, Choice, Mistake, Tick } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { readTyped } from "@/units/typed";
import {
  type Scale,
  mixed,
  percent,
  phrase,
  rain,
  type System,
  temperature,
  weightText,
  wind,
} from "@/units/units";

import type { FireReference, Kind, Setup } from "./model";
import { Layouts } from "./layouts";
import { say } from "@/words/say";

interface Props {
  reference: FireReference;
  kind: Kind;
  setup: Setup;
  told: Schemas["SetupOut"] | null;
  problem: Problem | null;
  system: System;
  onSetup: (change: Partial<Setup>) => void;
}

/** How the fire is laid and set. */
export function Building({ reference, kind, setup, told, problem, system, onSetup }: Props) {
  const wrong = (field: string) => {
    const e = problem?.of(field);
    return e ? phrase(system, e.message) : undefined;
  };
  const coal = setup.charcoal;
  const fuel = reference.fuels.find((f) => f.key === coal?.fuel) ?? reference.fuels[0]!;
  const chimneys: Scale = {
    unit: "chimneys",
    step: 0.05,
    digits: 2,
    shown: (kg) => kg / fuel.chimney_kg,
    si: (n) => n * fuel.chimney_kg,
    text: (kg) => mixed(kg / fuel.chimney_kg, 4),
    read: (typed) => readTyped(typed, {}, fuel.chimney_kg),
  };
  const setCoal = (change: Partial<Schemas["CharcoalIn"]>) =>
    coal && onSetup({ charcoal: { ...coal, ...change } });
  return (
    <>
      {coal && kind.burns_coal && (
        <>
          {kind.layouts.length > 1 && (
            <Layouts
              layouts={reference.layouts.filter((l) => kind.layouts.includes(l.key))}
              value={coal.layout}
              side={coal.side ?? "right"}
              round={kind.grates[0]!.shape === "round"}
              onChange={(layout) => setCoal({ layout })}
            />
          )}
          <Quantity
            label={say("screen-building-charcoal")}
            value={coal.amount}
            scale={chimneys}
            low={0.1 * fuel.chimney_kg}
            high={2.5 * fuel.chimney_kg}
            onChange={(kg) => kg !== null && setCoal({ amount: kg })}
            error={wrong("amount_kg") ?? wrong("amount")}
            hint={weightText(system, coal.amount * 1000)}
          />
          <div className="grid grid-cols-2 gap-2">
            <Choice
              label={say("screen-building-kind")}
              value={coal.fuel ?? "briquettes"}
              options={reference.fuels}
              onChange={(key) => setCoal({ fuel: key })}
              error={wrong("fuel")}
            />
            <Choice
              label={say("screen-building-smoke-wood")}
              value={coal.wood ?? "none"}
              options={[
                { key: "none", name: say("screen-building-none") },
                { key: "chips", name: say("screen-building-chips") },
                { key: "chunks", name: say("screen-building-chunks") },
              ]}
              onChange={(wood) => setCoal({ wood })}
            />
          </div>
          {["half", "third", "banked", "ring"].includes(coal.layout) && (
            <Choice
              label={say("screen-building-coals-on-the")}
              value={coal.side ?? "right"}
              options={[
                { key: "left", name: say("screen-building-left") },
                { key: "right", name: say("screen-building-right") },
              ]}
              onChange={(side) => setCoal({ side: side === "left" ? "left" : "right" })}
            />
          )}
        </>
      )}
      {kind.has_vents && !setup.lid_open && (
        <>
          <Quantity
            label={say("screen-building-bottom-vent")}
            value={setup.bottom_share ?? 0.5}
            scale={percent}
            low={0}
            high={1}
            onChange={(v) => v !== null && onSetup({ bottom_share: v })}
            error={wrong("bottom_share")}
            hint={told ? say("screen-building-open", { bottom_words: told.bottom_words }) : undefined}
          />
          <Quantity
            label={say("screen-building-top-vent")}
            value={setup.top_share ?? 0.5}
            scale={percent}
            low={0}
            high={1}
            onChange={(v) => v !== null && onSetup({ top_share: v })}
            error={wrong("top_share")}
            hint={told ? say("screen-building-open-2", { top_words: told.top_words }) : undefined}
          />
        </>
      )}
      {kind.has_knobs &&
        (setup.knobs ?? []).map((knob, i) =>
          i === told?.tray_burner ? (
            <p key={i} className="m-0 text-sm">
              <strong className="font-semibold [font-stretch:85%]">{burnerName(setup, kind, i)}</strong>{" "}
              <span className="text-ash">{say("screen-building-off-coals-in-its-place")}</span>
            </p>
          ) : (
            <Knob
              key={i}
              name={burnerName(setup, kind, i)}
              share={knob}
              marks={kind.knob_marks}
              error={wrong(String(i))}
              onChange={(v) => onSetup({ knobs: (setup.knobs ?? []).map((k, j) => (j === i ? v : k)) })}
            />
          ),
        )}
      {kind.has_box && <BoxAndTray reference={reference} setup={setup} wrong={wrong} onSetup={onSetup} />}
      {kind.set_low_c != null && kind.set_high_c != null && (
        <Quantity
          label={say("screen-building-set-to")}
          value={setup.set_c ?? null}
          scale={temperature(system)}
          low={kind.set_low_c}
          high={kind.set_high_c}
          onChange={(c) => c !== null && onSetup({ set_c: c })}
          error={wrong("set_c")}
        />
      )}
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {kind.has_lid && (
          <Tick
            label={say("screen-building-lid-open")}
            value={setup.lid_open ?? false}
            onChange={(lid_open) => onSetup({ lid_open })}
          />
        )}
        {kind.has_deflector && (
          <Tick
            label={say("screen-building-deflector-in")}
            value={setup.deflector ?? false}
            onChange={(deflector) => onSetup({ deflector })}
          />
        )}
        {kind.burns_coal && kind.has_lid && !setup.deflector && (
          <Tick
            label={say("screen-building-drip-pan")}
            value={setup.drip_pan ?? false}
            onChange={(drip_pan) => onSetup({ drip_pan })}
          />
        )}
      </div>
      {problem && problem.errors.length === 0 && <Mistake>{problem.message}</Mistake>}
    </>
  );
}

interface BoxAndTrayProps {
  reference: FireReference;
  setup: Setup;
  wrong: (field: string) => string | undefined;
  onSetup: (change: Partial<Setup>) => void;
}

const WOODS = [
  { key: "none", name: say("screen-building-empty") },
  { key: "chips", name: say("screen-building-chips") },
  { key: "chunks", name: say("screen-building-chunks") },
];
const TRAYS = [
  ["0", say("screen-building-no-coals")],
  ["0.25", say("screen-building-a-quarter-chimney")],
  ["0.5", say("screen-building-half-a-chimney")],
  ["0.75", say("screen-building-three-quarters")],
] as const;

/** Wood and charcoal in a gas grill. */
function BoxAndTray({ reference, setup, wrong, onSetup }: BoxAndTrayProps) {
  const chimney = reference.fuels.find((f) => f.key === "briquettes")?.chimney_kg ?? 1;
  const share = (setup.coal_tray_kg ?? 0) / chimney;
  const nearest = TRAYS.reduce(
    (best, [key]) => (Math.abs(Number(key) - share) < Math.abs(Number(best) - share) ? key : best),
    "0",
  );
  return (
    <div className="flex flex-col gap-2">
      <Choice
        label={say("screen-building-smoker-box")}
        value={setup.smoker_box ?? "none"}
        options={WOODS}
        error={wrong("smoker_box")}
        onChange={(smoker_box) => onSetup({ smoker_box })}
      />
      <Choice
        label={say("screen-building-coals-in-a-tray")}
        value={nearest}
        options={TRAYS.map(([key, name]) => ({ key, name }))}
        error={wrong("coal_tray_kg")}
        onChange={(key) => onSetup({ coal_tray_kg: Number(key) * chimney })}
      />
    </div>
  );
}

export function WeatherControls({
  setup,
  live,
  system,
  onSetup,
  wrong,
}: {
  setup: Setup;
  live: Schemas["WeatherOut"] | undefined;
  system: System;
  onSetup: (change: Partial<Setup>) => void;
  wrong: (field: string) => string | undefined;
}) {
  const sky = setup.weather ?? {};
  const set = (change: Schemas["WeatherIn"]) => onSetup({ weather: { ...sky, ...change } });
  return (
    <>
      <Quantity
        label={say("screen-building-air-outside")}
        value={sky.air_c ?? 20}
        scale={temperature(system)}
        low={-15}
        high={40}
        onChange={(c) => c !== null && set({ air_c: c })}
        error={wrong("air_c")}
      />
      <Quantity
        label={say("screen-building-wind")}
        value={sky.wind_m_s ?? 1}
        scale={wind(system)}
        low={0}
        high={15}
        onChange={(v) => v !== null && set({ wind_m_s: v })}
        error={wrong("wind_m_s")}
      />
      <Quantity
        label={say("screen-building-rain")}
        value={sky.rain_mm_h ?? 0}
        scale={rain(system)}
        low={0}
        high={12}
        onChange={(v) => v !== null && set({ rain_mm_h: v })}
        error={wrong("rain_mm_h")}
      />
      {live && (
        <p className="m-0 flex flex-wrap items-center justify-between gap-2 text-sm text-ash">
          <span>
            {say("screen-building-now", { words: phrase(system, live.words) })}{" "}
            <span className="kicker">{live.source}</span>
          </span>
          <Button
            weight="quiet"
            onClick={() =>
              set({
                air_c: live.now.air_c,
                wind_m_s: live.now.wind_m_s,
                sun_w_m2: live.now.sun_w_m2,
                humidity: live.now.humidity,
              })
            }
          >
            {say("screen-building-take-it")}
          </Button>
        </p>
      )}
      {live && (
        <p className="m-0 text-sm text-ash">
          {say("screen-building-raw-food-may-be-out-for", {
            value:
              live.fridge_clock_s / 3600 === 1
                ? say("screen-building-one-hour")
                : say("screen-building-two-hours"),
          })}
        </p>
      )}
    </>
  );
}

function burnerName(setup: Setup, kind: Kind, i: number): string {
  const own = typeof setup.grill === "string" ? undefined : setup.grill.burners?.[i]?.name;
  return own || (kind.burners[i]?.name ?? say("common-burner", { i: i + 1 }));
}

interface KnobProps {
  name: string;
  share: number;
  marks: Kind["knob_marks"];
  error: string | undefined;
  onChange: (share: number) => void;
}

/** A burner as its knob says it, and by the per cent for those who want that. */
function Knob({ name, share, marks, error, onChange }: KnobProps) {
  const at = marks.find((mark) => Math.abs(mark.share - share) < 0.005);
  return (
    <div className="flex flex-col gap-1">
      <Quantity
        label={name}
        value={share}
        scale={percent}
        low={0}
        high={1}
        error={error}
        onChange={(v) => v !== null && onChange(v)}
      />
      <Chips
        label={say("screen-building-knob-of", { name })}
        isLabelHidden
        value={at?.key ?? ""}
        options={marks}
        onChange={(key) => onChange(marks.find((mark) => mark.key === key)?.share ?? share)}
      />
    </div>
  );
}

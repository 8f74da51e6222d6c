import type { ReactNode } from "react";

import type { Reference } from "@/api/hooks";
import { useFires } from "@/api/yard";
import { useHousehold } from "@/app/session";
import { Choice, Quantity } from "@/ui/controls";
import { count, mass, minutes, phrase, secondsStep, temperature, temperatureStep } from "@/units/units";

import { type Draft, focused, type PieceDraft, withAnswers, withMethod } from "./model";

interface Props {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  reference: Reference;
  wrong: (field: string) => string | undefined;
  massG: number | null;
  flipS: number | null;
  gentleC: number | null;
  place: SearPlace;
}

/** What the sear is on, as the core has it. */
export interface SearPlace {
  rods: boolean;
  pan: boolean;
  lid: boolean;
}

type Set = (change: Partial<PieceDraft["piece"]>) => void;

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="m-0 flex flex-col gap-3 border-0 border-t border-seam p-0 pt-3">
      <legend className="float-left mb-1 w-full p-0 font-semibold text-ember [font-stretch:80%]">
        {title}
      </legend>
      {children}
    </fieldset>
  );
}

/** A checkbox beside what it means. */
function Tick({
  label,
  value,
  onChange,
  error,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
  error?: string | undefined;
}) {
  return (
    <label className="flex min-h-11 items-start gap-3 text-sm">
      <input
        type="checkbox"
        checked={value}
        onChange={(e) => onChange(e.target.checked)}
        className="mt-1 accent-(--c-ember)"
      />
      <span>
        {label}
        {error && (
          <span role="alert" className="block text-alarm">
            {error}
          </span>
        )}
      </span>
    </label>
  );
}

/** Everything that has a sound default. */
export function More({ draft, onDraft, reference, wrong, massG, flipS, gentleC, place }: Props) {
  const system = useHousehold().units;
  const { piece } = focused(draft);
  const set: Set = (change) => onDraft(withAnswers(draft, change));
  const cut = reference.cuts.find((c) => c.key === piece.cut);
  const method = reference.methods.find((m) => m.key === piece.method);
  return (
    <div className="flex flex-col gap-4 pt-2">
      <Group title="The piece">
        <Quantity
          label="Weight of one"
          value={piece.mass_g ?? massG}
          scale={mass(system)}
          low={40}
          high={Math.max(1500, (cut?.typical_mass_g ?? 0) * 2)}
          onChange={(g) => set({ mass_g: g })}
          error={wrong("mass_g")}
        />
        <Quantity
          label="How many alike"
          value={piece.count ?? 1}
          scale={count}
          low={1}
          high={12}
          onChange={(n) => set({ count: n === null ? 1 : Math.round(n) })}
          error={wrong("count")}
        />
        {cut?.has_bone && (
          <Tick
            label="The bone is taken out"
            value={piece.boned ?? false}
            onChange={(boned) => set({ boned })}
            error={wrong("boned")}
          />
        )}
        {cut?.may_be_tenderised && (
          <Choice
            label="As bought"
            value={piece.treatment ?? "whole"}
            options={reference.treatments}
            onChange={(treatment) => set({ treatment })}
            error={wrong("treatment")}
          />
        )}
        <Tick label="It is frozen" value={piece.frozen ?? false} onChange={(frozen) => set({ frozen })} />
        {piece.frozen && (
          <Choice
            label="Thaw it"
            value={piece.thaw ?? "fridge"}
            options={reference.thaws}
            onChange={(thaw) => set({ thaw })}
            error={wrong("thaw")}
          />
        )}
        <Quantity
          label="Out of the fridge at"
          value={piece.start_c ?? 4}
          scale={temperature(system)}
          low={0}
          high={25}
          onChange={(c) => set({ start_c: c ?? 4 })}
          error={wrong("start_c")}
        />
        <Quantity
          label="Temper for"
          value={piece.temper_min ?? 0}
          scale={minutes}
          low={0}
          high={90}
          onChange={(m) => set({ temper_min: m ?? 0 })}
          error={wrong("temper_min")}
        />
        {(piece.temper_min ?? 0) > 0 && (
          <Quantity
            label="In an air of"
            value={piece.air_c ?? 22}
            scale={temperature(system)}
            low={-10}
            high={42}
            onChange={(c) => set({ air_c: c ?? 22 })}
            error={wrong("air_c")}
          />
        )}
      </Group>
      <Group title="Salt and fat">
        {(cut?.salted_ahead ?? true) && (
          <Choice
            label="Salt"
            value={piece.salt_min != null ? "own" : (piece.salt ?? "")}
            options={[...reference.salts, { key: "own", name: "My own time before the fire" }]}
            onChange={(salt) => set(salt === "own" ? { salt_min: 60 } : { salt, salt_min: null })}
            error={wrong("salt")}
          />
        )}
        {piece.salt_min != null && (
          <Quantity
            label="Salt this long before"
            value={piece.salt_min}
            scale={minutes}
            low={5}
            high={180}
            onChange={(m) => set({ salt_min: m ?? 60 })}
            error={wrong("salt_min")}
          />
        )}
        <Choice
          label="Rub"
          value={piece.rub ?? "none"}
          options={reference.rubs}
          onChange={(rub) => set({ rub })}
          error={wrong("rub")}
        />
        {place.pan && (
          <Choice
            label="Fat in the pan"
            value={piece.fat ?? "oil"}
            options={reference.fats}
            onChange={(fat) => set({ fat })}
            error={wrong("fat")}
          />
        )}
        <Choice
          label="Last touch"
          value={piece.finishing ?? "none"}
          options={reference.finishes}
          onChange={(finishing) => set({ finishing })}
          error={wrong("finishing")}
        />
      </Group>
      <Group title="Method and fire">
        <Choice
          label="Method"
          value={piece.method ?? ""}
          options={reference.methods}
          hint={method?.why}
          onChange={(key) => onDraft(withMethod(draft, key))}
          error={wrong("method")}
        />
        {method && (
          <FireChoice
            piece={piece}
            fires={method.fires}
            onPiece={set}
            error={wrong("fire") ?? wrong("x_mm") ?? wrong("wanted_c")}
          />
        )}
        {method && method.sear_fires.length > 0 && (
          <Choice
            label="Sear on"
            value={piece.sear_fire ?? ""}
            error={wrong("sear_fire")}
            options={[{ key: "", name: "The same fire" }, ...method.sear_fires]}
            onChange={(key) => set({ sear_fire: key || null, marks: "none", lid: "usual" })}
          />
        )}
        {method?.gentle && (
          <Quantity
            label={method.gentle.name}
            value={piece.gentle_c ?? gentleC ?? method.gentle.usual_c}
            scale={temperature(system)}
            low={method.gentle.low_c}
            high={method.gentle.high_c}
            onChange={(c) => set({ gentle_c: c })}
            error={wrong("gentle_c")}
          />
        )}
        {method?.wraps && (
          <Choice
            label="Wrap"
            value={piece.wrap ?? "none"}
            options={reference.wraps.map((w) => ({ ...w, name: phrase(system, w.name) }))}
            onChange={(wrap) => set({ wrap })}
            error={wrong("wrap")}
          />
        )}
      </Group>
      {method?.browns && (
        <Group title="The sear">
          <Choice
            label="Crust"
            value={piece.crust ?? ""}
            options={reference.crusts}
            onChange={(crust) => set({ crust })}
            error={wrong("crust")}
          />
          {place.rods && (
            <Choice
              label="Marks"
              value={piece.marks ?? "none"}
              options={reference.marks}
              onChange={(marks) => set({ marks, ...(marks === "none" ? {} : { flip_every_s: null }) })}
              error={wrong("marks")}
            />
          )}
          {flipS !== null && (piece.marks ?? "none") === "none" && (
            <Quantity
              label="Flip every"
              value={piece.flip_every_s ?? flipS}
              scale={secondsStep}
              low={10}
              high={300}
              onChange={(s) => set({ flip_every_s: s })}
              error={wrong("flip_every_s")}
            />
          )}
          {place.lid && (
            <Choice
              label="Lid"
              value={piece.lid ?? "usual"}
              options={reference.lids}
              onChange={(lid) => set({ lid })}
              error={wrong("lid")}
            />
          )}
        </Group>
      )}
      <Group title="Pull and rest">
        <Tick
          label="I pull by my own rule"
          value={piece.pull_offset != null}
          onChange={(own) => set({ pull_offset: own ? 10 / 1.8 : null })}
        />
        {piece.pull_offset != null && (
          <Quantity
            label="Pull below the finish by"
            value={piece.pull_offset}
            scale={temperatureStep(system)}
            low={0}
            high={25}
            onChange={(k) => set({ pull_offset: k ?? 0 })}
            error={wrong("pull_offset")}
          />
        )}
        <Choice
          label="Rest"
          value={piece.rest ?? ""}
          options={reference.rests}
          onChange={(rest) => set({ rest })}
          error={wrong("rest")}
        />
        <Tick
          label="I set the length of the rest"
          value={piece.rest_min != null}
          onChange={(own) => set({ rest_min: own ? 10 : null })}
        />
        {piece.rest_min != null && (
          <Quantity
            label="Rest for"
            value={piece.rest_min}
            scale={minutes}
            low={1}
            high={60}
            onChange={(m) => set({ rest_min: m ?? 10 })}
            error={wrong("rest_min")}
          />
        )}
      </Group>
    </div>
  );
}

function FireChoice({
  piece,
  fires,
  onPiece,
  error,
}: {
  piece: PieceDraft["piece"];
  fires: { key: string; name: string }[];
  onPiece: Set;
  error: string | undefined;
}) {
  const kept = useFires();
  const own = piece.own_fire;
  const mine = (kept.data ?? []).map((f) => ({ key: `own:${f.id}`, name: f.fire.name, group: "Your fires" }));
  const moved =
    own && !(kept.data ?? []).some((f) => f.fire.name === own.name)
      ? [{ key: "moved", name: `${own.name}, moved`, group: "Your fires" }]
      : [];
  const value = own
    ? (moved[0]?.key ?? `own:${(kept.data ?? []).find((f) => f.fire.name === own.name)?.id}`)
    : (piece.fire ?? fires[0]?.key ?? "");
  if (fires.length + mine.length + moved.length < 2) return null;
  const choose = (key: string) => {
    const laid = (kept.data ?? []).find((f) => `own:${f.id}` === key);
    if (laid) onPiece({ fire: null, own_fire: laid.fire });
    else if (key !== "moved") onPiece({ fire: key, own_fire: null });
  };
  return (
    <Choice
      label="Fire"
      value={value}
      options={[...fires.map((f) => ({ ...f, group: "Typical ones" })), ...mine, ...moved]}
      onChange={choose}
      error={error}
    />
  );
}

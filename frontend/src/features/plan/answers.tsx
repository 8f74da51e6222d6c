import { Collapsible } from "radix-ui";

import type { Problem } from "@/api/client";
import type { Reference } from "@/api/hooks";
import { useFires } from "@/api/yard";
import { Doneness } from "@/chart/doneness";
import { useHousehold } from "@/app/session";
import { BOX, Button, Choice, Field, Quantity } from "@/ui/controls";
import { clockText, dayText, mass, phrase, temperature, thickness } from "@/units/units";

import { belowAgency, dayOf, type Draft, timeOf, withCut, withMethod } from "./model";

interface Props {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  reference: Reference;
  problem: Problem | null;
  late: Problem | null;
  agencyC: number | null;
  massG: number | null;
  /** The flip interval that the plan uses; null where nothing is flipped. */
  flipS: number | null;
  /** The gentle zone's temperature that the plan uses. */
  gentleC: number | null;
}

/** The three answers, and everything else behind a fold. */
export function Answers({ draft, onDraft, reference, problem, late, agencyC, massG, flipS, gentleC }: Props) {
  const household = useHousehold();
  const system = household.units;
  const scale = reference.scales.find((s) => s.key === household.scale) ?? reference.scales[0]!;
  const set = (change: Partial<Draft["piece"]>) => onDraft({ ...draft, piece: { ...draft.piece, ...change } });
  const wrong = (field: string) => { const e = problem?.of(field); return e ? phrase(system, e.message) : undefined; };
  const cut = reference.cuts.find((c) => c.key === draft.piece.cut);
  const tooSoon = late?.of("eat_at");
  const offered = tooSoon?.suggestion ? new Date(tooSoon.suggestion) : null;
  const method = reference.methods.find((m) => m.key === draft.piece.method);
  const high = cut && cut.default_finish_c > 76;
  const choice = belowAgency(draft, reference);
  const finish = draft.piece.finish_c ?? cut?.default_finish_c ?? 55;
  return (
    <form aria-label="What you cook" className="flex flex-col gap-4" onSubmit={(e) => e.preventDefault()}>
      <Choice label="What" value={draft.piece.cut} options={reference.cuts.map((c) => ({ ...c, group: c.group[0]!.toUpperCase() + c.group.slice(1) }))} onChange={(key) => onDraft(withCut(draft, reference, key))} hint={cut?.note} error={wrong("cut")} />
      <Quantity
        label="How thick" value={draft.piece.thickness_mm} scale={thickness(system)} low={8} high={Math.max(76, (cut?.typical_thickness_mm ?? 0) * 1.5)} error={wrong("thickness_mm")}
        onChange={(mm, text) => onDraft({ ...draft, thicknessText: text, piece: { ...draft.piece, thickness_mm: mm, mass_g: null } })}
      />
      <Field
        label="When to eat"
        error={tooSoon && (
          <span className="flex flex-wrap items-center gap-2">
            {phrase(system, tooSoon.message)}
            {offered && <Button onClick={() => onDraft({ ...draft, day: dayOf(offered), time: timeOf(offered) })}>Eat at {clockText(offered)}{dayOf(offered) === dayOf(new Date()) ? "" : `, ${dayText(offered)}`}</Button>}
          </span>
        )}
      >
        {({ id, describedBy, invalid }) => (
          <div className="flex gap-2">
            <input id={id} type="time" required aria-describedby={describedBy} aria-invalid={invalid} className={`${BOX} figure text-lg`} value={draft.time} onChange={(e) => onDraft({ ...draft, time: e.target.value })} />
            <input type="date" required aria-label="Day" aria-invalid={invalid} className={`${BOX} figure`} value={draft.day} onChange={(e) => onDraft({ ...draft, day: e.target.value })} />
          </div>
        )}
      </Field>
      <Doneness scale={scale} colours={reference.colours} value={finish} onChange={(c) => set({ finish_c: c })} agencyC={agencyC} system={system} low={high ? 60 : 45} high={high ? 98 : 77} words={cut?.group !== "vegetable"} />
      {wrong("finish_c") && problem && <p role="alert" className="m-0 border-l-4 border-alarm pl-2 text-sm text-alarm">{wrong("finish_c")}</p>}
      {choice === "recorded" && (
        <label className="flex min-h-11 items-start gap-3 text-sm">
          <input type="checkbox" checked={draft.piece.below_agency_accepted ?? false} onChange={(e) => set({ below_agency_accepted: e.target.checked })} className="mt-1 accent-(--c-ember)" />
          <span>Who eats it has chosen to have it below the agency&rsquo;s figure. Kept with the plan.</span>
        </label>
      )}
      {choice === "never" && <p className="m-0 text-sm text-ash">Poultry is never planned below the agency&rsquo;s figure.</p>}
      <Collapsible.Root className="border-t-2 border-seam pt-2">
        <Collapsible.Trigger className="group flex min-h-11 w-full items-center justify-between font-semibold [font-stretch:85%]">
          Everything else <span aria-hidden className="text-ember group-data-[state=open]:rotate-90">▸</span>
        </Collapsible.Trigger>
        <Collapsible.Content className="flex flex-col gap-4 pt-2">
          <Choice label="Method" value={draft.piece.method ?? ""} options={reference.methods} hint={method?.why} onChange={(key) => onDraft(withMethod(draft, key))} error={wrong("method")} />
          {method && <FireChoice draft={draft} fires={method.fires} onPiece={set} error={wrong("fire") ?? wrong("x_mm") ?? wrong("wanted_c")} />}
          {method?.browns && <Choice label="Crust" value={draft.piece.crust ?? ""} options={reference.crusts} onChange={(crust) => set({ crust })} error={wrong("crust")} />}
          {cut?.may_be_tenderised && <Choice label="As bought" value={draft.piece.treatment ?? "whole"} options={reference.treatments} onChange={(treatment) => set({ treatment })} error={wrong("treatment")} />}
          <Quantity label="Weight" value={draft.piece.mass_g ?? massG} scale={mass(system)} low={40} high={Math.max(1500, (cut?.typical_mass_g ?? 0) * 2)} onChange={(g) => set({ mass_g: g })} error={wrong("mass_g")} />
          <Quantity label="Out of the fridge at" value={draft.piece.start_c ?? 4} scale={temperature(system)} low={0} high={25} onChange={(c) => set({ start_c: c ?? 4 })} error={wrong("start_c")} />
          {method?.gentle && <Quantity label={method.gentle.name} value={draft.piece.gentle_c ?? method.gentle.usual_c ?? gentleC} scale={temperature(system)} low={method.gentle.low_c} high={method.gentle.high_c} onChange={(c) => set({ gentle_c: c })} error={wrong("gentle_c")} />}
          {flipS !== null && <Quantity label="Flip every" value={draft.piece.flip_every_s ?? flipS} scale={{ unit: "s", step: 5, digits: 0, shown: (v) => v, si: (v) => v }} low={10} high={300} onChange={(s) => set({ flip_every_s: s })} error={wrong("flip_every_s")} />}
          <Quantity label="Temper for" value={draft.piece.temper_min ?? 0} scale={{ unit: "min", step: 5, digits: 0, shown: (v) => v, si: (v) => v }} low={0} high={90} onChange={(m) => set({ temper_min: m ?? 0 })} error={wrong("temper_min")} />
          {(draft.piece.temper_min ?? 0) > 0 && <Quantity label="In an air of" value={draft.piece.air_c ?? 22} scale={temperature(system)} low={-10} high={42} onChange={(c) => set({ air_c: c ?? 22 })} error={wrong("air_c")} />}
          <Choice label="Salt" value={draft.piece.salt ?? ""} options={reference.salts} onChange={(salt) => set({ salt })} error={wrong("salt")} />
          <Choice label="Rest" value={draft.piece.rest ?? ""} options={reference.rests} onChange={(rest) => set({ rest })} error={wrong("rest")} />
        </Collapsible.Content>
      </Collapsible.Root>
    </form>
  );
}

function FireChoice({ draft, fires, onPiece, error }: { draft: Draft; fires: { key: string; name: string }[]; onPiece: (change: Partial<Draft["piece"]>) => void; error: string | undefined }) {
  const kept = useFires();
  const own = draft.piece.own_fire;
  const mine = (kept.data ?? []).map((f) => ({ key: `own:${f.id}`, name: f.fire.name, group: "Your fires" }));
  const moved = own && !(kept.data ?? []).some((f) => f.fire.name === own.name) ? [{ key: "moved", name: `${own.name}, moved`, group: "Your fires" }] : [];
  const value = own ? (moved[0]?.key ?? `own:${(kept.data ?? []).find((f) => f.fire.name === own.name)?.id}`) : (draft.piece.fire ?? fires[0]?.key ?? "");
  if (fires.length + mine.length + moved.length < 2) return null;
  const choose = (key: string) => {
    const laid = (kept.data ?? []).find((f) => `own:${f.id}` === key);
    if (laid) onPiece({ fire: null, own_fire: laid.fire });
    else if (key !== "moved") onPiece({ fire: key, own_fire: null });
  };
  return <Choice label="Fire" value={value} options={[...fires.map((f) => ({ ...f, group: "Typical ones" })), ...mine, ...moved]} onChange={choose} error={error} />;
}

import { Problem, type Schemas } from "@/api/client";
import { type Pan, usePutPanAway, useWritePan } from "@/api/yard";
import { useDraftForm } from "@/app/drafts";
import { Choice, Mistake, TextField } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { Restored } from "@/ui/restored";
import { lengthText, mass, type Scale, type System, thickness, weightText } from "@/units/units";

import { EditForm, saying } from "./edit-form";
import { Shelf } from "./shelf";
import { say } from "@/words/say";

type Reference = Schemas["FireReference"];

/** Pans, griddles, stones, trays. */
export function Pans({ pans, reference, system }: { pans: Pan[]; reference: Reference; system: System }) {
  const away = usePutPanAway();
  return (
    <Shelf
      title={say("screen-pans-pans-griddles-stones")}
      label={say("screen-pans-pans")}
      things={pans}
      nameOf={(p) => p.name}
      about={(p) =>
        say("screen-pans-by-and-heft", {
          width: lengthText(system, p.width_mm),
          depth: lengthText(system, p.depth_mm),
          heft: p.heft,
          mass: weightText(system, p.mass_g),
        })
      }
      below={(p) =>
        p.too_wide_for.length > 0 && (
          <p className="m-0 border-l-4 border-alarm pl-2 text-sm text-alarm">
            {say("screen-pans-wider-than-the-grate-of", { too_wide_for: p.too_wide_for.join(" and ") })}
          </p>
        )
      }
      empty={say("screen-pans-no-pan-yet")}
      away={away}
      form={(p, onDone) => <PanForm pan={p} reference={reference} system={system} onDone={onDone} />}
      drafts="pan"
      addWords={say("screen-pans-add-a-pan")}
    />
  );
}

function PanForm({
  pan,
  reference,
  system,
  onDone,
}: {
  pan: Pan | null;
  reference: Reference;
  system: System;
  onDone: () => void;
}) {
  const usual = reference.wares[0]!;
  const draft = useDraftForm<Schemas["PanBody"]>(
    `pan/${pan?.id ?? "new"}`,
    pan
      ? {
          name: pan.name,
          like: pan.like,
          width_mm: pan.width_mm,
          depth_mm: pan.depth_mm,
          heat_j_k: pan.heat_j_k,
        }
      : {
          name: "",
          like: usual.key,
          width_mm: usual.width_mm,
          depth_mm: usual.depth_mm,
          heat_j_k: usual.heat_j_k,
        },
  );
  const { value: body, set: setBody } = draft;
  const done = () => {
    draft.drop();
    onDone();
  };
  const write = useWritePan();
  const one = reference.wares.find((w) => w.key === body.like)!.heat_j_gk;
  const grams = mass(system);
  // a pan is kept as the heat that it holds; people know its weight
  const weight: Scale = {
    ...grams,
    shown: (heat) => grams.shown(heat / one),
    si: (shown) => grams.si(shown) * one,
    text: grams.text && ((heat) => grams.text!(heat / one)),
    read: (typed) => {
      const read = grams.read(typed);
      return read === null ? null : read * one;
    },
  };
  const wrong = saying(write.error, system);
  const set = (change: Partial<Schemas["PanBody"]>) => setBody({ ...body, ...change });
  return (
    <EditForm
      isNew={!pan}
      busy={write.isPending}
      onKeep={() => write.mutate({ of: pan, body: { ...body, name: body.name.trim() } }, { onSuccess: done })}
      onLeave={done}
    >
      {draft.restored && <Restored onAnew={draft.anew} />}
      <TextField
        label={say("screen-pans-name")}
        required
        value={body.name}
        onChange={(name) => set({ name })}
        error={wrong("name")}
      />
      <Choice
        label={say("screen-pans-kind")}
        value={body.like}
        options={reference.wares}
        onChange={(like) => {
          const w = reference.wares.find((each) => each.key === like)!;
          set({ like, width_mm: w.width_mm, depth_mm: w.depth_mm, heat_j_k: w.heat_j_k });
        }}
      />
      <Quantity
        label={say("screen-pans-width")}
        value={body.width_mm}
        scale={thickness(system)}
        low={80}
        high={1200}
        slider={false}
        onChange={(v) => set({ width_mm: v ?? 0 })}
        error={wrong("width_mm")}
      />
      <Quantity
        label={say("screen-pans-depth")}
        value={body.depth_mm}
        scale={thickness(system)}
        low={80}
        high={1200}
        slider={false}
        onChange={(v) => set({ depth_mm: v ?? 0 })}
        error={wrong("depth_mm")}
      />
      <Quantity
        label={say("screen-pans-its-weight")}
        value={body.heat_j_k}
        scale={weight}
        low={100}
        high={20_000 * one}
        slider={false}
        onChange={(v) => set({ heat_j_k: v ?? 0 })}
        error={wrong("heat_j_k")}
        hint={say("screen-pans-a-heavy-one-hardly-cools")}
      />
      {write.isError && !(write.error instanceof Problem && write.error.errors.length) && (
        <Mistake>{write.error.message}</Mistake>
      )}
    </EditForm>
  );
}

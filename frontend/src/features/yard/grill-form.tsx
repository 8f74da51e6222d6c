import { Problem, type Schemas } from "@/api/client";
import { type Grill, useWriteGrill } from "@/api/yard";
import { useDraftForm } from "@/app/drafts";
import { Choice, Mistake, TextField } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { Restored } from "@/ui/restored";
import { percent, plain, type System, thickness } from "@/units/units";

import { EditForm, saying } from "./edit-form";
import { say } from "@/words/say";

type Reference = Schemas["FireReference"];
const WATTS = plain("W", 100);

/** A grill's name, kind and sizes. */
export function GrillForm({
  grill,
  reference,
  system,
  onDone,
}: {
  grill: Grill | null;
  reference: Reference;
  system: System;
  onDone: () => void;
}) {
  const draft = useDraftForm<Schemas["GrillBody"]>(`grill/${grill?.id ?? "new"}`, {
    name: grill?.name ?? "",
    spec: grill?.spec ?? { like: "kettle" },
  });
  const { name, spec } = draft.value;
  const setName = (wanted: string) => draft.set({ name: wanted, spec });
  const setSpec = (wanted: Schemas["GrillIn"]) => draft.set({ name, spec: wanted });
  const done = () => {
    draft.drop();
    onDone();
  };
  const write = useWriteGrill();
  const kind = reference.grills.find((k) => k.key === spec.like)!;
  const grate = kind.grates[0]!;
  const wrong = saying(write.error, system);
  const burners =
    spec.burners ??
    kind.burners.map((b) => ({
      name: b.name,
      x_mm: b.x_mm,
      y_mm: b.y_mm,
      width_mm: b.width_mm,
      depth_mm: b.depth_mm,
      power_w: b.power_w as number | undefined,
      kind: b.kind as "main" | "sear" | "side",
    }));
  const set = (change: Partial<Schemas["GrillIn"]>) => setSpec({ ...spec, ...change });
  const named = ["name", "like", "width_mm", "depth_mm", "height_mm", "loses", "draws"];
  const rest =
    write.error instanceof Problem
      ? write.error.errors.find(
          (e) => !named.includes(e.field.split(".").pop() ?? "") && !e.field.endsWith("power_w"),
        )
      : write.error;
  return (
    <EditForm
      isNew={!grill}
      busy={write.isPending}
      onKeep={() => write.mutate({ of: grill, body: { name: name.trim(), spec } }, { onSuccess: done })}
      onLeave={done}
    >
      {draft.restored && <Restored onAnew={draft.anew} />}
      <TextField
        label={say("screen-grill-form-name")}
        required
        value={name}
        onChange={setName}
        error={wrong("name")}
      />
      <Choice
        label={say("screen-grill-form-kind")}
        value={spec.like}
        options={reference.grills}
        onChange={(like) => setSpec({ like, loses: spec.loses ?? 1, draws: spec.draws ?? 1 })}
        error={wrong("like")}
      />
      <Quantity
        label={say("screen-grill-form-grate-width")}
        value={spec.width_mm ?? grate.width_mm}
        scale={thickness(system)}
        low={150}
        high={1500}
        slider={false}
        onChange={(v) => set({ width_mm: v })}
        error={wrong("width_mm")}
      />
      <Quantity
        label={say("screen-grill-form-grate-depth")}
        value={spec.depth_mm ?? grate.depth_mm}
        scale={thickness(system)}
        low={150}
        high={1000}
        slider={false}
        onChange={(v) => set({ depth_mm: v })}
        error={wrong("depth_mm")}
      />
      <Quantity
        label={say("screen-grill-form-grate-over-coals-or-burners")}
        value={spec.height_mm ?? grate.height_mm}
        scale={thickness(system)}
        low={30}
        high={500}
        slider={false}
        onChange={(v) => set({ height_mm: v })}
        error={wrong("height_mm")}
      />
      {kind.has_lid && (
        <Quantity
          label={say("screen-grill-form-its-walls-lose-of-the-usual")}
          value={spec.loses ?? 1}
          scale={percent}
          low={0.5}
          high={2}
          slider={false}
          onChange={(v) => set({ loses: v ?? 1 })}
          error={wrong("loses")}
          hint={say("screen-grill-form-more-for-thin-or-leaky-walls")}
        />
      )}
      {kind.has_knobs &&
        burners.map((b, i) => (
          <Quantity
            key={i}
            label={say("screen-grill-form-power", {
              name: b.name || say("common-burner", { i: i + 1 }),
            })}
            value={b.power_w ?? 3500}
            scale={WATTS}
            low={500}
            high={8000}
            slider={false}
            error={wrong("power_w")}
            onChange={(v) =>
              set({ burners: burners.map((each, j) => (j === i ? { ...each, power_w: v ?? 0 } : each)) })
            }
          />
        ))}
      {rest && (
        <div className="sm:col-span-2">
          <Mistake>{rest.message}</Mistake>
        </div>
      )}
    </EditForm>
  );
}

import { useState } from "react";
import { Link } from "react-router";

import { Problem, type Schemas } from "@/api/client";
import { type Grill, type Pan, usePutGrillAway, usePutPanAway, useWriteGrill, useWritePan } from "@/api/yard";
import { BOX, Button, Choice, Field, Mistake, Quantity } from "@/ui/controls";
import { lengthText, percent, phrase, type Scale, type System, thickness } from "@/units/units";

import { Undo } from "./undo";

type Reference = Schemas["FireReference"];
const WATTS: Scale = { unit: "W", step: 100, digits: 0, shown: (v) => v, si: (v) => v };

const saying = (error: Error | null, system: System) => (field: string) => {
  const e = error instanceof Problem ? error.of(field) : undefined;
  return e ? phrase(system, e.message) : undefined;
};

/** The grills of the yard. */
export function Grills({
  grills,
  reference,
  system,
}: {
  grills: Grill[];
  reference: Reference;
  system: System;
}) {
  const [editing, setEditing] = useState<number | "new" | null>(null);
  const [gone, setGone] = useState<Grill | null>(null);
  const away = usePutGrillAway();
  return (
    <section aria-label="Grills" className="plate flex flex-col gap-3 p-4">
      <h2 className="m-0 text-lg">Grills</h2>
      <ul className="m-0 flex list-none flex-col p-0">
        {grills.map((g) => {
          const kind = reference.grills.find((k) => k.key === g.spec.like);
          const grate = kind?.grates[0];
          return (
            <li key={g.id} className="flex flex-col gap-2 border-t border-seam py-2">
              <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
                <span className="min-w-48 flex-1">
                  <strong>{g.name}</strong>
                  <br />
                  <span className="text-sm text-ash">
                    {kind?.name}
                    {grate
                      ? `, ${lengthText(system, g.spec.width_mm ?? grate.width_mm)}${grate.shape === "round" ? " across" : ` by ${lengthText(system, g.spec.depth_mm ?? grate.depth_mm)}`}`
                      : ""}
                  </span>
                </span>
                <Link
                  to={`/fire?grill=own:${g.id}`}
                  className="min-h-11 content-center font-semibold text-ink underline decoration-ember decoration-2 underline-offset-4"
                >
                  Build a fire<span className="sr-only"> in {g.name}</span>
                </Link>
                <Button
                  aria-expanded={editing === g.id}
                  onClick={() => setEditing(editing === g.id ? null : g.id)}
                >
                  Change<span className="sr-only"> {g.name}</span>
                </Button>
                <Button
                  weight="quiet"
                  onClick={() => away.mutate({ number: g.id, back: false }, { onSuccess: () => setGone(g) })}
                >
                  Put away<span className="sr-only"> {g.name}</span>
                </Button>
              </div>
              {editing === g.id && (
                <GrillForm grill={g} reference={reference} system={system} onDone={() => setEditing(null)} />
              )}
            </li>
          );
        })}
        {grills.length === 0 && (
          <li className="text-ash">No grill yet. Add yours, or build a fire in a typical one.</li>
        )}
      </ul>
      <Undo
        what={gone?.name ?? null}
        onBack={() =>
          gone && away.mutate({ number: gone.id, back: true }, { onSuccess: () => setGone(null) })
        }
      />
      {editing === "new" ? (
        <GrillForm grill={null} reference={reference} system={system} onDone={() => setEditing(null)} />
      ) : (
        <Button className="self-start" onClick={() => setEditing("new")}>
          Add a grill
        </Button>
      )}
    </section>
  );
}

function GrillForm({
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
  const [name, setName] = useState(grill?.name ?? "");
  const [spec, setSpec] = useState<Schemas["GrillIn"]>(grill?.spec ?? { like: "kettle" });
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
    <form
      className="grid gap-3 border-l-4 border-seam pl-3 sm:grid-cols-2"
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ number: grill?.id ?? null, body: { name: name.trim(), spec } }, { onSuccess: onDone });
      }}
    >
      <Field label="Name" error={wrong("name")}>
        {({ id, describedBy, invalid }) => (
          <input
            id={id}
            required
            aria-describedby={describedBy}
            aria-invalid={invalid}
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
            className={BOX}
          />
        )}
      </Field>
      <Choice
        label="Kind"
        value={spec.like}
        options={reference.grills}
        onChange={(like) => setSpec({ like, loses: spec.loses ?? 1, draws: spec.draws ?? 1 })}
        error={wrong("like")}
      />
      <Quantity
        label="Grate, width"
        value={spec.width_mm ?? grate.width_mm}
        scale={thickness(system)}
        low={150}
        high={1500}
        slider={false}
        onChange={(v) => set({ width_mm: v })}
        error={wrong("width_mm")}
      />
      <Quantity
        label="Grate, depth"
        value={spec.depth_mm ?? grate.depth_mm}
        scale={thickness(system)}
        low={150}
        high={1000}
        slider={false}
        onChange={(v) => set({ depth_mm: v })}
        error={wrong("depth_mm")}
      />
      <Quantity
        label="Grate over coals or burners"
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
          label="Its walls lose, of the usual"
          value={spec.loses ?? 1}
          scale={percent}
          low={0.5}
          high={2}
          slider={false}
          onChange={(v) => set({ loses: v ?? 1 })}
          error={wrong("loses")}
          hint="More for thin or leaky walls"
        />
      )}
      {kind.has_knobs &&
        burners.map((b, i) => (
          <Quantity
            key={i}
            label={`${b.name || `Burner ${i + 1}`}, power`}
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
      <div className="flex gap-2 sm:col-span-2">
        <Button type="submit" weight="ember" disabled={write.isPending}>
          {grill ? "Keep the changes" : "Add it"}
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}

/** Pans, griddles, stones, trays. */
export function Pans({ pans, reference, system }: { pans: Pan[]; reference: Reference; system: System }) {
  const [editing, setEditing] = useState<number | "new" | null>(null);
  const [gone, setGone] = useState<Pan | null>(null);
  const away = usePutPanAway();
  return (
    <section aria-label="Pans" className="plate flex flex-col gap-3 p-4">
      <h2 className="m-0 text-lg">Pans, griddles, stones</h2>
      <ul className="m-0 flex list-none flex-col p-0">
        {pans.map((p) => (
          <li key={p.id} className="flex flex-col gap-2 border-t border-seam py-2">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <span className="min-w-48 flex-1">
                <strong>{p.name}</strong>
                <br />
                <span className="text-sm text-ash">
                  {lengthText(system, p.width_mm)} by {lengthText(system, p.depth_mm)}, holds{" "}
                  {p.heat_j_k.toFixed(0)} J/K
                </span>
              </span>
              <Button
                aria-expanded={editing === p.id}
                onClick={() => setEditing(editing === p.id ? null : p.id)}
              >
                Change<span className="sr-only"> {p.name}</span>
              </Button>
              <Button
                weight="quiet"
                onClick={() => away.mutate({ number: p.id, back: false }, { onSuccess: () => setGone(p) })}
              >
                Put away<span className="sr-only"> {p.name}</span>
              </Button>
            </div>
            {p.too_wide_for.length > 0 && (
              <p className="m-0 border-l-4 border-alarm pl-2 text-sm text-alarm">
                Wider than the grate of {p.too_wide_for.join(" and ")}.
              </p>
            )}
            {editing === p.id && (
              <PanForm pan={p} reference={reference} system={system} onDone={() => setEditing(null)} />
            )}
          </li>
        ))}
        {pans.length === 0 && <li className="text-ash">No pan yet.</li>}
      </ul>
      <Undo
        what={gone?.name ?? null}
        onBack={() =>
          gone && away.mutate({ number: gone.id, back: true }, { onSuccess: () => setGone(null) })
        }
      />
      {editing === "new" ? (
        <PanForm pan={null} reference={reference} system={system} onDone={() => setEditing(null)} />
      ) : (
        <Button className="self-start" onClick={() => setEditing("new")}>
          Add a pan
        </Button>
      )}
    </section>
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
  const [body, setBody] = useState<Schemas["PanBody"]>(
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
  const write = useWritePan();
  const wrong = saying(write.error, system);
  const set = (change: Partial<Schemas["PanBody"]>) => setBody({ ...body, ...change });
  return (
    <form
      className="grid gap-3 border-l-4 border-seam pl-3 sm:grid-cols-2"
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(
          { number: pan?.id ?? null, body: { ...body, name: body.name.trim() } },
          { onSuccess: onDone },
        );
      }}
    >
      <Field label="Name" error={wrong("name")}>
        {({ id, describedBy, invalid }) => (
          <input
            id={id}
            required
            aria-describedby={describedBy}
            aria-invalid={invalid}
            maxLength={80}
            value={body.name}
            onChange={(e) => set({ name: e.target.value })}
            className={BOX}
          />
        )}
      </Field>
      <Choice
        label="Kind"
        value={body.like}
        options={reference.wares}
        onChange={(like) => {
          const w = reference.wares.find((each) => each.key === like)!;
          set({ like, width_mm: w.width_mm, depth_mm: w.depth_mm, heat_j_k: w.heat_j_k });
        }}
      />
      <Quantity
        label="Width"
        value={body.width_mm}
        scale={thickness(system)}
        low={80}
        high={1200}
        slider={false}
        onChange={(v) => set({ width_mm: v ?? 0 })}
        error={wrong("width_mm")}
      />
      <Quantity
        label="Depth"
        value={body.depth_mm}
        scale={thickness(system)}
        low={80}
        high={1200}
        slider={false}
        onChange={(v) => set({ depth_mm: v ?? 0 })}
        error={wrong("depth_mm")}
      />
      <Quantity
        label="Heat it holds"
        value={body.heat_j_k}
        scale={{ unit: "J/K", step: 10, digits: 0, shown: (v) => v, si: (v) => v }}
        low={50}
        high={10000}
        slider={false}
        onChange={(v) => set({ heat_j_k: v ?? 0 })}
        error={wrong("heat_j_k")}
        hint="Cast iron: about 460 J/K for each kilogram"
      />
      {write.isError && !(write.error instanceof Problem && write.error.errors.length) && (
        <Mistake>{write.error.message}</Mistake>
      )}
      <div className="flex gap-2 sm:col-span-2">
        <Button type="submit" weight="ember" disabled={write.isPending}>
          {pan ? "Keep the changes" : "Add it"}
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}

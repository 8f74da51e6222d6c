import { useState } from "react";

import { type Cook, usePhoto, useRate } from "@/api/hooks";
import { BOX, Button, Choice, Field, Mistake } from "@/ui/controls";

const DONENESS = [
  { key: "", name: "Not said" },
  { key: "under", name: "Under" },
  { key: "right", name: "Right" },
  { key: "over", name: "Over" },
];
const CRUST = [
  { key: "", name: "Not said" },
  { key: "thin", name: "Too thin" },
  { key: "right", name: "Right" },
  { key: "heavy", name: "Too heavy" },
];

const RIM = [
  { key: "", name: "Not said" },
  { key: "thin", name: "Thin" },
  { key: "right", name: "Right" },
  { key: "wide", name: "Too wide" },
];
const TENDERNESS = [
  { key: "", name: "Not said" },
  { key: "tough", name: "Tough" },
  { key: "right", name: "Right" },
  { key: "soft", name: "Too soft" },
];
const SMOKE = [
  { key: "", name: "Not said" },
  { key: "faint", name: "Too faint" },
  { key: "right", name: "Right" },
  { key: "heavy", name: "Too heavy" },
];

/** The verdict: one to five, doneness, crust, and what to change. */
export function RatingForm({ cook }: { cook: Cook }) {
  const rate = useRate(cook.id);
  const [form, setForm] = useState({
    stars: cook.rating.stars ?? 0,
    doneness: cook.rating.doneness,
    crust: cook.rating.crust,
    rim: cook.rating.rim,
    tenderness: cook.rating.tenderness,
    smoke: cook.rating.smoke,
    note: cook.rating.note,
  });
  const photo = usePhoto(cook.id);
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        rate.mutate({
          ...form,
          doneness: form.doneness as "right",
          crust: form.crust as "right",
          rim: form.rim as "right",
          tenderness: form.tenderness as "right",
          smoke: form.smoke as "right",
        });
      }}
    >
      <fieldset className="m-0 flex gap-1 border-0 p-0">
        <legend className="mb-1 text-sm font-semibold">Out of five</legend>
        {[1, 2, 3, 4, 5].map((n) => (
          <label
            key={n}
            className="figure flex min-h-12 flex-1 items-center justify-center rounded-bar bg-raised text-2xl has-checked:bg-ember has-checked:text-on-ember has-focus-visible:outline-3 has-focus-visible:outline-ember"
          >
            <input
              type="radio"
              name="stars"
              className="sr-only"
              checked={form.stars === n}
              onChange={() => setForm({ ...form, stars: n })}
              aria-label={`${n} of five`}
            />
            {n}
          </label>
        ))}
      </fieldset>
      <div className="grid grid-cols-2 gap-3">
        <Choice
          label="Doneness"
          value={form.doneness}
          options={DONENESS}
          onChange={(doneness) => setForm({ ...form, doneness })}
        />
        <Choice
          label="Crust"
          value={form.crust}
          options={CRUST}
          onChange={(crust) => setForm({ ...form, crust })}
        />
        <Choice
          label="Grey rim"
          value={form.rim}
          options={RIM}
          onChange={(rim) => setForm({ ...form, rim })}
        />
        <Choice
          label="Tenderness"
          value={form.tenderness}
          options={TENDERNESS}
          onChange={(tenderness) => setForm({ ...form, tenderness })}
        />
        <Choice
          label="Smoke"
          value={form.smoke}
          options={SMOKE}
          onChange={(smoke) => setForm({ ...form, smoke })}
        />
      </div>
      <Field label="What to change next time">
        {({ id }) => (
          <textarea
            id={id}
            rows={3}
            maxLength={4000}
            className={`${BOX} py-2`}
            value={form.note}
            onChange={(e) => setForm({ ...form, note: e.target.value })}
          />
        )}
      </Field>
      <Field
        label="A photo, if you like"
        hint="Made small here; what the camera adds, the place above all, is taken out."
        error={photo.add.error ? photo.add.error.message : undefined}
      >
        {({ id, describedBy }) => (
          <input
            id={id}
            type="file"
            accept="image/*"
            aria-describedby={describedBy}
            className="min-h-11 text-sm"
            onChange={(e) => {
              const file = e.target.files?.[0];
              if (file) photo.add.mutate(file);
            }}
          />
        )}
      </Field>
      {cook.rating.photo && (
        <figure className="m-0 flex flex-col items-start gap-1">
          <img
            src={`/api/cooks/${cook.id}/photo.jpg?${photo.add.submittedAt}`}
            alt={`What came of ${cook.title}`}
            className="max-h-72 max-w-full rounded-bar"
          />
          <Button weight="quiet" onClick={() => photo.remove.mutate(undefined)}>
            Take the photo away
          </Button>
        </figure>
      )}
      {rate.error && <Mistake>{rate.error.message}</Mistake>}
      <div className="flex items-center gap-3">
        <Button type="submit" weight="ember" disabled={form.stars === 0 || rate.isPending}>
          Keep the verdict
        </Button>
        {rate.isSuccess && (
          <span role="status" className="text-probe">
            Kept.
          </span>
        )}
      </div>
    </form>
  );
}

import { useState } from "react";

import { type Cook, ratingBody, usePhoto, useRate } from "@/api/hooks";
import { useLearned } from "@/api/yard";
import { useDraftForm } from "@/app/drafts";
import { BOX, Button, Choice, Field, Mistake } from "@/ui/controls";
import { Restored } from "@/ui/restored";
import { say } from "@/words/say";

const DONENESS = [
  { key: "", name: say("screen-rating-not-said") },
  { key: "under", name: say("screen-rating-under") },
  { key: "right", name: say("screen-rating-right") },
  { key: "over", name: say("screen-rating-over") },
];
const CRUST = [
  { key: "", name: say("screen-rating-not-said") },
  { key: "thin", name: say("screen-rating-too-thin") },
  { key: "right", name: say("screen-rating-right") },
  { key: "heavy", name: say("screen-rating-too-heavy") },
];

const RIM = [
  { key: "", name: say("screen-rating-not-said") },
  { key: "thin", name: say("screen-rating-thin") },
  { key: "right", name: say("screen-rating-right") },
  { key: "wide", name: say("screen-rating-too-wide") },
];
const TENDERNESS = [
  { key: "", name: say("screen-rating-not-said") },
  { key: "tough", name: say("screen-rating-tough") },
  { key: "right", name: say("screen-rating-right") },
  { key: "soft", name: say("screen-rating-too-soft") },
];
const SMOKE = [
  { key: "", name: say("screen-rating-not-said") },
  { key: "faint", name: say("screen-rating-too-faint") },
  { key: "right", name: say("screen-rating-right") },
  { key: "heavy", name: say("screen-rating-too-heavy") },
];

type Said = Cook["rating"]["eaters"][number];

/** What each who ate said of a piece: their next one is planned by it. */
function EatersSaid({
  cook,
  eaters,
  onEaters,
}: {
  cook: Cook;
  eaters: readonly Said[];
  onEaters: (eaters: Said[]) => void;
}) {
  const learned = useLearned();
  const names = [...new Set((learned.data?.tastes ?? []).map((t) => t.eater).filter(Boolean))];
  const put = (n: number, change: Partial<Said>) =>
    onEaters(eaters.map((e, i) => (i === n ? { ...e, ...change } : e)));
  return (
    <fieldset className="m-0 flex flex-col gap-3 border-0 p-0">
      <legend className="text-sm font-semibold">{say("screen-rating-who-ate")}</legend>
      <datalist id="eaters">
        {names.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      {eaters.map((said, n) => (
        <div key={n} className="grid grid-cols-2 gap-x-3 gap-y-1 border-b border-seam pb-2">
          <Field label={say("screen-table-eater", { i: n + 1 })}>
            {({ id }) => (
              <input
                id={id}
                list="eaters"
                required
                maxLength={40}
                className={BOX}
                value={said.eater}
                onChange={(e) => put(n, { eater: e.target.value })}
              />
            )}
          </Field>
          {cook.pieces.length > 1 && (
            <Choice
              label={say("screen-rating-piece")}
              value={`${said.piece_id}`}
              options={cook.pieces.map((p) => ({ key: `${p.id}`, name: p.name }))}
              onChange={(key) => put(n, { piece_id: Number(key) })}
            />
          )}
          <Choice
            label={say("screen-rating-doneness")}
            value={said.doneness ?? ""}
            options={DONENESS}
            onChange={(key) => put(n, { doneness: key as "right" })}
          />
          <Choice
            label={say("screen-rating-crust")}
            value={said.crust ?? ""}
            options={CRUST}
            onChange={(key) => put(n, { crust: key as "right" })}
          />
          <Button
            weight="quiet"
            className="justify-self-start"
            aria-label={say("screen-table-take-away", { name: said.eater })}
            onClick={() => onEaters(eaters.filter((_, i) => i !== n))}
          >
            {say("screen-table-away")}
          </Button>
        </div>
      ))}
      <Button
        className="self-start"
        disabled={eaters.length >= 24}
        onClick={() =>
          onEaters([...eaters, { piece_id: cook.pieces[0]!.id, eater: "", doneness: "", crust: "" }])
        }
      >
        {say("screen-rating-somebody-who-ate")}
      </Button>
    </fieldset>
  );
}

/** The verdict: one to five, doneness, crust, and what to change. */
export function RatingForm({ cook }: { cook: Cook }) {
  const rate = useRate(cook.id);
  // what was there when the form was opened: others may write meanwhile
  const [opened, setOpened] = useState(cook.rating);
  const draft = useDraftForm(`rating/${cook.id}`, ratingBody(opened));
  const { value: form, set: setForm } = draft;
  const photo = usePhoto(cook.id);
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        rate.mutate(
          { base: ratingBody(opened), mine: form, version: opened.version },
          {
            onSuccess: (rated) => {
              setOpened(rated.rating);
              draft.begin(ratingBody(rated.rating));
            },
          },
        );
      }}
    >
      {draft.restored && <Restored onAnew={draft.anew} />}
      <fieldset className="m-0 flex gap-1 border-0 p-0">
        <legend className="mb-1 text-sm font-semibold">{say("screen-rating-out-of-five")}</legend>
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
              aria-label={say("screen-rating-of-five", { n })}
            />
            {n}
          </label>
        ))}
      </fieldset>
      <div className="grid grid-cols-2 gap-3">
        <Choice
          label={say("screen-rating-doneness")}
          value={form.doneness}
          options={DONENESS}
          onChange={(doneness) => setForm({ ...form, doneness })}
        />
        <Choice
          label={say("screen-rating-crust")}
          value={form.crust}
          options={CRUST}
          onChange={(crust) => setForm({ ...form, crust })}
        />
        <Choice
          label={say("screen-rating-grey-rim")}
          value={form.rim}
          options={RIM}
          onChange={(rim) => setForm({ ...form, rim })}
        />
        <Choice
          label={say("screen-rating-tenderness")}
          value={form.tenderness}
          options={TENDERNESS}
          onChange={(tenderness) => setForm({ ...form, tenderness })}
        />
        <Choice
          label={say("screen-rating-smoke")}
          value={form.smoke}
          options={SMOKE}
          onChange={(smoke) => setForm({ ...form, smoke })}
        />
      </div>
      {!cook.practice && (
        <EatersSaid cook={cook} eaters={form.eaters} onEaters={(eaters) => setForm({ ...form, eaters })} />
      )}
      <Field label={say("screen-rating-what-to-change-next-time")}>
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
        label={say("screen-rating-a-photo-if-you-like")}
        hint={say("screen-rating-made-small-here-what-the-camera")}
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
            alt={say("screen-rating-what-came-of", { title: cook.title })}
            className="max-h-72 max-w-full rounded-bar"
          />
          <Button weight="quiet" onClick={() => photo.remove.mutate(undefined)}>
            {say("screen-rating-take-the-photo-away")}
          </Button>
        </figure>
      )}
      {rate.error && <Mistake>{rate.error.message}</Mistake>}
      <div className="flex items-center gap-3">
        <Button type="submit" weight="ember" disabled={form.stars === 0 || rate.isPending}>
          {say("screen-rating-keep-the-verdict")}
        </Button>
        {rate.isSuccess && (
          <span role="status" className="text-probe">
            {say("screen-rating-kept")}
          </span>
        )}
      </div>
    </form>
  );
}

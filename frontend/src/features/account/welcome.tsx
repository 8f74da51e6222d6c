import { type ReactNode, useState } from "react";
import { useLocation, useNavigate } from "react-router";

import { usePreferences } from "@/api/hooks";
import { useFireReference, useGrills, usePutGrillAway, useWriteGrill } from "@/api/yard";
import { useHousehold } from "@/api/household";
import { Button, Failed, Mistake, Waiting } from "@/ui/controls";
import { type Clock, type System } from "@/units/units";
import { say } from "@/words/say";

import { GrillPicture } from "./grill-picture";

/** What is offered first of every kind; others, and their sizes, are made in Gear. */
const OFFERED = ["kettle", "gas_3", "kamado", "pellet", "offset", "flat_top_3"];

const HOW_MANY = [1, 2, 3, 4, 5, 6, 8, 10];

/** How this browser writes the hours of the day. */
const usualClock = (): Clock =>
  new Intl.DateTimeFormat(navigator.language, { hour: "numeric" }).resolvedOptions().hour12 ? "12" : "24";
/** Degrees and pounds where they are used at home. */
const usualUnits = (): System => (/-(US|LR|MM|PR)$/.test(navigator.language) ? "us" : "metric");

/** A new household's first questions: what it cooks on, and how it reads quantities. All can be left, and changed
 * later. */
export function WelcomePage() {
  const reference = useFireReference();
  const grills = useGrills();
  const household = useHousehold();
  const preferences = usePreferences();
  const write = useWriteGrill();
  const putAway = usePutGrillAway();
  const go = useNavigate();
  const [likes, setLikes] = useState<readonly string[]>([]);
  // somebody who comes back has said it already
  const fresh = Boolean((useLocation().state as { fresh?: boolean } | null)?.fresh);
  const [units, setUnits] = useState<System>(fresh ? usualUnits : household.units);
  const [eaters, setEaters] = useState(household.eaters);
  const [clock, setClock] = useState<Clock>(fresh ? usualClock : household.clock);
  if (reference.isError) return <Failed error={reference.error} again={() => void reference.refetch()} />;
  if (!reference.data || !grills.data) return <Waiting what={say("screen-welcome-opening-the-yard")} />;
  const kinds = OFFERED.flatMap((key) => reference.data.grills.filter((g) => g.key === key));
  const inUse = grills.data.filter((g) => !g.set_aside);
  const has = new Set(inUse.map((g) => g.spec.like));
  const turn = (key: string) =>
    setLikes(likes.includes(key) ? likes.filter((l) => l !== key) : [...likes, key]);
  const keep = async (then: string) => {
    await preferences.mutateAsync({ units, clock, eaters });
    for (const kind of kinds.filter((k) => likes.includes(k.key) && !has.has(k.key)))
      await write.mutateAsync({ of: null, body: { name: kind.name, spec: { like: kind.key } } });
    // the one that every household begins with, where it is not theirs
    const [given, ...others] = inUse;
    if (given && others.length === 0 && likes.length > 0 && !likes.includes(given.spec.like))
      await putAway.mutateAsync({ number: given.id, back: false });
    void go(then, { state: { tour: true } });
  };
  const error = preferences.error ?? write.error ?? putAway.error;
  return (
    <div className="mx-auto flex w-full max-w-4xl flex-col gap-6 pt-2 pb-8">
      <h1 className="m-0 text-3xl">{say("screen-welcome-a-fire-for", { name: household.name })}</h1>
      <fieldset className="m-0 border-0 p-0">
        <legend className="p-0 text-xl font-bold [font-stretch:85%]">
          {say("screen-welcome-what-do-you-cook-on")}
        </legend>
        <p className="m-0 text-ash">{say("screen-welcome-one-or-several-sizes")}</p>
        <div className="mt-3 grid grid-cols-2 gap-3 md:grid-cols-3">
          {kinds.map((kind) => (
            <button
              key={kind.key}
              type="button"
              aria-pressed={likes.includes(kind.key)}
              onClick={() => turn(kind.key)}
              className="flex min-h-32 flex-col items-center justify-end gap-2 rounded-bar border-2 border-seam p-3 font-semibold [font-stretch:85%] hover:border-ash aria-pressed:border-ember aria-pressed:bg-raised"
            >
              <GrillPicture like={kind.key} />
              {kind.name}
            </button>
          ))}
        </div>
      </fieldset>
      <div className="grid gap-6 sm:grid-cols-2">
        <Either legend={say("screen-welcome-how-do-you-measure")} value={units} onChange={setUnits}>
          {{ us: say("screen-welcome-f-inches-pounds"), metric: say("screen-welcome-c-millimetres-grams") }}
        </Either>
        <Either legend={say("screen-welcome-which-clock")} value={clock} onChange={setClock}>
          {{ "12": say("screen-welcome-7-30-pm"), "24": say("screen-welcome-19-30") }}
        </Either>
      </div>
      <fieldset className="m-0 border-0 p-0">
        <legend className="p-0 text-xl font-bold [font-stretch:85%]">
          {say("screen-welcome-who-usually-eats")}
        </legend>
        <div className="mt-2 flex flex-wrap gap-2">
          {(HOW_MANY.includes(eaters) ? HOW_MANY : [...HOW_MANY, eaters]).map((n) => (
            <button
              key={n}
              type="button"
              aria-pressed={eaters === n}
              onClick={() => setEaters(n)}
              className="figure min-h-14 min-w-14 rounded-bar border-2 border-seam px-3 text-xl hover:border-ash aria-pressed:border-ember aria-pressed:bg-raised"
            >
              {n}
              <span className="sr-only"> {say("screen-welcome-eaters")}</span>
            </button>
          ))}
        </div>
      </fieldset>
      {error && <Mistake>{error.message}</Mistake>}
      <div className="flex flex-wrap gap-3">
        <Button
          weight="ember"
          className="min-h-14 px-6 text-xl"
          disabled={preferences.isPending || write.isPending}
          onClick={() => void keep("/plan").catch(() => undefined)}
        >
          {say("screen-welcome-plan-the-first-cook")}
        </Button>
        <Button
          className="min-h-14 px-4 text-lg"
          disabled={preferences.isPending || write.isPending}
          onClick={() => void keep("/first").catch(() => undefined)}
        >
          {say("screen-welcome-my-first-steak-ever")}
        </Button>
        <Button weight="quiet" onClick={() => void go("/plan")}>
          {say("screen-welcome-not-now")}
        </Button>
      </div>
      <p className="m-0 text-sm text-ash">{say("screen-welcome-all-of-it-can-be-changed")}</p>
    </div>
  );
}

interface EitherProps<K extends string> {
  legend: string;
  value: K;
  onChange: (value: K) => void;
  children: Record<K, ReactNode>;
}

/** One of two, both in sight. */
function Either<K extends string>({ legend, value, onChange, children }: EitherProps<K>) {
  return (
    <fieldset className="m-0 border-0 p-0">
      <legend className="p-0 text-xl font-bold [font-stretch:85%]">{legend}</legend>
      <div className="mt-2 flex gap-2">
        {(Object.keys(children) as K[]).map((key) => (
          <button
            key={key}
            type="button"
            aria-pressed={value === key}
            onClick={() => onChange(key)}
            className="min-h-14 flex-1 rounded-bar border-2 border-seam px-3 font-semibold hover:border-ash aria-pressed:border-ember aria-pressed:bg-raised"
          >
            {children[key]}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

import { useState } from "react";

import { type Grill, type LaidFire, usePans, useWeather } from "@/api/yard";
import { useHousehold } from "@/api/household";
import { useStill } from "@/ui/use-still";
import { phrase } from "@/units/units";

import {
  draftFor,
  type FireDraft,
  type FireReference,
  kindOf,
  opened,
  panChoices,
  pans,
  placed,
  type Setup,
} from "./model";
import { useCourse, useFood, useLook } from "./use-fire";
import { say } from "@/words/say";

/** The whole grate is computed anew once nothing has moved for so long. */
const STILL_MS = 350;
const OWN = "own:";

export interface BuilderProps {
  reference: FireReference;
  grills: Grill[];
  fires: LaidFire[];
  /** The kept fire to begin from; 0 for none. */
  fire: number;
  grill: string | null;
}

/** The first draft: a kept fire, the grill that was asked for, or the first of the yard. */
function firstDraft({ reference, grills, fires, fire, grill }: BuilderProps, options: { key: string }[]) {
  const kept = fires.find((f) => f.id === fire);
  if (kept) {
    const mine = grills.find((g) => JSON.stringify(g.spec) === JSON.stringify(kept.fire.setup.grill));
    return opened(
      kept.fire,
      {},
      reference,
      mine ? `${OWN}${mine.id}` : kindOf(reference, kept.fire.setup).key,
    );
  }
  const asked = grill !== null && options.some((o) => o.key === grill) ? grill : null;
  return freshDraft(reference, grills, asked ?? (grills[0] ? `${OWN}${grills[0].id}` : "kettle"));
}

function freshDraft(reference: FireReference, grills: Grill[], key: string, sky: Setup["weather"] = {}) {
  const spec: Setup["grill"] = grills.find((g) => `${OWN}${g.id}` === key)?.spec ?? key;
  return draftFor(kindOf(reference, { grill: spec }), key, spec, sky);
}

/** One fire that is being built, or two beside one another, with what is computed of them. */
export function useBuilder(props: BuilderProps) {
  const { reference, grills } = props;
  const system = useHousehold().units;
  const weather = useWeather();
  const own = usePans();
  const options = [
    ...grills.map((g) => ({
      key: `${OWN}${g.id}`,
      name: g.name,
      group: say("screen-use-builder-in-your-yard"),
    })),
    ...reference.grills.map((g) => ({
      key: g.key,
      name: g.name,
      group: say("screen-use-builder-typical-ones"),
    })),
  ];
  const [drafts, setDrafts] = useState<FireDraft[]>(() => [firstDraft(props, options)]);
  const [active, setActive] = useState(0);
  const [atS, setAtS] = useState<number | null>(null);
  const draft = drafts[active] ?? drafts[0]!;
  const other = drafts.length > 1 ? drafts[1 - active]! : null;
  const kind = kindOf(reference, draft.setup);
  const change = (next: FireDraft) => setDrafts((all) => all.map((d, i) => (i === active ? next : d)));
  const foods = placed(reference, draft);
  const choices = panChoices(reference, own.data ?? []);
  const still = useStill(JSON.stringify(foods), STILL_MS);
  const look = useLook({
    setup: draft.setup,
    grate: draft.grate,
    pieces: (JSON.parse(still) as typeof foods).filter((f) => f.grate === draft.grate),
    ...(atS === null ? {} : { at_s: atS }),
  });
  const isOwn = draft.grill.startsWith(OWN);
  return {
    reference,
    system,
    weather: weather.data,
    options,
    draft,
    other,
    kind,
    choices,
    active,
    setActive,
    atS,
    setAtS,
    change,
    setSetup: (part: Partial<Setup>) => change({ ...draft, setup: { ...draft.setup, ...part } }),
    takeGrill: (key: string) => {
      setAtS(null);
      change(freshDraft(reference, grills, key, draft.setup.weather ?? {}));
    },
    /** Begins a second layout beside this one, or leaves only this one. */
    toggleOther: () => {
      setDrafts(other ? [draft] : [draft, { ...draft }]);
      if (other) setActive(0);
    },
    look,
    felt: useFood({ setup: draft.setup, grate: draft.grate, pieces: foods, pans: pans(choices, draft) }),
    beside: useLook(other && { setup: other.setup, grate: other.grate, pieces: placed(reference, other) }),
    course: useCourse({ setup: draft.setup }),
    besideCourse: useCourse(other && { setup: other.setup }),
    /** The grill as the list has it. */
    listed: isOwn && !options.some((o) => o.key === draft.grill) ? kind.key : draft.grill,
    wrong: (field: string) => {
      const e = look.problem?.of(field);
      return e ? phrase(system, e.message) : undefined;
    },
  };
}

export type Builder = ReturnType<typeof useBuilder>;

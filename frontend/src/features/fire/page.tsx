import { Collapsible } from "radix-ui";
import { type ReactNode, useEffect, useState } from "react";
import { useSearchParams } from "react-router";

import { answer, client, Problem } from "@/api/client";
import {
  type Grill,
  type LaidFire,
  useFireReference,
  useFires,
  useGrills,
  useKeepFire,
  usePans,
  useWeather,
} from "@/api/yard";
import { useHousehold } from "@/app/session";
import { GrateSurface, HeatScale, type Item, ZoneList } from "@/chart/grate-surface";
import { at as readAt } from "@/chart/grate-model";
import { BOX, Button, Choice, Failed, Field, Mistake, Quantity, Waiting } from "@/ui/controls";
import { phrase, temperature, tempText } from "@/units/units";

import { Advisor } from "./advisor";
import { Building, WeatherControls } from "./building";
import { CourseChart } from "./course-chart";
import { Danger, FoodTable, InShort, Notes, Steps } from "./given";
import {
  draftFor,
  type FireDraft,
  type FireReference,
  kindOf,
  opened,
  type Pan,
  panChoices,
  pans,
  placed,
  sent,
  type Setup,
  withFood,
  withMoved,
} from "./model";
import { type FoodAnswer, type Look, useCourse, useFood, useLook } from "./use-fire";

export function FirePage() {
  const reference = useFireReference();
  const grills = useGrills();
  const fires = useFires();
  const [query] = useSearchParams();
  for (const each of [reference, grills, fires])
    if (each.isError) return <Failed error={each.error} again={() => void each.refetch()} />;
  if (!reference.data || !grills.data || !fires.data) return <Waiting what="Fetching your grills…" />;
  return (
    <Builder
      key={query.toString()}
      reference={reference.data}
      grills={grills.data}
      fires={fires.data}
      fire={Number(query.get("fire"))}
      grill={query.get("grill")}
    />
  );
}

function Builder({
  reference,
  grills,
  fires,
  fire,
  grill,
}: {
  reference: FireReference;
  grills: Grill[];
  fires: LaidFire[];
  fire: number;
  grill: string | null;
}) {
  const system = useHousehold().units;
  const weather = useWeather();
  const own = usePans();
  const options = [
    ...grills.map((g) => ({ key: `own:${g.id}`, name: g.name, group: "In your yard" })),
    ...reference.grills.map((g) => ({ key: g.key, name: g.name, group: "Typical ones" })),
  ];
  const specOf = (key: string): Setup["grill"] => grills.find((g) => `own:${g.id}` === key)?.spec ?? key;
  const fresh = (key: string, sky: Setup["weather"] = {}): FireDraft => {
    const spec = specOf(key);
    return draftFor(kindOf(reference, { grill: spec }), key, spec, sky);
  };
  const first = () => {
    const kept = fires.find((f) => f.id === fire);
    if (kept)
      return opened(
        kept.fire,
        {},
        reference,
        grills.find((g) => JSON.stringify(g.spec) === JSON.stringify(kept.fire.setup.grill))
          ? `own:${grills.find((g) => JSON.stringify(g.spec) === JSON.stringify(kept.fire.setup.grill))!.id}`
          : kindOf(reference, kept.fire.setup).key,
      );
    return fresh(
      grill !== null && options.some((o) => o.key === grill)
        ? grill
        : grills[0]
          ? `own:${grills[0].id}`
          : "kettle",
    );
  };
  const [drafts, setDrafts] = useState<FireDraft[]>(() => [first()]);
  const [active, setActive] = useState(0);
  const [atS, setAtS] = useState<number | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const draft = drafts[active] ?? drafts[0]!;
  const other = drafts.length > 1 ? drafts[1 - active]! : null;
  const kind = kindOf(reference, draft.setup);
  const change = (next: FireDraft) => setDrafts((all) => all.map((d, i) => (i === active ? next : d)));
  const setSetup = (part: Partial<Setup>) => change({ ...draft, setup: { ...draft.setup, ...part } });
  const foods = placed(reference, draft);
  const choices = panChoices(reference, own.data ?? []);
  const still = useStill(JSON.stringify(foods), STILL_MS);
  const look = useLook({
    setup: draft.setup,
    grate: draft.grate,
    pieces: (JSON.parse(still) as typeof foods).filter((f) => f.grate === draft.grate),
    ...(atS === null ? {} : { at_s: atS }),
  });
  const felt = useFood({ setup: draft.setup, grate: draft.grate, pieces: foods, pans: pans(choices, draft) });
  const beside = useLook(
    other && { setup: other.setup, grate: other.grate, pieces: placed(reference, other) },
  );
  const course = useCourse({ setup: draft.setup });
  const besideCourse = useCourse(other && { setup: other.setup });
  const problem = look.problem;
  const wrong = (field: string) => {
    const e = problem?.of(field);
    return e ? phrase(system, e.message) : undefined;
  };
  const fitting =
    draft.grill.startsWith("own:") && !grills.some((g) => `own:${g.id}` === draft.grill)
      ? kind.key
      : draft.grill;
  return (
    <div className="grid gap-4 pt-2 lg:grid-cols-[18.5rem_minmax(0,1fr)] xl:grid-cols-[18.500rem_minmax(0,1fr)_21rem]">
      <h1 className="sr-only">Build a fire</h1>
      <section
        aria-label="How it is laid and set"
        className="plate order-2 flex flex-col gap-4 p-4 lg:order-1"
      >
        {other && (
          <div role="group" aria-label="Which layout you set" className="grid grid-cols-2 gap-1">
            {[0, 1].map((i) => (
              <Button
                key={i}
                weight={i === active ? "ember" : "plain"}
                aria-pressed={i === active}
                onClick={() => setActive(i)}
              >
                {i === 0 ? "This fire" : "The other"}
              </Button>
            ))}
          </div>
        )}
        <Choice
          label="Grill"
          value={fitting}
          options={options}
          onChange={(key) => {
            setAtS(null);
            change({ ...fresh(key, draft.setup.weather ?? {}) });
          }}
          error={wrong("grill")}
        />
        {kind.grates.length > 1 && (
          <Choice
            label="Grate"
            value={draft.grate}
            options={kind.grates}
            onChange={(grate) => change({ ...draft, grate })}
          />
        )}
        <Building
          reference={reference}
          kind={kind}
          setup={draft.setup}
          told={look.shown?.setup ?? null}
          problem={problem}
          system={system}
          onSetup={setSetup}
        />
        {kind.has_lid && (
          <SetFor
            key={fitting}
            setup={draft.setup}
            system={kind.kind === "gas" ? "the knobs" : kind.has_vents ? "the vents" : "it"}
            units={system}
            onSet={(told) => setSetup(sent(draft.setup.grill, told, draft.setup.weather ?? {}))}
          />
        )}
        <Fold title="Weather">
          <WeatherControls
            setup={draft.setup}
            live={weather.data}
            system={system}
            onSetup={setSetup}
            wrong={wrong}
          />
        </Fold>
        <Fold title="Tell me what to build">
          <Advisor
            setup={draft.setup}
            system={system}
            onAdvised={(told) => {
              const next = {
                ...draft,
                setup: sent(draft.setup.grill, told.setup, draft.setup.weather ?? {}),
              };
              change({
                ...next,
                gentle: told.advised.gentle ?? next.gentle,
                sear: told.advised.sear ?? next.sear,
              });
            }}
          />
        </Fold>
      </section>
      <div className="order-1 flex min-w-0 flex-col gap-4 lg:order-2">
        {!look.shown ? (
          problem ? (
            <Refused problem={problem} said={phrase(system, problem.errors[0]?.message ?? problem.message)} />
          ) : (
            <Waiting what="Working out the heat…" />
          )
        ) : (
          <>
            <section aria-label="In short" className="plate px-4 py-2">
              {other && <h2 className="m-0 text-base">{active === 0 ? "This fire" : "The other"}</h2>}
              <InShort look={look.shown} told={course.shown} system={system} />
              {other && beside.shown && (
                <>
                  <h2 className="m-0 mt-3 border-t border-seam pt-2 text-base">
                    {active === 0 ? "The other" : "This fire"}
                  </h2>
                  <InShort look={beside.shown} told={besideCourse.shown} system={system} />
                </>
              )}
            </section>
            {problem && (
              <Refused
                problem={problem}
                said={phrase(system, problem.errors[0]?.message ?? problem.message)}
              />
            )}
            <section aria-label="Grate" className="plate flex flex-col gap-2 p-4">
              <div className="flex flex-wrap items-center justify-between gap-2">
                <h2 className="m-0 text-lg">
                  {look.shown.map.name}{" "}
                  <span className="kicker ml-1">
                    {atS === null ? "settled, from above" : "on its way, from above"}
                  </span>
                </h2>
                <Button
                  weight="quiet"
                  onClick={() => {
                    if (other) {
                      setDrafts([draft]);
                      setActive(0);
                    } else setDrafts([draft, { ...draft }]);
                  }}
                >
                  {other ? "Only this one" : "Beside another layout"}
                </Button>
              </div>
              <div className={other ? "grid gap-4 sm:grid-cols-2" : ""}>
                <Surface
                  choices={choices}
                  draft={draft}
                  look={look.shown}
                  food={felt.shown ?? look.shown}
                  reference={reference}
                  title={other ? (active === 0 ? "This fire" : "The other") : null}
                  chosen={chosen}
                  onChoose={setChosen}
                  revision={
                    felt.shown ? felt.shown.pieces.map((p) => p.equivalent_c.toFixed(3)).join("/") : ""
                  }
                  onMove={(key, to) => change(withMoved(draft, look.shown!.map, key, to))}
                />
                {other &&
                  (beside.shown ? (
                    <Surface
                      choices={choices}
                      draft={other}
                      look={beside.shown}
                      food={beside.shown}
                      reference={reference}
                      title={active === 0 ? "The other" : "This fire"}
                      chosen={null}
                    />
                  ) : (
                    <Waiting what="Working out the other…" />
                  ))}
              </div>
              <ZoneList map={look.shown.map} system={system} />
              <HeatScale system={system} />
              <AddFood
                reference={reference}
                choices={choices}
                onAdd={(cut) =>
                  change(
                    withFood(
                      draft,
                      cut,
                      look.shown!.map,
                      [...reference.foods.map((f) => ({ ...f, cut: f.key })), ...choices].find(
                        (f) => f.cut === cut,
                      ),
                    ),
                  )
                }
              />
              {felt.problem && !problem && (
                <Mistake>{phrase(system, felt.problem.errors[0]?.message ?? felt.problem.message)}</Mistake>
              )}
              <FoodTable
                food={felt.shown ?? look.shown}
                names={named(reference, choices, draft)}
                system={system}
                onRemove={(key) => change({ ...draft, foods: draft.foods.filter((f) => f.key !== key) })}
              />
              <Notes
                look={look.shown}
                food={felt.shown ?? look.shown}
                names={named(reference, choices, draft)}
                system={system}
              />
              {kind.burns_coal && (
                <p className="m-0 text-sm text-ash">
                  {reference.half_distance} Here: {look.shown.half_distance_gain.toFixed(1)} times.
                </p>
              )}
            </section>
          </>
        )}
      </div>
      <div className="order-3 flex flex-col gap-4 lg:col-span-2 xl:col-span-1">
        <section aria-label="Over time" className="plate flex flex-col gap-3 p-4">
          <h2 className="m-0 text-lg">Over time</h2>
          {course.shown ? (
            <CourseChart told={course.shown} open={!kind.has_lid} system={system} atS={atS} onAt={setAtS} />
          ) : (
            <Waiting what="Lighting it…" />
          )}
        </section>
        {course.shown && (
          <section aria-label="Making it ready" className="plate flex flex-col gap-3 p-4">
            <h2 className="m-0 text-lg">Making it ready</h2>
            <Steps told={course.shown} system={system} weather={draft.setup.weather} />
            <Danger kind={kind} tray={(draft.setup.coal_tray_kg ?? 0) > 0} />
          </section>
        )}
        <section aria-label="Keep it" className="plate p-4">
          <KeepFire draft={draft} usual={`${options.find((o) => o.key === fitting)?.name ?? kind.name}`} />
        </section>
      </div>
    </div>
  );
}

/** The whole grate is computed anew once nothing has moved for so long. */
const STILL_MS = 350;

function useStill(value: string, ms: number): string {
  const [still, setStill] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setStill(value), ms);
    return () => window.clearTimeout(timer);
  }, [value, ms]);
  return still;
}

function named(reference: FireReference, choices: Pan[], draft: FireDraft): Record<string, string> {
  return Object.fromEntries(
    draft.foods.map((f) => {
      const same = draft.foods.filter((g) => g.cut === f.cut);
      const name =
        reference.foods.find((c) => c.key === f.cut)?.name ??
        choices.find((p) => p.cut === f.cut)?.name ??
        f.cut;
      return [f.key, same.length > 1 ? `${name} ${same.indexOf(f) + 1}` : name];
    }),
  );
}

interface SurfaceProps {
  choices: Pan[];
  draft: FireDraft;
  look: Look;
  food: FoodAnswer;
  reference: FireReference;
  title: string | null;
  chosen: string | null;
  onChoose?: (key: string) => void;
  revision?: string;
  onMove?: (key: string, to: { x_mm: number; y_mm: number }) => void;
}

function Surface({
  choices,
  draft,
  look,
  food,
  reference,
  title,
  chosen,
  onChoose,
  revision,
  onMove,
}: SurfaceProps) {
  const system = useHousehold().units;
  const names = named(reference, choices, draft);
  const place = (key: "gentle" | "sear"): Item => {
    const read = readAt(look.map, draft[key]);
    const size = Math.min(110, look.map.width_mm * 0.3);
    return {
      key,
      label: key === "gentle" ? "gentle place" : "searing place",
      ...draft[key],
      width_mm: size,
      depth_mm: size,
      kind: "place",
      said: read ? `${tempText(system, read.equivalent_c)} there` : "",
    };
  };
  const items: Item[] = [
    ...(kindOf(reference, draft.setup).has_lid ? [place("gentle")] : []),
    place("sear"),
    ...pans(choices, draft).map((p): Item => {
      const hot = food.pans.find((f) => f.key === p.key);
      return {
        key: p.key,
        label: `${names[p.key]}${hot ? ` ${tempText(system, hot.settles_c)}` : ""}`,
        x_mm: p.x_mm,
        y_mm: p.y_mm,
        width_mm: p.width_mm,
        depth_mm: p.depth_mm,
        kind: "pan",
        said: hot ? `settles at ${tempText(system, hot.settles_c)}` : "",
      };
    }),
    ...placed(reference, draft).map((p): Item => {
      const felt = food.pieces.find((f) => f.key === p.key);
      return {
        key: p.key,
        label: `${names[p.key]}${felt ? ` ${tempText(system, felt.equivalent_c)}` : ""}`,
        x_mm: p.x_mm,
        y_mm: p.y_mm,
        width_mm: p.width_mm ?? 120,
        depth_mm: p.depth_mm ?? 120,
        kind: "food",
        said: felt ? `feels ${tempText(system, felt.equivalent_c)}` : "",
      };
    }),
  ];
  const zones = look.map.zones
    .map((z) => `${z.name}: ${tempText(system, z.equivalent_c)} on ${Math.round(z.share * 100)} %`)
    .join(". ");
  return (
    <div>
      {title && (
        <h3 className="m-0 text-base">
          {title}{" "}
          <span className="figure text-ash">
            {look.settled.highest_c != null ? tempText(system, look.settled.air_c) : ""}
          </span>
        </h3>
      )}
      <GrateSurface
        map={look.map}
        items={items}
        system={system}
        label={`${look.map.name} seen from above. ${zones}`}
        named
        chosen={chosen}
        onChoose={onChoose ?? (() => undefined)}
        onMove={onMove}
        revision={revision ?? ""}
        maxHeight={title ? "18rem" : "27rem"}
      />
    </div>
  );
}

function AddFood({
  reference,
  choices,
  onAdd,
}: {
  reference: FireReference;
  choices: Pan[];
  onAdd: (cut: string) => void;
}) {
  const [cut, setCut] = useState("ribeye");
  return (
    <div className="flex items-end gap-2">
      <div className="flex-1">
        <Choice
          label="Food or a pan on the grate"
          value={cut}
          options={[
            ...reference.foods.map((f) => ({ ...f, group: f.group[0]!.toUpperCase() + f.group.slice(1) })),
            ...choices.map((p) => ({ key: p.cut, name: p.name, group: p.own ? "Your pans" : "Pans" })),
          ]}
          onChange={setCut}
        />
      </div>
      <Button onClick={() => onAdd(cut)}>Put it on</Button>
    </div>
  );
}

function SetFor({
  setup,
  system,
  units,
  onSet,
}: {
  setup: Setup;
  system: string;
  units: "us" | "metric";
  onSet: (told: Parameters<typeof sent>[1]) => void;
}) {
  const [wanted, setWanted] = useState<number | null>(121.1);
  const [problem, setProblem] = useState<Problem | null>(null);
  const ask = async () => {
    try {
      onSet(await answer(client.POST("/api/fire/set", { body: { setup, wanted_c: wanted ?? 0 } })));
      setProblem(null);
    } catch (error) {
      setProblem(
        error instanceof Problem ? error : new Problem(0, "The server does not answer. Try again.", []),
      );
    }
  };
  const more = problem?.errors.filter((e) => e.field.startsWith("remedy:")) ?? [];
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-end gap-2">
        <Quantity
          label="For an air of"
          slider={false}
          value={wanted}
          scale={temperature(units)}
          low={60}
          high={450}
          onChange={setWanted}
        />
        <Button onClick={() => void ask()} disabled={wanted === null}>
          Set {system}
        </Button>
      </div>
      {problem && (
        <Mistake>
          {phrase(units, problem.errors[0]?.message ?? problem.message)}
          {more.length > 0 && ` You could: ${more.map((e) => phrase(units, e.message)).join("; ")}.`}
        </Mistake>
      )}
    </div>
  );
}

function KeepFire({ draft, usual }: { draft: FireDraft; usual: string }) {
  const keep = useKeepFire();
  const [name, setName] = useState("");
  const spot = (s: FireDraft["gentle"]) => ({ x_mm: s.x_mm, y_mm: s.y_mm, grate: draft.grate });
  const setup = { ...draft.setup, weather: {} };
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate({
          name: name.trim() || usual,
          setup,
          gentle: spot(draft.gentle),
          sear: spot(draft.sear),
        });
      }}
    >
      <Field
        label="Keep this fire as"
        hint="With its gentle and searing place. You can plan a cook on it."
        error={keep.isError ? keep.error.message : undefined}
      >
        {({ id, describedBy, invalid }) => (
          <input
            id={id}
            aria-describedby={describedBy}
            aria-invalid={invalid}
            maxLength={80}
            placeholder={usual}
            value={name}
            onChange={(e) => setName(e.target.value)}
            className={BOX}
          />
        )}
      </Field>
      <Button type="submit" weight="ember" disabled={keep.isPending}>
        Keep this fire
      </Button>
      {keep.isSuccess && (
        <p role="status" className="m-0 text-sm text-probe">
          Kept. Choose it under Everything else, Fire, when you plan.
        </p>
      )}
    </form>
  );
}

function Refused({ problem, said }: { problem: Problem; said: string }) {
  return (
    <div role="alert" className="plate border-alarm p-4">
      <h2 className="m-0 text-lg">{problem.status === 0 ? "No answer" : "This fire cannot be laid"}</h2>
      <p className="m-0">{said}</p>
    </div>
  );
}

function Fold({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Collapsible.Root className="border-t-2 border-seam pt-1">
      <Collapsible.Trigger className="group flex min-h-11 w-full items-center justify-between font-semibold [font-stretch:85%]">
        {title}{" "}
        <span aria-hidden className="text-ember group-data-[state=open]:rotate-90">
          ▸
        </span>
      </Collapsible.Trigger>
      <Collapsible.Content className="flex flex-col gap-3 pt-1 pb-2">{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}

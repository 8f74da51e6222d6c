import { useState } from "react";

import type { Problem } from "@/api/client";
import { type Reference, useBoards } from "@/api/hooks";
import type { TableDish, TableReference } from "@/api/tables";
import { useGrills } from "@/api/yard";
import { useHousehold } from "@/api/household";
import { BoardPicture } from "@/chart/board-picture";
import { Doneness } from "@/chart/doneness";
import { lookOf } from "@/chart/look";
import { Button, Choice, Mistake } from "@/ui/controls";
import { Fold } from "@/ui/fold";
import { Quantity } from "@/ui/quantity";
import { count, minutes, phrase, spanText, thickness, type System } from "@/units/units";

import { type Draft as PlanDraft, finishRange } from "../model";
import { More } from "../more";
import { askedKey, type Dish, dishOfError, type TableDraft, withDish } from "./model";
import { SideFace } from "./side-face";
import type { useDishPlan } from "./use-dish-plan";
import { say } from "@/words/say";

type DishPlan = ReturnType<typeof useDishPlan>;

interface Props {
  draft: TableDraft;
  onDraft: (draft: TableDraft) => void;
  told: readonly TableDish[];
  reference: Reference;
  sides: TableReference;
  problem: Problem | null;
  system: System;
  focus: string | null;
  onFocus: (key: string | null) => void;
  /** The plan of the selected dish by itself, and what is changed of it there. */
  plan: DishPlan;
  onPiece: (draft: PlanDraft) => void;
}

/** What goes on the table, each with its own few answers folded away. */
export function Dishes({ draft, onDraft, reference, sides, ...rest }: Props) {
  const full = draft.dishes.length >= sides.most_dishes;
  return (
    <div className="flex flex-col gap-2">
      <h2 className="m-0 text-lg">{say("screen-dishes-on-the-table")}</h2>
      {draft.dishes.length === 0 && (
        <p className="m-0 text-sm text-ash">{say("screen-dishes-nothing-yet-choose-a-first-dish")}</p>
      )}
      <ul className="m-0 flex list-none flex-col p-0">
        {draft.dishes.map((dish, n) => (
          <DishRow key={dish.key} dish={dish} place={n} {...{ draft, onDraft, reference, sides }} {...rest} />
        ))}
      </ul>
      {full && (
        <p className="m-0 text-sm text-ash">
          {say("screen-dishes-dishes-are-as-many-as-are", { most_dishes: sides.most_dishes })}
        </p>
      )}
    </div>
  );
}

type RowProps = Props & { dish: Dish; place: number };

function DishRow({ dish, place, told, problem, sides, focus, onFocus, ...rest }: RowProps) {
  const { draft, onDraft, reference, system } = rest;
  const name = dish.piece
    ? (reference.cuts.find((c) => c.key === dish.piece?.cut)?.name ?? dish.key)
    : (sides.sides.find((s) => s.key === dish.side)?.name ?? dish.key);
  const shown = told.filter((d) => askedKey(d) === dish.key);
  const open = focus === dish.key;
  const board = useBoards().data?.find((b) => b.cut === (dish.piece?.cut ?? dish.side));
  const error = problem?.errors.find((e) => dishOfError(e.field) === place);
  const remove = () => {
    onDraft({ ...draft, dishes: draft.dishes.filter((d) => d.key !== dish.key) });
    if (open) onFocus(null);
  };
  return (
    <li className="border-b border-seam py-1 last:border-0">
      <div className="flex items-center gap-1">
        <button
          type="button"
          aria-expanded={open}
          onClick={() => onFocus(open ? null : dish.key)}
          className="flex min-h-11 flex-1 items-center gap-2 rounded-bar px-1 text-left hover:bg-raised"
        >
          {board && <BoardPicture board={board} label="" className="h-9 w-12 shrink-0" />}
          <span>
            <span className="font-semibold [font-stretch:85%]">{name}</span>
            <span className="block text-sm text-ash">{brief(dish, shown, system)}</span>
          </span>
        </button>
        <Button weight="quiet" aria-label={say("common-remove", { name })} onClick={remove}>
          ✕
        </Button>
      </div>
      {error && <Mistake>{phrase(system, error.message)}</Mistake>}
      {open && <DishAnswers {...rest} {...{ dish, sides, shown }} />}
    </li>
  );
}

function brief(dish: Dish, shown: readonly TableDish[], system: System): string {
  const first = shown[0];
  if (!first) return dish.course_min ? say("screen-dishes-min-later", { course_min: dish.course_min }) : "";
  if (first.left_out) return say("screen-dishes-no-room-for-it");
  return phrase(system, first.label ?? "");
}

interface AnswersProps {
  dish: Dish;
  draft: TableDraft;
  onDraft: (draft: TableDraft) => void;
  sides: TableReference;
  shown: readonly TableDish[];
  system: System;
  reference: Reference;
  plan: DishPlan;
  onPiece: (draft: PlanDraft) => void;
}

function DishAnswers({ dish, draft, onDraft, sides, shown, system, ...rest }: AnswersProps) {
  const change = (part: Partial<Dish>) => onDraft(withDish(draft, dish.key, part));
  const side = sides.sides.find((s) => s.key === dish.side);
  const first = shown[0];
  return (
    <div className="flex flex-col gap-3 border-l-4 border-seam py-2 pl-3">
      {first?.why && <p className="m-0 text-sm text-ash">{phrase(system, first.why)}</p>}
      {side && first?.look && <SideFace name={side.name} look={first.look} />}
      {dish.piece && <MeatAnswers {...{ dish, change, system }} {...rest} />}
      {dish.piece && <MoreOfIt {...rest} />}
      {side && side.ways.length > 1 && (
        <Choice
          label={say("screen-dishes-how-it-lies-there")}
          value={dish.way ?? side.ways[0] ?? ""}
          onChange={(way) => change({ way: way as Dish["way"], pin: {} })}
          options={side.ways.map((key) => ({
            key,
            name: sides.ways.find((w) => w.key === key)?.name ?? key,
          }))}
        />
      )}
      {side && (
        <Quantity
          label={say("screen-dishes-how-many")}
          value={dish.count ?? Math.max(1, Math.ceil(side.each * draft.eaters))}
          onChange={(n) => n !== null && change({ count: Math.round(n) })}
          scale={count}
          low={1}
          high={60}
          slider={false}
        />
      )}
      <Held {...{ dish, draft, change, system }} dishTold={first} />
      <CourseField course={dish.course_min ?? 0} onCourse={(course_min) => change({ course_min })} />
    </div>
  );
}

type MeatProps = Pick<AnswersProps, "dish" | "system" | "reference" | "plan"> & {
  change: (part: Partial<Dish>) => void;
};

function MeatAnswers({ dish, change, system, reference, plan }: MeatProps) {
  const household = useHousehold();
  const piece = dish.piece!;
  const cut = reference.cuts.find((c) => c.key === piece.cut);
  const scale = reference.scales.find((s) => s.key === household.scale) ?? reference.scales[0];
  const set = (part: object) => change({ piece: { ...piece, ...part }, pin: {} });
  return (
    <>
      <Quantity
        label={say("screen-dishes-how-thick")}
        value={piece.thickness_mm}
        onChange={(mm) => mm !== null && set({ thickness_mm: mm })}
        scale={thickness(system)}
        low={10}
        high={150}
      />
      <Quantity
        label={say("screen-dishes-how-many")}
        value={piece.count ?? 1}
        onChange={(n) => n !== null && set({ count: Math.round(n) })}
        scale={count}
        low={1}
        high={24}
        slider={false}
      />
      {scale && (
        <Doneness
          scale={scale}
          look={lookOf(reference, piece.cut)}
          value={piece.finish_c ?? cut?.default_finish_c ?? 55}
          onChange={(c) => set({ finish_c: c })}
          agencyC={plan.shown?.result.minimum?.core_c ?? null}
          system={system}
          {...finishRange(cut)}
          words
        />
      )}
    </>
  );
}

/** Everything else that can be said of a piece, as it is of one by itself. */
function MoreOfIt({ reference, plan, onPiece }: Pick<AnswersProps, "reference" | "plan" | "onPiece">) {
  const grills = useGrills().data ?? [];
  const result = plan.shown?.result;
  if (!result) return null;
  const sears = result.steps.some((s) => s.name === "sear");
  return (
    <Fold title={say("screen-answers-everything-else")}>
      <More
        draft={plan.draft}
        onDraft={onPiece}
        reference={reference}
        wrong={() => undefined}
        massG={plan.shown?.piece.mass_g ?? null}
        flipS={sears ? (result.flip_every_s ?? 30) : null}
        gentleC={result.zones.find((z) => z.role === "gentle")?.shown_c ?? null}
        place={{ rods: result.on_rods ?? false, pan: result.in_pan ?? false, lid: result.has_lid ?? false }}
        kinds={grills.map((g) => g.kind)}
      />
    </Fold>
  );
}

interface HeldProps {
  dish: Dish;
  draft: TableDraft;
  dishTold: TableDish | undefined;
  change: (part: Partial<Dish>) => void;
  system: System;
}

/** What the cook fixes of a dish: the fire and way, who looks after it, how long it waits. */
function Held({ dish, draft, dishTold, change, system }: HeldProps) {
  const pin = dish.pin ?? {};
  const ways = dishTold?.ways ?? [];
  const fixed = pin.variant ?? pin.person ?? pin.wait_min;
  return (
    <>
      {ways.length > 1 && (
        <Choice
          label={say("screen-dishes-where-and-how")}
          value={pin.variant ?? ""}
          onChange={(key) => change({ pin: { ...pin, variant: key || null } })}
          options={[
            { key: "", name: say("screen-dishes-whatever-fits-best") },
            ...ways.map((w) => ({ key: w.key, name: phrase(system, w.label) })),
          ]}
        />
      )}
      {draft.people.length > 1 && (
        <Choice
          label={say("screen-dishes-who-looks-after-it")}
          value={pin.person ?? ""}
          onChange={(key) => change({ pin: { ...pin, person: key || null } })}
          options={[{ key: "", name: say("screen-dishes-whoever-is-free") }, ...draft.people]}
        />
      )}
      {dishTold && !dishTold.left_out && (
        <p className="m-0 text-sm">
          {say(pin.wait_min == null ? "screen-dishes-waits-of-at-most" : "screen-dishes-waits-pinned", {
            wait: spanText(dishTold.wait_s ?? 0),
            most_wait: spanText(dishTold.most_wait_s ?? 0),
          })}
        </p>
      )}
      {fixed != null && (
        <Button weight="quiet" className="self-start" onClick={() => change({ pin: {} })}>
          {say("screen-dishes-let-go-of-what-is-held")}
        </Button>
      )}
    </>
  );
}

function CourseField({ course, onCourse }: { course: number; onCourse: (min: number) => void }) {
  const [later, setLater] = useState(course > 0);
  if (!later)
    return (
      <Button weight="quiet" className="self-start" onClick={() => setLater(true)}>
        {say("screen-dishes-serve-it-later")}
      </Button>
    );
  return (
    <Quantity
      label={say("screen-dishes-served-after-the-first-course")}
      value={course}
      onChange={(min) => min !== null && onCourse(min)}
      scale={minutes}
      low={0}
      high={180}
    />
  );
}

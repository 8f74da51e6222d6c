import { memo, useDeferredValue, useMemo, useState } from "react";
import { Link, useLocation, useNavigate, useParams, useSearchParams } from "react-router";

import { Problem } from "@/api/client";
import { type Reference, useReference } from "@/api/hooks";
import { type KeptMeal, type TableReference, useKeepTable, useTable, useTableReference } from "@/api/tables";
import { useDrafts } from "@/app/drafts";
import { useHousehold } from "@/api/household";
import { dayOf, timeOf } from "@/units/typed";
import { StartMeal } from "@/features/cook";
import { Button, Failed, Field, Mistake, TextField, Tick, Waiting } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { DayField } from "@/ui/day-field";
import { HourField } from "@/ui/hour-field";
import { Restored } from "@/ui/restored";
import { clockText, count, dayText, phrase } from "@/units/units";

import { AddDish } from "../add-dish";
import { Kept } from "../kept";
import type { Draft as PlanDraft } from "../model";
import { Board } from "./board";
import { Brief } from "./brief";
import { Details } from "./details";
import { Dishes } from "./dishes";
import { Grates } from "./grates";
import {
  asked,
  askedKey,
  atRisk,
  type Dish,
  dishFor,
  draftOf,
  emptyTable,
  hourOf,
  mealAgain,
  type TableDraft,
  withDish,
  withRisk,
} from "./model";
import { People, TableFires } from "./people";
import { Sittings } from "./sittings";
import { useDishPlan } from "./use-dish-plan";
import { type SavedMeal, usePreview } from "./use-preview";
import { Work } from "./work";
import { say } from "@/words/say";

/** A meal of several dishes, on one fire or more, for one cook or more. */
export function MealPage() {
  const { mealId } = useParams();
  const { key, state } = useLocation();
  const again = useSearchParams()[0].get("from");
  const given = state as { draft?: TableDraft; add?: string | null } | null;
  const cuts = useReference();
  const sides = useTableReference();
  const kept = useTable(mealId ? Number(mealId) : null);
  const past = useTable(again ? Number(again) : null);
  for (const each of [cuts, sides, kept, past])
    if (each.isError) return <Failed error={each.error} again={() => void each.refetch()} />;
  if (!cuts.data || !sides.data || (mealId && !kept.data) || (again && !past.data))
    return <Waiting what={say("screen-table-laying-the-table")} />;
  const begun = given?.draft ?? (past.data && mealAgain(past.data.asked));
  const added = begun && given?.add ? dishFor(given.add, begun, cuts.data, sides.data) : null;
  const read = begun && added ? { ...begun, dishes: [...begun.dishes, added] } : begun;
  return (
    <Planner
      key={kept.data ? `${kept.data.id}/${kept.data.version}` : read ? key : "new"}
      initial={kept.data ? draftOf(kept.data.asked) : (read ?? emptyTable())}
      id={kept.data?.id ?? null}
      version={kept.data?.version ?? ""}
      drafted={kept.data ? `table/${kept.data.id}` : read ? `table/${key}` : "table/new"}
      kept={kept.data ?? null}
      saved={kept.data ? savedOf(kept.data) : null}
      reference={cuts.data}
      sides={sides.data}
    />
  );
}

interface Props {
  initial: TableDraft;
  id: number | null;
  version: string;
  /** Under which name it survives a reload. */
  drafted: string;
  /** As it was saved. */
  kept: KeptMeal | null;
  saved: SavedMeal | null;
  reference: Reference;
  sides: TableReference;
}

const GratesBehind = memo(Grates);
const WorkBehind = memo(Work);
const KeptBehind = memo(Kept);

/** What was typed, and what the table was when it was opened. */
interface Typed {
  draft: TableDraft;
  base: TableDraft;
  version: string;
}

/** What was saved, in the words in which it would be asked for; one whose hour is past is asked for again, for another. */
const savedOf = (kept: KeptMeal): SavedMeal | null => {
  const body = asked(draftOf(kept.asked));
  const current = kept.current && new Date(kept.eat_at) > new Date();
  return body && { asked: body, told: kept.told, current };
};

function Planner({ initial, id, version, drafted, kept, saved, reference, sides }: Props) {
  const system = useHousehold().units;
  const [past, setPast] = useState<TableDraft[]>([]);
  const drafts = useDrafts<Typed>(drafted);
  const restored = drafts.restored;
  const [opened] = useState({ draft: restored?.base ?? initial, version: restored?.version ?? version });
  const [draft, setDraft] = useState(restored?.draft ?? initial);
  const [focus, setFocus] = useState<string | null>(draft.dishes.find((d) => d.piece)?.key ?? null);
  const [at, setAt] = useState(-600);
  const change = (next: TableDraft) => {
    setPast([...past.slice(-49), draft]);
    setDraft(next);
    drafts.put({ draft: next, base: opened.draft, version: opened.version });
  };
  const undo = () => {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    setDraft(before);
  };
  const sent = useMemo(() => asked(draft), [draft]);
  const { told, fresh, solving, problem, stop, again } = usePreview(sent, restored ? null : saved);
  // the board is redrawn first: lists and grates follow when there is time
  const behind = useDeferredValue(told);
  const { day, time } = draft;
  const eatAt = useMemo(() => hourOf({ day, time }) ?? new Date(), [day, time]);
  const changed = JSON.stringify(draft) !== JSON.stringify(initial);
  const selected = draft.dishes.find((d) => d.key === focus && d.piece);
  const plan = useDishPlan(
    selected,
    told?.dishes.find((d) => askedKey(d) === focus),
    draft,
    eatAt,
  );
  const setPiece = (next: PlanDraft) => {
    const piece = next.pieces[0]?.piece;
    if (selected && piece) change(withDish(draft, selected.key, { piece: piece as Dish["piece"], pin: {} }));
  };
  return (
    <div className="grid gap-4 pt-2 lg:grid-cols-[19rem_minmax(0,1fr)] lg:grid-rows-[auto_auto_1fr] xl:grid-cols-[19rem_minmax(0,1fr)_19rem] xl:grid-rows-[auto_1fr]">
      <h1 className="sr-only">{say("screen-table-plan-a-whole-table")}</h1>
      <section
        aria-label={say("screen-table-answers")}
        className="plate flex flex-col gap-4 self-start p-4 lg:row-span-3 xl:row-span-2"
      >
        <div
          role="toolbar"
          aria-label={say("screen-table-this-table")}
          className="-mx-1 -mt-2 flex items-center"
        >
          <AddDish
            cuts={reference.cuts}
            className="mr-auto"
            disabled={draft.dishes.length >= sides.most_dishes}
            onAdd={(choice) => {
              const dish = dishFor(choice, draft, reference, sides);
              if (!dish) return;
              change({ ...draft, dishes: [...draft.dishes, dish] });
              setFocus(dish.key);
            }}
          />
          <Button weight="quiet" onClick={undo} disabled={past.length === 0}>
            {say("screen-table-undo")}
          </Button>
        </div>
        {restored && (
          <Restored
            onAnew={() => {
              drafts.drop();
              setDraft(initial);
            }}
          />
        )}
        <When draft={draft} onDraft={change} problem={problem} reference={sides} />
        <Dishes
          {...{ draft, reference, sides, problem, system, focus, plan }}
          onDraft={change}
          onPiece={setPiece}
          onFocus={setFocus}
          told={told?.dishes ?? []}
        />
        {draft.dishes.some((d) => d.piece) && (
          <Tick
            label={say("screen-table-a-young-child-or-a-pregnant")}
            value={atRisk(draft)}
            onChange={(at_risk) => change(withRisk(draft, at_risk))}
          />
        )}
        <TableFires draft={draft} onDraft={change} reference={sides} />
        <People draft={draft} onDraft={change} reference={sides} />
        <TextField
          label={say("screen-table-name-of-the-table")}
          value={draft.title}
          onChange={(title) => change({ ...draft, title })}
          placeholder={say("screen-table-named-by-its-dishes")}
        />
      </section>
      <div className="flex min-w-0 flex-col gap-4">
        <section
          aria-label={say("screen-table-in-short")}
          className="plate flex flex-wrap items-start gap-x-6 gap-y-2 px-4 py-2"
        >
          {draft.dishes.length === 0 ? (
            <p className="m-0 flex-1">{say("screen-table-put-dishes-on-the-table-brasko")}</p>
          ) : told || problem ? (
            <>
              <Brief {...{ told, solving, problem, eatAt, system }} onStop={stop} onAgain={again} />
              {saved && !saved.current && !changed && (
                <p className="m-0 w-full text-sm text-ash">{say("screen-table-planned-anew")}</p>
              )}
            </>
          ) : (
            <Waiting what={say("screen-table-fitting-the-dishes-together")} />
          )}
          <Keep
            {...{ draft, opened, id, changed, kept }}
            onKept={drafts.drop}
            possible={sent !== null && fresh && told?.status !== "clash"}
          />
        </section>
        {told && (
          <section aria-label={say("screen-table-board")} className="plate p-4">
            <Board
              {...{ told, eatAt, at, focus }}
              people={draft.people}
              onAt={setAt}
              onFocus={(key) => {
                const dish = told?.dishes.find((d) => d.key === key);
                setFocus(dish ? askedKey(dish) : key);
              }}
              onWait={(dish, waitS) => {
                const key = askedKey(dish);
                const pin = draft.dishes.find((d) => d.key === key)?.pin ?? {};
                change(withDish(draft, key, { pin: { ...pin, wait_min: waitS / 60 } }));
              }}
            />
          </section>
        )}
        {plan.shown && (
          <Details
            shown={plan.shown}
            draft={plan.draft}
            onDraft={setPiece}
            servedAt={plan.servedAt}
            serveS={plan.serveS}
            {...{ reference, at }}
            onAt={setAt}
          />
        )}
        {told && (
          <section aria-label={say("screen-table-grates")} className="plate p-4">
            <GratesBehind told={behind ?? told} {...{ at, eatAt, system }} />
          </section>
        )}
      </div>
      {told && (
        <section
          aria-label={say("common-order-of-work")}
          className="plate self-start p-4 lg:col-start-2 xl:col-start-3 xl:row-span-2 xl:row-start-1"
        >
          <h2 className="m-0 text-lg">{say("common-the-order-of-the-work")}</h2>
          <WorkBehind told={behind ?? told} {...{ eatAt, at, system }} people={draft.people} onAt={setAt} />
        </section>
      )}
      <div className="min-w-0 lg:col-start-2">
        <KeptBehind system={system} />
      </div>
    </div>
  );
}

interface WhenProps {
  draft: TableDraft;
  onDraft: (draft: TableDraft) => void;
  problem: Problem | null;
  reference: TableReference;
}

function When({ draft, onDraft, problem, reference }: WhenProps) {
  const system = useHousehold().units;
  const error = problem?.errors.find((e) => e.field.endsWith("eat_at"));
  const earliest = error?.suggestion ? new Date(error.suggestion) : null;
  return (
    <>
      <Field
        label={say("common-we-eat-at")}
        error={
          !hourOf(draft) ? say("screen-table-give-a-day-and-an-hour") : error && phrase(system, error.message)
        }
      >
        {({ id, describedBy, invalid }) => (
          <div className="grid grid-cols-[1.6fr_1fr] gap-1">
            <DayField
              id={id}
              describedBy={describedBy}
              invalid={invalid}
              className="w-full min-w-0"
              value={draft.day}
              onChange={(day) => onDraft({ ...draft, day })}
            />
            <HourField
              label={say("screen-table-hour")}
              invalid={invalid}
              className="w-full min-w-0 px-1.5 text-[0.93rem]"
              value={draft.time}
              onChange={(time) => onDraft({ ...draft, time })}
            />
          </div>
        )}
      </Field>
      {earliest && (
        <Button
          className="self-start"
          onClick={() => onDraft({ ...draft, day: dayOf(earliest), time: timeOf(earliest) })}
        >
          {say("screen-table-eat-at", { earliest: clockText(earliest), earliest2: dayText(earliest) })}
        </Button>
      )}
      <Quantity
        label={say("screen-table-eaters")}
        value={draft.eaters}
        onChange={(n) => n !== null && onDraft({ ...draft, eaters: Math.round(n) })}
        scale={count}
        low={1}
        high={60}
        slider={false}
      />
      <Sittings {...{ draft, onDraft, problem, reference }} />
    </>
  );
}

interface KeepProps {
  draft: TableDraft;
  opened: { draft: TableDraft; version: string };
  onKept: () => void;
  id: number | null;
  kept: KeptMeal | null;
  changed: boolean;
  possible: boolean;
}

function Keep({ draft, opened, onKept, id, kept, changed, possible }: KeepProps) {
  const again = useKeepTable(id);
  const anew = useKeepTable(null);
  const navigate = useNavigate();
  const body = asked(draft);
  const keep = (to: typeof again) => {
    if (!body) return;
    to.mutate(
      { base: asked(opened.draft) ?? body, mine: body, version: opened.version, onWritten: onKept },
      {
        onSuccess: (written) => {
          onKept();
          void navigate(`/plan/meal/${written.id}`, { state: { focus: true } });
        },
      },
    );
  };
  const busy = again.isPending || anew.isPending;
  const error = again.error ?? anew.error;
  const said =
    error instanceof Problem && error.errors[0]
      ? `${error.errors[0].field} ${error.errors[0].message}`
      : error?.message;
  return (
    <div className="flex flex-wrap items-end gap-2">
      {id !== null && changed && (
        <Button weight="ember" disabled={!possible || busy} onClick={() => keep(again)}>
          {say("common-keep-the-changes")}
        </Button>
      )}
      {id === null ? (
        <Button weight="ember" disabled={!possible || busy} onClick={() => keep(anew)}>
          {busy ? say("screen-table-keeping") : say("screen-table-keep-this-table")}
        </Button>
      ) : (
        <span className="flex flex-wrap gap-x-2">
          {kept && !changed && kept.cook_id === null && (
            <StartMeal
              meal={kept}
              trigger={<Button weight="ember">{say("screen-cook-start-meal")}</Button>}
            />
          )}
          {kept?.cook_id != null && (
            <Link className={LINK} to={`/cook/${kept.cook_id}`}>
              {say("screen-table-cook-it")}
            </Link>
          )}
          <Link className={LINK} to={`/plan/meal/${id}/sheet`}>
            {say("screen-table-sheet")}
          </Link>
          <a className={LINK} href={`/api/tables/${id}/table.ics`}>
            {say("screen-table-calendar")}
          </a>
          <a className={LINK} href={`/api/tables/${id}/table.json`} download={`table-${id}.json`}>
            {say("screen-table-file")}
          </a>
        </span>
      )}
      {said && <Mistake>{said}</Mistake>}
    </div>
  );
}

const LINK = "flex min-h-11 items-center px-2 link";

import { type ReactNode, useState } from "react";
import { Link, useNavigate } from "react-router";

import { Problem, type Schemas } from "@/api/client";
import { useDuplicate, useImport, usePastPlans, usePlans, useSetAside } from "@/api/hooks";
import { useTableAside, useTables } from "@/api/tables";
import { StartPlan } from "@/features/cook";
import { Button, Choice, Failed, Mistake, Waiting } from "@/ui/controls";
import { FilePick } from "@/ui/file-pick";
import { useAsideList } from "@/ui/set-aside";
import { clockText, dayText, lengthText, phrase, tempText, type System } from "@/units/units";
import { say } from "@/words/say";
import { example, EXAMPLES } from "./meal/examples";
import { fromFile, isNewer } from "./meal/model";
import { offAt } from "./model";

/** Plans that wait for their hour, of one dish or of many; a file to take in, and plans of the past to plan again. */
export function Kept({ system }: { system: System }) {
  const plans = usePlans();
  const meals = useTables();
  const aside = useSetAside();
  const mealAside = useTableAside();
  const duplicate = useDuplicate();
  const list = useAsideList(aside.mutate);
  const mealList = useAsideList(mealAside.mutate);
  if (!plans.data || !meals.data) return null;
  const lines = [
    ...plans.data.map((plan) => ({ eatAt: plan.eat_at, plan, meal: null })),
    ...meals.data.map((meal) => ({ eatAt: meal.eat_at, plan: null, meal })),
  ].sort((a, b) => a.eatAt.localeCompare(b.eatAt));
  return (
    <section aria-labelledby="kept-title" className="plate p-4 print:hidden">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 id="kept-title" className="m-0 text-lg">
          {say("screen-kept-kept-plans")}
        </h2>
        <span className="flex flex-wrap items-end gap-3">
          <FromExample />
          <FromFile system={system} />
        </span>
      </div>
      {list.notice}
      {mealList.notice}
      {duplicate.error && <Mistake>{duplicate.error.message}</Mistake>}
      {lines.length === 0 && (
        <p className="m-0 text-ash">{say("screen-kept-none-yet-answer-the-three-questions")}</p>
      )}
      <ul className="m-0 list-none p-0">
        {lines.map(({ plan, meal }) =>
          plan ? (
            <PlanLine
              key={`plan-${plan.id}`}
              plan={plan}
              system={system}
              onAgain={() => duplicate.mutate(plan.id)}
              busy={duplicate.isPending}
              aside={list.button(plan)}
            />
          ) : (
            <MealLine key={`meal-${meal.id}`} meal={meal} aside={mealList.button(meal)} />
          ),
        )}
      </ul>
      <Past system={system} />
    </section>
  );
}

const LINE = "flex flex-wrap items-center gap-x-4 border-b border-seam py-1 last:border-0";

interface PlanLineProps {
  plan: Schemas["PlanLine"];
  system: System;
  onAgain: () => void;
  busy: boolean;
  aside: ReactNode;
}

function PlanLine({ plan, system, onAgain, busy, aside }: PlanLineProps) {
  const eat = new Date(plan.eat_at);
  return (
    <li className={LINE}>
      <span className="figure text-2xl">{clockText(eat)}</span>
      <span className="min-w-40 flex-1">
        <Link to={`/plan/${plan.id}`} className="font-semibold link">
          {plan.title}
        </Link>
        <br />
        <span className="text-sm text-ash">
          {say("screen-kept-first-task", {
            eat: dayText(eat),
            value:
              plan.pieces.length > 1
                ? say("screen-kept-pieces", { length: plan.pieces.length })
                : say(plan.reading_c == null ? "screen-kept-pull" : "screen-kept-off-at", {
                    thickness: lengthText(system, plan.thickness_mm),
                    pull: offAt(system, plan),
                  }),
            clock_text: clockText(new Date(plan.first_task_at)),
          })}
        </span>
      </span>
      <Button
        weight="quiet"
        aria-label={say("screen-kept-once-more", { title: plan.title })}
        onClick={onAgain}
        disabled={busy}
      >
        {say("screen-kept-once-more-2")}
      </Button>
      {aside}
      <StartPlan
        id={plan.id}
        title={plan.title}
        pieces={plan.pieces}
        trigger={
          <Button aria-label={say("screen-kept-start", { title: plan.title })}>
            {say("screen-kept-start-2")}
          </Button>
        }
      />
    </li>
  );
}

/** A meal of several dishes; it is begun beside its fires. */
function MealLine({ meal, aside }: { meal: Schemas["TableLine"]; aside: ReactNode }) {
  const eat = new Date(meal.eat_at);
  return (
    <li className={LINE}>
      <span className="figure text-2xl">{clockText(eat)}</span>
      <span className="min-w-40 flex-1">
        <Link to={`/plan/meal/${meal.id}`} className="font-semibold link">
          {meal.title}
        </Link>
        <span className="block text-sm text-ash">
          {dayText(eat)} · {meal.dishes.join(", ")}
        </span>
      </span>
      <Link
        to={`/plan/meal?from=${meal.id}`}
        aria-label={say("screen-kept-once-more", { title: meal.title })}
        className="flex min-h-11 items-center px-2 link"
      >
        {say("screen-kept-once-more-2")}
      </Link>
      {aside}
      <Link
        to={`/cook/meal/${meal.id}`}
        aria-label={say("screen-kept-cook-meal", { title: meal.title })}
        className="flex min-h-11 items-center px-2 font-semibold link"
      >
        {say("screen-kept-cook-meal-2")}
      </Link>
    </li>
  );
}

/** An invented meal to look at, or to begin with. */
function FromExample() {
  const navigate = useNavigate();
  const open = async (key: string) => {
    const draft = await example(key);
    if (draft) void navigate("/plan/meal", { state: { draft } });
  };
  return (
    <Choice
      label={say("screen-kept-begin-with-an-example")}
      value=""
      onChange={(key) => void open(key)}
      options={[{ key: "", name: say("screen-kept-choose") }, ...EXAMPLES]}
    />
  );
}

/** A plan taken in from a file that was exported. */
function FromFile({ system }: { system: System }) {
  const taken = useImport();
  const navigate = useNavigate();
  const [wrong, setWrong] = useState<string | null>(null);
  const read = async (file: File) => {
    setWrong(null);
    const text = await file.text();
    const meal = fromFile(text);
    if (meal) {
      void navigate("/plan/meal", { state: { draft: meal } });
      return;
    }
    if (isNewer(text)) {
      setWrong(say("screen-kept-of-a-newer-brasko", { name: file.name }));
      return;
    }
    let body: Schemas["MealIn"];
    try {
      body = JSON.parse(text) as Schemas["MealIn"];
    } catch {
      setWrong(say("screen-kept-is-no-plan-it-is-not", { name: file.name }));
      return;
    }
    taken.mutate(body, { onSuccess: (plan) => void navigate(`/plan/${plan.id}`) });
  };
  const refused =
    taken.error instanceof Problem && taken.error.errors[0]
      ? `${taken.error.errors[0].field}: ${phrase(system, taken.error.errors[0].message)}`
      : taken.error?.message;
  return (
    <FilePick
      label={say("screen-kept-a-plan-from-a-file")}
      accept="application/json,.json"
      onFile={(file) => void read(file)}
      busy={taken.isPending}
      error={wrong ?? refused}
    />
  );
}

function Past({ system }: { system: System }) {
  const [open, setOpen] = useState(false);
  const past = usePastPlans(open);
  return (
    <details className="mt-2" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold [font-stretch:85%]">
        {say("screen-kept-plan-again-from-the-past")}
      </summary>
      {past.isError ? (
        <Failed error={past.error} again={() => void past.refetch()} />
      ) : !past.data ? (
        open && <Waiting what={say("screen-kept-fetching")} />
      ) : past.data.length === 0 ? (
        <p className="m-0 text-ash">{say("screen-kept-nothing-yet-what-is-cooked-or")}</p>
      ) : (
        <ul className="m-0 list-none p-0">
          {past.data.map((p) => (
            <li
              key={p.id}
              className="flex flex-wrap items-center gap-x-4 border-b border-seam py-1 last:border-0"
            >
              <span className="min-w-40 flex-1">
                <b className="[font-stretch:85%]">{p.title}</b>
                <br />
                <span className="text-sm text-ash">
                  {say("screen-kept-finish", {
                    day_text: dayText(new Date(p.eat_at)),
                    thickness: lengthText(system, p.thickness_mm),
                    finish: tempText(system, p.finish_c),
                    value: p.stars ? say("screen-kept-of-5", { stars: p.stars }) : "",
                  })}
                </span>
              </span>
              <Link
                to={`/plan?from=${p.id}`}
                aria-label={say("screen-kept-plan-again", { title: p.title })}
                className="flex min-h-11 items-center px-2 link"
              >
                {say("screen-kept-plan-it-again")}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </details>
  );
}

import { type ReactNode } from "react";
import { Link, Navigate, useNavigate, useParams, useSearchParams } from "react-router";

import { useStartMeal } from "@/api/hooks";
import { type KeptMeal, useTable } from "@/api/tables";
import { useMay } from "@/api/household";
import { Button, Failed, Waiting } from "@/ui/controls";
import { clockText, dayText } from "@/units/units";
import { say } from "@/words/say";

import { StartDialog } from "./start-dialog";

/** A meal’s running cook, or the way to start it. */
export function MealCookPage() {
  const meal = useTable(Number(useParams().mealId));
  const person = useSearchParams()[0].get("person");
  const wall = useParams()["*"] === "wall" ? "/wall" : "";
  if (meal.isError) return <Failed error={meal.error} again={() => void meal.refetch()} />;
  if (!meal.data) return <Waiting what={say("screen-cook-opening-meal")} />;
  if (meal.data.cook_id !== null)
    return <Navigate to={`/cook/${meal.data.cook_id}${wall}${person ? `?person=${person}` : ""}`} replace />;
  return <NotStarted meal={meal.data} />;
}

function NotStarted({ meal }: { meal: KeptMeal }) {
  const may = useMay();
  const eatAt = new Date(meal.eat_at);
  return (
    <section aria-label={meal.title} className="plate mt-2 flex max-w-3xl flex-col gap-3 p-4">
      <h1 className="m-0 text-2xl">{meal.title}</h1>
      <p className="m-0">
        {say("screen-list-on-the-table-at", { day_text: dayText(eatAt), clock_text: clockText(eatAt) })}
      </p>
      <p className="m-0">{say("screen-cook-start-meal-explained")}</p>
      <div className="flex flex-wrap items-center gap-x-4">
        <StartMeal meal={meal} trigger={<Button weight="ember">{say("screen-cook-start-meal")}</Button>} />
        {may.cook && (
          <Link to={`/plan/meal/${meal.id}`} className="flex min-h-11 items-center link">
            {say("screen-cook-open-meal-plan")}
          </Link>
        )}
      </div>
    </section>
  );
}

/** A saved meal put on: its cook opens. */
export function StartMeal({ meal, trigger }: { meal: KeptMeal; trigger: ReactNode }) {
  const start = useStartMeal();
  const navigate = useNavigate();
  return (
    <StartDialog
      title={meal.title}
      pieces={meal.told.dishes.filter((d) => d.piece && !d.left_out).map((d) => d.name)}
      trigger={trigger}
      onStart={(body) =>
        start.mutate(
          { id: meal.id, body },
          { onSuccess: (cook) => void navigate(`/cook/${cook.id}`, { state: { focus: true } }) },
        )
      }
      error={start.error}
      busy={start.isPending}
    />
  );
}

"""`brasko plan`: a wish in a cook's words, planned."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from brasko.cli.plan_format import (
    AmountsOut,
    CooksOut,
    MealPlanOut,
    MealTaskOut,
    PiecePlanOut,
    PlanOut,
    SpanOut,
    TaskOut,
    WishIn,
)
from brasko.cli.simulation_format import StepOut
from brasko.core.foods.doneness import scale_named
from brasko.core.planner.advice.amounts import amounts
from brasko.core.planner.meal import plan_meal
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.schedule.tasks import Task
from brasko.core.planner.schedule.timeline import check_eating_time
from brasko.core.planner.solve.ranges import Span
from brasko.core.table.plan import plan_table
from brasko.formats.cook import CookIn
from brasko.formats.cook_of_plan import cook_of_plan
from brasko.formats.meal import MealIn
from brasko.formats.meal_convert import wishes_of
from brasko.formats.piece import spoken_wish
from brasko.formats.table import MealTableIn, TableOut
from brasko.formats.table_convert import table_ask_of, table_told


def plan_of(given: WishIn, now: datetime | None = None) -> PlanOut:
    """The plan of a wish. Raises InvalidInput, or Infeasible where it cannot be had."""
    spec = spoken_wish(given, given.scale)
    plan = planned(spec, with_ranges=True)
    check_eating_time(given.eat_at, now or datetime.now(UTC), plan.tasks, spec)
    solution, result, ranges = plan.solution, plan.solution.result, plan.ranges
    assert ranges is not None

    return PlanOut(
        format="brasko/plan@1",
        model_version=plan.model_version,
        cut=spec.cut,
        method=spec.method,
        fire=spec.fire_key,
        thickness_mm=spec.thickness_m * 1000.0,
        mass_g=spec.mass_kg * 1000.0,
        finish_c=spec.finish_c,
        finish_word=scale_named(given.scale).word_for(spec.finish_c),
        agency_c=None if plan.minimum is None else plan.minimum.core_c,
        below_agency_accepted=spec.below_agency_accepted,
        eat_at=given.eat_at,
        pull_c=solution.pull_c,
        sear_s=solution.sear_s,
        flip_every_s=solution.flip_every_s,
        rest_s=solution.rest_s,
        peak_core_c=result.peak_core_c,
        peak_core_range_c=_span(ranges.peak_core_c),
        grey_rim_share=result.grey_rim_share,
        mass_loss_share=result.mass_loss_share,
        headline=plan.headline,
        steps=[StepOut.model_validate(s, from_attributes=True) for s in result.steps],
        step_end_ranges_s={name: _span(span) for name, span in ranges.step_end_s.items()},
        tasks=[_task(task, given.eat_at) for task in plan.tasks],
        cautions=[caution.text for caution in plan.cautions],
        amounts=_amounts(plan, given.eaters),
        salmonella_log10_core=result.salmonella_log10_core,
        salmonella_log10_surface=result.salmonella_log10_surface,
    )


def cook_of_wish(given: WishIn) -> CookIn:
    """The plan of a wish as the cook that it is. Raises InvalidInput, or Infeasible where it cannot be had."""
    spec = spoken_wish(given, given.scale)
    return cook_of_plan(spec, planned(spec).solution)


def cooks_of_meal(given: MealIn) -> CooksOut:
    """The pieces of a meal as the cooks that they are, each as it is planned among the others."""
    return CooksOut(cooks=[cook_of_plan(p.spec, p.solution) for p in plan_meal(wishes_of(given.pieces)).plans])


def _amounts(plan: PiecePlan, eaters: int) -> AmountsOut:
    told = amounts(plan.spec, plan.solution, eaters)
    return AmountsOut(
        eaters=eaters,
        needed_g=told.needed_kg * 1000.0,
        pieces_needed=told.pieces_needed,
        plate_g=told.plate_kg * 1000.0,
        salt_g=told.salt_g,
        fat_g=told.fat_g,
        fuel="" if told.fuel is None else told.fuel.name,
        fuel_used_g=0.0 if told.fuel is None else told.fuel.used_kg * 1000.0,
    )


def meal_plan_of(given: MealIn, now: datetime | None = None) -> MealPlanOut:
    """The plan of a meal as it was exported. Raises InvalidInput, or Infeasible where it cannot be had."""
    made = plan_meal(wishes_of(given.pieces))
    plans = made.plans
    check_eating_time(given.eat_at, now or datetime.now(UTC), made.tasks, plans[0].spec)
    return MealPlanOut(
        format="brasko/meal-plan@1",
        model_version=plans[0].model_version,
        title=given.title,
        eat_at=given.eat_at,
        pieces=[
            PiecePlanOut(
                cut=p.spec.cut,
                method=p.spec.method,
                fire=p.spec.fire_key,
                count=p.spec.count,
                pull_c=p.solution.pull_c,
                sear_s=p.solution.sear_s,
                flip_every_s=p.solution.flip_every_s,
                rest_s=p.solution.rest_s,
                peak_core_c=p.solution.result.peak_core_c,
                cautions=[c.text for c in p.cautions],
            )
            for p in made.plans
        ],
        tasks=[MealTaskOut(**_task(t, given.eat_at).model_dump(), piece=t.piece) for t in made.tasks],
        notes=list(made.notes),
    )


def table_plan_of(given: MealTableIn) -> TableOut:
    """The plan of a whole table. Raises InvalidInput with the dish, fire or person that is wrong."""
    return table_told(given, plan_table(table_ask_of(given)))


def _task(task: Task, eat_at: datetime) -> TaskOut:
    return TaskOut(
        key=task.key,
        lane=task.lane,
        name=task.name,
        at=eat_at + timedelta(seconds=round(task.start_s)),
        until=eat_at + timedelta(seconds=round(task.end_s)),
        why=task.why,
        slack_s=task.slack_s,
        critical=task.critical,
    )


def _span(span: Span) -> SpanOut:
    return SpanOut(low=span.low, high=span.high)

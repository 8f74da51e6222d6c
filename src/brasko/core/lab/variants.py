"""Two to four ways to cook, beside one another."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from brasko.core.cook.steps import Cook
from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.heat.simulation import Result
from brasko.core.lab.ensemble import in_kitchens
from brasko.core.lab.run import Run, ends_by_core, run_of_cook, run_of_plan
from brasko.core.planner.advice.choose import choice_of
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.spec.options import crust_dose_s
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.sourced import Sourced

LATE_S = 60.0
HOTTER_K = 10.0 / 1.8
"""What a minute at the pull costs, and ten degrees Fahrenheit of the fire."""
NEAR_K = Sourced(3.0 / 1.8, "K", "", "common practice")
"""A finish is met within three degrees Fahrenheit: cooks see no more."""
KITCHENS = 64
"""So many kitchens the chance is counted in."""


@dataclass(frozen=True)
class Variant:
    """One way: a wish that is planned, or a cook that is told forwards with the finish it is after, if it has one."""

    name: str
    way: PieceSpec | Cook
    finish_c: float | None = None


@dataclass(frozen=True)
class Figures:
    """What one way comes to. Times in s, temperatures in °C; None where the way does not say.

    minutes_s           from going on to the table
    lead_s, hands_s     from the first task, and hands busy from the lighting on
    peak_c, rise_k      the highest of the middle, and what it gained after the pull
    crust_share         of a good crust, on the face that has less
    readings            how often a thermometer has to be looked at
    late_k              what the middle ends higher by where the pull is a minute late
    hotter_s, hotter_k  how much sooner it is done, and how much higher it ends, over a fire 10 °F hotter
    chance              of ending within 3 °F of the finish
    """

    minutes_s: float
    lead_s: float | None
    hands_s: float | None
    fuel_kg: float | None
    peak_c: float
    rise_k: float | None
    rim_share: float
    crust_share: float
    loss_share: float
    readings: int
    late_k: float | None
    hotter_s: float
    hotter_k: float
    chance: float | None


@dataclass(frozen=True)
class VariantResult:
    """A way as it goes; why says what stands against it, at which field, where it cannot be cooked."""

    name: str
    run: Run | None
    result: Result | None
    figures: Figures | None
    plan: PiecePlan | None = None
    why: str = ""
    field: str = ""


def told(variant: Variant) -> VariantResult:
    """One way, computed: what cannot be cooked says why, and is no error.

    Checked: tests/core/test_lab.py::test_a_plan_and_the_cook_it_describes_are_told_alike.
    """
    plan: PiecePlan | None
    aim_c: float | None
    try:
        if isinstance(variant.way, PieceSpec):
            plan = planned(variant.way)
            run, aim_c = run_of_plan(plan), variant.way.aim_c
        else:
            plan, run, aim_c = None, run_of_cook(variant.way), variant.finish_c
    except Infeasible as exc:
        return VariantResult(variant.name, None, None, None, why=exc.reason, field=exc.field)
    except InvalidInput as exc:
        return VariantResult(variant.name, None, None, None, why=exc.message, field=exc.field)
    result = run.result()
    return VariantResult(variant.name, run, result, _figures(run, result, plan, aim_c), plan)


def _figures(run: Run, result: Result, plan: PiecePlan | None, aim_c: float | None) -> Figures:
    here = run.coarse()
    late, hotter = run.late(here, LATE_S).coarse(), run.hotter(HOTTER_K).coarse()
    n = run.slow
    choice = None if plan is None else choice_of(plan.spec, plan)
    by_reading = 0 if plan is None or plan.spec.reading_c is None else plan.spec.count
    return Figures(
        minutes_s=result.duration_s,
        lead_s=None if choice is None else choice.lead_s,
        hands_s=None if choice is None else choice.hands_s,
        fuel_kg=None if choice is None or not choice.fuel_name else choice.fuel_kg,
        peak_c=float(result.probe_c.max()),
        rise_k=None if n is None else result.peak_core_c - result.steps[n].core_c,
        rim_share=result.grey_rim_share,
        crust_share=float(min(result.end.browning_s)) / crust_dose_s("good"),
        loss_share=result.mass_loss_share,
        readings=max(by_reading, sum(ends_by_core(step) for step in run.programme)),
        late_k=None if n is None else late.peak_core_c - here.peak_core_c,
        hotter_s=here.duration_s - hotter.duration_s,
        hotter_k=hotter.peak_core_c - here.peak_core_c,
        chance=None if aim_c is None else _chance(run, here, result, aim_c),
    )


def _chance(run: Run, here: Result, result: Result, aim_c: float) -> float:
    """Share of kitchens that end near enough. They are run on a coarse grid: what that is off by is taken out."""
    off = float(result.probe_c.max()) - here.peak_core_c
    peaks = np.array([kitchen.peak_core_c for kitchen in in_kitchens(run, KITCHENS)]) + off
    return float(np.mean(np.abs(peaks - aim_c) <= NEAR_K.value)) if math.isfinite(off) else 0.0

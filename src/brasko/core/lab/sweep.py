"""One or two answers of a wish swept, every point planned."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import product

import numpy as np

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.planner.advice.choose import choice_of
from brasko.core.planner.plan import planned
from brasko.core.planner.solve.effort import effort_s
from brasko.core.planner.solve.programme import stretch
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say

MAX_POINTS = 400
"""More is no picture any more, and more than a quarter of an hour of a processor."""
MIN_VALUES, MAX_VALUES = 2, 60
"""Of one axis."""

Value = float | str | None


@dataclass(frozen=True)
class Axis:
    """One answer and what it goes through, in the core's units."""

    field: str
    values: tuple[Value, ...]


def evenly(low: float, high: float, n: int) -> tuple[float, ...]:
    """So many values from low to high."""
    return tuple(np.linspace(low, high, n).tolist())


@dataclass(frozen=True)
class Point:
    """One point of a sweep: what a plan there comes to. Times in s; why where there is none."""

    at: tuple[Value, ...]
    minutes_s: float = math.nan
    pull_c: float = math.nan
    peak_c: float = math.nan
    rise_k: float = math.nan
    sear_s: float = math.nan
    rim_share: float = math.nan
    crust_share: float = math.nan
    loss_share: float = math.nan
    hands_s: float = math.nan
    late_k: float = math.nan
    why: str = ""


def points_of(spec: PieceSpec, axes: Sequence[Axis]) -> list[tuple[Value, ...]]:
    """Every point, the last axis fastest. Raises InvalidInput where there are none, or too many, with how long they
    would take and how many would do."""
    if not 1 <= len(axes) <= 2:
        raise InvalidInput("axes", say("lab-one-or-two-things-are-swept", axes=len(axes)))
    if len(axes) == 2 and axes[0].field == axes[1].field:
        raise InvalidInput("axes.1.field", say("lab-is-swept-already"))
    many = math.prod(len(axis.values) for axis in axes)
    if many > MAX_POINTS:
        each = effort_s(spec.thickness_m, quick=True)
        fewer = int(MAX_POINTS ** (1.0 / len(axes)))
        raise InvalidInput(
            "axes",
            say(
                "lab-so-many-points-take-too-long",
                many=many,
                takes=quantity.span(many * each),
                most=MAX_POINTS,
                fewer=fewer,
            ),
            suggestion=str(fewer),
        )
    for n, axis in enumerate(axes):
        if not MIN_VALUES <= len(axis.values) <= MAX_VALUES:
            raise InvalidInput(f"axes.{n}.values", say("lab-needs-so-many-values", low=MIN_VALUES, high=MAX_VALUES))
    return list(product(*(axis.values for axis in axes)))


def wish_at(spec: PieceSpec, fields: Sequence[str], at: Sequence[Value]) -> PieceSpec:
    """The wish with what is swept set; a thicker piece is as much heavier. Raises InvalidInput."""
    change = dict(zip(fields, at, strict=True))
    thickness_m = change.get("thickness_m")
    if isinstance(thickness_m, float) and "mass_kg" not in change:
        change["mass_kg"] = spec.mass_kg * thickness_m / spec.thickness_m
    return replace(spec, **change)  # type: ignore[arg-type]


def point(spec: PieceSpec, fields: tuple[str, ...], at: tuple[Value, ...]) -> Point:
    """One point, planned: good to about 1 K. What cannot be had there says why.

    Checked: tests/core/test_lab.py::test_a_point_of_a_sweep_is_the_plan_of_that_wish.
    """
    try:
        there = wish_at(spec, fields, at)
        plan = planned(there, quick=True)
    except Infeasible as exc:
        return Point(at, why=exc.reason)
    except InvalidInput as exc:
        return Point(at, why=exc.message)
    result, choice = plan.solution.result, choice_of(there, plan)
    sear = stretch(result, "sear")
    return Point(
        at,
        minutes_s=result.duration_s,
        pull_c=plan.solution.pull_c,
        peak_c=result.peak_core_c,
        rise_k=result.peak_core_c - plan.solution.pull_c,
        sear_s=0.0 if sear is None else sear.end_s - sear.start_s,
        rim_share=result.grey_rim_share,
        crust_share=choice.crust_share,
        loss_share=result.mass_loss_share,
        hands_s=choice.hands_s,
        late_k=plan.climb_k_min,
    )


SWEEPABLE = (
    "thickness_m",
    "finish_c",
    "pull_offset_k",
    "gentle_c",
    "flip_every_s",
    "start_c",
    "temper_s",
    "rest_s",
    "method",
    "fire",
    "crust",
    "rest",
    "lid",
    "wrap",
    "salt",
)
"""Answers that change what is computed, and can be swept."""

"""What becomes of a thin end or of another muscle while the thick middle gets its finish, and what to do about it.

A thin end is a piece of its own, run through the very steps of the plan; one at the edge is read off the plan's own
field.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from brasko.core.errors import InvalidInput
from brasko.core.fire.custom import OwnFire, planner_fire
from brasko.core.fire.grills import Spot
from brasko.core.foods.parts import Part, Where, parts_of
from brasko.core.heat.simulation import Food, Result, simulate
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.programme import SEARCH_REFINE, phase_of
from brasko.core.planner.solve.search import tempered_start
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Programme, Surroundings, Until
from brasko.core.words import quantity, say

AS_WISHED_K = 2.0
"""So near its finish, about 3 °F, a part is as wished (assumed)."""
WORTH_TURNING_K = 1.5
MIN_SOONER_S = 120.0
MIN_SLOW_S = 60.0
"""Less of a difference is not worth turning the piece for, or cutting an end off; no slow phase is shorter
(assumed)."""
HALVINGS = 9
"""Of the slow phase, to find when an end is done: to a few seconds."""


@dataclass(frozen=True)
class PartResult:
    """One part beside the thickest middle.

    at, thickness_m of the part
    wanted_c        what it eats best at
    peak_c          where its own middle ends, lying level
    turned_c        where it ends with the thick end towards the fire; None where that makes no difference
    sooner_s        how much sooner than the rest it is done [s]; None where that was not asked or is nothing
    words           what to do, in a sentence
    """

    key: str
    name: str
    at: Where
    thickness_m: float
    wanted_c: float
    peak_c: float
    turned_c: float | None
    sooner_s: float | None
    words: str


def part_results(spec: PieceSpec, solution: Solution, *, quick: bool = False) -> tuple[PartResult, ...]:
    """Each uneven part of the piece; quick leaves out when an end is done. What must read a
    figure is never taken off, nor laid cooler, by a forecast. Checked: tests/core/test_parts.py."""
    return tuple(
        _end_part(spec, solution, part, quick) if part.at == "end" else _edge_part(spec, solution, part)
        for part in parts_of(spec.cut)
    )


def _edge_part(spec: PieceSpec, solution: Solution, part: Part) -> PartResult:
    result, wanted = solution.result, spec.finish_c + part.wants_k
    peak = edge_peak_c(result, part.inside_m)
    name = part.name.lower()
    if abs(peak - wanted) <= AS_WISHED_K:
        words = say("parts-the-eats-best-a-little-above", name=name)
    elif peak < wanted:
        words = say("parts-the-eats-best-at-about-lay", name=name, wanted=quantity.temp(wanted))
    else:
        words = say("parts-the-ends-well-above-the-eye", name=name)
    return PartResult(part.key, part.name, part.at, spec.thickness_m, wanted, peak, None, None, words)


def edge_peak_c(result: Result, inside_m: float) -> float:
    """The hottest that the middle of the thickness gets so far inside the outer edge [°C]."""
    grid = result.grid
    column = int(np.abs(grid.r_m - (float(grid.dr_m.sum()) - inside_m)).argmin())
    rows = slice(len(grid.dz_m) * 3 // 8, len(grid.dz_m) * 5 // 8 + 1)
    weight = grid.dz_m[rows] / grid.dz_m[rows].sum()
    return float((result.frame_temp_c[:, rows, column] @ weight).max())


def _end_part(spec: PieceSpec, solution: Solution, part: Part, quick: bool) -> PartResult:
    thin = spec.food_thicker(part.share)
    clocked = _as_it_went(solution)
    wanted = max(spec.finish_c, spec.reading_c or 0.0)
    peak = _peak_c(spec, thin, clocked)
    forecast_will_do = spec.reading_c is None
    turned = _turned(spec, clocked) if forecast_will_do else None
    turned_c = None if turned is None else _peak_c(spec, thin, turned)
    if turned_c is not None and peak - turned_c < WORTH_TURNING_K:
        turned_c = None
    over = peak > wanted + AS_WISHED_K
    sooner = _sooner_s(spec, thin, clocked, wanted) if over and not quick and forecast_will_do else None
    said = _end_words(part, spec, peak, wanted, turned_c, sooner)
    return PartResult(part.key, part.name, part.at, spec.thickness_m * part.share, wanted, peak, turned_c, sooner, said)


def _end_words(
    part: Part, spec: PieceSpec, peak_c: float, wanted_c: float, turned_c: float | None, sooner_s: float | None
) -> str:
    if peak_c <= wanted_c + AS_WISHED_K:
        return say("parts-the-ends-as-the-rest-does", name=part.name)
    ways = []
    if turned_c is not None:
        ways.append(say("parts-thick-end-towards-the-fire", turned=quantity.temp(turned_c)))
    if sooner_s is not None:
        ways.append(say("parts-or-cut-it-off-before-the", sooner=quantity.span(sooner_s)))
    ways.append(part.tuck or say("parts-or-leave-it-for-whoever-likes"))
    return " ".join(ways)


def _as_it_went(solution: Solution) -> Programme:
    """The plan's steps by the clock, whatever the piece in them reads."""
    spans = {s.name: s.end_s - s.start_s for s in solution.result.steps}
    return tuple(replace(step, until=Until(max(spans[step.name], 1.0))) for step in solution.programme)


def _peak_c(spec: PieceSpec, food: Food, programme: Programme) -> float:
    start = tempered_start(spec, food, SEARCH_REFINE)
    return simulate(food, programme, every_s=20.0, refine=SEARCH_REFINE, start=start).peak_core_c


def _sooner_s(spec: PieceSpec, thin: Food, clocked: Programme, wanted_c: float) -> float | None:
    """How much shorter the slow phase must be for a thin end [s]; None where even none of it is too much."""
    slow = next(n for n, step in enumerate(clocked) if phase_of(step.name) == spec.how.slow)
    whole = clocked[slow].until.max_s

    def peak(lasts_s: float) -> float:
        step = replace(clocked[slow], until=Until(lasts_s))
        return _peak_c(spec, thin, (*clocked[:slow], step, *clocked[slow + 1 :]))

    low, high = MIN_SLOW_S, whole
    if whole <= low or peak(low) > wanted_c:
        return None
    for _ in range(HALVINGS):
        middle = (low + high) / 2.0
        low, high = (middle, high) if peak(middle) < wanted_c else (low, middle)
    sooner = whole - high
    return sooner if sooner >= MIN_SOONER_S else None


def _turned(spec: PieceSpec, clocked: Programme) -> Programme | None:
    """The steps of an end that lies farther from the fire: the thick end lies towards it. None where a place has no
    side."""
    if spec.own_fire is None and spec.shipped_own is None:
        return None
    away = _farther(spec, spec.own_as_set)
    if away is None:
        return None
    there = {"gentle": away}
    return tuple(replace(step, surroundings=there.get(phase_of(step.name), step.surroundings)) for step in clocked)


def _farther(spec: PieceSpec, own: OwnFire) -> Surroundings | None:
    if "gentle" not in spec.how.phases or spec.how.gentle_at != "gentle":
        return None
    apart = math.hypot(own.gentle.x_m - own.sear.x_m, own.gentle.y_m - own.sear.y_m)
    if own.gentle.grate != own.sear.grate or apart < 0.05:
        return None
    geometry = spec.geometry
    half = max(geometry.length_m / 2.0, geometry.half_width_m)
    grate = own.setup.grill.grate(own.gentle.grate)
    for share in (1.0, 0.75, 0.5, 0.25):
        way = half * share / apart
        spot = Spot(
            own.gentle.x_m + way * (own.gentle.x_m - own.sear.x_m),
            own.gentle.y_m + way * (own.gentle.y_m - own.sear.y_m),
            own.gentle.grate,
        )
        if grate.holds(spot.x_m, spot.y_m, 0.02):
            try:
                fire = planner_fire(replace(own, gentle=spot), geometry, round(spec.the_cut.composition.fat, 3))
            except InvalidInput:
                continue
            return fire.gentle.surroundings
    return None

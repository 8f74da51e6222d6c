"""Reasoned refusals: why a wish cannot be had, and the nearest that can, each tried before it is offered."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace

from brasko.core.errors import Infeasible, InvalidInput, Remedy
from brasko.core.fire.fires import BURNER, KITCHEN
from brasko.core.heat.simulation import simulate
from brasko.core.planner.solve.programme import MIN_SLOW_PHASE_K, programme_of
from brasko.core.planner.spec.fields import with_answers
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.options import CRUSTS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.clock import fridge_limit_s
from brasko.core.words import quantity, say

PAN = BURNER.key
"""Where a sear is offered that the fire cannot give."""
HIGHEST_SENSIBLE_C = 71.0
THICKER = (1.15, 1.3, 1.5, 1.75, 2.0, 2.5, 3.0)
OTHER_METHODS = ("chimney", "direct", "sear_then_low", "low_then_sear")
"""What is tried where a wish cannot be had: no finish above this, pieces so many times as thick, these methods."""


def could_be(spec: PieceSpec) -> bool:
    """Whether some early pull leaves the peak at or below the wish, with whatever crust there is time for."""
    lowest = spec.start_c + MIN_SLOW_PHASE_K
    return any(_has_it(spec, pull_c) for pull_c in (lowest, spec.aim_c - 22.0, spec.aim_c - 12.0) if pull_c >= lowest)


def _has_it(spec: PieceSpec, pull_c: float) -> bool:
    """On the grid of a finished plan: what a coarse one lets through by a tenth of a degree is refused there."""
    result = simulate(spec.food, programme_of(replace(spec, crust="none"), pull_c), every_s=60.0)
    return result.peak_core_c <= spec.aim_c


def no_such_finish(spec: PieceSpec, excess_k: float, solves: Callable[[PieceSpec], bool]) -> Infeasible:
    """The sear alone carries the core past the wish, however early it is pulled. What is offered instead solves."""
    reachable = spec.finish_c + max(excess_k, 0.0)
    remedies = []
    if reachable <= HIGHEST_SENSIBLE_C:
        enough_c = round(reachable + 0.3, 1)
        remedies.append(
            Remedy(say("infeasible-finish-at-or-above", enough=quantity.temp(enough_c)), "finish_c", enough_c)
        )
    for key in OTHER_METHODS:
        other = _with_method(spec, key)
        if other is not None and key != spec.method and could_be(other) and solves(other):
            remedies.append(Remedy(say("infeasible-cook-it-by-another-method", name=METHODS[key].name), "method", key))
            break
    offered = (round(spec.thickness_m * factor, 3) for factor in THICKER)
    enough_m = next(
        (m for m in offered if (other := _as_thick(spec, m)) is not None and could_be(other) and solves(other)), None
    )
    if enough_m is not None:
        remedies.append(
            Remedy(
                say("infeasible-use-a-piece-thick", enough=quantity.length(enough_m * 1000)), "thickness_m", enough_m
            )
        )
    if spec.temper_s > 0:
        remedies.append(Remedy(say("infeasible-put-it-on-straight-from-the"), "temper_s", 0.0))
    return Infeasible(
        say(
            "infeasible-a-piece-thick-cannot-have-a",
            thickness=quantity.length(spec.thickness_m * 1000),
            finish=quantity.temp(spec.finish_c),
            reachable=quantity.temp(reachable),
        ),
        tuple(remedies),
        "finish_c",
    )


class TooFierce(Infeasible):
    """Held over this fire until the middle reads its figure, the outside turns to coal."""

    def __init__(self, spec: PieceSpec, burnt_s: float, ways: tuple[Remedy, ...] = ()) -> None:
        assert spec.reading_c is not None, "only what has to reach a reading is held so long"
        self.spec, self.burnt_s = spec, burnt_s
        super().__init__(
            say(
                "infeasible-the-outside-is-burnt-before-the",
                reading=quantity.least(spec.reading_c),
                burnt=quantity.span(burnt_s),
            ),
            ways,
            "method",
        )


def too_long_out(spec: PieceSpec, serving_s: float) -> Infeasible:
    """Tempered so long that it is on the table after the agency's limit outside the fridge."""
    limit = fridge_limit_s(spec.air_c)
    fits_s = max(60.0 * math.floor((limit - serving_s) / 60.0), 0.0)
    return Infeasible(
        say("infeasible-too-long-out", out=quantity.span(spec.temper_s + serving_s), limit=quantity.span(limit)),
        (Remedy(say("infeasible-temper-it-for-at-most", fits=quantity.span(fits_s)), "temper_s", fits_s),),
        "temper_s",
    )


def not_in_time(spec: PieceSpec, core_c: float, spent_s: float) -> Infeasible:
    """The phase that ends at the pull temperature never gets there."""
    remedies = []
    if spec.how.slow == "gentle":
        remedies.append(Remedy(say("infeasible-make-the-gentle-side-hotter")))
    else:
        remedies.append(Remedy(say("infeasible-cook-it-low-first-then-sear"), "method", "low_then_sear"))
    remedies.append(Remedy(say("infeasible-use-a-thinner-piece")))
    return Infeasible(
        say("infeasible-over-this-fire-the-middle-is", core=quantity.temp(core_c), spent=quantity.span(spent_s)),
        tuple(remedies),
        "method",
    )


def more_crust(spec: PieceSpec) -> tuple[str, Remedy | None]:
    """How a piece that falls short of its crust gets more: in words, and what can be had at one press."""
    if spec.how.slow == "sear":
        other = _with_method(spec, "low_then_sear")
        ways = say("infeasible-a-hotter-fire-a-thicker-piece")
        return ways, Remedy(
            say("infeasible-cook-it-low-first-then-sear"), "method", "low_then_sear"
        ) if other is not None else None
    elsewhere = spec.sear_fire not in KITCHEN and "gentle" in spec.how.phases and not spec.in_pan
    return say("infeasible-a-hotter-searing-side"), Remedy(
        say("infeasible-sear-it-in-a-hot-skillet"), "sear_fire", PAN
    ) if elsewhere else None


def lighter_crusts(spec: PieceSpec) -> list[str]:
    """Crusts below the one wished for, the next first."""
    order = list(CRUSTS)
    return order[: order.index(spec.crust)][::-1]


def _with_method(spec: PieceSpec, key: str) -> PieceSpec | None:
    try:
        return with_answers(spec, method=key)
    except InvalidInput:
        return None


def _as_thick(spec: PieceSpec, thickness_m: float) -> PieceSpec | None:
    try:
        return spec.with_thickness(thickness_m / spec.thickness_m)
    except InvalidInput:
        return None

"""Reasoned refusals: why a wish cannot be had, and the nearest that can, each tried before it is offered."""

from __future__ import annotations

import math
from dataclasses import replace

from brasko.core.errors import Infeasible, InvalidInput, Remedy
from brasko.core.fire.fires import BURNER, KITCHEN
from brasko.core.heat.simulation import simulate
from brasko.core.planner.methods import METHODS
from brasko.core.planner.options import CRUSTS
from brasko.core.planner.piece import with_answers
from brasko.core.planner.programme import LEAST_SLOW_PHASE_K, SEARCH_REFINE, programme_of
from brasko.core.planner.wish import Wish
from brasko.core.safety.clock import fridge_limit_s
from brasko.core.words import quantity, say

PAN = BURNER.key
"""Where a sear is offered that the fire cannot give."""
HIGHEST_SENSIBLE_C = 71.0
THICKER = (1.15, 1.3, 1.5, 1.75, 2.0, 2.5, 3.0)
OTHER_METHODS = ("chimney", "direct", "sear_then_low", "low_then_sear")
"""What is tried where a wish cannot be had: no finish above this, pieces so many times as thick, these methods."""


def could_be(wish: Wish) -> bool:
    """Whether some early pull leaves the peak at or below the wish, with whatever crust there is time for."""
    lowest = wish.start_c + LEAST_SLOW_PHASE_K
    return any(_has_it(wish, pull_c) for pull_c in (lowest, wish.aim_c - 22.0, wish.aim_c - 12.0) if pull_c >= lowest)


def _has_it(wish: Wish, pull_c: float) -> bool:
    result = simulate(wish.food, programme_of(replace(wish, crust="none"), pull_c), every_s=60.0, refine=SEARCH_REFINE)
    return result.peak_core_c <= wish.aim_c + 0.1


def no_such_finish(wish: Wish, excess_k: float) -> Infeasible:
    """The sear alone carries the core past the wish, however early it is pulled."""
    reachable = wish.finish_c + max(excess_k, 0.0)
    remedies = []
    if reachable <= HIGHEST_SENSIBLE_C:
        enough_c = round(reachable + 0.3, 1)
        remedies.append(
            Remedy(say("infeasible-finish-at-or-above", enough=quantity.temp(enough_c)), "finish_c", enough_c)
        )
    for key in OTHER_METHODS:
        other = _with_method(wish, key)
        if other is not None and key != wish.method and could_be(other):
            remedies.append(Remedy(say("infeasible-cook-it-by-another-method", name=METHODS[key].name), "method", key))
            break
    thicker = next((f for f in THICKER if _fits(wish, f) and could_be(wish.with_thickness(f))), None)
    if thicker is not None:
        enough_m = round(wish.thickness_m * thicker, 3)
        remedies.append(
            Remedy(
                say("infeasible-use-a-piece-thick", enough=quantity.length(enough_m * 1000)), "thickness_m", enough_m
            )
        )
    if wish.temper_s > 0:
        remedies.append(Remedy(say("infeasible-put-it-on-straight-from-the"), "temper_s", 0.0))
    return Infeasible(
        say(
            "infeasible-a-piece-thick-cannot-have-a",
            thickness=quantity.length(wish.thickness_m * 1000),
            finish=quantity.temp(wish.finish_c),
            reachable=quantity.temp(reachable),
        ),
        tuple(remedies),
        "finish_c",
    )


class TooFierce(Infeasible):
    """Held over this fire until the middle reads its figure, the outside turns to coal."""

    def __init__(self, wish: Wish, burnt_s: float, ways: tuple[Remedy, ...] = ()) -> None:
        assert wish.reading_c is not None, "only what has to reach a reading is held so long"
        self.wish, self.burnt_s = wish, burnt_s
        super().__init__(
            say(
                "infeasible-the-outside-is-burnt-before-the",
                reading=quantity.least(wish.reading_c),
                burnt=quantity.span(burnt_s),
            ),
            ways,
            "method",
        )


def too_long_out(wish: Wish, serving_s: float) -> Infeasible:
    """Tempered so long that it is on the table after the agency's limit outside the fridge."""
    limit = fridge_limit_s(wish.air_c)
    fits_s = max(60.0 * math.floor((limit - serving_s) / 60.0), 0.0)
    return Infeasible(
        say("infeasible-too-long-out", out=quantity.span(wish.temper_s + serving_s), limit=quantity.span(limit)),
        (Remedy(say("infeasible-temper-it-for-at-most", fits=quantity.span(fits_s)), "temper_s", fits_s),),
        "temper_s",
    )


def not_in_time(wish: Wish, core_c: float, spent_s: float) -> Infeasible:
    """The phase that ends at the pull temperature never gets there."""
    remedies = []
    if wish.how.slow == "gentle":
        remedies.append(Remedy(say("infeasible-make-the-gentle-side-hotter")))
    else:
        remedies.append(Remedy(say("infeasible-cook-it-low-first-then-sear"), "method", "low_then_sear"))
    remedies.append(Remedy(say("infeasible-use-a-thinner-piece")))
    return Infeasible(
        say("infeasible-over-this-fire-the-middle-is", core=quantity.temp(core_c), spent=quantity.span(spent_s)),
        tuple(remedies),
        "method",
    )


def more_crust(wish: Wish) -> tuple[str, Remedy | None]:
    """How a piece that falls short of its crust gets more: in words, and what can be had at one press."""
    if wish.how.slow == "sear":
        other = _with_method(wish, "low_then_sear")
        ways = say("infeasible-a-hotter-fire-a-thicker-piece")
        return ways, Remedy(
            say("infeasible-cook-it-low-first-then-sear"), "method", "low_then_sear"
        ) if other is not None else None
    elsewhere = wish.sear_fire not in KITCHEN and "gentle" in wish.how.phases and not wish.in_pan
    return say("infeasible-a-hotter-searing-side"), Remedy(
        say("infeasible-sear-it-in-a-hot-skillet"), "sear_fire", PAN
    ) if elsewhere else None


def lighter_crusts(wish: Wish) -> list[str]:
    """Crusts below the one wished for, the next first."""
    order = list(CRUSTS)
    return order[: order.index(wish.crust)][::-1]


def _with_method(wish: Wish, key: str) -> Wish | None:
    try:
        return with_answers(wish, method=key)
    except InvalidInput:
        return None


def _fits(wish: Wish, factor: float) -> bool:
    try:
        wish.with_thickness(factor)
    except InvalidInput:
        return False
    return True

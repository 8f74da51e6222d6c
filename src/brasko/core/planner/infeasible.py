"""Reasoned refusals: why a wish cannot be had, and the nearest that can, each tried before it is offered."""

from __future__ import annotations

from dataclasses import replace

from brasko.core.errors import Infeasible, InvalidInput, Remedy
from brasko.core.fire.fires import BURNER, KITCHEN
from brasko.core.heat.simulation import simulate
from brasko.core.planner.methods import CRUSTS, METHODS
from brasko.core.planner.piece import with_answers
from brasko.core.planner.programme import LEAST_SLOW_PHASE_K, SEARCH_REFINE, programme_of
from brasko.core.planner.wish import Wish

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
        remedies.append(Remedy(f"finish at {{temp:{enough_c:.1f}}} or above", "finish_c", enough_c))
    for key in OTHER_METHODS:
        other = _with_method(wish, key)
        if other is not None and key != wish.method and could_be(other):
            remedies.append(Remedy(f"cook it by another method: {METHODS[key].name.lower()}", "method", key))
            break
    thicker = next((f for f in THICKER if _fits(wish, f) and could_be(wish.with_thickness(f))), None)
    if thicker is not None:
        enough_m = round(wish.thickness_m * thicker, 3)
        remedies.append(Remedy(f"use a piece {{len:{enough_m * 1000:.0f}}} thick", "thickness_m", enough_m))
    if wish.temper_s > 0:
        remedies.append(Remedy("put it on straight from the fridge", "temper_s", 0.0))
    return Infeasible(
        f"A piece {{len:{wish.thickness_m * 1000:.0f}}} thick cannot have a middle of "
        f"{{temp:{wish.finish_c:.1f}}} here: "
        f"the shortest sear there is carries the core to {{temp:{reachable:.1f}}}.",
        tuple(remedies),
        "finish_c",
    )


class TooFierce(Infeasible):
    """Held over this fire until the middle reads its figure, the outside turns to coal."""

    def __init__(self, wish: Wish, burnt_s: float, ways: tuple[Remedy, ...] = ()) -> None:
        self.wish, self.burnt_s = wish, burnt_s
        super().__init__(
            f"The outside is burnt before the middle reads {{least:{wish.reading_c:.2f}}}: it would be hot "
            f"enough to turn to "
            f"coal for {{time:{burnt_s:.0f}}}. What the rest adds is not counted on here, so it wants gentler heat.",
            ways,
            "method",
        )


def not_in_time(wish: Wish, core_c: float, spent_s: float) -> Infeasible:
    """The phase that ends at the pull temperature never gets there."""
    remedies = []
    if wish.how.slow == "gentle":
        remedies.append(Remedy("make the gentle side hotter"))
    elif wish.method != "low_then_sear":
        remedies.append(Remedy("cook it low first, then sear", "method", "low_then_sear"))
    remedies.append(Remedy("use a thinner piece"))
    return Infeasible(
        f"Over this fire the middle is at {{temp:{core_c:.1f}}} after {{time:{spent_s:.0f}}}, and not done.",
        tuple(remedies),
        "method",
    )


def more_crust(wish: Wish) -> tuple[str, Remedy | None]:
    """How a piece that falls short of its crust gets more: in words, and what can be had at one press."""
    if wish.how.slow == "sear":
        other = _with_method(wish, "low_then_sear") if wish.method != "low_then_sear" else None
        ways = "a hotter fire, a thicker piece, a dry surface"
        return ways, Remedy("cook it low first, then sear", "method", "low_then_sear") if other is not None else None
    elsewhere = wish.sear_fire not in KITCHEN and "gentle" in wish.how.phases and not wish.in_pan
    return "a hotter searing side", Remedy("sear it in a hot skillet instead", "sear_fire", PAN) if elsewhere else None


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

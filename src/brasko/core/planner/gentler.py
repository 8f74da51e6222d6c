"""Other ways for a piece that its fire would burn before the middle is done, each solved before it is offered."""

from __future__ import annotations

from brasko.core.errors import Infeasible, InvalidInput, Remedy
from brasko.core.fire.own import PLANNER_FIRES
from brasko.core.planner.invert import solved
from brasko.core.planner.methods import METHODS
from brasko.core.planner.piece import with_answers
from brasko.core.planner.wish import Wish
from brasko.core.words import say

GENTLER = ("sear_then_low", "low_then_sear", "oven_then_skillet", "low_and_slow")
"""Ways that end in gentle heat, or go through it, in the order in which they are tried."""
MOST_WAYS = 2
"""More ways to be gentler are not offered."""


def way_remedy(wish: Wish, method: str, fire: str) -> Remedy:
    """A way as a remedy: field "way", value "method@fire", both taken at one press."""
    on = "" if fire == wish.fire_key else say("gentler-on-the", planner_fires=PLANNER_FIRES[fire])
    return Remedy(f"{METHODS[method].name}{on}", "way", f"{method}@{fire}")


def as_way(wish: Wish, method: str, fire: str) -> Wish | None:
    """The same piece by another way, with what belongs to a way at its usual; None where that cannot be. "own" keeps
    the cook's own fire."""
    own = wish.own_fire if fire == "own" else None
    crust = wish.crust if METHODS[method].browns else "none"
    try:
        return with_answers(wish, method=method, fire=None if own else fire, own_fire=own, crust=crust)
    except InvalidInput:
        return None


def gentler_ways(wish: Wish) -> tuple[Remedy, ...]:
    """Ways in which the piece gets there without burning, on its own fire first."""
    found: list[Remedy] = []
    fires = dict.fromkeys([wish.fire_key, *(fire for key in GENTLER for fire in METHODS[key].fires)])
    for fire in fires:
        for method in GENTLER:
            if method == wish.method or not (fire == "own" or fire in METHODS[method].fires):
                continue
            other = as_way(wish, method, fire)
            if other is not None and _can_be(other):
                found.append(way_remedy(wish, method, fire))
            if len(found) == MOST_WAYS:
                return tuple(found)
    return tuple(found)


def _can_be(wish: Wish) -> bool:
    try:
        solved(wish, every_s=20.0, frame_s=60.0, quick=True)
    except (Infeasible, InvalidInput):
        return False
    return True

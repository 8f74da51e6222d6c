"""Other ways for a piece that its fire would burn before the middle is done, each solved before it is offered."""

from __future__ import annotations

from brasko.core.errors import Infeasible, InvalidInput, Remedy
from brasko.core.fire.custom import PLANNER_FIRES
from brasko.core.planner.solve.invert import solve_piece
from brasko.core.planner.spec.fields import with_answers
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import say

GENTLER = ("sear_then_low", "low_then_sear", "oven_then_skillet", "low_and_slow")
"""Ways that end in gentle heat, or go through it, in the order in which they are tried."""
MAX_WAYS = 2
"""More ways to be gentler are not offered."""


def way_remedy(spec: PieceSpec, method: str, fire: str) -> Remedy:
    """A way as a remedy: field "way", value "method@fire", both taken at one press."""
    on = "" if fire == spec.fire_key else say("gentler-on-the", planner_fires=PLANNER_FIRES[fire])
    return Remedy(f"{METHODS[method].name}{on}", "way", f"{method}@{fire}")


def as_way(spec: PieceSpec, method: str, fire: str) -> PieceSpec | None:
    """The same piece by another way, with what belongs to a way at its usual; None where that cannot be. "own" keeps
    the cook's own fire."""
    own = spec.own_fire if fire == "own" else None
    crust = spec.crust if METHODS[method].browns else "none"
    try:
        return with_answers(spec, method=method, fire=None if own else fire, own_fire=own, crust=crust)
    except InvalidInput:
        return None


def gentler_ways(spec: PieceSpec) -> tuple[Remedy, ...]:
    """Ways in which the piece gets there without burning, on its own fire first."""
    found: list[Remedy] = []
    fires = dict.fromkeys([spec.fire_key, *(fire for key in GENTLER for fire in METHODS[key].fires)])
    for fire in fires:
        for method in GENTLER:
            if method == spec.method or not (fire == "own" or fire in METHODS[method].fires):
                continue
            other = as_way(spec, method, fire)
            if other is not None and _can_be(other):
                found.append(way_remedy(spec, method, fire))
            if len(found) == MAX_WAYS:
                return tuple(found)
    return tuple(found)


def _can_be(spec: PieceSpec) -> bool:
    try:
        solve_piece(spec, every_s=20.0, frame_s=60.0, quick=True)
    except (Infeasible, InvalidInput):
        return False
    return True

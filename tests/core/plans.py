"""Plans that a test only looks at: a wish is planned once a process, however many tests ask for it."""

from functools import lru_cache

from brasko.core.foods.cuts import all_cuts
from brasko.core.planner import plan
from brasko.core.planner.plan import PiecePlan
from brasko.core.planner.solve import invert
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.spec.methods import METHODS, why_unsuited
from brasko.core.planner.spec.piece import PieceSpec


@lru_cache(maxsize=256)
def planned(spec: PieceSpec, *, quick: bool = False, with_ranges: bool = False) -> PiecePlan:
    """As the planner's own."""
    return plan.planned(spec, quick=quick, with_ranges=with_ranges)


@lru_cache(maxsize=256)
def solve_piece(spec: PieceSpec, *, quick: bool = False) -> Solution:
    """As the planner's own."""
    return invert.solve_piece(spec, quick=quick)


def ways(*, plants: bool = False) -> list[tuple[str, str, str]]:
    """Return every cut, method and fire that make sense together, by their keys."""
    return [
        (key, method, fire)
        for key, cut in all_cuts().items()
        for method, how in METHODS.items()
        for fire in how.fires
        if (plants or cut.kind != "plant")
        and not why_unsuited(cut, cut.typical_thickness_m, cut.default_finish_c, method)
    ]

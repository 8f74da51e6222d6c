"""What standing out of the fridge really changes: degrees in the middle, and minutes on the fire."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from brasko.core.heat.simulation import State, simulate
from brasko.core.planner.solve.programme import SEARCH_REFINE, Sear, programme_of, the_phase
from brasko.core.planner.solve.search import tempered_start
from brasko.core.planner.spec.piece import PieceSpec


@dataclass(frozen=True)
class Tempered:
    """gain_k  how much warmer the coldest point is;  saved_s  how much shorter the phase is that ends at the pull."""

    gain_k: float
    saved_s: float


@lru_cache(maxsize=64)
def tempered(spec: PieceSpec, pull_c: float, sear: Sear) -> Tempered:
    """Both cooks run up to the same pull: straight from the fridge, and after standing as long as wished."""
    start = tempered_start(spec, spec.food, SEARCH_REFINE)
    if start is None:
        return Tempered(0.0, 0.0)
    return Tempered(
        float(start.temp_c.min()) - spec.start_c, _slow_s(spec, pull_c, sear, None) - _slow_s(spec, pull_c, sear, start)
    )


def _slow_s(spec: PieceSpec, pull_c: float, sear: Sear, start: State | None) -> float:
    fixed = sear if sear[0] > 0.0 else None
    result = simulate(
        spec.food, programme_of(spec, pull_c, fixed)[:-1], every_s=60.0, refine=SEARCH_REFINE, start=start
    )
    slow = the_phase(result, spec.how.slow)
    return slow.end_s - slow.start_s

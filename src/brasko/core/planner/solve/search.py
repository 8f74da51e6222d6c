"""The runs of a search for a plan: one grid, a shared beginning, each run kept."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace

from brasko.core.fire.rests import COOL_AIR_W_M2K, standing_in
from brasko.core.heat.simulation import Food, Result, State, simulate
from brasko.core.planner.solve.ending import off_aim_k
from brasko.core.planner.solve.infeasible import not_in_time
from brasko.core.planner.solve.programme import MIN_SLOW_PHASE_K, Sear, own_sear, phase_of, programme_of, the_phase
from brasko.core.planner.spec.options import BASTES
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Step, Until

MAX_CORRECTIONS = 7
"""Then a jump lies where the peak should be, and other flips are tried."""
LOOSE_AFTER, LOOSE_K = 3, 0.25
"""With flips every half minute the peak moves in small jumps; after some tries a miss below half a °F will do."""
MIN_BRACKET_K = 0.1
"""A jump of the peak that lies between two pulls as near as this cannot be had any nearer."""
FLATTEST, STEEPEST = 0.25, 4.0
"""How much the peak moves with the pull, at least and at most, as far as a next try trusts the last two."""
HIGHEST_ABOVE_AIM_K = 3.0
"""How far above the finish a pull may lie: near boiling the middle falls at once when it comes off."""


def tempered_start(spec: PieceSpec, food: Food, refine: float = 1.0) -> State | None:
    """The state after standing out of the fridge, or None when it goes straight on."""
    if spec.temper_s <= 0.0:
        return None
    out = Step("temper", standing_in(spec.air_c, COOL_AIR_W_M2K.value), Until(spec.temper_s))
    end = simulate(food, (out,), every_s=60.0, refine=refine).end
    return replace(end, peak_c=end.temp_c.copy(), a_down=True)


class Search:
    """The runs of one search on one grid; they share the first part of a gentle phase that comes first.

    Where there is none to share, runs are kept with their curves and fields, spaced as they will be shown.
    """

    def __init__(self, spec: PieceSpec, refine: float, every_s: float = 30.0, frame_s: float | None = None) -> None:
        self.spec, self.refine, self.tries, self.slow_s = spec, refine, 0, 0.0
        self.shows = spec.how.phases[0] != "gentle"
        self.every_s, self.frame_s = (every_s, frame_s) if self.shows else (30.0, None)
        self.food = spec.food
        self.start = tempered_start(spec, self.food, refine)
        coldest = spec.start_c if self.start is None else float(self.start.temp_c.min())
        self.lowest_c = coldest + MIN_SLOW_PHASE_K
        self.shared, self.shared_c, self.shared_s = self.start, coldest, 0.0
        self._done: dict[tuple[float, Sear | None, PieceSpec], tuple[Result, float]] = {}

    def share_until(self, core_c: float) -> None:
        """Run the gentle phase once up to this core temperature; later runs go on from there."""
        if self.spec.how.phases[0] == "gentle" and core_c > self.shared_c + 5.0:
            if BASTES[self.spec.baste][1] is not None:
                return  # when it is basted counts from the beginning
            first = tuple(s for s in programme_of(self.spec, core_c) if phase_of(s.name) == "gentle")
            result = simulate(self.food, first, every_s=60.0, refine=self.refine, start=self.start)
            if result.steps[-1].reached == "time":
                raise not_in_time(self.spec, result.steps[-1].core_c, result.duration_s)
            self.shared, self.shared_c, self.shared_s = result.end, core_c, result.duration_s

    def run(self, pull_c: float, sear: Sear | None, *, spec: PieceSpec | None = None) -> Result:
        """One run that pulls at pull_c, going on from the shared part where it can; for another wish with the same
        start."""
        spec = spec or self.spec
        sear = sear or own_sear(spec)
        if (pull_c, sear, spec) in self._done:
            result, self.slow_s = self._done[pull_c, sear, spec]
            return result
        self.tries += 1
        going_on = pull_c > self.shared_c
        begin = self.shared if going_on else self.start
        programme = programme_of(spec, pull_c, sear)
        result = simulate(
            self.food, programme, every_s=self.every_s, frame_s=self.frame_s, refine=self.refine, start=begin
        )
        slow = the_phase(result, spec.how.slow)
        self.slow_s = slow.end_s - slow.start_s + (self.shared_s if going_on else 0.0)
        if slow.reached == "time":
            raise not_in_time(spec, slow.core_c, self.slow_s)
        self._done[pull_c, sear, spec] = result, self.slow_s
        return result

    def miss(self, pull_c: float, sear: Sear | None) -> float:
        """How far it lands above the wish [K] (see off_aim_k)."""
        return off_aim_k(self.run(pull_c, sear), self.spec)


class TooHot(Exception):
    """Pulled as early as can be, the peak still lands above the wish."""

    def __init__(self, missed_k: float) -> None:
        super().__init__(missed_k)
        self.missed_k = missed_k


def slope_of(pull_k: float, peak_k: float) -> float:
    """How much the peak moves with the pull, from the last two tries."""
    return min(max(peak_k / pull_k, FLATTEST), STEEPEST) if abs(pull_k) > 1e-6 else 1.0


def searched(
    search: Search,
    pull_c: float,
    sear: Sear | None,
    tolerance: float,
    turned: Callable[[float], Sear] | None = None,
) -> tuple[float, Sear | None]:
    """Pull temperature at which the peak meets the wish, or comes nearest to it, and the sear it was tried with.

    Steps by the miss and the slope of the last two tries, kept inside a bracket. turned says how a piece is turned that
    is over the fire for so long [s], where that goes with the time it takes.
    """
    low, high = search.lowest_c, search.spec.aim_c + HIGHEST_ABOVE_AIM_K
    nearest, best = math.inf, (pull_c, sear)
    last: tuple[float, float] | None = None
    for n in range(MAX_CORRECTIONS):
        missed = search.miss(pull_c, sear)
        if abs(missed) < nearest:
            nearest, best = abs(missed), (pull_c, sear)
        if abs(missed) <= (tolerance if n < LOOSE_AFTER else max(tolerance, LOOSE_K)):
            break
        if missed > 0.0 and pull_c <= search.lowest_c:
            if search.spec.reading_c is not None:
                return pull_c, sear
            raise TooHot(missed)
        low, high = (low, pull_c) if missed > 0.0 else (pull_c, high)
        if high - low < MIN_BRACKET_K:
            break
        slope = 1.0 if last is None else slope_of(pull_c - last[0], missed - last[1])
        last = pull_c, missed
        sear = sear if turned is None else turned(search.slow_s)
        step = pull_c - missed / slope
        if step <= search.lowest_c and low == search.lowest_c:
            pull_c = search.lowest_c
        else:
            pull_c = step if low < step < high else 0.5 * (low + high)
    return best

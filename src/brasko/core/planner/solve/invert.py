"""The inverse: the pull temperature, sear and flips with which the peak after the rest meets the wanted finish."""

from __future__ import annotations

import math
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, replace
from functools import partial

from brasko.core.errors import Infeasible
from brasko.core.fire.rests import RESTS
from brasko.core.foods.softness import softness
from brasko.core.heat.simulation import Floats, Result, simulate
from brasko.core.planner.solve.ending import BURNT_FOR_S, burnt_s, heat_end_c, off_aim_k
from brasko.core.planner.solve.infeasible import TooFierce, lighter_crusts, no_such_finish, not_in_time
from brasko.core.planner.solve.programme import (
    SEARCH_REFINE,
    SHORTEST_SEAR_S,
    Sear,
    own_sear,
    phase_of,
    programme_of,
    sides,
    the_phase,
)
from brasko.core.planner.solve.search import (
    FLATTEST,
    HIGHEST_ABOVE_AIM_K,
    LOOSE_K,
    MAX_CORRECTIONS,
    STEEPEST,
    Search,
    TooHot,
    searched,
)
from brasko.core.planner.spec.options import CRUST_ENOUGH, TENDER_C
from brasko.core.planner.spec.piece import SURE_OF_THE_FIGURE_K, PieceSpec
from brasko.core.programme.steps import Programme, Step, Until

TOLERANCE_K, COARSE_K = 0.1, 2.0
QUICK_K = 0.6
"""A quick plan is this near the wish."""
CRUST_NEAR, CRUST_NEAR_QUICK = 0.05, 0.2
"""A sear for the crust is this near its dose (a share), on the default grid and for a slider."""
FRUITLESS_SEAR_S = 240.0
"""A piece that is not brown by then is seared no longer: two minutes a side, more only dries it (assumed)."""
MAX_SEAR_RISE_K = 14.0
"""What a sear after gentle heat may add: cooks pull 10 to 20 °F under, 25 °F at the most (common practice, no
source)."""
LONGEST_REST_S, STILL_CLIMBS = 45 * 60.0, 0.95
PAST_PEAK, SURELY_PAST_PEAK = 1.1, 1.3
"""A rest lasts for so much of the time to its peak, where that is longer than usual: past it by a little, so that it
shows (assumed); and while the pull is still being looked for, so much that its peak lies within."""
NEAR_REST_S = 1.0
RISE_NEAR_K = 0.2
"""A sear that adds this nearly the most it may is not made longer (assumed)."""
LOOSER_AFTER, MAX_TRIES = 7, 12
"""Tries for a pull and its sear: from here on a looser miss will do, and so many at the most (assumed)."""
SOFT_NEAR = 0.02
"""A tough cut is as soft as it has to be within this share of its time."""
LONGEST_SIDE_S = 600.0
"""Nothing is left on one side over the fire for longer (assumed)."""


@dataclass(frozen=True)
class Solution:
    """A programme that meets the wish, and what it does to the food.

    sear_s is 0 where the whole cook is over the fire, unless marks want its length; without a sear it is how much
    longer a tough cut stays in the heat until it is soft; tries counts simulations.
    """

    programme: Programme
    pull_c: float
    sear_s: float
    flip_every_s: float
    result: Result
    tries: int

    @property
    def rest_s(self) -> float:
        """Length of the rest [s]."""
        return self.result.duration_s - self.result.steps[-1].start_s

    @property
    def softens_s(self) -> float:
        """How much longer a tough cut stays in the heat, beyond its reading, until it is soft [s]."""
        return self.sear_s if self.programme[-2].name == "gentle_soft" else 0.0

    @property
    def sear(self) -> Sear:
        """Length of the sear and time between flips [s]."""
        return self.sear_s, self.flip_every_s


def solve_piece(
    spec: PieceSpec, *, every_s: float = 10.0, frame_s: float | None = 30.0, quick: bool = False
) -> Solution:
    """Find pull temperature, sear and flips: a search on a coarse grid, then corrections on the default one.

    quick stays on the coarse grid and takes the usual flips: good to about 1 K, for a slider that is still moving.
    Where the finish cannot be had together with the crust, the crust gives way: as much of it as leaves the middle
    right.
    Raises: Infeasible with the reason, the nearest that can be had, and what would make it possible.
    """
    try:
        return _solved(spec, every_s, frame_s, quick)
    except Infeasible as exc:
        if exc.field != "finish_c":
            raise
        refusal = exc
        for crust in lighter_crusts(spec):
            try:
                return _solved(replace(spec, crust=crust), every_s, frame_s, quick)
            except Infeasible as lighter:
                refusal = lighter
        raise refusal from exc


def _solves(spec: PieceSpec) -> bool:
    """Whether a wish has a plan, with whatever crust it leaves."""
    try:
        _tried(replace(spec, crust="none"), 20.0, None, quick=False)
    except (TooHot, Infeasible):
        return False
    return True


def _solved(spec: PieceSpec, every_s: float, frame_s: float | None, quick: bool) -> Solution:
    try:
        return _tried(spec, every_s, frame_s, quick)
    except TooHot as exc:
        raise no_such_finish(spec, exc.missed_k, _solves) from exc


def _tried(spec: PieceSpec, every_s: float, frame_s: float | None, quick: bool) -> Solution:
    """The plan of a wish. Raises TooHot where every one ends above its finish, or another refusal."""
    if spec.pull_offset_k is not None:
        return _as_told(spec, every_s, frame_s, SEARCH_REFINE if quick else 1.0)
    coarse = Search(spec, SEARCH_REFINE)
    coarse.share_until(spec.aim_c - 25.0)
    by_usual = spec.rest_s is None
    near = QUICK_K if quick or spec.how.slow != "gentle" else COARSE_K
    if spec.reading_c is not None:
        near = min(near, LOOSE_K)
    pull = max(spec.aim_c - 12.0, coarse.lowest_c)
    if spec.reading_c is not None and spec.how.phases[-1] == spec.how.slow:
        pull = max(pull, spec.reading_c + SURE_OF_THE_FIGURE_K)
    try:
        if quick and spec.how.slow == "gentle" and spec.reading_c is None:
            pull = max(pull - coarse.miss(pull, None), coarse.lowest_c)
        else:
            pull, _ = searched(coarse, pull, None, near)
    except TooHot:
        pull = _coolest(coarse)
    spec = coarse.spec = replace(spec, rest_s=_rest_past_peak(coarse, pull, PAST_PEAK if quick else SURELY_PAST_PEAK))
    tolerance = near if quick else TOLERANCE_K
    best = _found(coarse, spec, pull, every_s, frame_s, tolerance, quick)
    if _wants_one_flip(spec, best):
        once = replace(spec, flip_every_s=min(coarse.slow_s / 2.0, LONGEST_SIDE_S))
        with suppress(Infeasible, TooHot):
            other = _found(coarse, once, pull, every_s, frame_s, tolerance, quick)
            if _crust(other.result) > _crust(best.result):
                best, spec = other, once
    if wants_softening(spec):
        best = _softened(spec, best, coarse, every_s, frame_s)
    return best if quick or not by_usual else _rested(spec, best, every_s, frame_s)


def _found(
    coarse: Search, spec: PieceSpec, pull: float, every_s: float, frame_s: float | None, tolerance: float, quick: bool
) -> Solution:
    """The solution near a pull that was found on the coarse grid. Raises TooHot where there is none."""
    if quick:
        fine = coarse if spec == coarse.spec else Search(spec, SEARCH_REFINE)
    else:
        fine = Search(spec, 1.0, every_s, frame_s)
    return _corrected(fine, pull, every_s, frame_s, coarse.tries, tolerance, quick=quick)


def _wants_one_flip(spec: PieceSpec, found: Solution) -> bool:
    """Whether a piece over the fire, turned as is usual, is short of its crust: turned once it browns more."""
    free = spec.how.slow == "sear" and spec.flip_every_s is None and not spec.turn_deg and spec.crust_s > 0.0
    return free and _crust(found.result) < CRUST_ENOUGH * spec.crust_s


def _still_climbs(found: Solution) -> bool:
    """Whether the core peaks at the very end of the rest, so that nobody knows how far it goes on."""
    return _peak_in_rest_s(found.result) > STILL_CLIMBS * found.rest_s


def wants_softening(spec: PieceSpec) -> bool:
    """Whether a cut is cooked until it is soft, not only until it is hot."""
    return spec.the_cut.softens_s > 0.0 and spec.finish_c >= TENDER_C and "sear" not in spec.how.phases


def _softened(spec: PieceSpec, found: Solution, coarse: Search, every_s: float, frame_s: float | None) -> Solution:
    """The same, left in the heat beyond its reading for as long as its collagen still takes; the reading climbs on."""
    flips, hold_s, result = found.flip_every_s, 0.0, found.result
    for _ in range(MAX_CORRECTIONS):
        lacks = 1.0 - softness(result.time_s, result.core_c, spec.the_cut.softens_s)
        if abs(lacks) < SOFT_NEAR or (lacks < 0.0 and hold_s <= 0.0):
            break
        last = float(result.steps[-2].core_c)
        pace = softness((0.0, 1.0), (last, last), spec.the_cut.softens_s)
        hold_s = max(hold_s + lacks / pace, 0.0)
        programme = programme_of(spec, found.pull_c, (hold_s, flips))
        result = simulate(
            coarse.food, programme, every_s=every_s, frame_s=frame_s, refine=coarse.refine, start=coarse.start
        )
    if hold_s <= 0.0:
        return found
    fine = Search(spec, 1.0, every_s, frame_s)
    programme = programme_of(spec, found.pull_c, (hold_s, flips))
    result = simulate(fine.food, programme, every_s=every_s, frame_s=frame_s, start=fine.start)
    return replace(found, programme=programme, sear_s=hold_s, result=result)


def _rested(spec: PieceSpec, found: Solution, every_s: float, frame_s: float | None) -> Solution:
    """The same with a rest as long as is usual or, where the core still climbs then, until its peak is just past."""
    fine = Search(spec, 1.0, every_s, frame_s)
    if _still_climbs(found):
        longer = _rest_past_peak(Search(replace(spec, rest_s=None), 1.0), found.pull_c, SURELY_PAST_PEAK)
        fine = Search(replace(spec, rest_s=max(longer, found.rest_s)), 1.0, every_s, frame_s)
        found = _corrected(fine, found.pull_c, every_s, frame_s, found.tries, TOLERANCE_K)
    rest_s = max(replace(spec, rest_s=None).resting_s, PAST_PEAK * _peak_in_rest_s(found.result))
    if abs(rest_s - found.rest_s) < NEAR_REST_S:
        return found
    fine = Search(replace(spec, rest_s=rest_s), 1.0, every_s, frame_s)
    fine.slow_s = found.result.duration_s
    sear = None if "sear" not in spec.how.phases and found.sear_s <= 0.0 else found.sear
    result = _shown(fine, found.pull_c, sear, every_s, frame_s)
    return replace(
        found, programme=programme_of(fine.spec, found.pull_c, sear), result=result, tries=found.tries + fine.tries
    )


def _as_told(spec: PieceSpec, every_s: float, frame_s: float | None, refine: float) -> Solution:
    """The plan of a cook who pulls so far under the finish, wherever the peak lands then."""
    assert spec.pull_offset_k is not None
    search, pull_c = Search(spec, refine), spec.finish_c - spec.pull_offset_k
    sear = _told_sear(search, pull_c)
    search.run(pull_c, sear)
    result = _shown(search, pull_c, sear, every_s, frame_s)
    sear_s, flip_s = sear or (0.0, spec.flips_s)
    return Solution(programme_of(spec, pull_c, sear), pull_c, sear_s, flip_s, result, search.tries)


def _told_sear(search: Search, pull_c: float) -> Sear | None:
    """The sear of a cook with a pull of their own: for the crust alone."""
    spec = search.spec
    if "sear" not in spec.how.phases:
        return None
    first = search.run(pull_c, None)
    if spec.how.slow == "sear":
        return _turned(spec, search.slow_s)
    if spec.sear_side_s is not None:
        return own_sear(spec)
    if not spec.crust_s:
        return sides(spec, SHORTEST_SEAR_S)
    sear = the_phase(first, "sear")
    return _browned(spec, sear.end_s - sear.start_s, lambda tried: search.run(pull_c, tried))


def _rest_past_peak(search: Search, pull_c: float, past: float) -> float:
    """The wished or usual rest, or a longer one where the core of a thick piece would still be climbing at its end."""
    spec = search.spec
    if spec.rest_s is not None:
        return spec.rest_s
    result = search.run(pull_c, None)
    peak_s = _peak_in_rest_s(result)
    if peak_s > 0.8 * spec.resting_s:
        resting = Step("rest", RESTS[spec.rest][1], Until(LONGEST_REST_S - spec.resting_s))
        further = simulate(search.food, (resting,), every_s=30.0, refine=search.refine, start=result.end)
        if further.core_c.max() > result.core_c.max():
            peak_s = spec.resting_s + _peak_at_s(further.time_s, further.core_c)
    return max(spec.resting_s, past * peak_s)


def _peak_in_rest_s(result: Result) -> float:
    """When the core peaks, from the start of the rest [s]."""
    resting = result.time_s >= result.steps[-1].start_s
    return _peak_at_s(result.time_s[resting], result.core_c[resting]) - result.steps[-1].start_s


def _peak_at_s(time_s: Floats, core_c: Floats) -> float:
    """When a curve peaks: between its samples, by the parabola through the highest and its neighbours."""
    n = int(core_c.argmax())
    if not 0 < n < len(core_c) - 1:
        return float(time_s[n])
    (before, at, after), (low, top, next_) = time_s[n - 1 : n + 2], core_c[n - 1 : n + 2]
    rise, fall = (top - low) / (at - before), (top - next_) / (after - at)
    return float(0.5 * (before + at) + 0.5 * (after - before) * rise / max(rise + fall, 1e-12))


def _coolest(search: Search) -> float:
    """The pull temperature with the lowest peak that has its crust.

    A raw, wet piece takes long to brown, so pulling earliest is not always coolest. Raises the refusal where even the
    lowest peak lies above the wish.
    """
    span = search.spec.aim_c - search.lowest_c
    missed = {}
    for share in (0.0, 0.2, 0.35, 0.5, 0.65, 0.8):
        pull_c = search.lowest_c + share * span
        missed[pull_c] = search.miss(pull_c, None)
    best = min(missed, key=lambda pull_c: missed[pull_c])
    if missed[best] > COARSE_K and search.spec.reading_c is None:
        raise TooHot(missed[best])
    return best


def _corrected(
    fine: Search,
    pull: float,
    every_s: float,
    frame_s: float | None,
    tries: int,
    tolerance: float,
    *,
    quick: bool = False,
) -> Solution:
    """The solution near a pull temperature found on the coarse grid."""
    spec = fine.spec
    fine.share_until(pull - 8.0)
    sear: Sear | None = None
    if "sear" not in spec.how.phases:
        pull, sear = searched(fine, pull, None, tolerance)
    elif spec.how.slow == "sear":
        fine.run(pull, None)
        pull, sear = searched(fine, pull, _turned(spec, fine.slow_s), tolerance, partial(_turned, spec))
    elif spec.sear_side_s is not None:
        pull, sear = searched(fine, pull, own_sear(spec), tolerance)
    elif spec.how.phases[0] == "sear":
        pull, sear = searched(fine, pull, _browned_first(fine, pull, quick), tolerance)
    else:
        pull, sear = _pulled_and_seared(fine, pull, tolerance, CRUST_NEAR_QUICK if quick else CRUST_NEAR)
    pull, result = _at_the_reading(fine, pull, sear, every_s, frame_s)
    sear_s, flip_s = sear or (0.0, spec.flips_s)
    return Solution(programme_of(spec, pull, sear), pull, sear_s, flip_s, result, tries + fine.tries)


def _turned(spec: PieceSpec, slow_s: float) -> Sear:
    """How a piece that is over the fire for so long is turned: equal sides, about as often as is usual; as wished where
    that is said; with marks at half the time, whose quarters say when to turn."""
    if spec.turn_deg:
        return slow_s, slow_s / 2.0
    if spec.flip_every_s is not None:
        return 0.0, spec.flip_every_s
    return 0.0, min(slow_s / (2.0 * max(1, round(slow_s / (2.0 * spec.flips_s)))), LONGEST_SIDE_S)


def _browned_first(search: Search, pull_c: float, quick: bool) -> Sear | None:
    """The sear of a piece that is browned before anything else: as long as its crust takes."""
    spec = search.spec
    if not spec.crust_s:
        return sides(spec, SHORTEST_SEAR_S)
    sear = the_phase(search.run(pull_c, None), "sear")
    length = sear.end_s - sear.start_s
    if quick:
        return sides(spec, min(max(length, SHORTEST_SEAR_S), FRUITLESS_SEAR_S))

    def seared(tried: Sear) -> Result:
        steps = tuple(s for s in programme_of(spec, pull_c, tried) if phase_of(s.name) == "sear")
        return simulate(search.food, steps, every_s=60.0, refine=search.refine, start=search.start)

    return _browned(spec, length, seared)


def _browned(spec: PieceSpec, length_s: float, seared: Callable[[Sear], Result]) -> Sear:
    """The sear that has its crust, from a first guess of its length."""
    length = min(max(length_s, SHORTEST_SEAR_S), FRUITLESS_SEAR_S)
    growth, last = 1.5, None
    for _ in range(MAX_CORRECTIONS):
        lacks = math.log(max(_crust(seared(sides(spec, length))) / spec.crust_s, 1e-3))
        if last is not None and length != last[0]:
            growth = min(max((lacks - last[1]) / math.log(length / last[0]), 0.5), 6.0)
        last = length, lacks
        longer = min(max(length * math.exp(-lacks / growth), SHORTEST_SEAR_S), FRUITLESS_SEAR_S)
        if abs(lacks) <= CRUST_NEAR or longer == length:
            break
        length = longer
    return sides(spec, length)


def _pulled_and_seared(search: Search, pull: float, tolerance: float, crust_near: float) -> tuple[float, Sear]:
    """The pull and the length of the sear after it, found together: the peak on the wish and the crust on its dose.

    Newton's steps with slopes that are learned on the way (Broyden). The sear is never so long that it adds more than
    MOST_SEAR_RISE_K, nor shorter than SHORTEST_SEAR_S: what is lacking of the crust then is told (cautions). Raises
    TooHot where even the coldest pull ends above the wish.
    """
    spec, crust_s = search.spec, search.spec.crust_s
    first = search.run(pull, None)
    sear = the_phase(first, "sear")
    length = min(max(sear.end_s - sear.start_s, SHORTEST_SEAR_S), FRUITLESS_SEAR_S) if crust_s else SHORTEST_SEAR_S
    by_pull, by_length = 1.0, max(first.peak_core_c - pull, 3.0) / length / 2.0
    growth = 1.5 / length
    best, score, over = (pull, length), math.inf, 0.0
    last = pull, length, 0.0, 0.0
    for n in range(MAX_TRIES):
        result = search.run(pull, sides(spec, length))
        missed = off_aim_k(result, spec)
        lacks = math.log(max(_crust(result) / crust_s, 1e-3)) if crust_s else 0.0
        held = _is_held(spec, pull, length, lacks)
        worth = abs(missed) / tolerance + (0.0 if held else abs(lacks) / crust_near)
        if worth < score:
            best, score, over = (pull, length), worth, missed
        near = tolerance if n < LOOSER_AFTER else max(tolerance, LOOSE_K)
        if abs(missed) <= near and (held or abs(lacks) <= crust_near):
            break
        if missed > 0.0 and pull <= search.lowest_c and length <= SHORTEST_SEAR_S:
            raise TooHot(missed)
        if n > 0:
            by_pull, by_length, growth = _learned(
                (by_pull, by_length, growth), (pull - last[0], length - last[1]), (missed - last[2], lacks - last[3])
            )
        last = pull, length, missed, lacks
        pull, length = _next_try(search, pull, length, missed, lacks, (by_pull, by_length, growth))
    if over > QUICK_K and spec.reading_c is None:
        raise TooHot(over)
    return best[0], sides(spec, best[1])


Slopes = tuple[float, float, float]
"""How the peak moves with the pull and with a second of sear [K/s], and the logarithm of the crust with that [1/s]."""


def _is_held(spec: PieceSpec, pull: float, length: float, lacks: float) -> bool:
    """Whether the sear is where it may not be longer, or not shorter."""
    if not spec.crust_s:
        return True
    longest = length >= FRUITLESS_SEAR_S or spec.aim_c - pull >= MAX_SEAR_RISE_K - RISE_NEAR_K
    return (lacks < 0.0 and longest) or (lacks > 0.0 and length <= SHORTEST_SEAR_S)


def _learned(slopes: Slopes, moved: tuple[float, float], came: tuple[float, float]) -> Slopes:
    """Slopes that say what the last step did (Broyden's update, seconds of sear counted by twenty)."""
    by_pull, by_length, growth = slopes
    squared = moved[0] ** 2 + (moved[1] / 20.0) ** 2
    if squared < 1e-6:
        return slopes
    off = came[0] - by_pull * moved[0] - by_length * moved[1]
    by_pull += off * moved[0] / squared
    by_length += off * moved[1] / 400.0 / squared
    if abs(moved[1]) > 1.0:
        growth = came[1] / moved[1]
    return min(max(by_pull, FLATTEST), STEEPEST), min(max(by_length, 0.003), 0.5), min(max(growth, 0.002), 0.1)


def _next_try(
    search: Search, pull: float, length: float, missed: float, lacks: float, slopes: Slopes
) -> tuple[float, float]:
    """The next pull and length of a sear, within what both may be."""
    spec, (by_pull, by_length, growth) = search.spec, slopes
    longer = min(max(length - lacks / growth, 0.5 * length), 2.0 * length) if spec.crust_s else length
    longer = min(max(longer, SHORTEST_SEAR_S), FRUITLESS_SEAR_S)
    to = pull - (missed + by_length * (longer - length)) / by_pull
    lowest = spec.aim_c - MAX_SEAR_RISE_K
    if to < lowest:
        # no colder than cooks pull: the sear is as long as leaves the peak on the wish from there
        fits = length - (missed + by_pull * (lowest - pull)) / by_length
        longer = min(max(fits, SHORTEST_SEAR_S), longer)
        to = lowest if fits >= SHORTEST_SEAR_S else pull - (missed + by_length * (longer - length)) / by_pull
    return min(max(to, search.lowest_c), spec.aim_c + HIGHEST_ABOVE_AIM_K), longer


def _at_the_reading(
    fine: Search, pull: float, sear: Sear | None, every_s: float, frame_s: float | None
) -> tuple[float, Result]:
    """The whole cook, pulled later where a reading has to end the heat and is not there yet.

    Raises the refusal where it is never there, or where the outside is burnt by then.
    """
    result = _shown(fine, pull, sear, every_s, frame_s)
    reading = fine.spec.reading_c
    if reading is None:
        return pull, result
    for _ in range(MAX_CORRECTIONS):
        missing = reading - heat_end_c(result, fine.spec)
        if missing <= 0.0:
            break
        pull += missing + SURE_OF_THE_FIGURE_K / 2.0
        fine.run(pull, sear)
        result = _shown(fine, pull, sear, every_s, frame_s)
    if heat_end_c(result, fine.spec) < reading:
        raise not_in_time(fine.spec, heat_end_c(result, fine.spec), fine.slow_s)
    if burnt_s(result) > BURNT_FOR_S.value:
        raise TooFierce(fine.spec, burnt_s(result))
    return pull, result


def _shown(search: Search, pull_c: float, sear: Sear | None, every_s: float, frame_s: float | None) -> Result:
    """The whole cook with its rest, its curves and frames; the slow phase is given no more room than it needs."""
    if search.shows and (search.every_s, search.frame_s) == (every_s, frame_s):
        return search.run(pull_c, sear)
    programme = programme_of(search.spec, pull_c, sear, slow_at_most_s=1.2 * search.slow_s + 600.0)
    return simulate(search.food, programme, every_s=every_s, frame_s=frame_s, refine=search.refine, start=search.start)


def _crust(result: Result) -> float:
    return float(min(result.end.browning_s))

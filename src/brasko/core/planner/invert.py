"""The inverse: the pull temperature, sear and flips with which the peak after the rest meets the wanted finish."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from brasko.core.errors import Infeasible
from brasko.core.fire.rests import RESTS
from brasko.core.heat.simulation import Result, simulate
from brasko.core.planner.ending import BURNT_FOR_S, burnt_s, heat_end_c, off_aim_k
from brasko.core.planner.infeasible import TooFierce, lighter_crusts, no_such_finish, not_in_time
from brasko.core.planner.programme import (
    SEARCH_REFINE,
    SHORTEST_SEAR_S,
    Sear,
    programme_of,
    the_phase,
)
from brasko.core.planner.search import (
    LOOSE_K,
    MAX_CORRECTIONS,
    Search,
    TooHot,
    even_sear,
    searched,
    slope_of,
)
from brasko.core.planner.wish import SURE_OF_THE_FIGURE_K, Wish
from brasko.core.programme.steps import Programme, Step, Until

TOLERANCE_K, COARSE_K = 0.1, 2.0
QUICK_K = 0.6
"""A quick plan is this near the wish."""
FURTHEST_K = 2.0
"""No further than this is a start guessed beyond what was tried."""
CRUST_ENOUGH = 0.8
"""A crust counts as met from this share of its dose on: browning doubles every 10 °C, so 0.8 is a matter of 3 °C."""
RIM_MATTERS = 0.005
"""Other flips than the usual only where they make the grey rim thinner by half a per cent of the thickness."""
MAX_FLIPS_TRIED = 3
MOST_SEARS, MOST_SHORTENED = 3, 5
"""A colder piece wants a longer sear, and a longer sear an earlier pull: so often are both found anew; so often is one
made shorter."""
FRUITLESS_SEAR_S = 240.0
"""Where a fire does not brown a piece in MAX_SEAR_S it is seared for two minutes a side: longer only dries it
(assumed)."""
MOST_SEAR_RISE_K = 14.0
"""What a sear after gentle heat may add: cooks pull 10 to 20 °F under, 25 °F at the most (common practice, no
source)."""
LONGEST_REST_S, PAST_PEAK, STILL_CLIMBS = 45 * 60.0, 1.3, 0.95
FAIR_K = 1.0
"""Flips are compared at the same finish, so nearly."""


@dataclass(frozen=True)
class Solution:
    """A programme that meets the wish, and what it does to the food.

    sear_s is 0 where the whole cook is over the fire, unless marks want its length; tries counts simulations.
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
    def sear(self) -> Sear:
        """Length of the sear and time between flips [s]."""
        return self.sear_s, self.flip_every_s


def solved(wish: Wish, *, every_s: float = 10.0, frame_s: float | None = 30.0, quick: bool = False) -> Solution:
    """Find pull temperature, sear and flips: a search on a coarse grid, then corrections on the default one.

    quick stays on the coarse grid and takes the usual flips: good to about 1 K, for a slider that is still moving.
    Where the finish cannot be had together with the crust, the crust gives way: as much of it as leaves the middle
    right.
    Raises: Infeasible with the reason, the nearest that can be had, and what would make it possible.
    """
    try:
        return _solved(wish, every_s, frame_s, quick)
    except Infeasible as exc:
        if exc.field != "finish_c":
            raise
        refusal = exc
        for crust in lighter_crusts(wish):
            try:
                return _solved(replace(wish, crust=crust), every_s, frame_s, quick)
            except Infeasible as lighter:
                refusal = lighter
        raise refusal from exc


def _solved(wish: Wish, every_s: float, frame_s: float | None, quick: bool) -> Solution:
    if wish.pull_offset_k is not None:
        return _as_told(wish, every_s, frame_s, SEARCH_REFINE if quick else 1.0)
    coarse = Search(wish, SEARCH_REFINE)
    coarse.share_until(wish.aim_c - 25.0)
    by_usual = wish.rest_s is None
    near = QUICK_K if quick or wish.how.slow != "gentle" else COARSE_K
    if wish.reading_c is not None:
        near = min(near, LOOSE_K)
    pull = max(wish.aim_c - 12.0, coarse.lowest_c)
    if wish.reading_c is not None and wish.how.phases[-1] == wish.how.slow:
        pull = max(pull, wish.reading_c + SURE_OF_THE_FIGURE_K)
    try:
        if quick and wish.how.slow == "gentle" and wish.reading_c is None:
            pull = max(pull - coarse.miss(pull, None), coarse.lowest_c)
        else:
            pull = searched(coarse, pull, None, near)
    except TooHot:
        pull = _coolest(coarse)
    refusal: Infeasible | None = None
    best: Solution | None = None
    wish = coarse.wish = replace(wish, rest_s=_rest_past_peak(coarse, pull))
    # over the fire the peak jumps with the flips: nearer than half a °F is a matter of luck, and three runs more
    tolerance = LOOSE_K if wish.how.slow == "sear" else TOLERANCE_K
    ranked = _quick_flips(coarse, pull) if quick else _flips_by_rank(coarse, pull)[:MAX_FLIPS_TRIED]
    for flips, pull in ranked:
        if quick:
            fine = coarse if flips == wish.flips_s else Search(replace(wish, flip_every_s=flips), SEARCH_REFINE)
        else:
            flipped = wish if wish.turn_deg else replace(wish, flip_every_s=flips)
            fine = Search(flipped, 1.0, every_s, frame_s)
        try:
            found = _corrected(fine, pull, every_s, frame_s, coarse.tries, near if quick else tolerance)
        except TooHot as exc:
            refusal = refusal or no_such_finish(fine.wish, exc.missed_k)
            continue
        except Infeasible as exc:
            refusal = refusal or exc
            continue
        if best is None or _miss(found, wish) < _miss(best, wish):
            best = found
        if quick or _miss(best, wish) <= LOOSE_K:
            break
    if best is not None:
        return best if quick or not by_usual or not _still_climbs(best) else _rested_on(wish, best, every_s, frame_s)
    assert refusal is not None
    raise refusal


def _still_climbs(found: Solution) -> bool:
    """Whether the core peaks at the very end of the rest, so that nobody knows how far it goes on."""
    return _peak_in_rest_s(found.result) > STILL_CLIMBS * found.rest_s


def _rested_on(wish: Wish, found: Solution, every_s: float, frame_s: float | None) -> Solution:
    """The same with a rest that lasts until the peak is past on the default grid too."""
    flips = (
        wish
        if found.sear_s <= 0.0 or wish.turn_deg
        else replace(wish, flip_every_s=wish.flip_every_s or found.flip_every_s)
    )
    longer = _rest_past_peak(Search(replace(flips, rest_s=None), 1.0), found.pull_c)
    fine = Search(replace(flips, rest_s=max(longer, found.rest_s)), 1.0)
    return _corrected(fine, found.pull_c, every_s, frame_s, found.tries, TOLERANCE_K)


def _as_told(wish: Wish, every_s: float, frame_s: float | None, refine: float) -> Solution:
    """The plan of a cook who pulls so far under the finish, wherever the peak lands then."""
    assert wish.pull_offset_k is not None
    search, pull_c = Search(wish, refine), wish.finish_c - wish.pull_offset_k
    sear = _sear_needed(search, pull_c)
    result = _shown(search, pull_c, sear, every_s, frame_s)
    sear_s, flip_s = sear or (0.0, wish.flips_s)
    return Solution(programme_of(wish, pull_c, sear), pull_c, sear_s, flip_s, result, search.tries)


def _rest_past_peak(search: Search, pull_c: float) -> float:
    """The wished or usual rest, or a longer one where the core of a thick piece would still be climbing at its end."""
    wish = search.wish
    if wish.rest_s is not None:
        return wish.rest_s
    result = search.run(pull_c, None)
    peak_s = _peak_in_rest_s(result)
    if peak_s > 0.8 * wish.resting_s:
        resting = Step("rest", RESTS[wish.rest][1], Until(LONGEST_REST_S - wish.resting_s))
        further = simulate(search.food, (resting,), every_s=30.0, refine=search.refine, start=result.end)
        if further.core_c.max() > result.core_c.max():
            peak_s = wish.resting_s + float(further.time_s[further.core_c.argmax()])
    past_s = PAST_PEAK * peak_s if peak_s > 0.8 * wish.resting_s else 0.0
    return max(wish.resting_s, 60.0 * math.ceil(past_s / 60.0))


def _peak_in_rest_s(result: Result) -> float:
    """When the core peaks, from the start of the rest [s]."""
    resting = result.time_s >= result.steps[-1].start_s
    return float(result.time_s[resting][result.core_c[resting].argmax()]) - result.steps[-1].start_s


def _coolest(search: Search) -> float:
    """The pull temperature with the lowest peak that has its crust.

    A raw, wet piece takes long to brown, so pulling earliest is not always coolest. Raises the refusal where even the
    lowest peak lies above the wish.
    """
    span = search.wish.aim_c - search.lowest_c
    missed = {}
    for share in (0.0, 0.2, 0.35, 0.5, 0.65, 0.8):
        pull_c = search.lowest_c + share * span
        missed[pull_c] = search.miss(pull_c, None)
    best = min(missed, key=lambda pull_c: missed[pull_c])
    if missed[best] > COARSE_K and search.wish.reading_c is None:
        raise no_such_finish(search.wish, missed[best])
    return best


def _miss(solution: Solution, wish: Wish) -> float:
    return abs(off_aim_k(solution.result, wish))


def _corrected(
    fine: Search, pull: float, every_s: float, frame_s: float | None, tries: int, tolerance: float
) -> Solution:
    """The solution near a pull temperature found on the coarse grid."""
    wish = fine.wish
    fine.share_until(pull - 8.0)
    sear = _sear_needed(fine, pull)
    pull = searched(fine, pull, sear, tolerance)
    for _ in range(MOST_SEARS):
        if sear is None or not wish.crust_s or _crust(fine.run(pull, sear)) >= CRUST_ENOUGH * wish.crust_s:
            break
        longer = _sear_needed(fine, pull)
        if longer is None or longer[0] <= sear[0]:
            break
        sear = longer
        pull = searched(fine, pull, sear, tolerance)
    if sear is not None and wish.how.phases[0] == "gentle":
        sear, pull = _no_longer_than_it_may(fine, pull, sear, tolerance)
    pull, result = _at_the_reading(fine, pull, sear, every_s, frame_s)
    sear_s, flip_s = sear or (0.0, wish.flips_s)
    return Solution(programme_of(wish, pull, sear), pull, sear_s, flip_s, result, tries + fine.tries)


def _no_longer_than_it_may(search: Search, pull: float, sear: Sear, tolerance: float) -> tuple[Sear, float]:
    """The sear and its pull, shortened where it would heat the middle so much that the piece had to come off half raw.

    What is lacking of the crust then is told (cautions).
    """
    wish = search.wish
    for _ in range(MOST_SHORTENED):
        rise = wish.aim_c - pull
        if rise <= MOST_SEAR_RISE_K or sear[0] <= SHORTEST_SEAR_S:
            break
        length, shorter = sear[0] * MOST_SEAR_RISE_K / rise, sear
        while shorter[0] >= sear[0] and length > SHORTEST_SEAR_S - 5.0:
            at_least = max(length, SHORTEST_SEAR_S)
            shorter = even_sear(at_least, at_least / 2.0 if wish.turn_deg else wish.flips_s)
            length -= 5.0
        if shorter[0] >= sear[0]:
            break
        sear = shorter
        pull = searched(search, min(pull + rise - MOST_SEAR_RISE_K, wish.aim_c), sear, tolerance)
    return sear, pull


def _at_the_reading(
    fine: Search, pull: float, sear: Sear | None, every_s: float, frame_s: float | None
) -> tuple[float, Result]:
    """The whole cook, pulled later where a reading has to end the heat and is not there yet.

    Raises the refusal where it is never there, or where the outside is burnt by then.
    """
    result = _shown(fine, pull, sear, every_s, frame_s)
    reading = fine.wish.reading_c
    if reading is None:
        return pull, result
    for _ in range(MAX_CORRECTIONS):
        missing = reading - heat_end_c(result)
        if missing <= 0.0:
            break
        pull += missing + SURE_OF_THE_FIGURE_K / 2.0
        fine.run(pull, sear)
        result = _shown(fine, pull, sear, every_s, frame_s)
    if heat_end_c(result) < reading:
        raise not_in_time(fine.wish, heat_end_c(result), fine.slow_s)
    if burnt_s(result) > BURNT_FOR_S.value:
        raise TooFierce(fine.wish, burnt_s(result))
    return pull, result


def _shown(search: Search, pull_c: float, sear: Sear | None, every_s: float, frame_s: float | None) -> Result:
    """The whole cook with its rest, its curves and frames; the slow phase is given no more room than it needs."""
    if search.shows and (search.every_s, search.frame_s) == (every_s, frame_s):
        return search.run(pull_c, sear)
    programme = programme_of(search.wish, pull_c, sear, slow_at_most_s=1.2 * search.slow_s + 600.0)
    return simulate(search.food, programme, every_s=every_s, frame_s=frame_s, refine=search.refine, start=search.start)


def _crust(result: Result) -> float:
    return float(min(result.end.browning_s))


def _quick_flips(search: Search, pull_c: float) -> list[tuple[float, float]]:
    """The usual interval; over the fire all the way one flip too, for a thin piece that browns in no other way."""
    wish = search.wish
    once = 5.0 * round(search.slow_s / 10.0)
    usual = [(wish.flips_s, pull_c)]
    if wish.how.slow != "sear" or wish.flip_every_s is not None or wish.turn_deg or not 30.0 <= once <= 600.0:
        return usual
    return [*usual, (once, pull_c)]


def _flips_by_rank(search: Search, pull_c: float) -> list[tuple[float, float]]:
    """Intervals between flips to try, each with a pull to start from, best first: those that get their crust by the
    thinness of the grey rim, the usual one where that makes no difference, then the others by their crust. The wish's
    own alone where it has one.
    """
    wish = search.wish
    if wish.flip_every_s is not None or "sear" not in wish.how.phases or wish.turn_deg:
        return [(wish.flips_s, pull_c)]
    once = 5.0 * round(search.slow_s / 10.0)
    ranks: dict[float, tuple[int, float]] = {}
    pulls: dict[float, float] = {}

    def judge(flips: float) -> None:
        other = replace(wish, flip_every_s=flips)
        pulls[flips] = pull_c
        try:
            result = search.run(pull_c, None, wish=other)
            missed = off_aim_k(result, wish)
            pulls[flips] = max(pull_c - missed, search.lowest_c)
            if abs(missed) > FAIR_K:
                first, begun = missed, pull_c
                result = search.run(pulls[flips], None, wish=other)
                missed = off_aim_k(result, wish)
                slope = slope_of(pulls[flips] - begun, missed - first)
                further = min(max(-missed / slope, -FURTHEST_K), FURTHEST_K)
                pulls[flips] = max(pulls[flips] + further, search.lowest_c)
        except Infeasible:
            ranks[flips] = (2, flips)
            return
        met = _crust(result) >= CRUST_ENOUGH * wish.crust_s
        rim = result.grey_rim_share + (RIM_MATTERS if ranks else 0.0)
        ranks[flips] = (0, rim) if met else (1, -_crust(result))

    for flips in wish.how.flips_s:
        judge(flips)
    if wish.how.slow == "sear" and min(ranks.values())[0] > 0 and 30.0 <= once <= 600.0:
        judge(once)
    return [(flips, pulls[flips]) for flips in sorted(ranks, key=lambda flips: ranks[flips])]


def _sear_needed(search: Search, pull_c: float) -> Sear | None:
    """Length and flip interval of the sear that browns both faces; None where there is none for the crust alone.

    With marks the side's length is told for those cooked over the fire all the way too: it says when to turn.
    """
    wish = search.wish
    if "sear" not in wish.how.phases:
        return None
    if wish.how.slow == "sear":
        if not wish.turn_deg:
            return None
        search.run(pull_c, None)
        half = 5.0 * max(1, round(search.slow_s / 10.0))
        return 2.0 * half, half
    result = search.run(pull_c, None)
    sear = the_phase(result, "sear")
    fruitless = sear.reached == "time" and wish.crust_s > 0.0
    length = FRUITLESS_SEAR_S if fruitless else max(sear.end_s - sear.start_s, SHORTEST_SEAR_S)
    return even_sear(length, length / 2.0 if wish.turn_deg else wish.flips_s)

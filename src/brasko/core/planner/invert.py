"""The inverse: the pull temperature at which the peak after the rest meets the wanted finish."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.errors import Infeasible
from brasko.core.heat.simulation import Food, Result, State, simulate
from brasko.core.planner.wish import Wish, programme_of, standing_out
from brasko.core.programme.steps import Programme, Step, Until

TOLERANCE_K = 0.1
LEAST_SLOW_PHASE_K = 2.0
SEARCH_REFINE = 0.5
PAST_PEAK_K = 0.2
"""A search run stops once the core has fallen this far: what is sought is the peak."""
MAX_CORRECTIONS = 10
HIGHEST_SENSIBLE_C = 71.0
LOOSE_AFTER, LOOSE_K = 4, 0.3
"""With flips every half minute the peak moves in small jumps; after some tries a miss below half a °F will do."""

Sear = tuple[float, float]
"""Length of the sear and time between flips [s]."""


@dataclass(frozen=True)
class Solution:
    """A programme that meets the wish, and what it does to the food. tries counts simulations of the search."""

    programme: Programme
    pull_c: float
    sear_s: float
    flip_every_s: float
    result: Result
    tries: int


def tempered_start(wish: Wish, food: Food, refine: float = 1.0) -> State | None:
    """The state after standing out of the fridge, or None when it goes straight on."""
    if wish.temper_s <= 0.0:
        return None
    out = Step("temper", standing_out(wish.air_c), Until(wish.temper_s))
    end = simulate(food, (out,), every_s=60.0, refine=refine).end
    return State(end.temp_c, end.water_kg, end.temp_c.copy(), end.browning_s, True)


def even_sear(needed_s: float, flip_every_s: float) -> tuple[float, float]:
    """A sear of equal sides, flipped about as often as wished: its length and flip interval [s], in whole 5 s."""
    pairs = max(1, round(needed_s / (2.0 * flip_every_s)))
    side = 5.0 * max(1, round(needed_s / (10.0 * pairs)))
    return 2.0 * pairs * side, side


class _Search:
    """The runs of one search on one grid; they share the first part of the slow phase."""

    def __init__(self, wish: Wish, refine: float) -> None:
        self.wish, self.refine, self.tries = wish, refine, 0
        self.food = wish.food
        self.start = tempered_start(wish, self.food, refine)
        coldest = wish.start_c if self.start is None else float(self.start.temp_c.min())
        self.lowest_c = coldest + LEAST_SLOW_PHASE_K
        self.shared, self.shared_c = self.start, coldest

    def share_until(self, core_c: float) -> None:
        """Run the slow phase once up to this core temperature; later runs go on from there."""
        if self.wish.method == "low_then_sear" and core_c > self.shared_c + 5.0:
            first = programme_of(self.wish, core_c)[0]
            self.shared = simulate(self.food, (first,), every_s=60.0, refine=self.refine, start=self.start).end
            self.shared_c = core_c

    def run(self, pull_c: float, sear: Sear | None) -> Result:
        """One run that pulls at pull_c, going on from the shared part where it can."""
        self.tries += 1
        begin = self.shared if pull_c > self.shared_c else self.start
        *cooking, rest = programme_of(self.wish, pull_c, sear)
        until_peak = replace(rest, until=replace(rest.until, fallen_k=PAST_PEAK_K))
        programme = (*cooking, until_peak)
        return simulate(self.food, programme, every_s=30.0, refine=self.refine, start=begin)

    def miss(self, pull_c: float, sear: Sear | None) -> float:
        """How far the peak core lands above the wish [K]."""
        return self.run(pull_c, sear).peak_core_c - self.wish.finish_c


def solved(wish: Wish, *, every_s: float = 10.0, frame_s: float | None = 30.0) -> Solution:
    """Find the pull temperature: a search on a coarse grid, then corrections on the default one.

    Raises: Infeasible with the reason and what would make it possible.
    """
    coarse = _Search(wish, SEARCH_REFINE)
    coarse.share_until(wish.finish_c - 25.0)
    pull = _searched(coarse, max(wish.finish_c - 12.0, coarse.lowest_c), None)
    fine = _Search(wish, 1.0)
    fine.share_until(pull - 8.0)
    sear = _sear_needed(fine, pull)
    pull = _searched(fine, pull, sear)
    programme = programme_of(wish, pull, sear)
    result = simulate(fine.food, programme, every_s=every_s, frame_s=frame_s, start=fine.start)
    sear_s, flip_s = sear or (0.0, wish.flips_s)
    return Solution(programme, pull, sear_s, flip_s, result, coarse.tries + fine.tries)


def _searched(search: _Search, pull_c: float, sear: Sear | None) -> float:
    """Pull temperature at which the peak meets the wish. Steps by the miss itself, kept inside a bracket."""
    low, high = search.lowest_c, search.wish.finish_c + 0.5
    tolerance = TOLERANCE_K if sear is not None or search.wish.method == "direct" else 2.0
    for n in range(MAX_CORRECTIONS):
        missed = search.miss(pull_c, sear)
        if abs(missed) <= (tolerance if n < LOOSE_AFTER else max(tolerance, LOOSE_K)):
            break
        if missed > 0.0 and pull_c <= search.lowest_c:
            raise _refusal(search.wish, missed)
        low, high = (low, pull_c) if missed > 0.0 else (pull_c, high)
        step = pull_c - missed
        pull_c = step if low < step < high else 0.5 * (low + high)
        if pull_c < search.lowest_c + 0.05:
            pull_c = search.lowest_c
    return pull_c


def _sear_needed(search: _Search, pull_c: float) -> Sear | None:
    """Length and flip interval of the sear that browns both faces; None where the whole cook is over the fire."""
    wish = search.wish
    if wish.method == "direct":
        return None
    sear = next(s for s in search.run(pull_c, None).steps if s.name == "sear")
    if sear.reached == "time":
        raise Infeasible(
            f"This fire does not give a {wish.crust} crust within {{time:{sear.end_s - sear.start_s:.0f}}} of searing.",
            ("ask for a lighter crust", "make the searing side hotter"),
            "crust",
        )
    return even_sear(sear.end_s - sear.start_s, wish.flips_s)


def _refusal(wish: Wish, excess_k: float) -> Infeasible:
    reachable = wish.finish_c + max(excess_k, 0.0)
    remedies = []
    if wish.method != "direct":
        remedies.append("cook it over the fire all the way, as suits a thin piece")
    if reachable <= HIGHEST_SENSIBLE_C:
        remedies.append(f"finish at {{temp:{reachable:.1f}}} or above")
    if wish.crust != "light":
        remedies.append("ask for a lighter crust")
    remedies.append("use a thicker piece")
    if wish.temper_s > 0:
        remedies.append("put it on straight from the fridge")
    return Infeasible(
        f"A piece {{len:{wish.thickness_m * 1000:.0f}}} thick cannot have this crust and a middle of "
        f"{{temp:{wish.finish_c:.1f}}}: the sear alone carries the core to {{temp:{reachable:.1f}}}.",
        tuple(remedies),
        "finish_c",
    )

"""One piece, planned: the wish, its programme, its timeline, its cautions and what the computation says."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from brasko.core.foods.doneness import SCALES
from brasko.core.heat.simulation import MODEL_VERSION, Result
from brasko.core.planner.schedule.cautions import placed_cautions
from brasko.core.planner.schedule.tasks import Busy, Task, busy_hands
from brasko.core.planner.schedule.timeline import lead_s, timeline
from brasko.core.planner.solve.ending import carry_over_k
from brasko.core.planner.solve.gentler import gentler_ways
from brasko.core.planner.solve.hold import rested_longer
from brasko.core.planner.solve.infeasible import TooFierce, too_long_out
from brasko.core.planner.solve.invert import Solution, solve_piece
from brasko.core.planner.solve.near import solved_near
from brasko.core.planner.solve.parts import PartResult, part_results
from brasko.core.planner.solve.programme import SEARCH_REFINE, flip_moments, the_phase
from brasko.core.planner.solve.ranges import Ranges, ensemble_ranges
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.agency import Caution, Minimum
from brasko.core.safety.clock import fridge_limit_s
from brasko.core.words import quantity, say

OVERSHOOT_TOLD_K = 1.7
"""So far over its finish, about 3 °F, is told (assumed)."""
SERVING_S = 600.0
"""Handling and eating count into the time outside the fridge (assumed)."""
AT_PULL_S = 180.0
"""How fast the middle climbs is told from the last three minutes before the pull."""


@dataclass(frozen=True)
class PiecePlan:
    """A plan for one piece. Nothing in it depends on the clock: times count from the hour of eating."""

    spec: PieceSpec
    model_version: str
    solution: Solution
    tasks: tuple[Task, ...]
    cautions: tuple[Caution, ...]
    minimum: Minimum | None
    headline: str
    finish_words: dict[str, str]
    ranges: Ranges | None
    parts: tuple[PartResult, ...] = ()

    @property
    def lead_s(self) -> float:
        """From the first task to the table [s], shopping apart."""
        return lead_s(self.tasks)

    @property
    def on_s(self) -> float:
        """When it goes on [s from eating]."""
        return next(t.start_s for t in self.tasks if t.key == "on")

    @property
    def flips_s(self) -> list[float]:
        """When it is turned over, besides the steps that begin so [s from eating]."""
        return flip_moments(self.solution.result, self.on_s)

    @property
    def busy(self) -> list[Busy]:
        """When it needs hands [s from eating]."""
        return busy_hands(self.tasks, self.flips_s)

    @property
    def hands_s(self) -> float:
        """How long hands are busy from the lighting of the fire to the table [s]."""
        first = min(t.start_s for t in self.tasks if t.lane == "fire" or t.key == "on")
        return sum(end - start for start, end in self.busy if start >= first)

    @property
    def climb_k_min(self) -> float:
        """How fast the middle climbs at the pull [K/min]: what a minute too late costs."""
        result = self.solution.result
        off = the_phase(result, self.spec.how.slow).end_s
        before = max(off - AT_PULL_S, 0.0)
        index = result.time_s
        rise = self.solution.pull_c - float(result.core_c[index.searchsorted(before)])
        return max(rise, 0.0) / max((off - before) / 60.0, 0.1)


def planned(
    spec: PieceSpec, *, with_ranges: bool = False, quick: bool = False, near: PiecePlan | None = None
) -> PiecePlan:
    """Plan one piece; quick, for a slider that is still moving, is good to about 1 K.

    near is a quick plan of a wish that differs little: the search begins from it, and is sooner done.

    Raises InvalidInput or Infeasible.
    """
    _check_what_can_be_had(spec)
    solution = solved_near(spec, near.solution, near.spec.aim_c) if quick and near is not None else None
    try:
        if solution is None:
            solution = solve_piece(spec, every_s=20.0, frame_s=60.0, quick=True) if quick else solve_piece(spec)
    except TooFierce as exc:
        raise TooFierce(exc.spec, exc.burnt_s, gentler_ways(spec)) from exc
    return assembled(spec, solution, ensemble_ranges(spec, solution) if with_ranges else None, quick=quick)


def _check_what_can_be_had(spec: PieceSpec) -> None:
    """Raise Infeasible for too long outside the fridge."""
    if spec.minimum is not None and spec.temper_s > 0.0 and spec.temper_s + SERVING_S > fridge_limit_s(spec.air_c):
        raise too_long_out(spec, SERVING_S)


def assembled(spec: PieceSpec, solution: Solution, ranges: Ranges | None = None, *, quick: bool = False) -> PiecePlan:
    """The plan round a solution; quick does not look for when a thin end is done."""
    tasks = timeline(spec, solution)
    return PiecePlan(
        spec=spec,
        model_version=MODEL_VERSION,
        solution=solution,
        tasks=tasks,
        cautions=placed_cautions(spec, solution, tasks),
        minimum=spec.minimum,
        headline=_headline(spec, solution),
        finish_words={k: s.word_for(spec.finish_c) for k, s in SCALES.items() if spec.the_cut.kind != "plant"},
        ranges=ranges,
        parts=part_results(spec, solution, quick=quick),
    )


TOLD_AIR_K, TOLD_FILM = 2.0, 0.04
"""What was learned of a fire is told from here on (assumed)."""


def _as_learned(spec: PieceSpec) -> str:
    """What the household's log says of the gentle side, where it says something."""
    if "gentle" not in spec.how.phases:
        return ""
    told, has = [], spec.gentle_heat
    if abs(has.air_more_k) >= TOLD_AIR_K:
        key = say("plan-hotter") if has.air_more_k > 0.0 else say("plan-cooler")
        told.append(say("plan-by-so-much", rise=quantity.rise(abs(has.air_more_k)), way=key))
    if abs(has.film_more - 1.0) >= TOLD_FILM:
        way = say("plan-more") if has.film_more > 1.0 else say("plan-less")
        told.append(say("plan-heat-goes-in", percent=quantity.number(100.0 * abs(has.film_more - 1.0)), way=way))
    return say("plan-as-your-fire-does", told=", ".join(told)) if told else ""


def _headline(spec: PieceSpec, solution: Solution) -> str:
    rise = solution.result.peak_core_c - solution.pull_c
    said = f"{spec.how.name}: {spec.how.why_for(spec.the_cut.kind)}.{_as_learned(spec)}"
    if spec.the_cut.kind == "plant":
        return say("plan-it-is-done-by-look-and", said=said)
    if spec.reading_c is not None:
        adds = carry_over_k(solution.result)
        over = solution.result.peak_core_c - max(spec.aim_c, spec.reading_c)
        said += say(
            "plan-off-when-a-thermometer-shows-in",
            reading=quantity.temp(max(spec.reading_c, solution.result.steps[-2].core_c)),
            reading2=quantity.least(spec.reading_c),
        )
        said += say("plan-the-rest-may-add-and-is", adds=quantity.rise(adds)) if adds > 0.5 else "."
        if over > OVERSHOOT_TOLD_K:
            said += say("plan-so-it-ends-over-its-finish", over=quantity.rise(over))
        return said
    if solution.softens_s > 0.0:
        end = quantity.temp(solution.result.steps[-2].core_c)
        return said + say("plan-it-reads-then-softens", pull=quantity.temp(solution.pull_c), end=end)
    said += say("plan-pull-at-what-follows-adds", pull=quantity.temp(solution.pull_c), rise=quantity.rise(rise))
    off = solution.result.peak_core_c - spec.finish_c
    if spec.pull_offset_k is not None and abs(off) > 0.8:
        more = "more" if off > 0.0 else "less"
        said += say("plan-your-own-pull-ends-done-than", off=quantity.rise(abs(off)), more=more)
    return said


def held_longer(plan: PiecePlan, by_s: float, *, quick: bool = False) -> PiecePlan:
    """The same plan so much earlier: it rests and is held so much longer, run anew."""
    if by_s < 1.0:
        return plan
    spec, old = plan.spec, plan.solution
    every_s, frame_s = (20.0, 60.0) if quick else (10.0, 30.0)
    programme, result = rested_longer(
        spec.food,
        old.programme,
        old.result,
        by_s,
        every_s=every_s,
        frame_s=frame_s,
        refine=SEARCH_REFINE if quick else 1.0,
    )
    made = replace(old, programme=programme, result=result)
    return assembled(spec, made, _longer(plan.ranges, old.result, result), quick=quick)


def _longer(ranges: Ranges | None, old: Result, new: Result) -> Ranges | None:
    """Ranges along a longer curve: as far off as they were at the end."""
    if ranges is None:
        return None
    low = np.interp(new.time_s, old.time_s, ranges.core_low_c - old.core_c)
    high = np.interp(new.time_s, old.time_s, ranges.core_high_c - old.core_c)
    return replace(ranges, time_s=new.time_s, core_low_c=new.core_c + low, core_high_c=new.core_c + high)

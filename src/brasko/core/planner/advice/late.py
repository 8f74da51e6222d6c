"""What if the guests are late: ways to hold, each simulated."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.errors import require_between
from brasko.core.fire.rests import RESTS
from brasko.core.heat.simulation import Result, simulate
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.programme import MAX_SEAR_S, SEARCH_REFINE, programme_of, the_phase
from brasko.core.planner.solve.search import tempered_start
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Programme, Side, Step, Surroundings, Until
from brasko.core.safety.clock import WARM_ZONE_HIGH_C, fridge_limit_s
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

COOL_BOX = Sourced(2.0, "W m-2 K-1", "", "assumed")
"""Film coefficient about a wrapped piece in a closed box with towels."""
BOX_C = Sourced(50.0, "°C", "", "assumed")
"""Air in a box that was warmed with hot water first."""
WARM_PLACE = Sourced(6.0, "W m-2 K-1", "", "assumed")
WARM_PLACE_KG_M3 = Sourced(0.04, "kg m-3", "", "assumed")
"""Film coefficient and vapour in a warm, still place."""
LUKEWARM_C = 48.0
"""Below this a steak is eaten lukewarm (assumed)."""
WARM_PLACE_ABOVE_K = 4.0
"""A warm place for holding is so far above the core: any warmer and it cooks on (common practice, no source)."""


@dataclass(frozen=True)
class Holding:
    """One way to bridge a delay, and what it does to the piece when it is served so much later.

    when        the last moment at which this can still be chosen
    """

    key: str
    name: str
    when: str
    served_core_c: float | None
    peak_core_c: float
    grey_rim_share: float | None
    within_clock: bool
    words: str


def holdings(spec: PieceSpec, solution: Solution, late_s: float) -> tuple[Holding, ...]:
    """Ways to hold a plan for guests who come so much later, the gentlest first. Raises InvalidInput."""
    require_between("late_min", late_s / 60.0, 5.0, 180.0, "min", say("late-for-longer-plan-a-later-hour"))
    found: list[Holding] = []
    if spec.how.phases[0] == "gentle" and "sear" in spec.how.phases:
        found += [_before_the_sear(spec, solution, late_s, warm) for warm in (True, False)]
    if spec.how.is_long:
        found.append(_after(spec, solution, late_s, "box", say("late-wrapped-in-a-warmed-cool-box"), _box()))
    else:
        found.append(_after(spec, solution, late_s, "foil", say("late-under-foil-on-the-board"), RESTS["foil"][1]))
    return (_later(spec, late_s), *sorted(found, key=lambda h: _worse_by(h, spec)))


def _worse_by(holding: Holding, spec: PieceSpec) -> tuple[bool, float]:
    """How much a holding costs: out of the clock first, then the finish missed and what is eaten cold."""
    return not holding.within_clock, abs(holding.peak_core_c - spec.finish_c) + max(
        LUKEWARM_C - (holding.served_core_c or 0.0), 0.0
    )


def warm_place_c(pull_c: float) -> float:
    """Where a pulled piece is held: hardly warmer than itself, or it cooks on [°C]."""
    return pull_c + WARM_PLACE_ABOVE_K


def warm_place(pull_c: float) -> Surroundings:
    """What it feels there."""
    place_c = warm_place_c(pull_c)
    still = Side(air_c=place_c, h_w_m2k=WARM_PLACE.value, radiant_c=place_c, vapour_kg_m3=WARM_PLACE_KG_M3.value)
    return Surroundings(still, still, still)


def _run(spec: PieceSpec, programme: Programme) -> Result:
    start = tempered_start(spec, spec.food, SEARCH_REFINE)
    return simulate(spec.food, programme, every_s=20.0, refine=SEARCH_REFINE, start=start)


def _before_the_sear(spec: PieceSpec, solution: Solution, late_s: float, warm: bool) -> Holding:
    """Hold after the gentle part, then sear as long as the crust needs."""
    programme = programme_of(spec, solution.pull_c)
    n = next(i for i, step in enumerate(programme) if step.name == "sear")
    place_c = warm_place_c(solution.pull_c)
    around = warm_place(solution.pull_c) if warm else RESTS["foil"][1]
    held = (*programme[:n], Step("hold", around, Until(late_s)), *programme[n:])
    result = _run(spec, held)
    sear = the_phase(result, "sear")
    length = min(sear.end_s - sear.start_s, MAX_SEAR_S)
    name = (
        say("late-at-on-the-coolest-place-before", place=quantity.temp(place_c))
        if warm
        else say("late-under-foil-before-the-sear")
    )
    how = (
        say("late-vents-nearly-shut-or-an-oven", place=quantity.temp(place_c), length=quantity.span(length / 2.0))
        if warm
        else say("late-off-under-loose-foil-keep-the", length=quantity.span(length / 2.0))
    )
    return _judged(
        spec, result, late_s, "warm" if warm else "wait", name, say("late-before-the-sear"), how, cold=not warm
    )


def _box() -> Surroundings:
    side = Side(air_c=BOX_C.value, h_w_m2k=COOL_BOX.value, vapour_open=False)
    return Surroundings(side, side, side)


def _after(spec: PieceSpec, solution: Solution, late_s: float, key: str, name: str, around: Surroundings) -> Holding:
    """Hold what is done."""
    programme = (*solution.programme, Step("hold", around, Until(late_s)))
    result = _run(spec, programme)
    return _judged(
        spec,
        result,
        late_s,
        key,
        name,
        say("late-after-the-rest"),
        say("late-slice-only-when-they-sit-down"),
        cold=True,
    )


def _later(spec: PieceSpec, late_s: float) -> Holding:
    """Known early: everything begins later, and nothing changes."""
    return Holding(
        "later",
        say("late-begin-everything-later"),
        say("late-before-it-goes-on"),
        None,
        spec.finish_c,
        None,
        True,
        say("late-if-you-know-before-it-goes", late=quantity.span(late_s)),
    )


def _judged(
    spec: PieceSpec, result: Result, late_s: float, key: str, name: str, when: str, how: str, *, cold: bool
) -> Holding:
    core = float(result.core_c[-1])
    lukewarm = late_s if cold and core < WARM_ZONE_HIGH_C else 0.0
    out_s = spec.temper_s + lukewarm
    limit = fridge_limit_s(spec.air_c)
    clock = (
        ""
        if out_s <= limit
        else say("late-that-is-over-the-safe-time", out=quantity.span(out_s), limit=quantity.span(limit))
    )
    said = say(
        "late-served-at-in-the-middle-it",
        how=how,
        core=quantity.temp(core),
        peak_core=quantity.temp(result.peak_core_c),
        clock=clock,
    )
    return Holding(key, name, when, core, result.peak_core_c, result.grey_rim_share, out_s <= limit, said)

"""The next plan from the last one, while a slider moves: its pull and sear, moved a little, are nearly right
already."""

from __future__ import annotations

from dataclasses import replace

from brasko.core.heat.simulation import simulate
from brasko.core.planner.solve.ending import BURNT_FOR_S, burnt_s, off_aim_k
from brasko.core.planner.solve.invert import QUICK_K, Solution
from brasko.core.planner.solve.programme import SEARCH_REFINE, programme_of, the_phase
from brasko.core.planner.solve.search import HIGHEST_ABOVE_AIM_K, slope_of, tempered_start
from brasko.core.planner.spec.options import CRUST_ENOUGH
from brasko.core.planner.spec.piece import SURE_OF_THE_FIGURE_K, PieceSpec

TRIES = 3
CRUST_STAYS = 1.6
"""A sear that browns so many times as much as the last, or so little, is found anew (assumed)."""


def alike(spec: PieceSpec) -> PieceSpec:
    """The wish without what a slider moves: plans of wishes that are equal so are near one another."""
    cut = spec.the_cut
    return replace(
        spec,
        thickness_m=cut.typical_thickness_m,
        mass_kg=cut.typical_mass_kg,
        finish_c=max(cut.default_finish_c, 90.0),
        start_c=4.0,
        gentle_c=None,
        temper_s=0.0,
        count=1,
        air_c=22.0,
    )


def solved_near(spec: PieceSpec, near: Solution, near_aim_c: float) -> Solution | None:
    """A quick solution begun from a near one; None where that does not do, and it has to be found from scratch."""
    if spec.pull_offset_k is not None or spec.turn_deg:
        return None
    rested = replace(spec, rest_s=near.rest_s) if spec.rest_s is None else spec
    sear = near.sear if spec.how.slow == "gentle" and near.sear_s > 0.0 else None
    flips = (
        None
        if sear is not None or spec.flip_every_s is not None or "sear" not in spec.how.phases
        else near.flip_every_s
    )
    rested = replace(rested, flip_every_s=flips or rested.flip_every_s)
    pull_c = near.pull_c + spec.aim_c - near_aim_c
    start = tempered_start(rested, rested.food, SEARCH_REFINE)
    coldest = spec.start_c if start is None else float(start.temp_c.min())
    last: tuple[float, float] | None = None
    for tries in range(1, TRIES + 1):
        highest = spec.aim_c + (HIGHEST_ABOVE_AIM_K if spec.reading_c is not None else 0.0)
        if not coldest + 2.0 < pull_c <= highest:
            return None
        programme = programme_of(rested, pull_c, sear)
        result = simulate(rested.food, programme, every_s=20.0, frame_s=60.0, refine=SEARCH_REFINE, start=start)
        if the_phase(result, spec.how.slow).reached == "time":
            return None
        missed = off_aim_k(result, spec)
        if spec.reading_c is not None and burnt_s(result) > BURNT_FOR_S.value:
            return None
        if (-QUICK_K if spec.reading_c is None else -SURE_OF_THE_FIGURE_K) <= missed <= QUICK_K:
            crust, before = (float(min(r.end.browning_s)) for r in (result, near.result))
            stays = sear is None or crust <= CRUST_STAYS * max(before, 1.0)
            enough = crust >= CRUST_ENOUGH * min(spec.crust_s, before) and stays
            return (
                Solution(programme, pull_c, near.sear_s, rested.flips_s if flips else near.flip_every_s, result, tries)
                if enough
                else None
            )
        if flips is not None:
            slow = the_phase(result, "sear")
            lasts = slow.end_s - slow.start_s
            rested = replace(rested, flip_every_s=lasts / (2.0 * max(1, round(lasts / (2.0 * flips)))))
        slope = 1.0 if last is None else slope_of(pull_c - last[0], missed - last[1])
        last = pull_c, missed
        pull_c -= missed / slope
    return None

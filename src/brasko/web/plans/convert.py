"""Between what people send and what the core computes."""

import base64
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from functools import lru_cache

import numpy as np

from brasko.core.fire.grate import grate_map
from brasko.core.fire.own import OwnFire
from brasko.core.heat.simulation import Result
from brasko.core.planner.meal import Meal, meal
from brasko.core.planner.near import alike
from brasko.core.planner.parts import PartTold
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.programme import phase_of
from brasko.core.planner.ranges import Span
from brasko.core.planner.rendered_fat import fat_lost_share
from brasko.core.planner.smoke import SmokeTold, smoke_of
from brasko.core.planner.tasks import Task
from brasko.core.planner.timeline import START_MARGIN_S
from brasko.core.planner.wish import Wish
from brasko.formats.fire import OwnFireIn
from brasko.formats.fire_convert import map_schema
from brasko.web.plans.schemas import (
    BriefOut,
    CautionOut,
    CurveOut,
    MarkOut,
    MinimumOut,
    PartOut,
    PieceResult,
    PlanGrate,
    SectionOut,
    SmokeOut,
    SpanOut,
    StepOut,
    TaskOut,
    ZoneOut,
)

SECTION_ROWS, SECTION_COLUMNS, SECTION_FRAMES = 32, 26, 60
QUICK_FRAMES = 24
"""Enough of the section for a slider that is still moving."""
BRIEF_POINTS = 90


@lru_cache(maxsize=64)
def computed(wish: Wish, with_ranges: bool = False, quick: bool = False) -> PiecePlan:
    """The plan of a wish. Plans do not depend on the clock, so keeping what was just previewed costs nothing more.

    A quick one begins from the last that was much alike: a slider moves by small steps.
    """
    if not quick:
        return planned(wish, with_ranges=with_ranges)
    key = alike(wish)
    made = planned(wish, quick=True, near=_LAST.get(key))
    if len(_LAST) >= MOST_LAST:
        _LAST.clear()
    _LAST[key] = made
    return made


_LAST: dict[Wish, PiecePlan] = {}
MOST_LAST = 64


def result_of(plan: PiecePlan, frames: int = SECTION_FRAMES, said: OwnFireIn | None = None) -> PieceResult:
    """What is stored and shown of a computed plan; said is the cook's own fire as it was sent."""
    solution, result = plan.solution, plan.solution.result
    slow = [s.name for s in result.steps if phase_of(s.name) == plan.wish.how.slow][-1]
    ranges, minimum = plan.ranges, plan.minimum
    return PieceResult(
        model_version=plan.model_version,
        cut_name=plan.wish.the_cut.name,
        headline=plan.headline,
        finish_c=plan.wish.finish_c,
        finish_words=plan.finish_words,
        minimum=None
        if minimum is None
        else MinimumOut(core_c=minimum.core_c, rest_s=minimum.rest_s, words=minimum.words),
        method=plan.wish.method,
        fire=plan.wish.fire_key,
        pull_c=solution.pull_c,
        reading_c=plan.wish.reading_c,
        peak_core_c=result.peak_core_c,
        sear_s=solution.sear_s,
        flip_every_s=solution.flip_every_s,
        lead_s=plan.lead_s,
        on_s=next(t.start_s for t in plan.tasks if t.key == "on"),
        grey_rim_share=result.grey_rim_share,
        mass_loss_share=result.mass_loss_share,
        salmonella_log10_core=result.salmonella_log10_core,
        salmonella_log10_surface=result.salmonella_log10_surface,
        slow_step=slow,
        slow_task=next(t.key for t in plan.tasks if t.step == slow),
        tasks=[task_out(t) for t in plan.tasks],
        steps=[StepOut.model_validate(s, from_attributes=True) for s in result.steps],
        flips_s=list(result.flips_s),
        cautions=[CautionOut.model_validate(c, from_attributes=True) for c in plan.cautions],
        curve=CurveOut(
            time_s=_rounded(result.time_s),
            core_c=_rounded(result.core_c),
            face_a_c=_rounded(result.face_a_c),
            face_b_c=_rounded(result.face_b_c),
            core_low_c=_rounded(ranges.core_low_c) if ranges else None,
            core_high_c=_rounded(ranges.core_high_c) if ranges else None,
        ),
        section=section_of(result, frames),
        marks=[MarkOut.model_validate(m, from_attributes=True) for m in result.marks],
        marks_words=result.marks_words,
        on_rods=plan.wish.can_mark,
        in_pan=plan.wish.in_pan,
        has_lid=plan.wish.has_lid,
        browning_a_s=float(result.end.browning_s[0]),
        browning_b_s=float(result.end.browning_s[1]),
        evaporated_share=result.evaporated_share,
        drip_share=result.drip_share,
        step_ranges_s={k: _span(s) for k, s in ranges.step_end_s.items()} if ranges else None,
        step_core_ranges_c={k: _span(s) for k, s in ranges.step_core_c.items()} if ranges else None,
        peak_range_c=_span(ranges.peak_core_c) if ranges else None,
        grey_rim_range=_span(ranges.grey_rim_share) if ranges else None,
        mass_loss_range=_span(ranges.mass_loss_share) if ranges else None,
        zones=_zones(plan.wish),
        grate=None if said is None else plan_grate(said, plan.wish.own_as_set),
        smoke=smoke_out(smoke_of(plan.wish, solution)),
        parts=[part_out(each) for each in plan.parts],
        fat_lost_share=fat_lost_share(plan.wish.the_cut, result),
    )


@lru_cache(maxsize=64)
def joined(wishes: tuple[Wish, ...], ranged: tuple[int, ...] = (), quick: bool = False) -> Meal:
    """The pieces of one meal fitted together; ranges only for those named."""
    return meal([computed(wish, i in ranged, quick) for i, wish in enumerate(wishes)], quick=quick)


def task_out(task: Task) -> TaskOut:
    return TaskOut.model_validate(task, from_attributes=True)


def brief_of(index: int, plan: PiecePlan) -> BriefOut:
    """What the line needs of a piece that is not in focus."""
    result = plan.solution.result
    every = max(1, len(result.time_s) // BRIEF_POINTS)
    return BriefOut(
        piece=index,
        cut_name=plan.wish.the_cut.name,
        on_s=plan.on_s,
        pull_c=plan.solution.pull_c,
        peak_core_c=result.peak_core_c,
        finish_c=plan.wish.finish_c,
        time_s=_rounded(result.time_s[::every]),
        core_c=_rounded(result.core_c[::every]),
    )


def part_out(told: PartTold) -> PartOut:
    return PartOut(
        key=told.key, name=told.name, at_end=told.at == "end", thickness_mm=told.thickness_m * 1000.0, wanted_c=told.wanted_c, peak_c=told.peak_c,
        turned_c=told.turned_c, sooner_s=told.sooner_s, words=told.words,
    )  # fmt: skip


def smoke_out(told: SmokeTold) -> SmokeOut:
    """Smoke, as it is told."""
    return SmokeOut(index=told.index, word=told.word, ring_mm=round(told.ring_m * 1000.0, 1), assumed=told.assumed)


def _span(span: Span) -> SpanOut:
    return SpanOut(low=span.low, high=span.high)


def _zones(wish: Wish) -> list[ZoneOut]:
    used = {"gentle": wish.gentle_zone, "sear": wish.sear_zone}
    return [ZoneOut(key=z.key, name=z.name, role=role, shown_c=z.shown_c) for role, z in used.items() if z is not None]


def _rounded(values: np.ndarray) -> list[float]:
    return [round(float(v), 2) for v in values]


def section_of(result: Result, frames: int = SECTION_FRAMES) -> SectionOut:
    """The computed field on an even raster, at so many moments."""
    grid = result.grid
    thickness, half = float(grid.dz_m.sum()), float(grid.dr_m.sum())
    z = (np.arange(SECTION_ROWS) + 0.5) / SECTION_ROWS * thickness
    z[0], z[-1] = grid.z_m[0], grid.z_m[-1]
    r = (np.arange(SECTION_COLUMNS) + 0.5) / SECTION_COLUMNS * half
    picked = np.unique(np.linspace(0, len(result.frame_s) - 1, frames).astype(int))
    rows = np.clip(np.searchsorted(grid.z_m, z), 1, len(grid.z_m) - 1)
    columns = np.clip(np.searchsorted(grid.r_m, r), 1, len(grid.r_m) - 1)
    fz = np.clip((z - grid.z_m[rows - 1]) / (grid.z_m[rows] - grid.z_m[rows - 1]), 0, 1)[:, None]
    fr = np.clip((r - grid.r_m[columns - 1]) / (grid.r_m[columns] - grid.r_m[columns - 1]), 0, 1)[None, :]

    def raster(fields: np.ndarray) -> str:
        upper = fields[:, rows - 1] * (1 - fz) + fields[:, rows] * fz
        even = upper[:, :, columns - 1] * (1 - fr) + upper[:, :, columns] * fr
        return base64.b64encode(np.clip(np.rint(even), 0, 255).astype(np.uint8).tobytes()).decode()

    return SectionOut(
        rows=SECTION_ROWS,
        columns=SECTION_COLUMNS,
        thickness_mm=thickness * 1000.0,
        half_width_mm=half * 1000.0,
        bone_mm=float(grid.dr_m[: grid.bone_columns].sum()) * 1000.0,
        middle_column=int(np.argmin(np.abs(r - grid.r_m[grid.middle_column]))),
        time_s=_rounded(result.frame_s[picked]),
        temp=raster(result.frame_temp_c[picked]),
        peak=raster(result.frame_colour_c[picked]),
    )


def earliest_eating(lead_s: float, now: datetime) -> datetime:
    """The first whole minute at which this could be eaten."""
    at = now.astimezone(UTC) + timedelta(seconds=lead_s + START_MARGIN_S)
    return at.replace(second=0, microsecond=0) + timedelta(minutes=1)


def plan_grate(said: OwnFireIn, own: OwnFire) -> PlanGrate:
    """The grate of a fire, with the lid shut where it has one."""
    shut = replace(own.setup, lid_open=False)
    return PlanGrate(map=map_schema(shut, grate_map(shut, own.gentle.grate)), fire=said)

"""Results of the core as the interface gets them: the only place where they become schemas."""

import base64
from dataclasses import replace
from datetime import UTC, datetime

import numpy as np

from brasko.core.fire.custom import OwnFire
from brasko.core.fire.grate import grate_map
from brasko.core.heat.section import section_of
from brasko.core.heat.simulation import Result
from brasko.core.planner.advice.smoke import SmokeResult, smoke_of
from brasko.core.planner.meal import Meal
from brasko.core.planner.plan import PiecePlan
from brasko.core.planner.schedule.tasks import Task
from brasko.core.planner.schedule.timeline import earliest_eating
from brasko.core.planner.solve.parts import PartResult
from brasko.core.planner.solve.programme import phase_of
from brasko.core.planner.solve.ranges import Ranges, Span
from brasko.core.planner.solve.rendered_fat import fat_lost_share
from brasko.core.planner.spec.methods import METHODS, why_unsuited
from brasko.core.planner.spec.piece import PieceSpec
from brasko.formats.fire import OwnFireIn
from brasko.formats.fire_convert import map_schema
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import filled
from brasko.web.plans.schemas import (
    BriefOut,
    CautionOut,
    ChoiceOut,
    CurveOut,
    MarkOut,
    MinimumOut,
    PartOut,
    PieceResult,
    PlanGrate,
    PreviewOut,
    SectionOut,
    SmokeOut,
    SpanOut,
    StepOut,
    TaskOut,
    ZoneOut,
)

SECTION_FRAMES = 60
QUICK_FRAMES = 24
"""Enough of the section for a slider that is still moving."""
BRIEF_POINTS = 90
"""Lines of pieces that are not in focus have so many points."""


def piece_schema(plan: PiecePlan, frames: int = SECTION_FRAMES, said: OwnFireIn | None = None) -> PieceResult:
    """What is stored and shown of a computed plan; said is the cook's own fire as it was sent."""
    solution, result = plan.solution, plan.solution.result
    slow = [s.name for s in result.steps if phase_of(s.name) == plan.spec.how.slow][-1]
    ranges, minimum = plan.ranges, plan.minimum
    return PieceResult(
        model_version=plan.model_version,
        cut_name=plan.spec.the_cut.name,
        headline=plan.headline,
        finish_c=plan.spec.finish_c,
        finish_words=plan.finish_words,
        minimum=None
        if minimum is None
        else MinimumOut(core_c=minimum.core_c, rest_s=minimum.rest_s, words=minimum.words),
        method=plan.spec.method,
        fire=plan.spec.fire_key,
        pull_c=solution.pull_c,
        reading_c=plan.spec.reading_c,
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
        tasks=[task_schema(t) for t in plan.tasks],
        steps=[StepOut.model_validate(s, from_attributes=True) for s in result.steps],
        flips_s=list(result.flips_s),
        cautions=[CautionOut.model_validate(c, from_attributes=True) for c in plan.cautions],
        curve=curve_schema(result, ranges),
        section=section_schema(result, frames),
        marks=[MarkOut.model_validate(m, from_attributes=True) for m in result.marks],
        marks_words=result.marks_words,
        on_rods=plan.spec.can_mark,
        in_pan=plan.spec.in_pan,
        has_lid=plan.spec.has_lid,
        browning_a_s=float(result.end.browning_s[0]),
        browning_b_s=float(result.end.browning_s[1]),
        evaporated_share=result.evaporated_share,
        drip_share=result.drip_share,
        step_ranges_s={k: _span(s) for k, s in ranges.step_end_s.items()} if ranges else None,
        step_core_ranges_c={k: _span(s) for k, s in ranges.step_core_c.items()} if ranges else None,
        peak_range_c=_span(ranges.peak_core_c) if ranges else None,
        grey_rim_range=_span(ranges.grey_rim_share) if ranges else None,
        mass_loss_range=_span(ranges.mass_loss_share) if ranges else None,
        zones=_zones(plan.spec),
        grate=None if said is None else plan_grate(said, plan.spec.own_as_set),
        smoke=smoke_schema(smoke_of(plan.spec, solution)),
        parts=[part_schema(each) for each in plan.parts],
        fat_lost_share=fat_lost_share(plan.spec.the_cut, result),
    )


def preview_schema(
    made: Meal, piece: PieceIn, focus: int, eat_at: datetime | None, now: datetime, *, quick: bool
) -> PreviewOut:
    """A meal as it is shown while it is being planned, one piece of it in focus."""
    return PreviewOut(
        piece=filled(piece),
        result=piece_schema(made.plans[focus], QUICK_FRAMES if quick else SECTION_FRAMES, piece.own_fire),
        others=[brief_schema(i, plan) for i, plan in enumerate(made.plans) if i != focus],
        order=[task_schema(task) for task in made.tasks],
        cautions=[CautionOut.model_validate(c, from_attributes=True) for c in made.cautions],
        notes=list(made.notes),
        lead_s=made.lead_s,
        eat_at=eat_at,
        earliest=earliest_eating(made.lead_s, now.astimezone(UTC)),
        methods=_methods_for(made.plans[focus].spec),
    )


def _methods_for(spec: PieceSpec) -> list[ChoiceOut]:
    """Every method, with why it makes no sense for this piece where it doesn't."""
    size = (spec.thickness_m, spec.finish_c)
    return [
        ChoiceOut(key=key, name=how.name, why=why_unsuited(spec.the_cut, *size, key, spec.mass_kg, spec.boned))
        for key, how in METHODS.items()
    ]


def task_schema(task: Task) -> TaskOut:
    return TaskOut.model_validate(task, from_attributes=True)


def brief_schema(index: int, plan: PiecePlan) -> BriefOut:
    """What the line needs of a piece that is not in focus."""
    result = plan.solution.result
    every = max(1, len(result.time_s) // BRIEF_POINTS)
    return BriefOut(
        piece=index,
        cut_name=plan.spec.the_cut.name,
        on_s=plan.on_s,
        pull_c=plan.solution.pull_c,
        peak_core_c=result.peak_core_c,
        finish_c=plan.spec.finish_c,
        time_s=_rounded(result.time_s[::every]),
        core_c=_rounded(result.core_c[::every]),
    )


def part_schema(told: PartResult) -> PartOut:
    return PartOut(
        key=told.key,
        name=told.name,
        at_end=told.at == "end",
        thickness_mm=told.thickness_m * 1000.0,
        wanted_c=told.wanted_c,
        peak_c=told.peak_c,
        turned_c=told.turned_c,
        sooner_s=told.sooner_s,
        words=told.words,
    )


def smoke_schema(told: SmokeResult) -> SmokeOut:
    """Smoke, as it is told."""
    return SmokeOut(index=told.index, word=told.word, ring_mm=round(told.ring_m * 1000.0, 1), assumed=told.assumed)


def _span(span: Span) -> SpanOut:
    return SpanOut(low=span.low, high=span.high)


def _zones(spec: PieceSpec) -> list[ZoneOut]:
    used = {"gentle": spec.gentle_zone, "sear": spec.sear_zone}
    return [ZoneOut(key=z.key, name=z.name, role=role, shown_c=z.shown_c) for role, z in used.items() if z is not None]


def _rounded(values: np.ndarray) -> list[float]:
    return [round(float(v), 2) for v in values]


def curve_schema(result: Result, ranges: Ranges | None = None) -> CurveOut:
    """The curves of a result, with what eight cooks in ten stay between where that is known."""
    return CurveOut(
        time_s=_rounded(result.time_s),
        core_c=_rounded(result.core_c),
        face_a_c=_rounded(result.face_a_c),
        face_b_c=_rounded(result.face_b_c),
        core_low_c=_rounded(ranges.core_low_c) if ranges else None,
        core_high_c=_rounded(ranges.core_high_c) if ranges else None,
    )


def section_schema(result: Result, frames: int = SECTION_FRAMES) -> SectionOut:
    """A cut through the piece, one byte a spot."""
    found = section_of(result, frames)
    _, rows, columns = found.temp_c.shape
    return SectionOut(
        rows=rows,
        columns=columns,
        thickness_mm=found.thickness_m * 1000.0,
        half_width_mm=found.half_width_m * 1000.0,
        bone_mm=found.bone_m * 1000.0,
        middle_column=found.middle_column,
        time_s=_rounded(found.time_s),
        temp=base64.b64encode(found.temp_c.tobytes()).decode(),
        peak=base64.b64encode(found.peak_c.tobytes()).decode(),
    )


def plan_grate(said: OwnFireIn, own: OwnFire) -> PlanGrate:
    """The grate of a fire, with the lid shut where it has one."""
    shut = replace(own.setup, lid_open=False)
    return PlanGrate(map=map_schema(shut, grate_map(shut, own.gentle.grate)), fire=said)

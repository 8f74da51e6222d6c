"""Experiments as they are told."""

from __future__ import annotations

from typing import cast

from brasko.core.lab.experiment import MAX_VARIANTS
from brasko.core.lab.questions import QUESTIONS
from brasko.core.lab.sweep import MAX_POINTS, SWEEPABLE
from brasko.core.lab.variants import VariantResult
from brasko.core.planner.spec.fields import UNITS
from brasko.formats.experiment import ExperimentIn, VariantIn
from brasko.formats.meal import PieceIn
from brasko.formats.piece import ANSWERS
from brasko.web.lab.models import Experiment
from brasko.web.lab.schemas import (
    ExperimentLine,
    KeptExperiment,
    LabReference,
    LabWayOut,
    QuestionOut,
    ResultOut,
    State,
    SweptField,
)
from brasko.web.plans.present import section_schema

FRAMES = 40
"""Pictures of the inside of one way."""


def with_section(told: ResultOut, number: int, way: VariantResult) -> None:
    """The inside of a way's piece beside the rest of it."""
    section = None if way.result is None else section_schema(way.result, FRAMES)
    told.variants[number] = LabWayOut(**told.variants[number].model_dump(), section=section)


def line_schema(kept: Experiment, at_work: bool) -> ExperimentLine:
    """An experiment in a list."""
    return ExperimentLine(
        id=kept.pk,
        title=kept.title,
        state=state_of(kept, at_work),
        done=kept.done,
        of=kept.of,
        created_at=kept.created_at,
        ways=[v["name"] for v in kept.asked_json["variants"]],
    )


def kept_schema(kept: Experiment, at_work: bool) -> KeptExperiment:
    """The whole of an experiment."""
    return KeptExperiment(
        id=kept.pk,
        version=kept.version,
        title=kept.title,
        state=state_of(kept, at_work),
        done=kept.done,
        of=kept.of,
        note=kept.note,
        created_at=kept.created_at,
        asked=kept.asked,
        told=kept.told,
    )


def state_of(kept: Experiment, at_work: bool) -> State:
    """Its state; what was at work when the server ended is stopped on the way."""
    if kept.state in (Experiment.State.WAITING, Experiment.State.RUNNING) and not at_work:
        return "stopped"
    return cast(State, kept.state)


def lab_reference() -> LabReference:
    """What experiments are put together from."""
    return LabReference(
        questions=[
            QuestionOut(
                key=q.key,
                question=q.words,
                why=q.why,
                asked=ExperimentIn(
                    format="brasko/experiment@1",
                    title=q.words,
                    variants=[VariantIn(name=way.name, piece=PieceIn(**way.piece)) for way in q.ways],
                ),
            )
            for q in QUESTIONS
        ],
        sweepable=[_swept(name) for name in SWEEPABLE],
        most_points=MAX_POINTS,
        most_ways=MAX_VARIANTS,
    )


def _swept(name: str) -> SweptField:
    each = ANSWERS[name]
    answer = each.answer
    low, high = answer.slider or (answer.low, answer.high)
    unit = UNITS[answer.kind].outside if answer.kind in UNITS else ""
    options = list(answer.named()) if answer.kind == "name" else []
    return SweptField(field=each.outside, name=answer.words, unit=unit, low=low, high=high, options=options)

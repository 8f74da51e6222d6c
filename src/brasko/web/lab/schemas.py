"""What the Lab's endpoints take and give."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from ninja import Schema

from brasko.formats.experiment import ExperimentIn, ExperimentOut, VariantToldOut
from brasko.web.plans.schemas import SectionOut

State = Literal["waiting", "running", "done", "stopped", "failed"]
"""How far an experiment is."""


class LabWayOut(VariantToldOut):
    """A way with the inside of its piece over time."""

    section: SectionOut | None = None


class ResultOut(ExperimentOut):
    """An experiment's answer (brasko/experiment-result@1) with what the screen shows besides."""

    variants: list[LabWayOut]  # type: ignore[assignment]


class ExperimentLine(Schema):
    id: int
    title: str
    state: State
    done: int
    of: int
    created_at: datetime
    ways: list[str]


class KeptExperiment(Schema):
    """An experiment as it is kept, with as much of its answer as there is."""

    id: int
    version: str
    title: str
    state: State
    done: int
    of: int
    note: str
    created_at: datetime
    asked: ExperimentIn
    told: ResultOut


class QuestionOut(Schema):
    """A question on which cooks disagree, as an experiment that is ready to run."""

    key: str
    question: str
    why: str
    asked: ExperimentIn


class SweptField(Schema):
    """An answer that can be swept; a number from low to high in its unit, or one of options."""

    field: str
    name: str
    unit: str
    low: float | None
    high: float | None
    options: list[str]


class LabReference(Schema):
    """What experiments are put together from."""

    questions: list[QuestionOut]
    sweepable: list[SweptField]
    most_points: int
    most_ways: int

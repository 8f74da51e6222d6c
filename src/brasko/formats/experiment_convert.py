"""Between the published experiment format and the core."""

from __future__ import annotations

import math
from dataclasses import fields
from typing import Any

import numpy as np

from brasko.core.errors import InvalidInput, UnknownName, inside, require_between
from brasko.core.heat.simulation import MODEL_VERSION
from brasko.core.lab.ensemble import UNKNOWNS, Matters
from brasko.core.lab.experiment import Asked, Experiment, Found, Sweep
from brasko.core.lab.report import matters_words, than_first
from brasko.core.lab.sweep import SWEEPABLE, Axis, Point, Value, evenly
from brasko.core.lab.variants import Variant, VariantResult
from brasko.core.words import say
from brasko.formats import words
from brasko.formats.cook_convert import cook_of
from brasko.formats.experiment import (
    AxisIn,
    ExperimentIn,
    ExperimentOut,
    LineOut,
    MattersOut,
    PointOut,
    ShareOut,
    SweptOut,
    VariantIn,
    VariantToldOut,
)
from brasko.formats.meal_convert import spec_of
from brasko.formats.piece import ANSWERS, OUTSIDE, renamed

MAX_VALUES = 1_000_000
"""More are not even counted."""
LINE_POINTS = 240
"""A line has so many points at the most."""
SWEPT = {OUTSIDE[name]: name for name in SWEEPABLE}
"""What can be swept, by its name outside."""


def experiment_of(given: ExperimentIn) -> Experiment:
    """The core's experiment. Raises InvalidInput with the whole path of the field."""
    variants = []
    for n, each in enumerate(given.variants):
        with inside(f"variants.{n}"):
            variants.append(_variant(each))
    sweep = None
    if given.sweep is not None:
        with inside("sweep"):
            sweep = Sweep(given.sweep.of, tuple(_axis(n, axis) for n, axis in enumerate(given.sweep.axes)))
    matters = None if given.matters is None else Asked(given.matters.of, given.matters.runs)
    return Experiment(tuple(variants), sweep, matters)


def _variant(given: VariantIn) -> Variant:
    if given.piece is not None:
        try:
            spec = spec_of(given.piece)
        except InvalidInput as exc:
            raise InvalidInput(f"piece.{renamed(exc.field)}", exc.message, suggestion=exc.suggestion) from exc
        return Variant(given.name, spec)
    assert given.cook is not None
    finish_c = None if given.finish is None else words.temperature_c("finish", given.finish)
    with inside("cook"):
        return Variant(given.name, cook_of(given.cook), finish_c)


def _axis(n: int, given: AxisIn) -> Axis:
    with inside(f"axes.{n}"):
        if given.field not in SWEPT:
            raise UnknownName("field", given.field, SWEPT)
        name = SWEPT[given.field]
        answer = ANSWERS[name]
        numeric = answer.answer.kind != "name"
        if given.values is not None:
            values = tuple(_value(given.field, each, numeric) for each in given.values)
            if len(set(values)) < len(values):
                raise InvalidInput("values", say("lab-two-values-are-alike"))
        else:
            if not numeric:
                raise InvalidInput("values", say("lab-say-which-ones", field=given.field))
            assert given.low is not None
            assert given.high is not None
            assert given.n is not None
            if not given.low < given.high:
                raise InvalidInput("high", say("lab-must-be-above", low=f"{given.low:g}"))
            require_between("n", float(given.n), 2.0, float(MAX_VALUES), "")
            values = evenly(given.low, given.high, given.n)
        return Axis(name, tuple(answer.to_core(value) if numeric else value for value in values))


def _value(field: str, value: str | float, numeric: bool) -> Value:
    if numeric != (not isinstance(value, str)):
        wants = say("lab-wants-numbers", field=field) if numeric else say("lab-wants-names", field=field)
        raise InvalidInput("values", wants)
    return value if isinstance(value, str) else float(value)


def blank(given: ExperimentIn, experiment: Experiment) -> ExperimentOut:
    """An answer with nothing in it yet."""
    sweep = None
    if experiment.sweep is not None:
        axes = experiment.sweep.axes
        sweep = SweptOut(
            of=experiment.sweep.of,
            fields=[OUTSIDE[axis.field] for axis in axes],
            values=[[_outside(axis.field, v) for v in axis.values] for axis in axes],
            points=[None] * math.prod(len(axis.values) for axis in axes),
        )
    return ExperimentOut(
        format="brasko/experiment-result@1",
        model_version=MODEL_VERSION,
        title=given.title,
        variants=[
            VariantToldOut(name=v.name, finish_c=None, pull_c=None, line=None, figures=None)
            for v in experiment.variants
        ],
        sweep=sweep,
        matters=None,
    )


def filled_in(out: ExperimentOut, experiment: Experiment, found: Found) -> None:
    """One thing more in an answer."""
    what = found.what
    if isinstance(what, VariantResult):
        out.variants[found.number] = variant_out(what, experiment.variants[found.number])
        _compared(out)
    elif isinstance(what, Point):
        assert out.sweep is not None
        assert experiment.sweep is not None
        out.sweep.points[found.number] = _point(what, experiment.sweep.fields)
    else:
        out.matters = [_matters(each) for each in what]


def variant_out(told: VariantResult, variant: Variant) -> VariantToldOut:
    """A way as it is told."""
    result, plan = told.result, told.plan
    finish_c = variant.finish_c if plan is None else plan.spec.finish_c
    line = None
    if result is not None:
        step = max(1, math.ceil(len(result.time_s) / LINE_POINTS))
        line = LineOut(
            time_s=_rounded(result.time_s[::step], 0),
            core_c=_rounded(result.core_c[::step]),
            face_a_c=_rounded(result.face_a_c[::step]),
            face_b_c=_rounded(result.face_b_c[::step]),
        )
    return VariantToldOut(
        name=told.name,
        finish_c=finish_c,
        pull_c=None if plan is None else plan.solution.pull_c,
        line=line,
        figures=told.figures,
        why=told.why,
        field=renamed(told.field),
    )


def _compared(out: ExperimentOut) -> None:
    """How each way differs from the first that can be cooked."""
    there = [each for each in out.variants if each.figures is not None]
    for each in there:
        first = there[0].figures
        assert first is not None
        assert each.figures is not None
        each.words = "" if each is there[0] else than_first(each.figures, first, there[0].name)


def _point(found: Point, names: tuple[str, ...]) -> PointOut:
    values: dict[str, Any] = {
        f.name: None if math.isnan(getattr(found, f.name)) else round(getattr(found, f.name), 4)
        for f in fields(Point)
        if f.name not in ("at", "why")
    }
    at = [_outside(name, value) for name, value in zip(names, found.at, strict=True)]
    return PointOut(at=at, why=found.why, **values)


def _matters(found: Matters) -> MattersOut:
    order = sorted(range(len(UNKNOWNS)), key=lambda n: -found.whole[n])
    return MattersOut(
        outcome=found.outcome,
        sd=found.sd,
        words=matters_words(found),
        shares=[
            ShareOut(
                key=UNKNOWNS[n].key,
                words=UNKNOWNS[n].words,
                alone=round(found.alone[n], 3),
                whole=round(found.whole[n], 3),
                unsure=round(found.unsure[n], 3),
            )
            for n in order
        ],
    )


def _outside(name: str, value: Value) -> str | float | None:
    return value if value is None or isinstance(value, str) else round(float(ANSWERS[name].to_outside(value)), 4)


def _rounded(values: Any, digits: int = 1) -> list[float]:
    return [round(float(v), digits) for v in np.asarray(values)]

"""An experiment: ways beside one another, what is swept about one of them, and what matters most for one."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from concurrent.futures import Executor
from dataclasses import dataclass

import numpy as np

from brasko.core.errors import InvalidInput, inside
from brasko.core.lab.ensemble import MAX_RUNS, MIN_RUNS, Floats, Matters, drawn, matters, outcomes
from brasko.core.lab.spread import each_of
from brasko.core.lab.sweep import Axis, Point, point, points_of
from brasko.core.lab.variants import Variant, VariantResult, told
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import say

MAX_VARIANTS = 4
ROWS = 16
"""Kitchens are handed over so many at a time."""


@dataclass(frozen=True)
class Sweep:
    """What is swept, about which way."""

    of: int
    axes: tuple[Axis, ...]

    @property
    def fields(self) -> tuple[str, ...]:
        """The answers that are swept."""
        return tuple(axis.field for axis in self.axes)


@dataclass(frozen=True)
class Asked:
    """What matters most for which way, from about how many kitchens."""

    of: int
    runs: int = 512


@dataclass(frozen=True)
class Experiment:
    """What is asked. Raises InvalidInput with the field's name."""

    variants: tuple[Variant, ...]
    sweep: Sweep | None = None
    matters: Asked | None = None

    def __post_init__(self) -> None:
        if not 1 <= len(self.variants) <= MAX_VARIANTS:
            raise InvalidInput("variants", say("lab-one-to-four", most=MAX_VARIANTS, got=len(self.variants)))
        names = [variant.name for variant in self.variants]
        for n, name in enumerate(names):
            if name in names[:n]:
                raise InvalidInput(f"variants.{n}.name", say("lab-has-its-name-already", name=name))
        if self.sweep is not None:
            with inside("sweep"):
                points_of(self.swept, self.sweep.axes)
        if self.matters is not None:
            with inside("matters"):
                self._of(self.matters.of)
                if not MIN_RUNS <= self.matters.runs <= MAX_RUNS:
                    raise InvalidInput("runs", say("lab-so-many-runs", low=MIN_RUNS, high=MAX_RUNS))

    def _of(self, number: int) -> Variant:
        if not 0 <= number < len(self.variants):
            raise InvalidInput("of", say("lab-is-no-way-here", last=len(self.variants) - 1))
        return self.variants[number]

    @property
    def swept(self) -> PieceSpec:
        """The wish that is swept about."""
        assert self.sweep is not None
        way = self._of(self.sweep.of).way
        if not isinstance(way, PieceSpec):
            raise InvalidInput("of", say("lab-a-cook-told-is-not-swept"))
        return way

    @property
    def points(self) -> int:
        """How many computations it is, kitchens by the handful."""
        swept = 0 if self.sweep is None else len(points_of(self.swept, self.sweep.axes))
        return len(self.variants) + swept + (0 if self.matters is None else len(_handfuls(self.matters.runs)))


def _handfuls(runs: int) -> list[Floats]:
    rows = drawn(runs)
    return [rows[n : n + ROWS] for n in range(0, len(rows), ROWS)]


@dataclass(frozen=True)
class Found:
    """One thing that was worked out: a way, a point of the sweep, or what matters."""

    number: int
    what: VariantResult | Point | tuple[Matters, ...]


def carried_out(
    experiment: Experiment,
    executor: Executor,
    stopped: Callable[[], bool] = lambda: False,
    known: Callable[[int], VariantResult | None] = lambda _: None,
    skip: frozenset[int] = frozenset(),
) -> Iterator[Found | None]:
    """Work it out, a Found whenever something is there and None for a handful of kitchens. Ends early once stopped().

    known gives ways, and skip are points, that were worked out before. The same from every executor.
    Raises: spread.Lost where the executor is gone.
    Checked: tests/core/test_lab.py::test_an_experiment_is_the_same_from_every_executor.
    """
    ways = {n: way for n in range(len(experiment.variants)) if (way := known(n)) is not None}
    left = [n for n in range(len(experiment.variants)) if n not in ways]
    for number, way in each_of(executor, told, [(experiment.variants[n],) for n in left], stopped):
        ways[left[number]] = way
        yield Found(left[number], way)
    if experiment.sweep is not None:
        fields = experiment.sweep.fields
        places = points_of(experiment.swept, experiment.sweep.axes)
        open_ = [n for n in range(len(places)) if n not in skip]
        for number, there in each_of(executor, point, [(experiment.swept, fields, places[n]) for n in open_], stopped):
            yield Found(open_[number], there)
    if experiment.matters is not None and not stopped():
        run = ways[experiment.matters.of].run
        if run is None:
            return
        handfuls = _handfuls(experiment.matters.runs)
        rows: dict[int, Floats] = {}
        for number, some in each_of(executor, outcomes, [(run, each) for each in handfuls], stopped):
            rows[number] = some
            yield None
        if len(rows) == len(handfuls):
            yield Found(0, matters(np.concatenate([rows[n] for n in range(len(handfuls))])))

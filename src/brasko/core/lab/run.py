"""One way to cook, run through: a plan carried out, or a cook told forwards. Everything in the lab stands on it."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from brasko.core.cook.run import run_cook
from brasko.core.cook.steps import AtFire, Cook, InPan
from brasko.core.heat.simulation import Food, Result, State, simulate
from brasko.core.planner.plan import PiecePlan
from brasko.core.planner.solve.programme import phase_of
from brasko.core.planner.solve.search import tempered_start
from brasko.core.programme.steps import Programme, Step, Until, shifted

Floats = NDArray[np.float64]

COARSE = 0.5
"""Grid of what is run hundreds of times (see heat.geometry)."""
EVERY_S, FRAME_S = 10.0, 30.0
"""Curves are kept so often, and pictures of the inside."""


@dataclass(frozen=True)
class Run:
    """A food, the steps it goes through, and which of them are over a fire of ours.

    film_spread, air_spread     what is left of the usual spread of its fire, where a log says so
    """

    food: Food
    programme: Programme
    fired: tuple[bool, ...]
    start: State | None = None
    film_spread: float = 1.0
    air_spread: float = 1.0

    def result(self, *, frame_s: float | None = FRAME_S, refine: float = 1.0) -> Result:
        """The whole of it, once."""
        return simulate(self.food, self.programme, every_s=EVERY_S, frame_s=frame_s, refine=refine, start=self.start)

    def coarse(self) -> Result:
        """The same on the grid of what is run hundreds of times; a state to go on from does not fit it."""
        return simulate(self.food, self.programme, every_s=20.0, refine=COARSE)

    def hotter(self, by_k: float) -> Run:
        """The same steps over a fire that is so much hotter."""
        return replace(self, programme=self.over(by_k, 1.0))

    def over(self, by_k: float, film: float) -> Programme:
        """The steps with their fires hotter by so much, and every film so many times as good."""
        return tuple(
            shifted((step,), by_k if fired else 0.0, film)[0]
            for step, fired in zip(self.programme, self.fired, strict=True)
        )

    @property
    def slow(self) -> int | None:
        """The last step that a temperature in the middle ends; None where none does."""
        by_core = [n for n, s in enumerate(self.programme) if ends_by_core(s)]
        return by_core[-1] if by_core else None

    def late(self, result: Result, by_s: float) -> Run:
        """The same with the step that a temperature ends noticed so much later; by the clock, as it went."""
        n = self.slow
        if n is None:
            return self
        end = result.steps[n]
        step = replace(self.programme[n], until=Until(end.end_s - end.start_s + by_s))
        return replace(self, programme=(*self.programme[:n], step, *self.programme[n + 1 :]))


def ends_by_core(step: Step) -> bool:
    """Whether a temperature in the middle ends it."""
    return step.until.core_c is not None or step.until.probe_c is not None


def run_of_plan(plan: PiecePlan) -> Run:
    """What a plan has the cook do."""
    spec, programme = plan.spec, plan.solution.programme
    fired = tuple(phase_of(step.name) in ("gentle", "sear") for step in programme)
    food = spec.food
    unsure = spec.gentle_heat
    return Run(food, programme, fired, tempered_start(spec, food), unsure.film_spread, unsure.air_spread)


def run_of_cook(cook: Cook) -> Run:
    """A cook told forwards, as one programme."""
    programme = run_cook(cook).programme
    return Run(cook.food, programme, tuple(isinstance(step.on, AtFire | InPan) for step in cook.steps))

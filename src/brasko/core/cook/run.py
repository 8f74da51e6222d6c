"""What comes of a cook: each step through the heat core, going on where the one before ended."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from brasko.core.cook.places import Place, place_of
from brasko.core.cook.steps import Cook, CookStep
from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.heat.simulation import Floats, Result, State, char_share, grey_rim_share, simulate
from brasko.core.heat.thermometer import hand_reading_c
from brasko.core.planner.spec.options import CRUSTS, crust_dose_s
from brasko.core.programme.steps import MAX_STEP_S, Programme, Step, Until, over_hotter

YARD_C = 22.0
"""Air about a fire where nothing else is said (assumed)."""


@dataclass(frozen=True)
class StepResult:
    """How a step went, and how the piece is at its end.

    reached         "core", "reading", "crust" or "time"
    core_c          the coldest point
    probe_c         what a hand thermometer in the middle shows
    crust_share     of a good crust, on the face that has less
    """

    name: str
    start_s: float
    end_s: float
    reached: str
    core_c: float
    probe_c: float
    face_a_c: float
    face_b_c: float
    crust_share: float
    mass_loss_share: float


@dataclass(frozen=True)
class CookResult:
    """A cook as it would go. Curves share time_s; face a starts down. core_c is of the coldest point, probe_c of what a
    thermometer in the middle shows. programme: its steps, for the heat core."""

    time_s: Floats
    core_c: Floats
    probe_c: Floats
    face_a_c: Floats
    face_b_c: Floats
    steps: tuple[StepResult, ...]
    peak_core_c: float
    peak_probe_c: float
    grey_rim_share: float
    crust_share: float
    char_share: float
    mass_loss_share: float
    salmonella_log10: float
    runs: tuple[Result, ...]
    programme: Programme


def run_cook(cook: Cook, *, every_s: float = 10.0, refine: float = 1.0) -> CookResult:
    """Run a cook, step by step, on the zones and the kernel of every plan.

    Raises: InvalidInput with the field's name ("steps.2.on.air").
    Checked: tests/core/test_cook_forwards.py; the reference cooks of tests/reference.
    """
    state: State | None = None
    before: Place | None = None
    now = lost = killed = 0.0
    peak_core = cook.food.start_c
    runs, told, programme = [], [], []
    for number, step in enumerate(cook.steps):
        place = _placed(cook, step, number)
        programme.append(_one(step, place, before, number))
        result = simulate(cook.food, (programme[-1],), every_s=every_s, frame_s=None, refine=refine, start=state)
        state, before = result.end, place
        lost, killed = lost + result.mass_loss_share, killed + result.salmonella_log10_core
        peak_core = max(peak_core, result.peak_core_c)
        end = result.steps[0]
        told.append(
            StepResult(
                step.name,
                now,
                now + end.end_s,
                "reading" if end.reached == "probe" else end.reached,
                end.core_c,
                hand_reading_c(result.grid, state.temp_c, a_down=state.a_down),
                float(result.face_a_c[-1]),
                float(result.face_b_c[-1]),
                float(min(state.browning_s)) / crust_dose_s("good"),
                lost,
            )
        )
        runs.append(result)
        now += end.end_s
    assert state is not None
    curves = _curves(runs)
    return CookResult(
        *curves,
        tuple(told),
        peak_core,
        float(curves[2].max()),
        grey_rim_share(cook.food, runs[-1].grid, state),
        told[-1].crust_share,
        char_share(state),
        lost,
        killed,
        tuple(runs),
        tuple(programme),
    )


def _placed(cook: Cook, step: CookStep, number: int) -> Place:
    try:
        return place_of(step.on, cook.food.geometry, cook.fat_share)
    except InvalidInput as exc:
        raise InvalidInput(f"steps.{number}.on.{exc.field}", exc.message, suggestion=exc.suggestion) from exc


def _one(step: CookStep, place: Place, before: Place | None, number: int) -> Step:
    """The programme's step of a cook's: on the same metal as before it goes on with the heat that is left in it."""
    until, metal = step.until, place.metal
    if metal is not None and before is not None and before.metal is not None and before.same_metal == place.same_metal:
        metal = replace(metal, start_c=None)
    crust = None
    if until.crust is not None:
        if until.crust not in CRUSTS:
            raise UnknownName(f"steps.{number}.until.crust", until.crust, CRUSTS)
        crust = max(crust_dose_s(until.crust), 1.0)
    longest = MAX_STEP_S if until.minutes is None else until.minutes * 60.0
    made = Step(
        step.name,
        place.surroundings,
        Until(longest, core_c=until.core_c, probe_c=until.reading_c, crust_s=crust),
        flip_every_s=step.flip_every_s,
        flip_first=step.flip_first,
        turn_deg=step.turn_deg,
        metal=metal,
        pressed=place.pressed,
        baste=step.baste,
    )
    hotter_c = place.searing_c + place.hotter_by_k
    return over_hotter(made, hotter_c, place.searing_c, YARD_C) if place.hotter_by_k else made


def _curves(runs: list[Result]) -> tuple[Floats, Floats, Floats, Floats, Floats]:
    """(time, core, probe, face a, face b) of all runs, one after another; a moment where two meet stands once."""
    begins = np.cumsum([0.0, *(run.duration_s for run in runs[:-1])])
    columns = [
        (run.time_s + begun, run.core_c, run.probe_c, run.face_a_c, run.face_b_c)
        for run, begun in zip(runs, begins, strict=True)
    ]
    parts = [tuple(c if n == 0 else c[1:] for c in column) for n, column in enumerate(columns)]
    time, core, probe, a, b = (np.concatenate(values) for values in zip(*parts, strict=True))
    return time, core, probe, a, b

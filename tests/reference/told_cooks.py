"""The reference cooks of tests/reference/cooks, run forwards: what is read of each, and whether it lies in its range.

A document holds a cook (brasko/cook@1), what is read of it, the range that cooks or published experiments give, how
sure that is, and its source. `solve` says that a step lasts as long as it takes to a peak after the rest, or to a core,
with one flip half-way.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
from scipy.optimize import brentq

from brasko.core.cook.run import CookResult, run_cook
from brasko.core.cook.steps import Cook, Ends
from brasko.core.fire import chamber, custom, setting
from brasko.core.fire.burn_time import hours_of
from brasko.core.fire.grate import hand_field
from brasko.core.fire.placing import Placed, local_exposure
from brasko.core.foods.cuts import cut_named
from brasko.core.heat.constants import STEFAN_BOLTZMANN
from brasko.core.units import fahrenheit
from brasko.formats.cook import CookIn
from brasko.formats.cook_convert import cook_of
from brasko.formats.fire import SetupIn
from brasko.formats.fire_convert import setup_of
from brasko.formats.words import temperature_c

FOLDER = Path(__file__).parent / "cooks"
REASONS = Path(__file__).parent / "misses.json"
MOIST_C = 60.0
MEDIUM_LOW = 0.4
"""Knobs: low is 0.3 of high (common practice, no source)."""
UNITS: dict[str, Callable[[float], float]] = {
    "min": lambda s: s / 60.0,
    "h": lambda s: s / 3600.0,
    "s": lambda s: s,
    "F": fahrenheit,
    "C": lambda c: c,
}


@dataclass(frozen=True)
class Reference:
    """One checkable fact."""

    id: str
    group: str
    what: str
    low: float
    high: float
    confidence: str
    source: str
    counts: str
    document: dict[str, Any]

    @property
    def is_counted(self) -> bool:
        return self.counts != "no"

    @property
    def unit(self) -> str:
        return str(self.document["reads"]["unit"])


@cache
def references() -> tuple[Reference, ...]:
    """All of them, in the order of their groups."""
    found = []
    for path in sorted(FOLDER.glob("*.json")):
        d = json.loads(path.read_text(encoding="utf-8"))
        found.append(
            Reference(*(d[n] for n in ("id", "group", "what", "low", "high", "confidence", "source", "counts")), d)
        )
    order = ("gentle", "sear", "direct", "skillet", "bath", "rest", "burger", "loss", "rim", "fire")
    return tuple(sorted(found, key=lambda r: (order.index(r.group), r.id)))


def computed(reference: Reference, run: Callable[[Cook], CookResult] = run_cook) -> float:
    """What Brasko says, in the reference's own unit."""
    d = reference.document
    reads, kind = d["reads"], d["reads"]["kind"]
    if "fire" in d:
        return _of_fire(d["fire"], kind)
    cook, told = _solved(d["cook"], d.get("solve"), run)
    if d.get("to_crust"):
        cook, told = _evenly(cook, told, run)
    unit = UNITS.get(reads["unit"], lambda v: v)
    match kind:
        case "core":
            return unit(told.steps[-1].core_c)
        case "reading":
            return unit(told.steps[-1].probe_c)
        case "peak":
            return unit(told.peak_core_c)
        case "surface":
            return unit((told.steps[-1].face_a_c + told.steps[-1].face_b_c) / 2.0)
        case "lower face":
            return unit(told.steps[-1].face_a_c)
        case "time":
            return unit(_lasts_s(told, reads["step"]))
        case "a side":
            return unit(_lasts_s(told, reads["step"]) / 2.0)
        case "warmed":
            return (told.steps[-1].core_c - cook.food.start_c) * 1.8
        case "rise":
            at = next(n for n, s in enumerate(told.steps) if s.name == reads["from"])
            later = max(run.peak_core_c if n > at else -99.0 for n, run in enumerate(told.runs))
            read_c = told.steps[at].probe_c if reads.get("read") else told.steps[at].core_c
            return (max(later, read_c) - read_c) * 1.8
        case "fall":
            at = next(n for n, s in enumerate(told.steps) if s.name == reads["from"])
            return (told.steps[at].core_c - told.steps[-1].core_c) * 1.8
        case "crust":
            return told.steps[_step_at(told, ("sear", "pan", "plates"))].crust_share
        case "loss":
            return told.mass_loss_share * 100.0
        case "rim":
            return told.grey_rim_share * 100.0
        case "dry layer":
            return _dry_layer_m(cook, told) * 1000.0
    _, other = _solved(d["other"], d.get("other_solve"), run)
    match kind:
        case "crust ratio":
            return told.runs[-1].end.browning_s[0] / max(float(other.runs[-1].end.browning_s[0]), 1e-9)
        case "times as long":
            return (_lasts_s(told, "gentle") + reads["more_min"] * 60.0) / _lasts_s(other, "sear")
        case "sooner":
            return 100.0 * (1.0 - _lasts_s(told, reads["step"]) / _lasts_s(other, reads["step"]))
    raise AssertionError(kind)


def _step_at(told: CookResult, names: tuple[str, ...]) -> int:
    return max(n for n, s in enumerate(told.steps) if s.name in names)


def _lasts_s(told: CookResult, name: str) -> float:
    step = next(s for s in told.steps if s.name == name)
    return step.end_s - step.start_s


def _with_length(cook: Cook, name: str, length_s: float, one_flip: bool) -> Cook:
    steps = tuple(
        replace(s, until=Ends(length_s / 60.0), flip_every_s=length_s / 2.0 if one_flip else s.flip_every_s)
        if s.name == name
        else s
        for s in cook.steps
    )
    return replace(cook, steps=steps)


def _solved(
    document: dict[str, Any], solve: dict[str, Any] | None, run: Callable[[Cook], CookResult]
) -> tuple[Cook, CookResult]:
    cook = cook_of(CookIn.model_validate(document))
    if solve is None:
        return cook, run(cook)
    wanted = temperature_c("solve", solve.get("peak") or solve["core"])

    def missed(length_s: float) -> float:
        told = run(_with_length(cook, solve["step"], length_s, solve["one_flip"]))
        ended = next(s for s in told.steps if s.name == solve["step"])
        return (told.peak_core_c if "peak" in solve else ended.core_c) - wanted

    length = float(brentq(missed, 45.0, 2700.0, xtol=1.0))
    found = _with_length(cook, solve["step"], length, solve["one_flip"])
    return found, run(found)


def _evenly(cook: Cook, told: CookResult, run: Callable[[Cook], CookResult]) -> tuple[Cook, CookResult]:
    """One flip, as late as leaves both faces the wished crust: each face its own time over the pan."""
    last = cook.steps[-1]

    def lacking(length_s: float) -> float:
        found = run(_with_length(replace(cook, steps=(*cook.steps[:-1], last)), last.name, length_s, True))
        return found.steps[-1].crust_share - 1.0

    length = float(brentq(lacking, 10.0, 900.0, xtol=1.0))
    found = _with_length(cook, last.name, length, True)
    return found, run(found)


def _dry_layer_m(cook: Cook, told: CookResult) -> float:
    """How deep below the lower face more than half of the water has gone."""
    grid, end = told.runs[-1].grid, told.runs[-1].end
    column = grid.middle_column
    raw = grid.volume_m3[:, column] * cook.food.material.water_kg_m3
    dried = 1.0 - end.water_kg[:, column] / raw
    depth = 0.0
    for share, dz in zip(dried, grid.dz_m, strict=True):
        if share > 0.5:
            depth += float(dz)
            continue
        break
    return depth


def _of_setup(asked: dict[str, Any], kind: str) -> float:
    """What a fire that is set as said shows: its air [°F], how long a palm bears it [s], what it burns [kg/h]."""
    setup = setup_of(SetupIn.model_validate(asked["setup"]))
    if "air" in asked:
        setup = setting.set_for(setup, temperature_c("air", asked["air"]))
    state = chamber.steady_state(setup)
    if kind == "air":
        return fahrenheit(state.gas_c)
    if kind == "burns":
        return hours_of(setup).fuel_kg_h
    return float(hand_field(setup, state, setup.grill.grates[0], np.zeros(1), np.zeros(1))[0])


def _of_fire(asked: dict[str, Any], kind: str) -> float:
    if "setup" in asked:
        return _of_setup(asked, kind)
    steak = cut_named("strip")
    fire = custom.shipped()[asked["fire"]]
    if asked["place"] == "middle":
        row = replace(
            fire.setup, knobs=tuple(1.0 if n == 2 else MEDIUM_LOW for n in range(len(fire.setup.knobs))), lid_open=False
        )
        state = chamber.steady_state(row)
        return fahrenheit(local_exposure(row, state, Placed("middle", 0.0, 0.0, 0.12, 0.12)).zone.rods_c)
    zone = custom.planner_fire(fire, steak.geometry(0.0381, 0.38), round(steak.composition.fat, 3)).sear
    if kind == "rods":
        return fahrenheit(zone.rods_c)
    below = zone.surroundings.bottom
    shines = (below.radiant_c or 0.0) + 273.15
    radiant = below.emissivity * STEFAN_BOLTZMANN.value * (shines**4 - (MOIST_C + 273.15) ** 4)
    return (below.h_w_m2k * (below.air_c - MOIST_C) + radiant) / 1000.0


@dataclass(frozen=True)
class Verdict:
    """A reference and what came of it."""

    reference: Reference
    value: float

    @property
    def within(self) -> bool:
        return self.reference.low <= self.value <= self.reference.high


def verdicts(run: Callable[[Cook], CookResult] = run_cook) -> list[Verdict]:
    """Every reference with its verdict. Checked: tests/core/test_reference_cooks.py."""
    return [Verdict(reference, computed(reference, run)) for reference in references()]

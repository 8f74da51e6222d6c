"""A plan as the cook that it is: brasko/cook@1 of a planned piece, which run forwards gives the plan's own curve."""

from __future__ import annotations

from typing import Any

from brasko.core.fire.custom import OwnFire
from brasko.core.fire.grills import Spot
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.programme import phase_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Step
from brasko.formats.cook import COOK_FORMAT, CookIn
from brasko.formats.cook_convert import SURFACES
from brasko.formats.fire_convert import said_setup

CURVE_S = 10.0
"""Spacing of a plan's own curve."""


def cook_of_plan(spec: PieceSpec, solution: Solution) -> CookIn:
    """The steps of a plan, told forwards. Raises InvalidInput for a fire that no format can say."""
    said: dict[str, Any] = {
        "format": COOK_FORMAT,
        "piece": {
            "cut": spec.cut,
            "thickness": spec.thickness_m * 1000.0,
            "weight": spec.mass_kg * 1000.0,
            "boned": spec.boned,
            "start": spec.start_c,
            "surface": _surface(spec),
            "altitude_m": spec.altitude_m,
        },
        "steps": [_step(spec, step) for step in solution.programme],
        "every_s": CURVE_S,
    }
    if spec.temper_s > 0.0:
        out = {"on": {"counter": spec.air_c}, "until": {"minutes": spec.temper_s / 60.0}, "name": "temper"}
        said["steps"].insert(0, out)
    return CookIn.model_validate(said)


def _surface(spec: PieceSpec) -> str:
    salted = f"salted {spec.salting}"
    return salted if salted in SURFACES else "patted dry"


def _step(spec: PieceSpec, step: Step) -> dict[str, Any]:
    until = {"minutes": step.until.max_s / 60.0, "reading": step.until.core_c}
    if step.until.crust_s is not None:
        until["crust"] = spec.crust  # type: ignore[assignment]
    baste = None
    if step.baste is not None:
        each = step.baste
        baste = {"g_m2": 1000.0 * each.kg_m2, "first_min": each.first_s / 60.0, "every_min": each.every_s / 60.0}
    return {
        "name": step.name,
        "on": _on(spec, step),
        "until": {key: value for key, value in until.items() if value is not None},
        "flip_every_s": step.flip_every_s,
        "flip_first": step.flip_first,
        "turn_deg": step.turn_deg,
        "baste": baste,
    }


def _on(spec: PieceSpec, step: Step) -> dict[str, Any]:
    phase = phase_of(step.name)
    if phase == "rest":
        return {"rest": spec.rest}
    if phase == "wait":
        return {"rest": "open"}
    if phase == "gentle":
        zone = spec.gentle_zone
        assert zone is not None
        if zone.in_fat:
            return {"bath": zone.air_c, "of": "fat"}
        known = spec.gentle_heat
        learned = {"warmer_by_k": known.air_more_k, "film_times": known.film_more}
        wrap = {"wrap": spec.wrap} if step.name != "gentle" and spec.wrap != "none" else {}
        held = {"air": zone.air_c} if spec.air_short_k > 0.0 else {}
        return {"fire": _fire(spec.own_as_set), "place": "gentle", **held, **learned, **wrap}
    place: dict[str, Any] = {"place": "pan" if spec.in_pan else "sear"}
    place |= {"fat": spec.fat} if spec.in_pan else {"hotter_by_k": spec.sear_more_k}
    if spec.lid != "usual":
        place["lid"] = spec.lid
    searing = spec.searing_own
    return {"fire": spec.searing_fire.key if searing is None else _fire(searing), **place}


def _fire(own: OwnFire) -> dict[str, Any]:
    return {
        "name": "Fire",
        "setup": said_setup(own.setup).model_dump(mode="json", exclude_none=True),
        "gentle": _spot(own.gentle),
        "sear": _spot(own.sear),
    }


def _spot(spot: Spot) -> dict[str, Any]:
    return {"x_mm": 1000.0 * spot.x_m, "y_mm": 1000.0 * spot.y_m, "grate": spot.grate}

"""A plan as the cook that it is: brasko/cook@1 of a planned piece, which run forwards gives the plan's own curve."""

from __future__ import annotations

from typing import Any

from brasko.core.fire.grills import Spot
from brasko.core.fire.own import OwnFire
from brasko.core.planner.invert import Solution
from brasko.core.planner.programme import phase_of
from brasko.core.planner.wish import Wish
from brasko.core.programme.steps import Step
from brasko.formats.cook import COOK_FORMAT, CookIn
from brasko.formats.cook_convert import SURFACES
from brasko.formats.fire_convert import said_setup

CURVE_S = 10.0
"""Spacing of a plan's own curve."""


def cook_of_plan(wish: Wish, solution: Solution) -> CookIn:
    """The steps of a plan, told forwards. Raises InvalidInput for a fire that no format can say."""
    said: dict[str, Any] = {
        "format": COOK_FORMAT,
        "piece": {
            "cut": wish.cut,
            "thickness": wish.thickness_m * 1000.0,
            "weight": wish.mass_kg * 1000.0,
            "boned": wish.boned,
            "start": wish.start_c,
            "surface": _surface(wish),
            "altitude_m": wish.altitude_m,
        },
        "steps": [_step(wish, step) for step in solution.programme],
        "every_s": CURVE_S,
    }
    if wish.temper_s > 0.0:
        out = {"on": {"counter": wish.air_c}, "until": {"minutes": wish.temper_s / 60.0}, "name": "temper"}
        said["steps"].insert(0, out)
    return CookIn.model_validate(said)


def _surface(wish: Wish) -> str:
    salted = f"salted {wish.salting}"
    return salted if salted in SURFACES else "patted dry"


def _step(wish: Wish, step: Step) -> dict[str, Any]:
    until = {"minutes": step.until.max_s / 60.0, "reading": step.until.core_c}
    if step.until.crust_s is not None:
        until["crust"] = wish.crust  # type: ignore[assignment]
    baste = None
    if step.baste is not None:
        each = step.baste
        baste = {"g_m2": 1000.0 * each.kg_m2, "first_min": each.first_s / 60.0, "every_min": each.every_s / 60.0}
    return {
        "name": step.name,
        "on": _on(wish, step),
        "until": {key: value for key, value in until.items() if value is not None},
        "flip_every_s": step.flip_every_s,
        "flip_first": step.flip_first,
        "turn_deg": step.turn_deg,
        "baste": baste,
    }


def _on(wish: Wish, step: Step) -> dict[str, Any]:
    phase = phase_of(step.name)
    if phase == "rest":
        return {"rest": wish.rest}
    if phase == "wait":
        return {"rest": "open"}
    if phase == "gentle":
        zone = wish.gentle_zone
        assert zone is not None
        if zone.in_fat:
            return {"bath": zone.air_c, "of": "fat"}
        known = wish.gentle_heat
        learned = {"warmer_by_k": known.air_more_k, "film_times": known.film_more}
        wrap = {"wrap": wish.wrap} if step.name != "gentle" and wish.wrap != "none" else {}
        held = {"air": zone.air_c} if wish.air_short_k > 0.0 else {}
        return {"fire": _fire(wish.own_as_set), "place": "gentle", **held, **learned, **wrap}
    place: dict[str, Any] = {"place": "pan" if wish.in_pan else "sear"}
    place |= {"fat": wish.fat} if wish.in_pan else {"hotter_by_k": wish.sear_more_k}
    if wish.lid != "usual":
        place["lid"] = wish.lid
    searing = wish.searing_own
    return {"fire": wish.searing_fire.key if searing is None else _fire(searing), **place}


def _fire(own: OwnFire) -> dict[str, Any]:
    return {
        "name": "Fire",
        "setup": said_setup(own.setup).model_dump(mode="json", exclude_none=True),
        "gentle": _spot(own.gentle),
        "sear": _spot(own.sear),
    }


def _spot(spot: Spot) -> dict[str, Any]:
    return {"x_mm": 1000.0 * spot.x_m, "y_mm": 1000.0 * spot.y_m, "grate": spot.grate}

"""How much to buy and to lay out: raw weight for the eaters, what is left on the plate, salt, fat and fuel."""

from __future__ import annotations

import math
from dataclasses import dataclass

from brasko.core.errors import InvalidInput, require_between
from brasko.core.foods.fats import OIL_FILM_KG_M2, PAN_FILM_KG_M2
from brasko.core.foods.salts import spoon_words
from brasko.core.foods.serving import serving_of
from brasko.core.planner.solve.fuel import Fuel, fuel_of
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.rendered_fat import weight_lost_share
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say

APPETITES: dict[str, float] = {"small": 0.7, "usual": 1.0, "large": 1.4}
"""Shares of the usual portion (common practice, no source)."""
MIN_SHARE = 0.85
NEARLY = 0.9
"""Nobody buys one more piece for the last tenth (assumed)."""
"""A plan with less than this of what the eaters want says so."""


@dataclass(frozen=True)
class Amounts:
    """What one plan takes and gives. Masses in kg of all its pieces together.

    raw_kg          as planned, as bought
    needed_kg       what so many eaters want, as bought: with bone and trim
    pieces_needed   of the planned size, for that
    cooked_kg       left after trimming, cooking and the bone
    plate_kg        of that, for each eater
    """

    eaters: int
    raw_kg: float
    needed_kg: float
    pieces_needed: int
    cooked_kg: float
    plate_kg: float
    cost: float | None
    salt_g: float
    salt_spoons: str
    fat_g: float
    fuel: Fuel | None
    enough: bool
    words: str


def amounts(
    spec: PieceSpec,
    solution: Solution,
    eaters: int = 2,
    appetite: str = "usual",
    salt_kind: str = "coarse_dense",
    price_kg: float | None = None,
    dishes: int = 1,
) -> Amounts:
    """The amounts of a plan for so many eaters. price_kg is the price of a kilogram, in any money.

    Of several dishes every eater takes a part: each need only be that part of a portion.

    Raises InvalidInput with the field's name.
    """
    require_between("eaters", eaters, 1, 60, "", say("common-plan-a-larger-party-as-several"))
    if appetite not in APPETITES:
        raise InvalidInput(
            "appetite", say("amounts-is-not-known-got-known", appetite=f"{appetite!r}", appetites=", ".join(APPETITES))
        )
    if price_kg is not None:
        require_between("price_kg", price_kg, 0.0, 5000.0, "a kg")
    serving = serving_of(spec.cut)
    bone = 0.0 if spec.boned else serving.bone_share
    edible = (1.0 - serving.trim_share) * (1.0 - bone)
    raw = spec.mass_kg * spec.count
    needed = eaters * APPETITES[appetite] * serving.portion_kg / edible / dishes
    cooked = raw * edible * (1.0 - weight_lost_share(spec.the_cut, solution.result))
    pieces = max(1, math.ceil(NEARLY * needed / spec.mass_kg))
    salt_g = 1000.0 * spec.salt_kg
    enough = raw >= MIN_SHARE * needed
    on_fire_s = solution.result.steps[-1].start_s
    return Amounts(
        eaters,
        raw,
        needed,
        pieces,
        cooked,
        cooked / eaters,
        None if price_kg is None else price_kg * raw,
        salt_g,
        spoon_words(salt_g, salt_kind),
        _fat_g(spec),
        fuel_of(spec, on_fire_s),
        enough,
        ""
        if enough
        else say(
            "amounts-for-it-takes-about-of-this",
            eaters=eaters,
            needed=quantity.mass(needed * 1000),
            pieces=pieces,
            raw=quantity.mass(raw * 1000),
        ),
    )


def _fat_g(spec: PieceSpec) -> float:
    """Oil on the faces, and what a pan wants [g]."""
    faces = 2.0 * spec.geometry.face_m2 * spec.count
    zone = spec.sear_zone
    pan = (
        PAN_FILM_KG_M2.value * faces / 2.0 if zone is not None and zone.pan is not None and spec.fat != "none" else 0.0
    )
    return 1000.0 * (OIL_FILM_KG_M2.value * faces + pan)

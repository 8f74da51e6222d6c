"""The patty: how wide and thick to shape it so that it fits the bun when it is done, and how to blend the meat."""

from __future__ import annotations

import math
from dataclasses import dataclass

from brasko.core.errors import InvalidInput, require_between
from brasko.core.foods.cuts import all_cuts
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.rendered_fat import weight_lost_share
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

THICKENS = Sourced(0.05, "-", "", "assumed")
"""A patty with a dimple ends a little thicker than it was; without one it swells into a ball."""
DIMPLE_WIDTH = Sourced(0.6, "of the width", "", "common practice")
DIMPLE_DEPTH = Sourced(0.25, "of the thickness", "", "common practice")
CHEESE_S = Sourced(60.0, "s", "", "common practice")
"""On for the last minute."""
_BLENDS = ("burger_93_7", "burger_90_10", "burger_85_15", "burger_80_20", "burger_70_30")
"""Ground beef from the leanest to the fattest."""


@dataclass(frozen=True)
class Patty:
    """A raw patty and what becomes of it. Lengths in m.

    width_m, thickness_m    as shaped; cooked_width_m when done
    cheese_s                when the cheese goes on, from when the patty goes on [s]; None where it is never left in
                            peace
    """

    mass_kg: float
    width_m: float
    thickness_m: float
    dimple_width_m: float
    dimple_depth_m: float
    cooked_width_m: float
    width_loss_share: float
    mass_loss_share: float
    cheese_s: float
    cut: str
    words: str


def blend_for(fat_share: float) -> str:
    """The shipped blend nearest to a share of fat. Raises InvalidInput outside 5 to 35 %."""
    require_between("fat_share", fat_share, 0.05, 0.35, "", say("burger-most-burgers-are-0-2"))
    return min(_BLENDS, key=lambda key: abs(all_cuts()[key].composition.fat - fat_share))


def width_kept(mass_loss_share: float) -> float:
    """Share of its width that a patty keeps when it loses so much of its mass.

    What is lost leaves the volume, the thickness gains THICKENS; the rest comes off the width, both ways alike.
    """
    return math.sqrt((1.0 - mass_loss_share) / (1.0 + THICKENS.value))


def patty(spec: PieceSpec, solution: Solution) -> Patty:
    """What the planned patty becomes. Raises InvalidInput for what is no patty."""
    if spec.the_cut.kind != "ground" or spec.the_cut.shape != "disc":
        raise InvalidInput("cut", say("burger-is-no-patty-got-choose-a", cut=spec.cut), suggestion="burger_80_20")
    width, loss = 2.0 * spec.geometry.half_width_m, weight_lost_share(spec.the_cut, solution.result)
    kept = width_kept(loss)
    off_s = solution.result.steps[-1].start_s
    return Patty(
        spec.mass_kg,
        width,
        spec.thickness_m,
        DIMPLE_WIDTH.value * width,
        DIMPLE_DEPTH.value * spec.thickness_m,
        kept * width,
        1.0 - kept,
        loss,
        max(off_s - CHEESE_S.value, 0.0),
        spec.cut,
        say(
            "burger-shape-it-wide-and-thick-with",
            width=quantity.length(width * 1000),
            thickness=quantity.length(spec.thickness_m * 1000),
            width2=quantity.length(DIMPLE_WIDTH.value * width * 1000),
            thickness2=quantity.length(DIMPLE_DEPTH.value * spec.thickness_m * 1000),
            loss=quantity.number(loss * 100),
            kept=quantity.length(kept * width * 1000),
            off=quantity.span(max(off_s - CHEESE_S.value, 0.0)),
        ),
    )


def shaped_for(bun_m: float, thickness_m: float, cut: str, mass_loss_share: float) -> float:
    """Mass of a patty of this thickness that ends as wide as the bun [kg]. Raises InvalidInput with the field's
    name."""
    require_between("bun_mm", bun_m * 1000.0, 50.0, 200.0, "mm", say("burger-usual-buns-are-100-to-115"))
    width = bun_m / width_kept(mass_loss_share)
    return all_cuts()[cut].material.density_kg_m3 * math.pi * (width / 2.0) ** 2 * thickness_m


def blended(wanted_fat: float, lean_fat: float, rich_fat: float, mass_kg: float) -> tuple[float, float]:
    """How much lean and how much rich meat make a mass with the wanted share of fat [kg].

    Raises InvalidInput where the wanted share does not lie between the two.
    """
    low, high = sorted((lean_fat, rich_fat))
    if not low <= wanted_fat <= high or low == high:
        raise InvalidInput(
            "fat_share",
            say(
                "burger-must-lie-between-the-two-meats",
                low=quantity.number(low * 100),
                high=quantity.number(high * 100),
                wanted_fat=quantity.number(wanted_fat * 100),
            ),
        )
    rich = (wanted_fat - lean_fat) / (rich_fat - lean_fat) * mass_kg
    return mass_kg - rich, rich

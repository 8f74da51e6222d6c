"""The grate from above: what a bed of coals shines on every spot, by view factors."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from brasko.core.errors import require_between
from brasko.core.fire.zones import Fire, radiant_equivalent_c

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class CoalBed:
    """A rectangle of glowing coals below the grate: edges [m] from the grate's middle, gap below it, share aglow."""

    left_m: float
    right_m: float
    front_m: float
    back_m: float
    gap_m: float
    aglow: float


@dataclass(frozen=True)
class Place:
    """Where a zone's food lies on the grate [m from the middle, x to the right, y to the back]."""

    zone: str
    x_m: float
    y_m: float


@dataclass(frozen=True)
class GrateMap:
    """Radiant equivalent temperature over the square round a grate. temp_c is (y, x), front to back."""

    radius_m: float
    x_m: Floats
    y_m: Floats
    temp_c: Floats
    bed: CoalBed
    places: tuple[Place, ...]


KETTLE_RADIUS_M = 0.27
KETTLE_BED = CoalBed(left_m=0.06, right_m=0.25, front_m=-0.18, back_m=0.18, gap_m=0.11, aglow=0.55)
KETTLE_PLACES = (Place("cool", -0.15, 0.0), Place("hot", 0.145, 0.0))
"""A 54 cm kettle with its coals banked on one side (assumed, typical)."""


def corner_view_factor(a_m: float, b_m: float, gap_m: float) -> float:
    """View factor from a small horizontal patch to a parallel rectangle a x b whose corner lies straight below it.

    F = 1/2π [A/√(1+A²) atan(B/√(1+A²)) + B/√(1+B²) atan(A/√(1+B²))] with A = a/gap, B = b/gap.
    Source: incropera_2011, ch. 13 (differential element to parallel rectangle). Checked: against a direct integral
    over the rectangle in tests/core/test_grate.py. Odd in a and b, so rectangles can be added and subtracted.
    """
    a, b = a_m / gap_m, b_m / gap_m
    ra, rb = math.sqrt(1.0 + a * a), math.sqrt(1.0 + b * b)
    return (a / ra * math.atan(b / ra) + b / rb * math.atan(a / rb)) / (2.0 * math.pi)


def bed_view_factor(bed: CoalBed, x_m: float, y_m: float) -> float:
    """Share of the view from a spot on the grate straight down that glowing coals fill."""
    require_between("gap_m", bed.gap_m, 0.01, 2.0, "m")
    left, right = bed.left_m - x_m, bed.right_m - x_m
    front, back = bed.front_m - y_m, bed.back_m - y_m
    f = corner_view_factor
    whole = (
        f(right, back, bed.gap_m) - f(left, back, bed.gap_m) - f(right, front, bed.gap_m) + f(left, front, bed.gap_m)
    )
    return bed.aglow * whole


def grate_map(fire: Fire, *, step_m: float = 0.018) -> GrateMap:
    """How hot each spot of the grate is, as the radiant equivalent of what it sees below."""
    radius = KETTLE_RADIUS_M
    axis = np.arange(-radius, radius + step_m / 2.0, step_m)
    temp = np.zeros((len(axis), len(axis)))
    for i, y in enumerate(axis):
        for j, x in enumerate(axis):
            view = bed_view_factor(KETTLE_BED, float(x), float(y))
            temp[i, j] = radiant_equivalent_c(((view, fire.sear.coal_c), (1.0 - view, fire.gentle.air_c)))
    return GrateMap(radius, axis, axis, temp, KETTLE_BED, KETTLE_PLACES)

"""Charcoal laid out: where it lies, how deep, how much of it glows, and how hot its face is."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.optimize import brentq

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.fire import fuels
from brasko.core.fire.fuels import Coal, coal_named
from brasko.core.fire.grills import Grill
from brasko.core.fire.views import Rectangle
from brasko.core.heat.constants import STEFAN_BOLTZMANN
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.general import general
from brasko.core.words import quantity, say

Side = Literal["left", "right"]

LAYOUTS: dict[str, tuple[str, str]] = {
    "level": (say("coals-one-level-layer"), say("coals-the-same-heat-everywhere-burgers")),
    "half": (say("coals-half-and-half"), say("coals-coals-under-one-half-nothing-under")),
    "third": (say("coals-a-third-hot"), say("coals-coals-under-a-third-a-wide")),
    "banked": (
        say("coals-banked-high-on-one-side"),
        say("coals-held-up-by-a-basket-or"),
    ),
    "centre": (say("coals-pile-in-the-middle"), say("coals-a-hot-middle-and-a-cooler")),
    "ring": (say("coals-fuse-round-the-edge"), say("coals-coals-that-light-one-another-in")),
}
WOODS = ("none", "chips", "chunks")
RING_ROW_M = 0.045
RING_PER_ROW = 5.0
"""Two briquettes wide, two high and one on top, a row every 4.5 cm (common practice, no source)."""
RING_LIT_M = 0.11
RING_WIDE_M = 0.11
CLEAR_M = 0.03
"""Coals stay this far from the grate (assumed)."""
BANK_SHARE = 0.30
"""A bank leans over this share of the floor's area (assumed)."""
STRIPS = 9
MIN_KG, MAX_KG = 0.1, 30.0
"""Less is no fire, more fits no grill here (assumed)."""
GAS_LEAVING_J_KGK = Sourced(1150.0, "J kg-1 K-1", "incropera_2011", "from memory", 500.0, 1300.0)
"""Specific heat of the gas that leaves a bed."""


@dataclass(frozen=True)
class Charcoal:
    """How much of what lies how: mass [kg], and of the layouts with a side, on which. wood: none, chips or chunks."""

    layout: str
    mass_kg: float
    fuel: str = "briquettes"
    side: Side = "right"
    wood: str = "none"

    def __post_init__(self) -> None:
        if self.layout not in LAYOUTS:
            raise UnknownName("charcoal.layout", self.layout, LAYOUTS)
        if self.wood not in WOODS:
            raise UnknownName("charcoal.wood", self.wood, WOODS)
        coal_named(self.fuel)
        if not MIN_KG <= self.mass_kg <= MAX_KG:
            raise InvalidInput(
                "charcoal.amount_kg",
                say(
                    "coals-must-be-between-and-got-a",
                    least=quantity.mass(MIN_KG * 1000),
                    most=quantity.mass(MAX_KG * 1000),
                    mass=quantity.mass(self.mass_kg * 1000),
                ),
            )

    @property
    def coal(self) -> Coal:
        """Its kind."""
        return coal_named(self.fuel)


@dataclass(frozen=True)
class CoalBed:
    """Glowing coals as level strips under the grate, all at one height, and the plan of what is not lit yet.

    strips      what glows; cover is the share of them that coals fill
    unlit       what waits: the rest of a fuse
    depth_m     of the bed; top_m its height over the floor
    lit_kg      glowing mass when all of it that should glow does
    """

    strips: tuple[Rectangle, ...]
    unlit: tuple[Rectangle, ...]
    depth_m: float
    cover: float
    area_m2: float
    lit_kg: float
    length_m: float = 0.0

    @property
    def gap_m(self) -> float:
        """From the coals' top to the lowest grate."""
        return self.strips[0].gap_m


@lru_cache(maxsize=256)
def bed_of(grill: Grill, charcoal: Charcoal) -> CoalBed:
    """The bed that this charcoal makes. Raises InvalidInput when it does not fit."""
    round_ = grill.grates[0].shape == "round"
    width, deep = grill.floor_width_m, grill.floor_depth_m
    coal = charcoal.coal
    if charcoal.layout == "ring":
        return _ring(grill, charcoal)
    floor = width * deep * (math.pi / 4.0 if round_ else 1.0)
    shares = {"level": 1.0, "half": 0.5, "third": 1.0 / 3.0, "banked": BANK_SHARE}
    volume = charcoal.mass_kg / coal.bulk_kg_m3.value
    room = grill.grates[0].height_m - CLEAR_M
    if charcoal.layout == "centre":
        radius = min((3.0 * volume / math.pi) ** (1.0 / 3.0) * 1.25, min(width, deep) / 2.0)
        area = math.pi * radius**2
        outline = disc_strips(radius)
    else:
        area = floor * shares[charcoal.layout]
        outline = _outline(round_, width, deep, shares[charcoal.layout])
    depth = volume / area
    if depth > room:
        most = room * area * coal.bulk_kg_m3.value
        raise InvalidInput(
            "charcoal.amount_kg",
            say(
                "coals-is-more-than-fits-in-this",
                layouts=LAYOUTS[charcoal.layout][0],
                most=quantity.mass(most * 1000),
                mass=quantity.mass(charcoal.mass_kg * 1000),
            ),
            suggestion=f"{most:.2f}",
        )
    layer = coal.piece_m.value
    spread_m2 = charcoal.mass_kg / coal.piece_kg.value * coal.piece_m2.value
    cover = min(1.0, spread_m2 / area) * 0.92
    top = max(depth, layer * 0.8)
    mirror = -1.0 if charcoal.side == "left" else 1.0
    gap = max(grill.grates[0].height_m - top, CLEAR_M)
    strips = tuple(_mirrored(Rectangle(a, b, f, k, gap), mirror) for a, b, f, k in outline)
    return CoalBed(strips, (), top, cover, area, charcoal.mass_kg)


def _mirrored(r: Rectangle, sign: float) -> Rectangle:
    return r if sign > 0 else Rectangle(-r.right_m, -r.left_m, r.front_m, r.back_m, r.gap_m)


def disc_strips(
    radius: float, from_x: float | None = None, strips: int = STRIPS
) -> list[tuple[float, float, float, float]]:
    """Strips (left, right, front, back) of equal width with together the exact area of a disc, all or right of
    from_x."""
    edges = np.linspace(-radius if from_x is None else from_x, radius, strips + 1)

    def below(x: float) -> float:
        ratio = min(max(x / radius, -1.0), 1.0)
        return radius**2 * (math.asin(ratio) + ratio * math.sqrt(1.0 - ratio**2))

    found = []
    for a, b in pairwise(edges):
        half = (below(float(b)) - below(float(a))) / (float(b) - float(a)) / 2.0
        found.append((float(a), float(b), -half, half))
    return found


def _outline(round_: bool, width: float, deep: float, share: float) -> list[tuple[float, float, float, float]]:
    if not round_:
        return [(width * (0.5 - share), width / 2.0, -deep / 2.0, deep / 2.0)]
    radius = width / 2.0
    if share >= 1.0:
        return disc_strips(radius)

    def right_of(c: float) -> float:
        return (math.acos(c) - c * math.sqrt(1.0 - c * c)) / math.pi - share

    return disc_strips(radius, float(brentq(right_of, -0.999, 0.999)) * radius)


def ring_most_m(grill: Grill) -> float:
    """Longest fuse [m] that the floor's edge takes: all but a gap, so that it does not light at both ends."""
    around = math.pi * (grill.floor_width_m + grill.floor_depth_m) / 2.0 - math.pi * RING_WIDE_M / 2.0
    return 0.92 * around


def ring_kg_m(coal: Coal) -> float:
    """Charcoal in a metre of fuse [kg/m]."""
    return RING_PER_ROW / RING_ROW_M * coal.piece_kg.value


def _ring(grill: Grill, charcoal: Charcoal) -> CoalBed:
    per_m = ring_kg_m(charcoal.coal)
    length, most = charcoal.mass_kg / per_m, ring_most_m(grill)
    if length > most:
        raise InvalidInput(
            "charcoal.amount_kg",
            say(
                "coals-is-more-than-fits-a-fuse",
                most=quantity.mass(most * per_m * 1000),
                mass=quantity.mass(charcoal.mass_kg * 1000),
            ),
            suggestion=f"{most * per_m:.2f}",
        )
    radius = (grill.floor_width_m + grill.floor_depth_m) / 4.0 - RING_WIDE_M / 2.0
    gap = grill.grates[0].height_m - 0.09
    pieces = max(2, math.ceil(length / 0.055))
    blocks = []
    for i in range(pieces):
        angle = math.radians(215.0) - (i + 0.5) / pieces * length / radius
        x, y = radius * math.cos(angle), radius * math.sin(angle)
        size = 0.5 * math.sqrt(length / pieces * RING_WIDE_M)
        block = Rectangle(x - size, x + size, y - size, y + size, gap)
        blocks.append(_mirrored(block, -1.0 if charcoal.side == "left" else 1.0))
    lit = max(1, round(RING_LIT_M / (length / pieces)))
    return CoalBed(
        tuple(blocks[:lit]), tuple(blocks[lit:]), 0.09, 0.92, RING_LIT_M * RING_WIDE_M, RING_LIT_M * per_m, length
    )


def open_power_w(charcoal: Charcoal, bed: CoalBed, pace: float = 1.0, *, drawn: bool = False) -> float:
    """Heat that the lit coals give off with all the air they want [W]. A fuse is bound by how fast it walks; a deep bed
    in the open by the air that reaches its depth, unless a draught is drawn through it."""
    heat = charcoal.coal.heat_j_kg.value
    if charcoal.layout == "ring":
        return fuels.FUSE_SPEED.value * ring_kg_m(charcoal.coal) * heat
    free_w = bed.lit_kg * fuels.COAL_PACE.value * heat
    if drawn:
        return free_w * pace
    most_w = fuels.MAX_BED_W_M2.value * bed.area_m2
    return most_w * -math.expm1(-free_w / most_w) * pace


def coal_face_c(
    power_w: ArrayLike, area_m2: ArrayLike, air_c: float, used_share: float = fuels.COAL_USED.value
) -> NDArray[np.float64]:
    """Temperature of the coals' face: what they give off, less what the air through them carries away, is radiated.

    P (1 - m c_p (T - T_air)) = (1 + b) ε σ A (T⁴ - T_air⁴), b what it loses elsewhere, m the air a watt needs, by
    oxygen. Power and area may be arrays.
    Source: huggett_1980 for m, incropera_2011 for the balance. Not checked against a measured bed.
    """
    power, area = np.broadcast_arrays(np.asarray(power_w, dtype=float), np.asarray(area_m2, dtype=float))
    needed = 1.0 / (fuels.OXYGEN_HEAT.value * fuels.OXYGEN_SHARE.value * used_share)
    radiates = (1.0 + general().bed_loses) * fuels.COAL_EMISSIVITY.value * STEFAN_BOLTZMANN.value * area
    low, high = np.full(power.shape, air_c), np.full(power.shape, 2500.0)
    for _ in range(40):
        middle = (low + high) / 2.0
        left = power * (1.0 - needed * GAS_LEAVING_J_KGK.value * (middle - air_c))
        hotter = left > radiates * ((middle + 273.15) ** 4 - (air_c + 273.15) ** 4)
        low, high = np.where(hotter, middle, low), np.where(hotter, high, middle)
    face: NDArray[np.float64] = (low + high) / 2.0
    return face

"""What is burnt: heat, weight and pace of each fuel, with its source."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.errors import UnknownName
from brasko.core.sourced import Sourced
from brasko.core.words import say

OXYGEN_HEAT = Sourced(13.1e6, "J kg-1 of oxygen", "huggett_1980", "measured")
"""Heat released for each kilogram of oxygen used up, nearly the same for every organic fuel."""
OXYGEN_SHARE = Sourced(0.2314, "kg kg-1 of air", "incropera_2011", "from memory")
AIR_DENSITY = Sourced(353.0, "kg K m-3", "incropera_2011", "fitted", 250.0, 1000.0)
"""Density times absolute temperature, at sea level."""
AIR_HEAT = Sourced(1030.0, "J kg-1 K-1", "incropera_2011", "from memory", 250.0, 800.0)
PROPANE_HEAT = Sourced(46.4e6, "J kg-1", "", "from memory")
PELLET_HEAT = Sourced(16.5e6, "J kg-1", "iso_17225_2", "from memory")
"""At least this for class A1."""
COAL_PACE = Sourced(1.0 / 3600.0, "s-1", "", "assumed")
"""Share of its glowing mass that a thin open bed burns in a second: it falls to a third in an hour."""
MAX_BED_W_M2 = Sourced(2.3e5, "W m-2", "", "assumed")
"""What an open bed gives off at the most: air does not reach the coals below its first layers."""
DRAUGHT_PACE = Sourced(1.8, "-", "", "assumed")
"""How much faster coals burn where a draught is drawn through them, in a chimney starter or a deep fire under a lid."""
COAL_EMISSIVITY = Sourced(0.90, "-", "", "assumed")
COAL_USED = Sourced(0.39, "-", "", "assumed")
"""Share of the oxygen that passes through an open bed which is used there; the rest carries heat away."""
LIGHTING_PACE = Sourced(0.0081, "s-1", "", "assumed")
"""How fast glow spreads through coals with plenty of air: tenfold in five minutes, as in a chimney starter."""
FIRST_GLOW = Sourced(0.02, "-", "", "assumed")
"""Share of a chimney that has caught when the starter underneath is spent."""
READY_GLOW = Sourced(0.90, "-", "", "assumed")
"""Share that glows when the top coals are ashed over."""
GLOW_W_M2 = Sourced(18000.0, "W m-2", "", "assumed")
"""Starved coals draw their glow together until it gives off this much for each square metre of it."""
MIN_FIRE_W = Sourced(150.0, "W", "", "assumed")
"""Fewer glowing coals than give this do not keep one another hot: the fire goes out."""
STARVED_LOSS = Sourced(0.8, "-", "", "assumed")
"""Glowing coals that get no air at all for a moment still waste fuel, as carbon monoxide: so much more than they give
off."""
DYING_S = Sourced(900.0, "s", "", "assumed")
"""Starved coals lose two thirds of their glow in this time."""
FUSE_SPEED = Sourced(0.11 / 3600.0, "m s-1", "", "assumed")
"""How fast the glow walks along a fuse with air enough."""

CoalKind = Literal["briquettes", "lump"]


@dataclass(frozen=True)
class Coal:
    """Charcoal of one kind: heat [J/kg], bulk density [kg/m3], height of one piece [m], the floor that it covers [m2]
    and its mass [kg]."""

    key: str
    name: str
    heat_j_kg: Sourced
    bulk_kg_m3: Sourced
    piece_m: Sourced
    piece_m2: Sourced
    piece_kg: Sourced
    chimney_kg: Sourced


COALS: dict[str, Coal] = {
    c.key: c
    for c in (
        Coal(
            "briquettes",
            say("fuels-briquettes"),
            Sourced(25.0e6, "J kg-1", "", "assumed"),
            Sourced(440.0, "kg m-3", "", "assumed"),
            Sourced(0.045, "m", "", "assumed"),
            Sourced(0.0025, "m2", "", "assumed"),
            Sourced(0.025, "kg", "", "assumed"),
            Sourced(2.4, "kg", "", "common practice"),
        ),
        Coal(
            "lump",
            say("fuels-lump"),
            Sourced(29.0e6, "J kg-1", "", "from memory"),
            Sourced(230.0, "kg m-3", "", "assumed"),
            Sourced(0.05, "m", "", "assumed"),
            Sourced(0.0025, "m2", "", "assumed"),
            Sourced(0.030, "kg", "", "assumed"),
            Sourced(1.6, "kg", "", "common practice"),
        ),
    )
}

SPLIT_HEAT = Sourced(15.0e6, "J kg-1", "", "from memory")
"""Seasoned wood with a fifth of water."""
SPLIT_KG = Sourced(0.9, "kg", "", "assumed")
CHUNK_SMOKE_S = Sourced(2400.0, "s", "", "assumed")
"""A fist of wood smokes this long; chips for about a third of it."""
WOOD_KG: dict[str, Sourced] = {
    "none": Sourced(0.0, "kg", "", "assumed"),
    "chips": Sourced(0.05, "kg", "", "assumed"),
    "chunks": Sourced(0.15, "kg", "", "assumed"),
}
"""What is put on the coals as the food goes on: a handful of chips, two fists of chunks."""
SMOULDERS_TO_SMOKE = Sourced(0.04, "-", "", "from memory")
"""Share of smouldering wood that leaves as smoke: 3 to 10 %."""
FLAMES_TO_SMOKE = Sourced(0.01, "-", "", "from memory")
"""The same of splits that burn with a flame, in a small clean fire."""
COALS_TO_SMOKE = Sourced(0.0005, "-", "", "assumed")
"""The same of lit charcoal."""
PELLETS_TO_SMOKE = Sourced(0.012, "-", "", "assumed")
PELLETS_SMOKE_AT_C = Sourced(93.0, "°C", "", "common practice")
PELLETS_CLEANER_PER = Sourced(60.0, "K", "", "assumed")
"""The same of pellets at their lowest setting, 200 °F, where they smoke most; e times less for each so many kelvin
above."""


def coal_named(key: str) -> Coal:
    """The coal with this key. Raises UnknownName."""
    if key not in COALS:
        raise UnknownName("charcoal.fuel", key, COALS)
    return COALS[key]


def coal_mass_kg(fuel: str, amount: float, unit: str) -> float:
    """Mass [kg] of an amount in "chimneys", "briquettes" or "kg". Raises UnknownName, or InvalidInput for no amount."""
    coal = coal_named(fuel)
    factors = {"kg": 1.0, "chimneys": coal.chimney_kg.value, "briquettes": coal.piece_kg.value}
    if unit not in factors:
        raise UnknownName("charcoal.unit", unit, factors)
    return amount * factors[unit]

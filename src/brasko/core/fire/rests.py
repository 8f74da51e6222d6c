"""Where a piece rests. Film coefficients of still air: see heat/films.py."""

from __future__ import annotations

from dataclasses import replace

from brasko.core.heat.films import STILL_AIR_W_M2K
from brasko.core.programme.steps import Side, Surroundings
from brasko.core.sourced import Sourced
from brasko.core.words import say

_AIR = STILL_AIR_W_M2K.value
"""Film of air that is not stirred."""


COOL_AIR_W_M2K = Sourced(4.5, "W m-2 K-1", "incropera_2011", "fitted")
"""Natural convection of a piece 10 to 20 K colder than the air, by the correlation of heat.films."""


def standing_in(air_c: float, film_w_m2k: float = _AIR) -> Surroundings:
    """A piece on a rack or tray in still air."""
    return Surroundings(*(Side(air_c=air_c, h_w_m2k=film_w_m2k, radiant_c=air_c) for _ in range(3)))


_WRAPS: dict[str, tuple[float, float, float]] = {"paper": (25.0, 0.8, 0.05), "foil": (40.0, 0.2, 0.0)}
"""Conductance of a millimetre of air and juice inside [W/m2K], emissivity, and the share of the vapour that gets out:
butcher paper that is soaked with juice and fat lets little through (assumed: with a twentieth a cook in paper is
sooner done than an open one, and later than one in foil)."""
_STEAMY_KG_M3 = 0.2
"""Vapour inside the wrap: saturated at about 70 °C, as the piece is when it is wrapped (assumed)."""


def wrapped(around: Surroundings, wrap: str) -> Surroundings:
    """The same place for a piece in paper or foil: heat comes through a layer of air, vapour hardly or not at all."""
    layer, emissivity, passes = _WRAPS[wrap]

    def inside(side: Side) -> Side:
        h = 1.0 / (1.0 / layer + 1.0 / max(side.h_w_m2k, 0.1))
        return replace(
            side,
            h_w_m2k=h,
            emissivity=emissivity,
            vapour_kg_m3=_STEAMY_KG_M3,
            vapour_open=passes > 0.0,
            vapour_passes=passes,
        )

    return Surroundings(inside(around.bottom), inside(around.top), inside(around.edge))


_BOARD = Side(air_c=25.0, contact_c=30.0, contact_w_m2k=10.0)
"""A wooden board: a poor conductor that warms under the meat (assumed)."""

COOLER_W_M2K = Sourced(1.3, "W m-2 K-1", "", "common practice")
"""What a box with thick walls, its lid shut, lets out through them and through towels about the meat: a shoulder in it
falls 6 to 12 °F an hour."""
_IN_COOLER = Side(air_c=22.0, h_w_m2k=COOLER_W_M2K.value, vapour_open=False)

RESTS: dict[str, tuple[str, Surroundings]] = {
    "open": (say("rests-on-a-rack-open"), standing_in(22.0)),
    "board": (
        say("rests-on-a-board-open"),
        Surroundings(
            bottom=_BOARD,
            top=Side(air_c=22.0, h_w_m2k=_AIR, radiant_c=22.0),
            edge=Side(air_c=22.0, h_w_m2k=_AIR, radiant_c=22.0),
        ),
    ),
    "foil": (
        say("rests-on-a-board-under-loose-foil"),
        Surroundings(
            bottom=_BOARD,
            top=Side(air_c=35.0, h_w_m2k=4.0, radiant_c=35.0, emissivity=0.2, vapour_kg_m3=0.035),
            edge=Side(air_c=30.0, h_w_m2k=4.0, radiant_c=30.0, emissivity=0.2, vapour_kg_m3=0.030),
        ),
    ),
    "sauce": (
        say("rests-on-a-board-of-warm-sauce"),
        Surroundings(
            bottom=Side(air_c=40.0, contact_c=45.0, contact_w_m2k=60.0),
            top=Side(air_c=22.0, h_w_m2k=_AIR, radiant_c=22.0),
            edge=Side(air_c=22.0, h_w_m2k=_AIR, radiant_c=22.0),
        ),
    ),
    "paper": (
        say("rests-wrapped-in-butcher-paper"),
        Surroundings(
            *(Side(air_c=34.0, h_w_m2k=4.0, radiant_c=34.0, emissivity=0.8, vapour_kg_m3=0.030) for _ in range(3))
        ),
    ),
    "cooler": (say("rests-in-a-cooler-in-towels"), Surroundings(_IN_COOLER, _IN_COOLER, _IN_COOLER)),
}
"""Foil shines little and keeps the steam in; paper lets some of it through (assumed)."""

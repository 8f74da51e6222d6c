"""Where a piece rests. Film coefficients of still air: see heat/films.py."""

from __future__ import annotations

from brasko.core.heat.films import STILL_AIR_W_M2K
from brasko.core.programme.steps import Side, Surroundings

_AIR = STILL_AIR_W_M2K.value


def standing_in(air_c: float) -> Surroundings:
    """A piece on a rack or tray in still air."""
    return Surroundings(*(Side(air_c=air_c, h_w_m2k=_AIR, radiant_c=air_c) for _ in range(3)))


_BOARD = Side(air_c=25.0, contact_c=30.0, contact_w_m2k=10.0)
"""A wooden board: a poor conductor that warms under the meat (assumed)."""

RESTS: dict[str, tuple[str, Surroundings]] = {
    "open": ("On a rack, open", standing_in(22.0)),
    "board": (
        "On a board, open",
        Surroundings(
            bottom=_BOARD,
            top=Side(air_c=22.0, h_w_m2k=_AIR, radiant_c=22.0),
            edge=Side(air_c=22.0, h_w_m2k=_AIR, radiant_c=22.0),
        ),
    ),
    "foil": (
        "On a board under loose foil",
        Surroundings(
            bottom=_BOARD,
            top=Side(air_c=35.0, h_w_m2k=4.0, radiant_c=35.0, emissivity=0.2, vapour_kg_m3=0.035),
            edge=Side(air_c=30.0, h_w_m2k=4.0, radiant_c=30.0, emissivity=0.2, vapour_kg_m3=0.030),
        ),
    ),
    "paper": (
        "Wrapped in butcher paper",
        Surroundings(
            *(Side(air_c=34.0, h_w_m2k=4.0, radiant_c=34.0, emissivity=0.8, vapour_kg_m3=0.030) for _ in range(3))
        ),
    ),
}
"""Foil shines little and keeps the steam in; paper lets some of it through (assumed)."""

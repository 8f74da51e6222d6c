"""Boiling and ice points, by which a thermometer is checked."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.errors import InvalidInput
from brasko.core.heat.vapour import boiling_c
from brasko.core.words import quantity

CheckKind = Literal["ice", "boiling"]
ICE_C = 0.0
WIDEST_APART_K = 6.0
"""An ice and a boiling check whose errors differ by more than this: one of the two was not done right (common practice,
no source)."""
WIDEST_CORRECTION_K = 5.0
"""A thermometer further off than this wants a repair, not a correction (common practice, no source)."""


@dataclass(frozen=True)
class Check:
    """A thermometer held in ice water or in boiling water at an altitude [m], and what it read [°C]."""

    kind: CheckKind
    read_c: float
    altitude_m: float = 0.0

    @property
    def true_c(self) -> float:
        """What it should have read."""
        return ICE_C if self.kind == "ice" else boiling_c(self.altitude_m)

    @property
    def off_k(self) -> float:
        """How much too high it read. Raises InvalidInput where no correction makes sense."""
        off = self.read_c - self.true_c
        if not abs(off) <= WIDEST_CORRECTION_K:
            water = "ice water" if self.kind == "ice" else "boiling water"
            raise InvalidInput(
                "read_c",
                f"is {quantity.rise(abs(off))} from the {quantity.temp(self.true_c)} of {water} there. More than "
                f"{quantity.rise(WIDEST_CORRECTION_K)} off is no correction: check the water, stir, and wait a minute; "
                "if it stays, repair or replace the thermometer.",
            )
        return off


def correction(checks: tuple[Check, ...]) -> tuple[float, float]:
    """(offset, slope) of true = read + offset + slope * read, from the checks at hand.

    One check shifts every reading; an ice and a boiling check draw a straight line through both. No check: (0, 0).
    Raises InvalidInput for a check that is too far off, and for two that do not fit one another.
    """
    latest = {check.kind: check for check in checks}
    off = {kind: check.off_k for kind, check in latest.items()}
    if not latest:
        return 0.0, 0.0
    if len(latest) == 1:
        return -next(iter(off.values())), 0.0
    ice, boiling = latest["ice"], latest["boiling"]
    if abs(off["ice"] - off["boiling"]) > WIDEST_APART_K:
        raise InvalidInput(
            "read_c",
            f"does not fit the other check: in ice water it is off by {quantity.rise(off['ice'])}, in boiling water by "
            f"{quantity.rise(off['boiling'])}. One of the two was not done right: take it back, or do both again.",
        )
    slope = (boiling.true_c - ice.true_c) / (boiling.read_c - ice.read_c) - 1.0
    return ice.true_c - ice.read_c - slope * ice.read_c, slope


def corrected_c(read_c: float, offset_k: float, slope: float) -> float:
    """The true temperature behind a reading."""
    return read_c + offset_k + slope * read_c

"""What glows below a grate."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.fire.views import Rectangle
from brasko.core.sourced import Sourced

BAFFLE_RISE_K = Sourced(45.0, "K", "", "assumed")
"""How much hotter than the air the plate over a pellet fire, or a kamado's deflector, gets."""

EMBERS_M2 = Sourced(0.06, "m2", "", "assumed")
"""Glowing area in an offset's firebox."""
OPEN_BED_W_M2 = Sourced(1.1e5, "W m-2", "", "assumed")
"""Heat release of an open bed, by which weaker ones are measured: their gas is the sooner thinned."""


@dataclass(frozen=True)
class Emitter:
    """Something hot below the grate: level strips of one temperature; cover is the share of them that glows."""

    name: str
    strips: tuple[Rectangle, ...]
    temp_c: float
    cover: float
    power_w: float = 0.0
    leaving_c: float = 0.0

    @property
    def area_m2(self) -> float:
        """Of its strips."""
        return sum(s.area_m2 for s in self.strips)


def lowered(r: Rectangle, by_m: float) -> Rectangle:
    """The same rectangle so much farther below."""
    return replace(r, gap_m=r.gap_m + by_m)

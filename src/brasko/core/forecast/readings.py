"""What thermometers say about a cook, each kind with its own error."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.sourced import Sourced

Source = Literal["tip", "shaft", "edge", "hand", "air", "surface"]

PROBE_NOISE = Sourced(0.35, "K", "", "assumed")
PROBE_BIAS_SD = Sourced(0.5, "K", "", "assumed")
"""A leave-in probe: noise of one reading, and how far all of them are off alike after its checks."""
HAND_NOISE = Sourced(1.3, "K", "", "assumed")
"""A hand reading, about what heat.thermometer says that it shows."""
AIR_SD = Sourced(4.0, "K", "", "assumed")
"""A probe beside the food against the air the food feels, averaged over minutes."""


@dataclass(frozen=True)
class Reading:
    """One temperature [°C] at a moment since putting the food on [s].

    source      tip, shaft and edge are the sensors of a leave-in probe, from the middle outwards; hand is the lowest a
                quick thermometer found on its way through; air lies beside the food; surface is of the grate, the pan
                or the meat, from above
    """

    at_s: float
    temp_c: float
    source: Source = "tip"

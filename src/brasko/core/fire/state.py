"""The steady state of a fire: its heat, its air, and where the heat goes."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Limit = Literal["air", "fuel", "knobs", "controller", "nothing"]


@dataclass(frozen=True)
class Balance:
    """Where the heat goes [W]: what burns and shines in, against what leaves. error is what is not accounted for."""

    burnt_w: float
    sun_w: float
    flue_w: float
    shell_w: float
    food_w: float

    @property
    def relative_error(self) -> float:
        """|in - out| over in."""
        came = self.burnt_w + self.sun_w
        return abs(came - self.flue_w - self.shell_w - self.food_w) / max(came, 1.0)


@dataclass(frozen=True)
class SteadyState:
    """A fire's steady state.

    zones_c     gas above each main burner
    coal_c      the coals' face; lit_share of them glows
    alight      False: with so little air it goes out
    """

    power_w: float
    flow_kg_s: float
    gas_c: float
    wall_c: float
    coal_c: float
    limited_by: Limit
    balance: Balance
    alight: bool = True
    zones_c: tuple[float, ...] = ()
    lit_share: float = 1.0

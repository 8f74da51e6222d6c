"""What a cook asks of a fire: how warm its places must be, and for how long."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire.fuels import coal_named
from brasko.core.words import say


@dataclass(frozen=True)
class FireRequest:
    """The zones that a cook asks for.

    gentle_low_c, gentle_high_c     air of the gentle place [°C]; None without one
    sear                            a place to sear at
    fatty                           what cooks there drips
    fuel                            charcoal to lay, by key
    """

    gentle_low_c: float | None = None
    gentle_high_c: float | None = None
    sear: bool = False
    hours: float = 1.0
    fatty: bool = False
    fuel: str = "briquettes"

    def __post_init__(self) -> None:
        require_between("hours", self.hours, 0.1, 20.0, "h")
        coal_named(self.fuel)
        if (self.gentle_low_c is None) != (self.gentle_high_c is None):
            raise InvalidInput("gentle_high_c", say("advisor-must-come-with-gentle-low-c"))
        if (
            self.gentle_low_c is not None
            and self.gentle_high_c is not None
            and not self.gentle_low_c < self.gentle_high_c
        ):
            raise InvalidInput("gentle_high_c", say("advisor-must-be-above-gentle-low-c"))
        if self.gentle_low_c is None and not self.sear:
            raise InvalidInput("sear", say("advisor-or-a-gentle-range-must-be"))

    @property
    def gentle_c(self) -> float | None:
        """The middle of the range."""
        if self.gentle_low_c is None or self.gentle_high_c is None:
            return None
        return (self.gentle_low_c + self.gentle_high_c) / 2.0

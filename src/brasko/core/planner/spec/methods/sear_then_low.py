"""The crust first, then the cool side with the lid on."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from brasko.core.planner.spec.methods.method import FEW_FLIPS, Method, Phase
from brasko.core.words import say


@dataclass(frozen=True)
class SearThenLow(Method):
    """Less time than low first, and a little more rim."""

    key: ClassVar[str] = "sear_then_low"
    name: ClassVar[str] = say("methods-sear-then-cool-side")
    why: ClassVar[str] = say("methods-the-crust-first-then-the-cool")
    plainly: ClassVar[str] = say("methods-colour-first-then-the-cool-side")
    good_for: ClassVar[str] = say("entries-very-hot-first-30-s-to")
    phases: ClassVar[tuple[Phase, ...]] = ("sear", "gentle")
    slow: ClassVar[Phase] = "gentle"
    fires: ClassVar[tuple[str, ...]] = ("kettle_two_zone", "gas")
    flips_s: ClassVar[tuple[float, ...]] = FEW_FLIPS

    def refuses(self, fire: str, fire_name: str) -> str:
        return say("methods-that-has-seared-takes-an-hour", fire_name=fire_name) if fire == "kamado" else ""

"""Gentle heat first, a short fierce sear last."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from brasko.core.foods.cuts import Cut
from brasko.core.planner.spec.methods.method import GENTLE_NEEDS_M, THICK_M, THIN_M, Method, Phase, RawPiece
from brasko.core.words import quantity, say


@dataclass(frozen=True)
class LowThenSear(Method):
    """The widest margin and the thinnest grey rim."""

    key: ClassVar[str] = "low_then_sear"
    name: ClassVar[str] = say("methods-low-then-sear")
    why: ClassVar[str] = say("methods-gentle-heat-first-a-short-fierce")
    plainly: ClassVar[str] = say("methods-gentle-heat-first-brings-it-up")
    good_for: ClassVar[str] = say("entries-at-200-275-f-to-a")
    phases: ClassVar[tuple[Phase, ...]] = ("gentle", "wait", "sear")
    slow: ClassVar[Phase] = "gentle"
    fires: ClassVar[tuple[str, ...]] = ("kettle_two_zone", "kamado", "gas", "pellet", "offset")
    flips_s: ClassVar[tuple[float, ...]] = (30.0, 15.0, 60.0, 120.0)

    def for_thickness(self, cut: Cut, thickness_m: float) -> tuple[str, str]:
        if cut.kind == "intact" and thickness_m < THIN_M:
            return "direct", say("choose-under-an-inch-is-done-over", name=cut.name)
        if cut.kind == "intact" and thickness_m >= THICK_M:
            thick = quantity.length(thickness_m * 1000)
            return self.key, say("choose-thick", name=cut.name, thickness=thick, why_for=self.why_for(cut.kind))
        return super().for_thickness(cut, thickness_m)

    def unsuited(self, piece: RawPiece) -> str:
        if piece.cut.kind == "plant":
            return say("choose-wants-a-hot-fire-gentle-heat", name=piece.cut.name)
        if piece.thickness_m < GENTLE_NEEDS_M:
            return say("choose-this-thin-is-done-before-a", name=piece.cut.name)
        return ""

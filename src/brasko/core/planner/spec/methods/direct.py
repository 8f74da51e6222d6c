"""Over the fire from beginning to end."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from brasko.core.fire.custom import kind_of_fire
from brasko.core.foods.cuts import Cut
from brasko.core.planner.spec.methods.method import ANY_FLIPS, FIERCE_MAX_M, THICK_M, Method, Phase, RawPiece
from brasko.core.planner.spec.options import CRUSTS
from brasko.core.words import say

CRUSTS_FROM_M = 0.019
"""A thinner steak is done before it has any crust (common practice, no source)."""


@dataclass(frozen=True)
class Direct(Method):
    """Hot and fast with many flips."""

    key: ClassVar[str] = "direct"
    name: ClassVar[str] = say("methods-over-the-fire-all-the-way")
    why: ClassVar[str] = say("methods-hot-and-fast-with-many-flips")
    good_for: ClassVar[str] = say("entries-under-an-inch-skirt-flank-burgers")
    phases: ClassVar[tuple[Phase, ...]] = ("sear",)
    slow: ClassVar[Phase] = "sear"
    fires: ClassVar[tuple[str, ...]] = ("kettle_two_zone", "gas", "kamado", "pellet")
    flips_s: ClassVar[tuple[float, ...]] = ANY_FLIPS

    def for_thickness(self, cut: Cut, thickness_m: float) -> tuple[str, str]:
        if cut.kind == "intact" and thickness_m >= THICK_M:
            return "low_then_sear", say("choose-this-thick-would-be-grey-to", name=cut.name)
        return super().for_thickness(cut, thickness_m)

    def crust_for(self, cut: Cut, thickness_m: float) -> str:
        order = list(CRUSTS)
        if cut.kind != "intact" or order.index(cut.crust) <= order.index("light"):
            return cut.crust
        return "light" if thickness_m >= CRUSTS_FROM_M else "none"

    def unsuited(self, piece: RawPiece) -> str:
        if piece.thickness_m > FIERCE_MAX_M:
            return say("choose-is-too-thick-for-fierce-heat", name=piece.cut.name)
        return ""

    def refuses(self, fire: str, fire_name: str) -> str:
        return say("methods-has-no-grate-over-a-fire", fire_name=fire_name) if kind_of_fire(fire) == "oven" else ""

"""In a skillet, alone or after an oven."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from brasko.core.fire.fires import BURNER, KITCHEN
from brasko.core.fire.zones import Role
from brasko.core.planner.spec.methods.method import FIERCE_MAX_M, GENTLE_NEEDS_M, Method, Phase, RawPiece
from brasko.core.words import say

PANS = tuple(key for key in KITCHEN if key != BURNER.key)
"""Other pans and heats in a kitchen than a skillet on high."""
WIDTH_MAX_M = 0.26
"""What fits into a skillet of 26 cm (common practice, no source)."""


def _too_wide(piece: RawPiece) -> str:
    return say("choose-does-not-fit-into-the-skillet", name=piece.cut.name) if piece.across_m > WIDTH_MAX_M else ""


@dataclass(frozen=True)
class Skillet(Method):
    """Cast iron on high heat, hot before the meat arrives."""

    key: ClassVar[str] = "skillet"
    name: ClassVar[str] = say("methods-in-the-skillet")
    why: ClassVar[str] = say("methods-cast-iron-on-high-heat-hot")
    good_for: ClassVar[str] = say("entries-any-finish-for-whoever-has-a")
    phases: ClassVar[tuple[Phase, ...]] = ("sear",)
    slow: ClassVar[Phase] = "sear"
    fires: ClassVar[tuple[str, ...]] = (BURNER.key, "kettle_two_zone", "gas", "kamado", "flat_top", *PANS)
    sear_at: ClassVar[Role] = "pan"
    flips_s: ClassVar[tuple[float, ...]] = (60.0, 30.0, 120.0)

    def unsuited(self, piece: RawPiece) -> str:
        if piece.thickness_m > FIERCE_MAX_M:
            return _too_wide(piece) or say("choose-is-too-thick-for-fierce-heat", name=piece.cut.name)
        return _too_wide(piece)


@dataclass(frozen=True)
class OvenThenSkillet(Method):
    """Gentle heat in the kitchen, then a pan as hot as it gets."""

    key: ClassVar[str] = "oven_then_skillet"
    name: ClassVar[str] = say("methods-oven-then-skillet")
    why: ClassVar[str] = say("methods-gentle-heat-in-the-kitchen-then")
    good_for: ClassVar[str] = say("entries-no-grill-at-all-oven-at")
    phases: ClassVar[tuple[Phase, ...]] = ("gentle", "sear")
    slow: ClassVar[Phase] = "gentle"
    fires: ClassVar[tuple[str, ...]] = ("oven_skillet",)
    gentle_name: ClassVar[str] = say("reference-oven-at")
    sear_at: ClassVar[Role] = "pan"
    flips_s: ClassVar[tuple[float, ...]] = (30.0, 60.0)

    def unsuited(self, piece: RawPiece) -> str:
        if piece.thickness_m < GENTLE_NEEDS_M and piece.cut.kind != "plant":
            return _too_wide(piece) or say("choose-this-thin-is-done-before-a", name=piece.cut.name)
        return _too_wide(piece)

    def refuses(self, fire: str, fire_name: str) -> str:
        if fire in KITCHEN:
            return ""
        return say("methods-is-done-in-the-kitchen-on", name=self.name, fire_name=fire_name)

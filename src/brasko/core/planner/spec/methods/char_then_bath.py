"""A hard char while the inside is cold, then warm fat."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from brasko.core.fire.zones import Role
from brasko.core.planner.spec.methods.method import FEW_FLIPS, THIN_M, Method, Phase, RawPiece
from brasko.core.words import say

FAT_SHARE_MIN = 0.1
"""A leaner piece gains nothing in fat (common practice, no source)."""


@dataclass(frozen=True)
class CharThenBath(Method):
    """Warm fat brings the middle up evenly."""

    key: ClassVar[str] = "char_then_bath"
    name: ClassVar[str] = say("methods-char-then-warm-fat")
    why: ClassVar[str] = say("methods-a-hard-char-while-the-inside")
    good_for: ClassVar[str] = say("entries-fatty-steaks-taken-to-medium-the")
    phases: ClassVar[tuple[Phase, ...]] = ("sear", "gentle")
    slow: ClassVar[Phase] = "gentle"
    fires: ClassVar[tuple[str, ...]] = ("kettle_two_zone", "gas", "kamado")
    gentle_at: ClassVar[Role] = "bath"
    gentle_name: ClassVar[str] = say("reference-fat-at")
    gentle_range_c: ClassVar[tuple[float, float]] = (45.0, 90.0)
    flips_s: ClassVar[tuple[float, ...]] = FEW_FLIPS

    def unsuited(self, piece: RawPiece) -> str:
        cut = piece.cut
        suits = cut.kind == "intact" and cut.composition.fat >= FAT_SHARE_MIN and piece.thickness_m >= THIN_M
        return "" if suits else say("choose-warm-fat-is-for-thick-fatty")

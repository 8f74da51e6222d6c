"""On a small grate over a lit chimney starter."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from brasko.core.planner.spec.methods.method import Method, Phase, RawPiece
from brasko.core.words import say

THICKNESS_MAX_M, WIDTH_MAX_M = 0.032, 0.22
"""What is still done before it chars, and what fits onto the grate (common practice, no source)."""


@dataclass(frozen=True)
class OverChimney(Method):
    """The strongest heat a backyard has: for thin steaks."""

    key: ClassVar[str] = "chimney"
    name: ClassVar[str] = say("common-over-the-chimney")
    why: ClassVar[str] = say("methods-the-strongest-heat-a-backyard-has")
    good_for: ClassVar[str] = say("entries-thin-steaks-flipped-every-60-90")
    phases: ClassVar[tuple[Phase, ...]] = ("sear",)
    slow: ClassVar[Phase] = "sear"
    fires: ClassVar[tuple[str, ...]] = ("chimney",)
    flips_s: ClassVar[tuple[float, ...]] = (90.0, 75.0, 60.0)

    def unsuited(self, piece: RawPiece) -> str:
        name = piece.cut.name
        if piece.thickness_m > THICKNESS_MAX_M:
            return say("choose-is-too-thick-for-the-chimney", name=name)
        if piece.longest_m > WIDTH_MAX_M:
            return say("choose-does-not-fit-onto-a-chimney", name=name)
        if piece.cut.kind in ("poultry", "plant", "fish"):
            return say("choose-burns-over-a-chimney-before-it", name=name)
        return ""

    def refuses(self, fire: str, fire_name: str) -> str:
        return say("methods-needs-the-chimney-starter-itself", name=self.name)

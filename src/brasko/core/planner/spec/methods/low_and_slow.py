"""Hours in gentle heat and smoke."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from brasko.core.planner.spec.methods.method import Method, Phase, RawPiece
from brasko.core.planner.spec.options import TENDER_C
from brasko.core.words import say

LARGE_M = 0.075
"""A piece this thick takes hours whatever its finish (common practice, no source)."""


@dataclass(frozen=True)
class LowAndSlow(Method):
    """Past the stall, until it gives way."""

    key: ClassVar[str] = "low_and_slow"
    name: ClassVar[str] = say("methods-low-and-slow")
    why: ClassVar[str] = say("methods-hours-in-gentle-heat-and-smoke")
    good_for: ClassVar[str] = say("entries-shoulder-and-roasts-225-275-f")
    phases: ClassVar[tuple[Phase, ...]] = ("gentle",)
    slow: ClassVar[Phase] = "gentle"
    fires: ClassVar[tuple[str, ...]] = (
        "kettle_ring", "offset", "kamado", "pellet", "gas", "kettle_two_zone", "oven_skillet",
    )  # fmt: skip
    browns: ClassVar[bool] = False
    longest_s: ClassVar[float] = 30 * 3600.0
    is_long: ClassVar[bool] = True
    rest_s: ClassVar[float | None] = 1800.0

    def why_not_for(self, piece: RawPiece) -> str:
        if piece.cut.kind == "plant":
            return say("choose-wants-a-hot-fire-gentle-heat", name=piece.cut.name)
        if piece.finish_c < TENDER_C and piece.thickness_m < LARGE_M:
            return say("choose-is-done-in-a-fraction-of", name=piece.cut.name)
        return ""

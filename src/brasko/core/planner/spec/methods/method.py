"""What a method is: everything that differs from one way of cooking to the next, and nothing else.

The planner asks a piece's method and never which method it is. A new method is one file here and a row in the registry.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from brasko.core.fire.custom import kind_of_fire
from brasko.core.fire.kinds import KINDS
from brasko.core.fire.zones import HOTTEST_GENTLE_C, Role
from brasko.core.foods.cuts import Cut
from brasko.core.planner.spec.options import TENDER_C
from brasko.core.words import say

Phase = Literal["gentle", "wait", "sear"]

ANY_FLIPS = (30.0, 60.0, 120.0, 240.0)
FEW_FLIPS = (120.0, 60.0, 300.0)
"""Seconds between flips that are tried, the usual first: for anything, and for what is turned seldom (common practice,
no source)."""
THIN_M, THICK_M = 0.0254, 0.0375
"""Under an inch over the fire, from an inch and a half low first (common practice, no source)."""
GENTLE_NEEDS_M = 0.019
"""A thinner piece is done before gentle heat has done anything for it (common practice, no source)."""
FIERCE_MAX_M = 0.05
"""A thicker piece burns over fierce heat before its middle is done (common practice, no source)."""


@dataclass(frozen=True)
class RawPiece:
    """A piece as a method looks at it. across_m is its width as it lies, longest_m its longer side."""

    cut: Cut
    thickness_m: float
    across_m: float
    longest_m: float
    finish_c: float

    @property
    def until_tender(self) -> bool:
        """Whether only hours get it to its finish."""
        return self.finish_c >= TENDER_C and self.cut.kind != "plant"


@dataclass(frozen=True)
class Method:
    """One way of cooking. What stands here is the usual; a method says what is different about it.

    phases          in order; a rest follows
    slow            the phase that ends at the pull temperature
    gentle_at, sear_at
                    the role of the zone where each happens
    fires           that can do it, the usual one first; where one has no searing side, the sear is done elsewhere
    flips_s         usual intervals between flips, the most usual first; the planner takes the one with the thinnest
                    grey rim
    plainly         why, for food without a grey rim; as for red meat where empty
    browns          it has a phase that is there for the crust
    good_for        what it suits, in a sentence
    gentle_name, gentle_range_c
                    what its gentle heat is called, and what it can be set to
    is_long         hours in smoke: it can be wrapped, basted and held in a box
    rest_s          how long it rests; None by thickness
    """

    key: ClassVar[str]
    name: ClassVar[str]
    why: ClassVar[str]
    phases: ClassVar[tuple[Phase, ...]]
    slow: ClassVar[Phase]
    fires: ClassVar[tuple[str, ...]]
    good_for: ClassVar[str]
    gentle_at: ClassVar[Role] = "gentle"
    sear_at: ClassVar[Role] = "sear"
    flips_s: ClassVar[tuple[float, ...]] = (30.0,)
    browns: ClassVar[bool] = True
    longest_s: ClassVar[float] = 8 * 3600.0
    plainly: ClassVar[str] = ""
    gentle_name: ClassVar[str] = say("common-gentle-side-at")
    gentle_range_c: ClassVar[tuple[float, float]] = (90.0, HOTTEST_GENTLE_C)
    is_long: ClassVar[bool] = False
    rest_s: ClassVar[float | None] = None

    def gentle_usual_c(self) -> float | None:
        """What its gentle heat usually is [°C], on its usual fire; None where that follows from the finish."""
        kind = KINDS.get(kind_of_fire(self.fires[0]))
        return None if kind is None or self.gentle_at == "bath" else kind.gentle_c(self.fires[0])

    def why_for(self, kind: str) -> str:
        """Why it is done this way: in words without a grey rim for what has none."""
        return self.plainly if self.plainly and kind != "intact" else self.why

    def for_thickness(self, cut: Cut, thickness_m: float) -> tuple[str, str]:
        """The method to pick for a cut whose own method this is, by key, and why."""
        return self.key, f"{cut.name}: {self.why_for(cut.kind)}."

    def crust_for(self, cut: Cut, thickness_m: float) -> str:
        """The crust to pick, by key."""
        return cut.crust if self.browns else "none"

    def why_not_for(self, piece: RawPiece) -> str:
        """Why it makes no sense for a piece, in a sentence; empty where it does."""
        if piece.until_tender:
            return say("choose-is-done-when-it-pulls-apart", name=piece.cut.name)
        return self.unsuited(piece)

    def unsuited(self, piece: RawPiece) -> str:
        """As why_not_for, for a piece that does not need hours."""
        return ""

    def why_not_on(self, fire: str, fire_name: str) -> str:
        """Why a fire outside `fires` can't do it, in a sentence: the method's own reason, else what the fire lacks."""
        kind = KINDS.get(kind_of_fire(fire))
        lacks = "" if kind is None else kind.lacks(fire, fire_name)
        return (
            self.refuses(fire, fire_name)
            or lacks
            or say("methods-is-not-done-on-use-a", name=self.name, fire_name=fire_name)
        )

    def refuses(self, fire: str, fire_name: str) -> str:
        """The method's own reason against a fire; empty where the fire's is enough."""
        return ""

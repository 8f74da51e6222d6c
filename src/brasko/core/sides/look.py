"""How a side looks when it is done: the colours of its faces and of its middle, from its browning, its char and its
softness."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.sides.cooking import SideDone
from brasko.core.sides.kinds import Rgb, SideKind, Way
from brasko.core.words import quantity, say

BROWN: Rgb = (122, 70, 28)
"""A good crust, as on bread and on meat (from memory)."""
BLACK: Rgb = (34, 28, 24)
"""Coal (from memory)."""
MAX_BROWN, BETWEEN = 0.85, 0.3
"""So much of the raw colour a good crust covers where it is hottest, and so much of that between (assumed)."""
MARKED: dict[Way, float] = {"open": 0.3, "basket": 0.4, "pan": 0.6, "foil": 0.0, "husk": 0.0, "pot": 0.0}
"""The share of its faces that lies on hot metal: rods, wires, a pan (assumed)."""
EVEN = ("bread", "cheese", "meat", "seafood")
"""What is dry, or flat, colours all over and not only where it lies on the rods (common practice, no source)."""
BLACK_FROM, PALE_BELOW, GOLDEN_BELOW, BROWN_BELOW = 0.1, 0.08, 0.4, 3.0
"""Shares of what may be black, and of a good crust, at which the words change (assumed)."""


@dataclass(frozen=True)
class Look:
    """Colours as red, green and blue (0-255): of its faces, of the marks on them, and of the middle, cut open.

    marks_share of the faces is marked, black_share of the marks is coal; words say it for those who do not see colours.
    """

    face: Rgb
    marks: Rgb
    inside: Rgb
    marks_share: float
    black_share: float
    words: str


def look_of(kind: SideKind, way: Way, done: SideDone) -> Look:
    """The look of a side as it comes off. Checked: tests/core/test_sides.py."""
    raw, inside_raw, inside_done = kind.colours
    covered = way in ("foil", "husk", "pot")
    black = 0.0 if covered else min(done.black_s / done.black_for_s, 1.0)
    browning = 0.0 if covered else done.browning_most
    between = 1.0 if kind.group in EVEN else BETWEEN
    inside = _mixed(inside_raw, inside_done, 1.0 if kind.done_by in ("hot", "reading") else _done_share(kind, done))
    return Look(
        _browned(raw, browning, MAX_BROWN * between),
        _mixed(_browned(raw, browning, MAX_BROWN), BLACK, 0.6 * black),
        inside,
        MARKED[way] if browning >= PALE_BELOW else 0.0,
        black,
        _words(kind, way, done, browning, black),
    )


def _done_share(kind: SideKind, done: SideDone) -> float:
    if kind.done_by == "water":
        return min(done.water_share / float(kind.target), 1.0)
    return done.soft_share


def _browned(raw: Rgb, browning: float, most: float) -> Rgb:
    return _mixed(raw, BROWN, most * min(browning, 1.0))


def _mixed(a: Rgb, b: Rgb, share: float) -> Rgb:
    red, green, blue = (round(x + (y - x) * share) for x, y in zip(a, b, strict=True))
    return red, green, blue


def _words(kind: SideKind, way: Way, done: SideDone, browning: float, black: float) -> str:
    if way == "pot":
        return say("look-bubbling-at-the-rim")
    if way in ("foil", "husk"):
        colour = say("look-as-pale-as-it-was-it")
    elif browning < PALE_BELOW:
        colour = say("look-hardly-coloured")
    else:
        how = (
            say("look-golden")
            if browning < GOLDEN_BELOW
            else say("look-brown")
            if browning < BROWN_BELOW
            else say("look-deep-brown")
        )
        where = (
            say("look-all-over")
            if kind.group in EVEN
            else say("look-where-it-touched")
            if way == "open"
            else say("look-in-patches")
        )
        black_too = say("look-black-in-places") if black >= BLACK_FROM else ""
        colour = say("look-how-where", how=how, where=where, black=black_too)
    if kind.done_by == "soft":
        return say("look-of-its-bite-is-gone-in", colour=colour, soft_share=quantity.number(done.soft_share * 100))
    if kind.done_by == "water":
        return say(
            "look-of-its-weight-has-steamed-away", colour=colour, water_share=quantity.number(done.water_share * 100)
        )
    return f"{colour}."

"""The colour of cooked food from the temperature it looks as if it had been at, for painting a cut face, with its word.

Myoglobin loses its red over roughly 55 to 75 °C and turns grey-brown; pork has less of it, poultry's breast and fish
next to none, and those turn from glassy to white or pale instead. A surface above about 140 °C browns and above about
230 °C chars. The anchors are assumed (from memory, no published table) and carry no number of their own: every picture
is shown with its temperature, and its colour with a word for those who do not see it.
"""

from __future__ import annotations

from typing import Literal, get_args

from brasko.core.foods.cuts import Cut
from brasko.core.words import say

Tissue = Literal["red", "pork", "poultry", "fish", "plant"]
"""What a cut face is of, by how it changes colour: red is beef, lamb and game."""
TISSUES: tuple[Tissue, ...] = get_args(Tissue)

_BROWNED: tuple[tuple[float, str, str], ...] = (
    (120.0, "#7b5c3f", say("colour-tan")),
    (145.0, "#6b4423", say("colour-brown")),
    (180.0, "#4a2a14", say("colour-deep-brown")),
    (230.0, "#22150e", say("colour-nearly-black")),
    (300.0, "#120d0b", say("colour-charred")),
)
"""All food browns alike."""

_INSIDE: dict[Tissue, tuple[tuple[float, str, str], ...]] = {
    "red": (
        (0.0, "#7a1f35", say("colour-purple-raw")),
        (40.0, "#8f2440", say("colour-purple-raw")),
        (49.0, "#a92c47", say("colour-deep-red")),
        (54.0, "#c2455a", say("colour-red")),
        (58.0, "#cc6a70", say("colour-pink")),
        (63.0, "#c99088", say("colour-pale-pink")),
        (68.0, "#b79a8a", say("colour-a-trace-of-pink")),
        (75.0, "#9c8878", say("colour-grey-brown")),
        (95.0, "#8a7462", say("colour-grey-brown")),
    ),
    "pork": (
        (0.0, "#cf8480", say("colour-pink-raw")),
        (45.0, "#d68f88", say("colour-pink-raw")),
        (56.0, "#dfa497", say("colour-pink")),
        (63.0, "#dfb7a4", say("colour-blush")),
        (68.0, "#d9c0aa", say("colour-off-white")),
        (75.0, "#cbb69d", say("colour-off-white")),
        (95.0, "#b39a7d", say("colour-grey-brown")),
    ),
    "poultry": (
        (0.0, "#dba08e", say("colour-glassy-pink")),
        (50.0, "#e3b8a2", say("colour-glassy-pink")),
        (60.0, "#ebd0b9", say("colour-pale-pink")),
        (66.0, "#efdfca", say("colour-nearly-white")),
        (74.0, "#efe5d3", say("colour-white")),
        (95.0, "#e0d1b8", say("colour-white")),
    ),
    "fish": (
        (0.0, "#e0704a", say("colour-glassy-orange")),
        (43.0, "#e68560", say("colour-glassy-orange")),
        (50.0, "#eda07e", say("colour-just-turning")),
        (56.0, "#f0b79b", say("colour-pale-and-flaking")),
        (63.0, "#eec4ad", say("colour-pale-and-flaking")),
        (95.0, "#dcbc9d", say("colour-pale-and-dry")),
    ),
    "plant": (
        (0.0, "#d6cd9f", say("colour-fresh")),
        (65.0, "#cfc18a", say("colour-fresh")),
        (85.0, "#c5aa69", say("colour-soft")),
        (98.0, "#b6924f", say("colour-soft")),
    ),
}
COLOURS: dict[Tissue, tuple[tuple[float, str, str], ...]] = {t: (*_INSIDE[t], *_BROWNED) for t in TISSUES}
"""Temperature that it looks as if it had reached [°C], sRGB colour and its word; linear between them."""


def tissue_of(cut: Cut) -> Tissue:
    """How the inside of this cut changes colour."""
    if cut.kind == "plant":
        return "plant"
    if cut.kind in {"poultry", "fish"}:
        return "poultry" if cut.kind == "poultry" else "fish"
    return "pork" if cut.group == "pork" else "red"


RAW_COLOURS: dict[str, str] = {
    "beef": "#a03d42",
    "game": "#7d2f38",
    "lamb": "#b05352",
    "pork": "#d8968f",
    "poultry": "#e3b39c",
    "fish": "#e58d6e",
    "bell_pepper": "#b8392b",
    "corn": "#e5be49",
    "mushroom": "#c9b291",
    "potato": "#e6d28f",
}
"""Raw food on the board, sRGB, by the cut's key or else its group (from memory)."""

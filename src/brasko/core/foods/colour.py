"""The colour of cooked beef from the temperature it looks as if it had been at, for painting a cut face.

Myoglobin loses its red over roughly 55 to 75 °C and turns grey-brown; a surface above about 140 °C browns and
above about 230 °C chars. The anchors are assumed (from memory, no published table) and carry no number of
their own: every picture is shown with its temperature or word.
"""

from __future__ import annotations

COLOUR_ANCHORS: tuple[tuple[float, str], ...] = (
    (0.0, "#7a1f35"),
    (40.0, "#8f2440"),
    (49.0, "#a92c47"),
    (54.0, "#c2455a"),
    (58.0, "#cc6a70"),
    (63.0, "#c99088"),
    (68.0, "#b79a8a"),
    (75.0, "#9c8878"),
    (95.0, "#8a7462"),
    (120.0, "#7b5c3f"),
    (145.0, "#6b4423"),
    (180.0, "#4a2a14"),
    (230.0, "#22150e"),
    (300.0, "#120d0b"),
)
"""Pairs of temperature that it looks as if it had reached [°C] and sRGB colour; linear between them."""

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

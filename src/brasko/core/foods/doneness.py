"""Doneness scales: the words cooks use and the temperatures they mean.

Both scales are common practice with no published source; the agency minimum is drawn on each of them.
"""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.errors import UnknownName
from brasko.core.units import celsius


@dataclass(frozen=True)
class Band:
    """One word of a scale and the core temperatures [°C] it covers, low included, high not."""

    word: str
    low_c: float
    high_c: float


@dataclass(frozen=True)
class Scale:
    """A named set of bands from rare to well done."""

    key: str
    name: str
    bands: tuple[Band, ...]

    def word_for(self, core_c: float) -> str:
        """The word for a finished core temperature [°C]."""
        for band in self.bands:
            if core_c < band.high_c:
                return band.word
        return self.bands[-1].word


def _scale(key: str, name: str, edges_f: tuple[tuple[str, float], ...], top_f: float) -> Scale:
    lows = [low for _, low in edges_f]
    highs = [*lows[1:], top_f]
    return Scale(
        key,
        name,
        tuple(Band(w, celsius(low), celsius(high)) for (w, low), high in zip(edges_f, highs, strict=True)),
    )


SCALES: dict[str, Scale] = {
    "kitchen": _scale(
        "kitchen",
        "Kitchen scale (cooler)",
        (("blue", 105), ("rare", 118), ("medium rare", 128), ("medium", 136), ("medium well", 146), ("well done", 156)),
        212,
    ),
    "home": _scale(
        "home",
        "Home scale (hotter)",
        (("blue", 105), ("rare", 128), ("medium", 140), ("medium well", 148), ("well done", 158)),
        212,
    ),
}
"""Every scale of doneness by its key."""


def scale_named(key: str) -> Scale:
    """The scale with this key. Raises UnknownName."""
    if key not in SCALES:
        raise UnknownName("scale", key, SCALES)
    return SCALES[key]

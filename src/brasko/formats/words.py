"""What cooks say, as quantities and keys."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.foods.doneness import Scale
from brasko.core.units import GRAMS_PER_POUND, MM_PER_INCH, celsius
from brasko.core.words import say
from brasko.words import LANGUAGES, rendered

Spoken = str | float
Units = Mapping[str, Callable[[float], float]]

_LENGTH: Units = {
    "mm": lambda v: v,
    "cm": lambda v: 10.0 * v,
    **dict.fromkeys(("in", "inch", "inches", '"'), lambda v: v * MM_PER_INCH),
}
"""Units that are read, with what one of them is."""
_MASS: Units = {
    "g": lambda v: v,
    "kg": lambda v: 1000.0 * v,
    **dict.fromkeys(("lb", "lbs", "pound", "pounds"), lambda v: v * GRAMS_PER_POUND),
    "oz": lambda v: v * GRAMS_PER_POUND / 16.0,
}
"""Units that are read, with what one of them is."""
_TEMPERATURE: Units = {**dict.fromkeys(("c", "°c"), lambda v: v), **dict.fromkeys(("f", "°f"), celsius)}
"""Units that are read, with how they become °C."""
_QUANTITY = re.compile(r"^\s*(-?[0-9]+(?:[.,][0-9]+)?)(?:\s+([0-9]+)/([0-9]+)|/([0-9]+))?\s*([^\s0-9].*?)?\s*$")
"""A number, perhaps with a fraction, and a unit."""


def _quantity(field: str, said: Spoken, units: Units, example: str) -> float:
    if not isinstance(said, str):
        return float(said)
    match = _QUANTITY.match(said)
    unit = (match.group(5) or "").lower() if match else ""
    if match is None or unit not in units or match.group(3) == "0" or match.group(4) == "0":
        raise InvalidInput(field, say("words-is-not-understood", got=f"{said!r}", example=example))
    value = float(match.group(1).replace(",", "."))
    if match.group(2):
        value += float(match.group(2)) / float(match.group(3))
    if match.group(4):
        value /= float(match.group(4))
    return units[unit](value)


def length_mm(field: str, said: Spoken) -> float:
    """A thickness, "1.5 in", "1 1/2 in", "38 mm", or a number of mm."""
    return _quantity(field, said, _LENGTH, say("words-as-a-length"))


def mass_g(field: str, said: Spoken) -> float:
    """A weight, "1 lb", "450 g", or a number of grams."""
    return _quantity(field, said, _MASS, say("words-as-a-mass"))


def temperature_c(field: str, said: Spoken) -> float:
    """A temperature, "130 F", "54 C", or a number of °C."""
    return _quantity(field, said, _TEMPERATURE, say("words-as-a-temperature"))


def finish_c(field: str, said: Spoken, scale: Scale) -> float:
    """A wanted finish: a temperature, or a word of the scale, which means the middle of its band."""
    if isinstance(said, str) and not re.search(r"[0-9]", said):
        wanted = " ".join(said.lower().replace("-", " ").split())
        for band in scale.bands:
            if band.word == wanted:
                return (band.low_c + band.high_c) / 2.0
        raise UnknownName(field, said, [band.word for band in scale.bands])
    return temperature_c(field, said)


def _plain(text: str) -> str:
    return re.sub(r"\W+", " ", text.lower()).strip()


def key_of(field: str, said: str, names: Mapping[str, str]) -> str:
    """The key that was said, by itself or by its name in any language, in any spelling of spaces and capitals."""
    for key, name in names.items():
        if _plain(said) in {_plain(key), *(_plain(rendered(name, language=tag)) for tag in LANGUAGES)}:
            return key
    raise UnknownName(field, said, names)

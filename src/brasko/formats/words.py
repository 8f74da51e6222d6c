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
Units = Mapping[str, float]

LENGTH: Units = {"mm": 1.0, "cm": 10.0, **dict.fromkeys(("in", "inch", "inches", '"'), MM_PER_INCH)}
"""Names of units, with what one of them is in mm."""
MASS: Units = {
    **dict.fromkeys(("g", "gram", "grams", "gramm"), 1.0),
    "kg": 1000.0,
    **dict.fromkeys(("lb", "lbs", "pound", "pounds", "#"), GRAMS_PER_POUND),
    **dict.fromkeys(("oz", "ounce", "ounces"), GRAMS_PER_POUND / 16.0),
}
"""Names of units, with what one of them is in g."""
SPAN: Units = {
    **dict.fromkeys(("s", "sec", "second", "seconds"), 1.0),
    **dict.fromkeys(("min", "minute", "minutes"), 60.0),
    **dict.fromkeys(("h", "hour", "hours"), 3600.0),
}
"""Names of units, with what one of them is in s."""
_TEMPERATURE: Mapping[str, Callable[[float], float]] = {
    **dict.fromkeys(("c", "°c"), lambda v: v),
    **dict.fromkeys(("f", "°f"), celsius),
}
"""Units that are read, with how they become °C."""
_DEGREES = re.compile(r"^\s*(-?[0-9]+(?:[.,][0-9]+)?)\s*(°?\s*[a-zA-Z])\s*$")

_NUMBERS = ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")
_COUNTS = {word: float(n) for n, word in enumerate(_NUMBERS, start=1)}
_PARTS = {"half": 0.5, "quarter": 0.25, "quarters": 0.25, "eighth": 0.125, "eighths": 0.125}
_SIGNS = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_WORD = re.compile(r"\d+\s*/\s*\d+|\d+(?:[.,]\d+)?|[^\s\d/.,]+")


def _plainly(said: str) -> str:
    text = re.sub("[½¼¾⅛⅜⅝⅞]", lambda sign: f" {_SIGNS[sign.group()]} ", said.lower())
    text = re.sub("[″”]|''", '"', text)
    text = re.sub(r"(\d)\s*-\s*(?=\d+\s*/)", r"\1 ", text)
    return re.sub(r"([a-z])-(?=[a-z])", r"\1 ", text)


def amount(said: str, units: Units) -> float | None:
    """What is written as people write it, "1 1/2 in", "inch and a half", "5 lb 4 oz", in what the units are in; None
    where it is no such quantity. The interface reads the same.

    Checked: tests/cli/test_plan.py::test_quantities_are_read_as_people_write_them.
    """
    text = _plainly(said)
    if _WORD.sub("", text).strip():
        return None
    total, value, unit, joined = 0.0, None, None, False
    for word in _WORD.findall(text):
        if word in ("and", "a", "an", "of"):
            joined = True
            continue
        if word in units:
            if value is None and (len(word) <= 2 or unit is not None):
                return None
            total, value, unit = total + (1.0 if value is None else value) * units[word], None, units[word]
        elif word in _PARTS:
            part = _PARTS[word]
            value = part if value is None else value + part if joined else value * part
        elif "/" in word:
            over, under = (float(each) for each in word.split("/"))
            if under == 0.0:
                return None
            value = (value or 0.0) + over / under
        elif value is None and (word in _COUNTS or word[0].isdigit()):
            value = _COUNTS[word] if word in _COUNTS else float(word.replace(",", "."))
        else:
            return None
        joined = False
    if unit is None:
        return None
    # "an inch and a half" goes on in its unit; "5 lb 4" does not say of what
    return None if value is not None and value >= 1.0 else total + (value or 0.0) * unit


def _quantity(field: str, said: Spoken, units: Units, example: str) -> float:
    if not isinstance(said, str):
        return float(said)
    found = amount(said, units)
    if found is None:
        raise InvalidInput(field, say("words-is-not-understood", got=f"{said!r}", example=example))
    return found


def length_mm(field: str, said: Spoken) -> float:
    """A thickness, "1.5 in", "1 1/2 in", "38 mm", or a number of mm."""
    return _quantity(field, said, LENGTH, say("words-as-a-length"))


def mass_g(field: str, said: Spoken) -> float:
    """A weight, "1 lb", "450 g", or a number of grams."""
    return _quantity(field, said, MASS, say("words-as-a-mass"))


def temperature_c(field: str, said: Spoken) -> float:
    """A temperature, "130 F", "54 C", or a number of °C."""
    if not isinstance(said, str):
        return float(said)
    match = _DEGREES.match(said)
    unit = match.group(2).replace(" ", "").lower() if match else ""
    if match is None or unit not in _TEMPERATURE:
        raise InvalidInput(
            field, say("words-is-not-understood", got=f"{said!r}", example=say("words-as-a-temperature"))
        )
    return _TEMPERATURE[unit](float(match.group(1).replace(",", ".")))


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

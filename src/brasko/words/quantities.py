"""Quantities of messages in the reader's units and language. The interface has the same, held to the same table.

A quantity is kind:value between two characters that no text of a user holds, shown here as braces: {temp:43.3} a
temperature in °C, {least:71.11} one that must be reached and is never rounded down, {rise:8} a difference in
K, {len:38} a length in mm, {mass:450} a mass in g, {small:5.4} a dose in g, {time:1500} a span in s, {num:2.5} a plain
number with the digits that it has.
"""

from __future__ import annotations

import math
import re

from brasko.core.units import GRAMS_PER_POUND, MM_PER_INCH, fahrenheit
from brasko.core.words import CLOSE, OPEN
from brasko.core.words.quantity import MIN_SLACK_K

TOKEN = re.compile(rf"{OPEN}(temp|least|rise|len|mass|small|time|num):(-?[0-9]+(?:\.[0-9]+)?){CLOSE}")
"""A quantity within a sentence."""


def written(text: str, units: str, decimal: str) -> str:
    """The text with its quantities written out."""
    return TOKEN.sub(lambda m: _token(m.group(1), m.group(2), units == "us").replace(".", decimal), text)


def _token(kind: str, raw: str, us: bool) -> str:
    if kind == "num":
        return raw
    value = float(raw)
    if kind == "temp":
        return f"{_whole(fahrenheit(value))} °F" if us else f"{_whole(value)} °C"
    if kind == "least":
        return _least(value, us)
    if kind == "rise":
        return f"{_whole(value * 1.8)} °F" if us else f"{_whole(value)} °C"
    if kind == "len":
        return _inches(value) if us else f"{_whole(value)} mm"
    if kind == "mass":
        return _pounds(value) if us else _grams(value)
    if kind == "small":
        return f"{_whole(value)} g" if value >= 20.0 else f"{math.floor(10.0 * value + 0.5) / 10.0:.1f} g"
    return _span(value)


def _whole(value: float) -> int:
    """Halves go up, as everywhere in the interface."""
    return math.floor(value + 0.5)


_SIGNS = {(1, 2): "½", (1, 4): "¼", (3, 4): "¾", (1, 8): "⅛", (3, 8): "⅜", (5, 8): "⅝", (7, 8): "⅞"}


def mixed(value: float, parts: int) -> str:
    """A number to the nearest of so many parts of one, as a ruler has it: 1 ½, ⅜, 3/16; never none of what there is."""
    if value <= 0.0:
        return "0"
    steps = max(_whole(value * parts), 1)
    whole, left = divmod(steps, parts)
    if left == 0:
        return str(whole)
    common = math.gcd(left, parts)
    part = (left // common, parts // common)
    said = _SIGNS.get(part, f"{part[0]}/{part[1]}")
    return f"{whole} {said}" if whole else said


def _inches(value_mm: float) -> str:
    """By a ruler: sixteenths below one inch, eighths below six, quarters below twelve."""
    inches = value_mm / MM_PER_INCH
    return f"{mixed(inches, 16 if inches < 1.0 else 8 if inches < 6.0 else 4 if inches < 12.0 else 1)} in"


def _pounds(value_g: float) -> str:
    """By a kitchen's scale: ounces below a pound, pounds and ounces below ten, half pounds above."""
    ounces = 16.0 * value_g / GRAMS_PER_POUND
    if ounces < 15.75:
        return f"{mixed(ounces, 4 if ounces < 4.0 else 2)} oz"
    pounds, left = divmod(_whole(ounces), 16)
    if pounds >= 10:
        return f"{mixed(ounces / 16.0, 2)} lb"
    return f"{pounds} lb {left} oz" if left else f"{pounds} lb"


def _grams(value_g: float) -> str:
    """Grams, and kilograms in three figures."""
    return f"{_whole(value_g)} g" if _whole(value_g) < 1000 else f"{_three_figures(value_g / 1000.0)} kg"


def _three_figures(value: float) -> str:
    """Three figures at the most, hundredths at the most, and no zeros behind the point."""
    steps = 100.0 if value < 10.0 else 10.0 if value < 100.0 else 1.0
    return f"{_whole(value * steps) / steps:g}"


def _span(value_s: float) -> str:
    seconds = _whole(abs(value_s))
    if seconds < 100:
        return f"{seconds} s"
    if seconds < 600 and seconds % 60 == 30:
        return f"{seconds // 60}½ min"
    minutes = _whole(seconds / 60.0)
    if minutes < 120:
        return f"{minutes} min"
    return f"{minutes // 60} h {minutes % 60} min" if minutes % 60 else f"{minutes // 60} h"


def _least(value_c: float, us: bool) -> str:
    """A temperature to be reached, rounded up: what is shown is always enough."""
    if us:
        return f"{math.ceil(fahrenheit(value_c - MIN_SLACK_K)):.0f} °F"
    return f"{math.ceil(10.0 * (value_c - MIN_SLACK_K)) / 10.0:g} °C"

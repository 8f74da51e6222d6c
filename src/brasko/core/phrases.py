"""Sentences that carry quantities in SI, to be shown in the reader's own units at the edge.

A token is {kind:value}: {temp:43.3} a temperature in °C, {least:71.11} one that must be reached and is never rounded down, {rise:8} a temperature difference in K, {len:38} a length
in mm, {mass:450} a mass in g, {small:5.4} a dose in g, {time:1500} a span in s.
"""

from __future__ import annotations

import math
import re

from brasko.core.units import GRAMS_PER_POUND, MM_PER_INCH, fahrenheit

TOKEN = re.compile(r"\{(temp|least|rise|len|mass|small|time):(-?[0-9.]+)\}")


def rendered(text: str, system: str = "metric") -> str:
    """The sentence with its tokens written out, "metric" or "us"."""
    return TOKEN.sub(lambda m: _token(m.group(1), float(m.group(2)), system), text)


def _token(kind: str, value: float, system: str) -> str:
    us = system == "us"
    if kind == "temp":
        return f"{fahrenheit(value):.0f} °F" if us else f"{value:.0f} °C"
    if kind == "least":
        return _least(value, us)
    if kind == "rise":
        return f"{value * 1.8:.0f} °F" if us else f"{value:.0f} °C"
    if kind == "len":
        return f"{value / MM_PER_INCH:.2g} in" if us else f"{value:g} mm"
    if kind == "mass":
        return f"{value / GRAMS_PER_POUND:.2g} lb" if us else f"{value:.0f} g"
    if kind == "small":
        return f"{value:.0f} g" if value >= 20.0 else f"{value:.1f} g"
    if value < 100.0:
        return f"{value:.0f} s"
    if value >= 7200.0:
        minutes = round(value / 60.0) % 60
        return f"{round(value / 60.0) // 60} h {minutes} min" if minutes else f"{round(value / 60.0) // 60} h"
    return f"{value // 60:.0f}½ min" if value < 600.0 and value % 60.0 == 30.0 else f"{value / 60:.0f} min"


LEAST_SLACK_K = 0.05
"""Half of the last digit that is shown: the agency's own figures are whole °F."""


def _least(value_c: float, us: bool) -> str:
    """A temperature to be reached, rounded up: what is shown is always enough."""
    if us:
        return f"{math.ceil(fahrenheit(value_c - LEAST_SLACK_K)):.0f} °F"
    return f"{math.ceil(10.0 * (value_c - LEAST_SLACK_K)) / 10.0:g} °C"

"""Quantities within a message: SI with their kind, to be written in the reader's units and language."""

from __future__ import annotations

import re

from brasko.core.words.marks import CLOSE, OPEN

DIGITS = 3
"""Behind the point, in the unit of the kind: finer than anything that is written out."""


MIN_SLACK_K = 0.05
"""Half of the last digit that is shown: the agency's own figures are whole °F."""


def temp(value_c: float) -> str:
    """A temperature [°C]."""
    return _token("temp", value_c)


def least(value_c: float) -> str:
    """A temperature that must be reached [°C]; never written lower than it is."""
    return _token("least", value_c)


def rise(value_k: float) -> str:
    """A difference of temperatures [K]."""
    return _token("rise", value_k)


def length(value_mm: float) -> str:
    """A length [mm]."""
    return _token("len", value_mm)


def mass(value_g: float) -> str:
    """What something weighs [g]."""
    return _token("mass", value_g)


def dose(value_g: float) -> str:
    """A small mass that is weighed out: salt, soda [g]."""
    return _token("small", value_g)


def span(value_s: float) -> str:
    """How long something takes [s]."""
    return _token("time", value_s)


def number(value: float, digits: int = 0) -> str:
    """A plain number with so many digits behind its point."""
    return f"{OPEN}num:{value:.{digits}f}{CLOSE}"


def general(value: float) -> str:
    """A plain number, as short as it can be written."""
    text = f"{value:g}"
    return text if "e" in text or "n" in text else f"{OPEN}num:{text}{CLOSE}"


def _token(kind: str, value: float) -> str:
    return f"{OPEN}{kind}:{round(value, DIGITS):.9g}{CLOSE}"


_BRACED = re.compile(r"\{(temp|least|rise|len|mass|small|time|num):(-?[0-9.]+)\}")


def of_data(text: str) -> str:
    """Text out of a file of data, where quantities stand between braces so that people can read and write them."""
    return _BRACED.sub(rf"{OPEN}\1:\2{CLOSE}", text)

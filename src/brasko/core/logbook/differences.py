"""How cooks differ, in words: what was asked of each, and what came of it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from brasko.core.planner.spec.fields import Declared, declared
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say

LITTLE_K, LITTLE_SHARE = 0.6, 0.05
"""Differences below these are told as none (assumed): a degree Fahrenheit, and a twentieth of a time."""
ANSWERS: Mapping[str, Declared] = declared(PieceSpec)
BROUGHT = ("mass_kg",)
"""What goes with another answer, and is not told beside it."""


def asked_differently(spec: PieceSpec, first: PieceSpec) -> list[str]:
    """Each answer in which a wish is not the first one's, as "thickness 38 mm, not 35 mm"."""
    said = []
    for name, each in ANSWERS.items():
        mine, other = getattr(spec, name), getattr(first, name)
        if mine == other or each.answer.group == "log" or name in BROUGHT:
            continue
        if isinstance(mine, float) and isinstance(other, float) and abs(mine - other) <= 1e-3 * max(abs(other), 1e-9):
            continue
        said.append(say("differences-not", what=each.answer.words, mine=_text(each, mine), other=_text(each, other)))
    return said


def _text(each: Declared, value: Any) -> str:
    """A value of an answer in words."""
    answer = each.answer
    if value is None:
        return say("differences-as-computed")
    if answer.kind == "flag":
        return say("differences-yes") if value else say("differences-no")
    if answer.kind == "name":
        return answer.named().get(value, str(value))
    if answer.kind == "fire":
        return str(value.name)
    if answer.kind == "length":
        return quantity.length(value * 1000.0)
    if answer.kind == "mass":
        return quantity.mass(value * 1000.0)
    if answer.kind == "temperature":
        return quantity.temp(value)
    if answer.kind == "rise":
        return quantity.rise(value)
    if answer.kind in ("minutes", "seconds"):
        return quantity.span(value)
    if answer.kind == "cut":
        return say("differences-a-cut", cut=value)
    return quantity.general(value)


def came_out_differently(
    peak_c: float | None, slow_s: float | None, first_peak_c: float | None, first_slow_s: float | None
) -> list[str]:
    """How what was measured differs."""
    said = []
    if peak_c is not None and first_peak_c is not None and abs(peak_c - first_peak_c) >= LITTLE_K:
        by = quantity.rise(abs(peak_c - first_peak_c))
        said.append(say("differences-warmer", by=by) if peak_c > first_peak_c else say("differences-cooler", by=by))
    if slow_s and first_slow_s and abs(slow_s / first_slow_s - 1.0) >= LITTLE_SHARE:
        by = quantity.span(abs(slow_s - first_slow_s))
        said.append(say("differences-longer", by=by) if slow_s > first_slow_s else say("differences-shorter", by=by))
    return said

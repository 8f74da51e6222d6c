"""What to change next time, from what was said of a cook: each as answers that the next plan can take at one press."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.planner.spec.options import CRUSTS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.agency import needs_choice
from brasko.core.words import quantity, say

FINISH_BY_K = 1.7
"""A verdict moves the finish by so much: three degrees Fahrenheit, about what an eater tells apart (common practice, no
source)."""
GENTLER_BY_K = 15.0
"""A rim that was too wide asks for a gentle side so much cooler (assumed)."""
MIN_GENTLE_C = 95.0
"""Cooler than this a gentle side takes all evening (assumed)."""


@dataclass(frozen=True)
class Change:
    """A change for the next plan: why, in words, and the answers that make it."""

    key: str
    words: str
    answers: dict[str, Any]


def next_time(spec: PieceSpec, doneness: str, crust: str, rim: str) -> tuple[Change, ...]:
    """Changes that answer a verdict, each possible by itself; none where all was right.

    Checked: tests/core/test_logbook.py::test_each_verdict_moves_the_next_plan_its_own_way.
    """
    asked = [_finish(spec, doneness), _crust(spec, crust), _rim(spec, rim)]
    return tuple(change for change in asked if change is not None and _can_be(spec, change))


def _can_be(spec: PieceSpec, change: Change) -> bool:
    try:
        replace(spec, **change.answers)
    except (InvalidInput, Infeasible):
        return False
    return True


def _finish(spec: PieceSpec, doneness: str) -> Change | None:
    if doneness not in ("under", "over") or needs_choice(spec.the_cut, spec.treatment == "tenderised") != "free":
        return None
    by = FINISH_BY_K if doneness == "under" else -FINISH_BY_K
    to_c, minimum = spec.finish_c + by, spec.minimum
    if minimum is not None and spec.finish_c >= minimum.core_c - 0.1:
        to_c = max(to_c, minimum.core_c)
    if abs(to_c - spec.finish_c) < 0.1:
        return None
    words = (
        say("next-time-warmer", was=quantity.temp(spec.finish_c), now=quantity.temp(to_c))
        if by > 0.0
        else say("next-time-cooler", was=quantity.temp(spec.finish_c), now=quantity.temp(to_c))
    )
    return Change("finish", words, {"finish_c": to_c})


def _crust(spec: PieceSpec, crust: str) -> Change | None:
    order = list(CRUSTS)
    if crust not in ("thin", "heavy") or not spec.how.browns:
        return None
    at = order.index(spec.crust) + (1 if crust == "thin" else -1)
    if not 0 <= at < len(order):
        return None
    was, now = CRUSTS[spec.crust][0], CRUSTS[order[at]][0]
    said = (
        say("next-time-more-crust", was=was, now=now)
        if crust == "thin"
        else say("next-time-less-crust", was=was, now=now)
    )
    return Change("crust", said, {"crust": order[at]})


def _rim(spec: PieceSpec, rim: str) -> Change | None:
    if rim != "wide":
        return None
    if "gentle" not in spec.how.phases:
        if spec.the_cut.kind != "intact":
            return None
        return Change("method", say("next-time-low-first"), {"method": "low_then_sear"})
    zone = spec.gentle_zone
    if zone is None or zone.in_fat or zone.air_c - GENTLER_BY_K < MIN_GENTLE_C:
        return None
    to_c = zone.air_c - GENTLER_BY_K
    words = say("next-time-gentler", was=quantity.temp(zone.air_c), now=quantity.temp(to_c))
    return Change("gentle", words, {"gentle_c": to_c})

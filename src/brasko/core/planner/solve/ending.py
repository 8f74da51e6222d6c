"""How a cook ends: what a thermometer has to show before the last heat is over, and what that heat does to the
outside."""

from __future__ import annotations

import numpy as np

from brasko.core.heat.simulation import Result
from brasko.core.planner.spec.piece import SURE_OF_THE_FIGURE_K, PieceSpec
from brasko.core.sourced import Sourced

BURNT_C = Sourced(300.0, "°C", "", "from memory")
"""Meat that is this hot turns to coal."""
BURNT_FOR_S = Sourced(60.0, "s", "", "assumed")
"""A face that was so hot for longer is black, not brown."""


def burnt_s(result: Result) -> float:
    """How long the hotter face was hot enough to turn to coal [s]."""
    between = np.diff(result.time_s)
    return max(float(between[face[1:] > BURNT_C.value].sum()) for face in (result.face_a_c, result.face_b_c))


def heat_end_c(result: Result, spec: PieceSpec) -> float:
    """The core as the last heat ends, before the rest [°C]: what an agency's figure is held against. Where germs may be
    inside, its coldest point if that is lower."""
    end = result.steps[-2]
    inside = spec.the_cut.kind == "ground" or spec.treatment == "tenderised"
    return min(end.core_c, end.coldest_c) if inside else end.core_c


def carry_over_k(result: Result) -> float:
    """What the core gains after the last heat [K]."""
    return result.peak_core_c - result.steps[-2].core_c


def off_aim_k(result: Result, spec: PieceSpec) -> float:
    """How far a run lands above the wish [K]: its peak above the finish or, where a reading has to end the heat, the
    lower of that and of the core at the end of the heat above a little more than the reading."""
    off = result.peak_core_c - spec.aim_c
    if spec.reading_c is None:
        return off
    return min(off, heat_end_c(result, spec) - spec.reading_c - SURE_OF_THE_FIGURE_K)

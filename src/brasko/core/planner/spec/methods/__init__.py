"""The ways of cooking a piece. A new one is its file and a row here."""

from __future__ import annotations

from brasko.core.foods.cuts import Cut
from brasko.core.planner.spec.methods.char_then_bath import CharThenBath
from brasko.core.planner.spec.methods.chimney import OverChimney
from brasko.core.planner.spec.methods.direct import Direct
from brasko.core.planner.spec.methods.low_and_slow import LowAndSlow
from brasko.core.planner.spec.methods.low_then_sear import LowThenSear
from brasko.core.planner.spec.methods.method import Method, RawPiece
from brasko.core.planner.spec.methods.pan import OvenThenSkillet, Skillet
from brasko.core.planner.spec.methods.sear_then_low import SearThenLow

METHODS: dict[str, Method] = {
    method.key: method
    for method in (
        LowThenSear(),
        SearThenLow(),
        Direct(),
        OverChimney(),
        CharThenBath(),
        Skillet(),
        OvenThenSkillet(),
        LowAndSlow(),
    )
}
"""Every method by its key, in the order in which it is offered."""


def why_unsuited(
    cut: Cut, thickness_m: float, finish_c: float, method: str, mass_kg: float | None = None, boned: bool = False
) -> str:
    """Why a method makes no sense for a piece, in a sentence; empty where it does. Common practice, no source."""
    shape = cut.geometry(thickness_m, mass_kg or cut.usual_mass_kg(thickness_m), boned=boned)
    across = shape.half_width_m if shape.bone_m else 2.0 * shape.half_width_m
    return METHODS[method].why_not_for(RawPiece(cut, thickness_m, across, max(across, shape.length_m), finish_c))

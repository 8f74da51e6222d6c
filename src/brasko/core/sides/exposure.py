"""The places of a fire as what lies there feels them: over the heat or beside it, as the fire is set or opened up."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from brasko.core.errors import InvalidInput
from brasko.core.fire import chamber
from brasko.core.fire.custom import OwnFire, as_set, opened_for_sear, searing_state
from brasko.core.fire.grills import Grate, Spot
from brasko.core.fire.placing import Placed, local_exposure
from brasko.core.fire.zones import Zone
from brasko.core.foods.shape import Geometry
from brasko.core.words import say

Heat = Literal["set", "opened"]
Where = Literal["hot", "cool", "rack"]
"""Over the heat, beside it, or on the rack above."""


RACK = "upper"
"""The grate of a grill that hangs above the one that is cooked on."""


@dataclass(frozen=True)
class FireState:
    """How a fire stands: set for a gentle heat [°C] (None as it is laid), or opened up for a sear."""

    heat: Heat
    gentle_c: float | None = None


@lru_cache(maxsize=256)
def exposed(own: OwnFire, state: FireState, where: Where, size_m: tuple[float, float, float]) -> Zone:
    """The zone at a place of a fire in a state, for food of a size (width, depth, thickness).

    Raises InvalidInput where the fire has no such place, Infeasible where it does not get so hot.
    """
    there = as_set(own, state.gentle_c)
    spot = spot_of(own, where)
    opened = state.heat == "opened"
    setup = opened_for_sear(there.setup, own.sear.x_m) if opened else replace(there.setup, lid_open=False)
    grate = setup.grill.grate(spot.grate)
    if not grate.holds(spot.x_m, spot.y_m):
        raise InvalidInput("place", say("exposure-lies-off-the-grate-of", name=setup.grill.name))
    settled = searing_state(there.setup, own.sear.x_m) if opened else chamber.steady_state(setup)
    piece = Placed("side", spot.x_m, spot.y_m, *size_m, fat_share=0.0, grate=spot.grate)
    zone = local_exposure(setup, settled, piece).zone
    return replace(zone, key=f"{where}:{state.heat}")


def rack_of(own: OwnFire) -> Grate | None:
    """The rack above the grate, where the grill comes with one and the set-up does not cook on it anyway."""
    grill = own.setup.grill
    if not grill.kind.comes_with_rack or RACK in (own.gentle.grate, own.sear.grate):
        return None
    return next((grate for grate in grill.grates if grate.key == RACK), None)


def spot_of(own: OwnFire, where: Where) -> Spot:
    """Where food lies. On a rack above the gentle place, as far as the rack reaches."""
    if where != "rack":
        return own.sear if where == "hot" else own.gentle
    rack = rack_of(own)
    if rack is None:
        raise InvalidInput("place", say("exposure-is-a-rack-which-does-not", name=own.name))
    x_m = own.gentle.x_m if rack.holds(own.gentle.x_m, 0.0) else 0.0
    return Spot(x_m, 0.0, rack.key)


def size_of(geometry: Geometry) -> tuple[float, float, float]:
    """Width, depth and thickness [m] of a piece."""
    across = 2.0 * geometry.half_width_m
    along = geometry.length_m if geometry.shape == "bar" else across
    return (max(across, 0.01), max(along, 0.01), max(geometry.thickness_m, 0.003))

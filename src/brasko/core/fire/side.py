"""A fire from its front: what lies, glows and shields at which height, where it is open, where food can flee."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from brasko.core.fire.grate import REFUGE_C, REFUGE_VIEW, GrateMap, drip_pan_of, emitters_of
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.views import Rectangle

PartKind = Literal["lit", "unlit", "burner", "plate", "pan", "grate", "refuge"]
_GLOWING: dict[str, PartKind] = {"coals": "lit", "deflector": "plate"}
"""What shines, as it is drawn; anything else is a burner."""
THIN_M = 0.012
"""Sheets and grates are drawn so thick (drawing only)."""
PAN_M = 0.035
"""A drip pan's depth (drawing only)."""


@dataclass(frozen=True)
class Part:
    """One thing from its left to its right [m from the middle] and from low to high [m over the lowest grate]."""

    kind: PartKind
    left_m: float
    right_m: float
    low_m: float
    high_m: float


@dataclass(frozen=True)
class SideView:
    """All parts, from the lowest grate up and down.

    grate_m                 height of the grate that is looked at
    lid                     "none" where the grill has none
    bottom_share, top_share how far the vents are open; None where there are none
    """

    parts: tuple[Part, ...]
    half_width_m: float
    floor_m: float
    grate_m: float
    lid: Literal["shut", "open", "none"]
    bottom_share: float | None
    top_share: float | None


def side_of(setup: FireSetup, map_: GrateMap) -> SideView:
    """A set-up from its front, with the refuge of this map.

    Checked: test_side.test_what_glows_lies_where_the_grate_is_hot
    """
    grill = setup.grill
    lowest = grill.grates[0]
    bed = setup.bed
    parts: list[Part] = []
    for emitter in emitters_of(setup, map_.state, lowest):
        kind = _GLOWING.get(emitter.name, "burner")
        deep = bed.depth_m if bed is not None and kind == "lit" else THIN_M
        parts += [_lying(kind, strip, deep) for strip in emitter.strips]
    if bed is not None:
        unlit = bed.unlit if map_.state.alight else (*bed.unlit, *bed.strips)
        parts += [_lying("unlit", strip, bed.depth_m) for strip in unlit]
    if setup.drip_pan and not setup.deflector:
        parts.append(_lying("pan", drip_pan_of(setup), PAN_M))
    for grate in grill.grates:
        height = grate.height_m - lowest.height_m
        parts.append(Part("grate", -grate.width_m / 2.0, grate.width_m / 2.0, height, height + THIN_M))
    seen_m = map_.grate.height_m - lowest.height_m
    refuge = _refuge(map_)
    if refuge is not None:
        parts.append(Part("refuge", *refuge, seen_m, seen_m))
    body = grill.body
    return SideView(
        tuple(parts),
        max(grate.width_m for grate in grill.grates) / 2.0,
        -lowest.height_m,
        seen_m,
        "none" if body is None else "open" if setup.lid_open else "shut",
        setup.bottom_share if body is not None and body.bottom_m2 > 0.0 else None,
        setup.top_share if body is not None and body.top_m2 > 0.0 else None,
    )


def _lying(kind: PartKind, strip: Rectangle, deep_m: float) -> Part:
    return Part(kind, strip.left_m, strip.right_m, -strip.gap_m - deep_m, -strip.gap_m)


def _refuge(map_: GrateMap) -> tuple[float, float] | None:
    """The widest run of the grate, from left to right, that is a refuge all the way from front to back."""
    on = ~np.isnan(map_.equivalent_c)
    cool = (map_.equivalent_c < REFUGE_C) & (map_.fire_view < REFUGE_VIEW)
    safe = on.any(axis=0) & (cool | ~on).all(axis=0)
    edges = np.flatnonzero(np.diff(np.concatenate([[0], safe.astype(int), [0]])))
    runs = edges.reshape(-1, 2)
    if len(runs) == 0:
        return None
    first, after = max(runs, key=lambda run: int(run[1] - run[0]))
    return float(map_.x_m[first]), float(map_.x_m[after - 1])

"""View factors from a small patch to what shines on it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from brasko.core.errors import require_between

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Rectangle:
    """A level rectangle: edges [m] in the grate's own axes (x to the right, y to the back), gap below the patch [m]."""

    left_m: float
    right_m: float
    front_m: float
    back_m: float
    gap_m: float

    @property
    def area_m2(self) -> float:
        """Its area."""
        return (self.right_m - self.left_m) * (self.back_m - self.front_m)


def corner_view_factor(a: Floats, b: Floats) -> Floats:
    """View factor from a level patch to a parallel rectangle one of whose corners lies straight below it.

    F = 1/2π [a/√(1+a²) atan(b/√(1+a²)) + b/√(1+b²) atan(a/√(1+b²))], a and b in gaps. Odd in a and b, so that
    rectangles add and subtract. Source: incropera_2011, ch. 13. Checked: tests/core/test_views.py.
    """
    ra, rb = np.sqrt(1.0 + a * a), np.sqrt(1.0 + b * b)
    return (a / ra * np.arctan(b / ra) + b / rb * np.arctan(a / rb)) / (2.0 * math.pi)


def level_view_factor(left: ArrayLike, right: ArrayLike, front: ArrayLike, back: ArrayLike, gap_m: float) -> Floats:
    """View factor from patches to rectangles whose edges are given from each patch's own foot [m]."""
    require_between("gap_m", gap_m, 0.005, 3.0, "m")
    west, east, south, north = (np.asarray(v, dtype=float) / gap_m for v in (left, right, front, back))
    f = corner_view_factor
    whole: Floats = f(east, north) - f(west, north) - f(east, south) + f(west, south)
    return np.maximum(whole, 0.0)


def seen(rectangle: Rectangle, x_m: Floats, y_m: Floats, screens: Sequence[Rectangle] = ()) -> Floats:
    """Share of the view straight down that a rectangle fills, from spots on the grate, less what screens hide.

    A screen between is thrown onto the rectangle's plane from each spot; what it covers there is hidden. Exact for
    level planes and screens that do not overlap one another.
    """
    left, right = rectangle.left_m - x_m, rectangle.right_m - x_m
    front, back = rectangle.front_m - y_m, rectangle.back_m - y_m
    share = level_view_factor(left, right, front, back, rectangle.gap_m)
    for screen in screens:
        if screen.gap_m >= rectangle.gap_m:
            continue
        grown = rectangle.gap_m / max(screen.gap_m, 0.005)
        hidden_left = np.clip((screen.left_m - x_m) * grown, left, right)
        hidden_right = np.clip((screen.right_m - x_m) * grown, left, right)
        hidden_front = np.clip((screen.front_m - y_m) * grown, front, back)
        hidden_back = np.clip((screen.back_m - y_m) * grown, front, back)
        share = share - level_view_factor(hidden_left, hidden_right, hidden_front, hidden_back, rectangle.gap_m)
    return np.maximum(share, 0.0)


def upright_corner(x: Floats, y: Floats, gap: Floats) -> Floats:
    """View factor from an upright patch that faces along x to a level rectangle below that reaches from its foot to (x,
    y).

    F = 1/2π [atan(y/c) - c/√(x²+c²) atan(y/√(x²+c²))], c the height. Odd in y; x not negative.
    Source: howell_catalogue, differential element to perpendicular rectangle. Checked: tests/core/test_views.py.
    """
    far = np.sqrt(x * x + gap * gap)
    return (np.arctan(y / gap) - gap / far * np.arctan(y / far)) / (2.0 * math.pi)


def upright_view_factors(rectangles: Sequence[Rectangle], x_m: float, y_m: float, turns: int) -> Floats:
    """View factors from an upright patch at a spot, that faces right, back, left or front (turns 0 to 3), to
    rectangles."""
    edges = np.array([[r.left_m - x_m, r.right_m - x_m, r.front_m - y_m, r.back_m - y_m] for r in rectangles]).T
    gap = np.array([r.gap_m for r in rectangles])
    ahead, beyond, low, high = (edges[0], edges[1], edges[2], edges[3])
    if turns % 2:
        ahead, beyond, low, high = edges[2], edges[3], edges[0], edges[1]
    if turns >= 2:
        ahead, beyond = -beyond, -ahead
    near, far = np.maximum(ahead, 0.0), np.maximum(beyond, 0.0)
    h = upright_corner
    return h(far, high, gap) - h(near, high, gap) - h(far, low, gap) + h(near, low, gap)

"""View factors against closed forms of other kinds and against rays thrown at random.

howell_catalogue: differential element to a parallel and to a perpendicular rectangle. The contour integral
(Lambert's formula) is a second, independent way; Monte Carlo a third.
"""

import math

import numpy as np
import pytest
from wording import refusing

from brasko.core.errors import InvalidInput
from brasko.core.fire.views import Rectangle, level_view_factor, seen, upright_view_factors


def contour_view_factor(normal: np.ndarray, corners: list[tuple[float, float, float]]) -> float:
    """F = 1/2π |Σ n · (r_i x r_j) / |r_i x r_j| angle(r_i, r_j)| from the origin, what lies behind cut off."""
    rays = [np.array(c, dtype=float) for c in corners]
    ahead = []
    for one, other in zip(rays, [*rays[1:], rays[0]], strict=True):
        d_one, d_other = normal @ one, normal @ other
        if d_one > 0:
            ahead.append(one)
        if (d_one > 0) != (d_other > 0):
            ahead.append(one + (other - one) * d_one / (d_one - d_other))
    total = 0.0
    for one, other in zip(ahead, [*ahead[1:], ahead[0]], strict=True) if len(ahead) > 2 else []:
        across = np.cross(one, other)
        size = np.linalg.norm(across)
        if size > 1e-15:
            total += normal @ across / size * math.atan2(size, one @ other)
    return abs(total) / (2 * math.pi)


def corners_of(r: Rectangle, x: float, y: float) -> list[tuple[float, float, float]]:
    return [
        (r.left_m - x, r.front_m - y, -r.gap_m),
        (r.right_m - x, r.front_m - y, -r.gap_m),
        (r.right_m - x, r.back_m - y, -r.gap_m),
        (r.left_m - x, r.back_m - y, -r.gap_m),
    ]


def rays_hit(r: Rectangle, x: float, y: float, screens: tuple[Rectangle, ...] = (), rays: int = 400_000) -> float:
    """Share of cosine-weighted rays downwards that meet the rectangle and no screen before it."""
    random = np.random.default_rng(7)
    radius, angle = np.sqrt(random.random(rays)), 2 * np.pi * random.random(rays)
    dx, dy, dz = radius * np.cos(angle), radius * np.sin(angle), np.sqrt(1 - radius**2)

    def inside(box: Rectangle) -> np.ndarray:
        px, py = x + dx / dz * box.gap_m, y + dy / dz * box.gap_m
        return (px > box.left_m) & (px < box.right_m) & (py > box.front_m) & (py < box.back_m)

    hit = inside(r)
    for screen in screens:
        hit &= ~inside(screen)
    return float(hit.mean())


BED = Rectangle(0.05, 0.25, -0.18, 0.20, 0.11)
SPOTS = [(0.15, 0.0), (0.0, 0.1), (-0.2, -0.05), (0.24, 0.19)]


def test_centre_of_a_square_is_the_handbook_value():
    """incropera_2011 ch. 13, disc analogue from memory: straight below a huge plate the whole view is filled."""
    assert float(level_view_factor(-50.0, 50.0, -50.0, 50.0, 0.1)) == pytest.approx(1.0, abs=1e-4)
    one_gap = float(level_view_factor(-1.0, 1.0, -1.0, 1.0, 1.0))
    corner = 1 / math.sqrt(2) * math.atan(1 / math.sqrt(2)) * 2 / (2 * math.pi)
    assert one_gap == pytest.approx(4 * corner)
    assert one_gap == pytest.approx(0.5541, abs=1e-3)


@pytest.mark.parametrize(("x", "y"), SPOTS)
def test_level_patch_matches_the_contour_integral(x, y):
    by_contour = contour_view_factor(np.array([0.0, 0.0, -1.0]), corners_of(BED, x, y))
    assert float(seen(BED, np.array([x]), np.array([y]))[0]) == pytest.approx(by_contour, abs=1e-12)


@pytest.mark.parametrize(("x", "y"), SPOTS)
@pytest.mark.parametrize(("turns", "normal"), [(0, (1, 0, 0)), (1, (0, 1, 0)), (2, (-1, 0, 0)), (3, (0, -1, 0))])
def test_upright_patch_matches_the_contour_integral(x, y, turns, normal):
    by_contour = contour_view_factor(np.array(normal, dtype=float), corners_of(BED, x, y))
    assert upright_view_factors([BED], x, y, turns)[0] == pytest.approx(by_contour, abs=1e-12)


@pytest.mark.parametrize(("x", "y"), SPOTS)
def test_level_patch_matches_monte_carlo(x, y):
    """Four standard errors of 400,000 rays: 0.0032."""
    assert float(seen(BED, np.array([x]), np.array([y]))[0]) == pytest.approx(rays_hit(BED, x, y), abs=0.0032)


@pytest.mark.parametrize(("x", "y"), SPOTS)
def test_screens_hide_what_monte_carlo_says(x, y):
    screens = (Rectangle(0.12, 0.20, -0.05, 0.05, 0.04), Rectangle(0.0, 0.08, -0.2, -0.06, 0.06))
    computed = float(seen(BED, np.array([x]), np.array([y]), screens)[0])
    assert computed == pytest.approx(rays_hit(BED, x, y, screens), abs=0.0032)


def test_a_screen_behind_the_fire_hides_nothing():
    spot = np.array([0.1]), np.array([0.0])
    assert seen(BED, *spot, (Rectangle(-1, 1, -1, 1, 0.3),)) == pytest.approx(seen(BED, *spot))


def test_a_point_source_gains_four_and_a_wide_bed_much_less():
    """The point-source rule, and why it is not true of coals: computed from the view factors themselves."""

    def gain(size: float) -> float:
        far = float(level_view_factor(-size, size, -size, size, 0.12))
        return float(level_view_factor(-size, size, -size, size, 0.06)) / far

    assert gain(0.001) == pytest.approx(4.0, rel=0.01)
    assert 1.05 < gain(0.2) < 1.4


def test_no_gap_is_refused():
    with refusing(InvalidInput, match=r"gap_m must be between 0\.005 and 3"):
        level_view_factor(-1.0, 1.0, -1.0, 1.0, 0.0)

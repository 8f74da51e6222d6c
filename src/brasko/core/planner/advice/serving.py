"""Who gets which part of the piece: the computed field shared out among eaters with different wishes."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from brasko.core.errors import require_between
from brasko.core.foods.serving import serving_of
from brasko.core.heat.simulation import simulate
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.programme import SEARCH_REFINE, phase_of, programme_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say

NEAR_K = 2.5
"""A part this near to an eater's wish is theirs without more ado: about half a word of the scale (assumed)."""
CORE_SHARE = 0.3
"""A slice is judged by the middle third of its thickness (assumed)."""
SLICES = 60
MAX_EATERS = 12
"""A piece is cut into so many slices to be told, for so many eaters at the most."""


@dataclass(frozen=True)
class Eater:
    """One who eats, and how warm in the middle they like it [°C]."""

    name: str
    finish_c: float


@dataclass(frozen=True)
class Part:
    """What one eater gets.

    from_share, to_share    where it lies, from the outermost slice (0) to the middle of the piece (1)
    peak_c                  how hot its middle has been
    off_k                   how far that is from the wish; above 0 it is more done
    words                   where it lies, and what would bring it nearer
    """

    eater: Eater
    piece: int
    from_share: float
    to_share: float
    peak_c: float
    off_k: float
    words: str


def slices(spec: PieceSpec, solution: Solution) -> tuple[np.ndarray, np.ndarray]:
    """Slices from one end to the middle: share of the meat from the end to each, and how hot its middle has been [°C].

    Across a disc a slice is a chord, judged by its middle half. A bar is cut across its length; towards its ends it is
    taken to be as its long sides are, so far in (the model has no ends of its own).
    """
    result = solution.result
    grid = result.grid
    through = np.abs(grid.z_m - grid.dz_m.sum() / 2.0) <= 0.5 * CORE_SHARE * grid.dz_m.sum()
    weight = grid.dz_m[through]
    inside = result.end.peak_c[through].T @ weight / weight.sum()
    if spec.geometry.shape == "bar":
        edge = float(grid.dr_m.sum())
        middle = float(grid.r_m[grid.middle_column])
        far = np.linspace(0.0, spec.geometry.length_m / 2.0, SLICES)
        return far / far[-1], np.interp(np.maximum(edge - far, middle), grid.r_m, inside)
    radius = float(grid.dr_m.sum())
    x = np.linspace(radius, 0.0, SLICES)
    half_chord = np.sqrt(np.maximum(radius**2 - x**2, 0.0))
    area = np.concatenate(([0.0], np.cumsum(0.5 * (half_chord[1:] + half_chord[:-1]))))
    y = np.linspace(0.0, 0.5, 9)[:, None] * half_chord
    return area / area[-1], np.interp(np.hypot(x, y), grid.r_m, inside).mean(axis=0)


def shared_out(spec: PieceSpec, solution: Solution, eaters: tuple[Eater, ...]) -> tuple[Part, ...]:
    """A part for every eater, equal in weight, in the order in which they were named.

    The outer slices have been hotter than the middle ones: whoever wants it most done gets the ends. Where that is not
    enough, the part says how long more it wants. Several pieces alike are shared out like one long one.
    """
    require_between("eaters", len(eaters), 1, MAX_EATERS, "eaters")
    for eater in eaters:
        require_between("eaters.finish_c", eater.finish_c, 38.0, 98.0, "°C", say("serving-rare-starts-about-48-c"))
    reached, peak = slices(spec, solution)
    order = sorted(range(len(eaters)), key=lambda i: -eaters[i].finish_c)
    edges = np.linspace(0.0, 1.0, len(eaters) + 1)
    parts: dict[int, Part] = {}
    for place, i in enumerate(order):
        low, high = float(edges[place]), float(edges[place + 1])
        if spec.count >= len(eaters):
            low, high = 0.0, 1.0
        inside = (reached > low - 1e-9) & (reached <= high + 1e-9)
        mine = float(peak[inside].mean()) if inside.any() else float(np.interp((low + high) / 2.0, reached, peak))
        if spec.count >= len(eaters):
            mine = solution.result.peak_core_c
        off = mine - eaters[i].finish_c
        parts[i] = Part(
            eaters[i],
            place if spec.count >= len(eaters) else 0,
            low,
            high,
            mine,
            off,
            _words(spec, solution, place, len(eaters), eaters[i], off),
        )
    return tuple(parts[i] for i in range(len(eaters)))


def _words(spec: PieceSpec, solution: Solution, place: int, of: int, eater: Eater, off_k: float) -> str:
    if spec.count == of == 1:
        where = say("serving-all-of-it")
    elif spec.count >= of:
        where = say("serving-piece", place=place + 1)
    elif serving_of(spec.cut).slice_m == 0.0:
        where = say("serving-any-part")
    else:
        where = (
            say("serving-the-slices-at-the-ends")
            if place == 0 and of > 1
            else say("serving-the-slices-from-the-middle")
            if place == of - 1
            else say("serving-the-slices-between")
        )
    if abs(off_k) <= NEAR_K:
        return f"{where}."
    if off_k > 0.0:
        return say("serving-more-done-than-wished-by-plan", where=where, off=quantity.rise(off_k))
    more = longer_s(spec, solution, eater.finish_c)
    if more is None:
        return say("serving-less-done-than-wished-by-finish", where=where, off=quantity.rise(-off_k))
    return say(
        "serving-less-done-than-wished-by-leave", where=where, off=quantity.rise(-off_k), more=quantity.span(more)
    )


def longer_s(spec: PieceSpec, solution: Solution, finish_c: float) -> float | None:
    """How much longer the slow phase lasts for a warmer finish [s]; None where it never gets there."""
    slow = spec.how.slow
    rise = solution.result.peak_core_c - solution.pull_c
    if finish_c - rise <= solution.pull_c:
        return None
    times = []
    for pull_c in (solution.pull_c, finish_c - rise):
        steps = tuple(s for s in programme_of(spec, pull_c) if phase_of(s.name) == slow)
        result = simulate(spec.food, steps, every_s=60.0, refine=SEARCH_REFINE)
        if result.steps[-1].reached == "time":
            return None
        times.append(result.duration_s)
    return float(max(times[1] - times[0], 30.0))

"""The kitchens a forecast looks at: the same cook with other heat, size, start and fire, and what a probe shows
there."""

from __future__ import annotations

import math
import os
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from functools import cache
from itertools import combinations_with_replacement

import numpy as np
from numpy.typing import NDArray
from scipy.stats import norm, qmc

from brasko.core.forecast.history import GOES_ON_S, CookHistory
from brasko.core.heat.geometry import Grid
from brasko.core.heat.simulation import Food, Result, simulate
from brasko.core.heat.thermometer import readings_c
from brasko.core.planner.solve.programme import phase_of
from brasko.core.planner.solve.search import tempered_start
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Programme, Step, Until, shifted
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD, PROBE_SD_M, START_SD, THICKNESS_SD

Floats = NDArray[np.float64]

INSIDE_M = {"shaft": Sourced(0.019, "m", "", "assumed"), "edge": Sourced(0.004, "m", "", "assumed")}
INSIDE_SD_M = Sourced(0.0018, "m", "", "assumed")
"""Two more sensors on the shaft of a probe, so far inside the edge when it is in up to its mark, and how nearly it
is."""
BODY = ("film", "thickness", "start", "fire")
TIP = (*BODY, "depth")
SHAFT = (*TIP, "edge")
MEMBERS = 200
FEW_MEMBERS = 72
MIN_MEMBERS = 40
"""So many are enough for the polynomials of a region that is looked at by few."""
LONG_S = 2.5 * 3600.0
"""Cooks longer than this are looked at in fewer kitchens."""
COARSE = 0.5
"""Grid of the kitchens (see heat.geometry)."""
AT_MAX = 2.5
"""No kitchen takes so many times as long as the one planned for; the fields of a run lie the closer for it."""
RUN_TWICE = 16
"""So many are run on the usual grid too."""
WIDEST = 2.2
"""No kitchen is further off than so many standard deviations."""
BEYOND_PULL_K = 12.0
MOMENTS, TAIL_MOMENTS = 110, 60
FRAMES = 480
PROBES = 4
"""Probes put into every kitchen, each in another place."""
DEGREE, LOCAL_DEGREE = 4, 2
LOCAL_MEMBERS = 60
"""Once readings have told which kitchens are likely, fewer are enough near those."""


@dataclass(frozen=True)
class SamplingRegion:
    """Which kitchens are looked at: about a centre, as far as a spread in every unknown; degree of the polynomials."""

    centre: Floats
    spread: Floats
    degree: int

    def inward(self, z: Floats) -> Floats:
        """Rows of z, counted from the centre in spreads."""
        unknowns = z.shape[1]
        return np.asarray((z - self.centre[:unknowns]) / self.spread[:unknowns])


WHOLE_REGION = SamplingRegion(np.zeros(len(SHAFT)), np.ones(len(SHAFT)), DEGREE)
"""Kitchens from everywhere, before any reading."""
WHOLE_REGION_BY_FEW = replace(WHOLE_REGION, degree=DEGREE - 1)
"""The same for so few that a polynomial of the usual degree would go through every one of them."""


@dataclass(frozen=True)
class SensorSurrogate:
    """What a sensor shows over time, as a polynomial of the first `unknowns` of SHAFT, and how far that is off [K]."""

    of: Floats
    sd_k: Floats
    unknowns: int


@dataclass(frozen=True)
class Ensemble:
    """What the cook would show in kitchens that differ by z standard deviations, as polynomials of z.

    Rows of a matrix go with the terms of `terms`; columns with moments. All times count from putting the food on [s].

    sensors         what each sensor of a probe shows over time_s
    core_of         core over time_s while the step that is on goes on
    tail_of         core over tail_s after that step's own end
    known           spread of every unknown of SHAFT before any reading, where the usual one is 1
    ends_of         columns: log of how long the step still lasts from since_s, log of the length of all that follows,
                    peak core, grey rim share, least browning dose (log)
    """

    time_s: Floats
    sensors: dict[str, SensorSurrogate]
    core_of: Floats
    tail_s: Floats
    tail_of: Floats
    ends_of: Floats
    ends_sd: Floats
    since_s: float
    air_c: float | None
    members: int
    near: SamplingRegion
    known: Floats

    def terms(self, z: Floats, unknowns: int) -> Floats:
        """Polynomial terms of rows of z: (rows, terms)."""
        return terms(self.near.inward(z[:, :unknowns]), self.near.degree)

    def slopes(self, z: Floats, unknowns: int) -> Floats:
        """How every term changes with every unknown at one z: (unknowns, terms)."""
        inward = self.near.inward(z[None, :unknowns])[0]
        return slopes_of_terms(inward, self.near.degree) / self.near.spread[:unknowns, None]


@dataclass(frozen=True)
class _Run:
    time_s: Floats
    core_c: Floats
    shown_c: dict[str, Floats]
    tail_core_c: Floats
    tail_s: Floats
    step_s: float
    rest_s: float
    peak_c: float
    rim: float
    crust_s: float

    @property
    def ends(self) -> Floats:
        """What the columns of Kitchens.ends_of stand for."""
        crust = math.log(max(self.crust_s, 1e-3))
        return np.array([math.log(self.step_s), math.log(self.rest_s), self.peak_c, self.rim, crust])


@cache
def _exponents(unknowns: int, up_to: int) -> NDArray[np.int64]:
    """Exponents of every term in every unknown, the lowest degrees first: (terms, unknowns)."""
    found = [[0] * unknowns]
    for degree in range(1, up_to + 1):
        for which in combinations_with_replacement(range(unknowns), degree):
            found.append([which.count(n) for n in range(unknowns)])
    return np.array(found)


def terms(z: Floats, degree: int) -> Floats:
    """Polynomial terms of rows of z: (rows, terms)."""
    return np.asarray(np.prod(z[:, None, :] ** _exponents(z.shape[1], degree)[None], axis=2))


def slopes_of_terms(z: Floats, degree: int) -> Floats:
    """How every term changes with every unknown at one z: (unknowns, terms)."""
    exponents = _exponents(len(z), degree)
    lowered = exponents[None] - np.eye(len(z), dtype=np.int64)[:, None, :]
    factor = exponents.T
    return np.asarray(factor * np.prod(z ** np.maximum(lowered, 0), axis=2))


def drawn(members: int, unknowns: int, seed: int = 11) -> Floats:
    """Quasi-random standard normal draws, none further off than WIDEST."""
    count = 2 ** math.ceil(math.log2(members))
    raw = qmc.Sobol(unknowns, seed=seed).random(count)[:members]
    inside = norm.cdf(WIDEST)
    return np.asarray(norm.ppf((1.0 - inside) + raw * (2.0 * inside - 1.0)))


def ensemble(
    spec: PieceSpec, so_far: CookHistory, near: SamplingRegion | None = None, members: int | None = None
) -> Ensemble:
    """Simulate the cook so far and what follows in many kitchens and fit what they show.

    All are run on a coarse grid, some on the usual one too; what the coarse grid is off is fitted and taken away. Near
    a centre there are few, all on the usual grid.
    """
    local = near is not None
    if near is None:
        near = WHOLE_REGION if members is None or members >= FEW_MEMBERS else WHOLE_REGION_BY_FEW
    nominal = _run(spec, so_far, near.centre[:4], np.zeros((1, 2)), None, COARSE)
    longest = float(nominal.time_s[-1])
    room_s = AT_MAX * nominal.step_s + 900.0
    limit = replace(so_far.current.until, max_s=min(so_far.current.until.max_s, room_s))
    so_far = replace(so_far, current=replace(so_far.current, until=limit))
    if members is None:
        members = LOCAL_MEMBERS if local else MEMBERS if longest < LONG_S else FEW_MEMBERS
    z = near.centre + near.spread * drawn(members, len(SHAFT))
    grid = COARSE if longest >= LONG_S or not local else 1.0
    probes = np.stack([np.roll(z[:, 4:], -37 * k, axis=0) for k in range(PROBES)], axis=1)
    spacing = longest / MOMENTS

    def run(which: tuple[int, float]) -> _Run:
        n, refine = which
        return _run(spec, so_far, z[n, :4], probes[n], spacing, refine)

    again = 0 if grid == 1.0 else min(RUN_TWICE, members // 4)
    with ThreadPoolExecutor(max(2, os.cpu_count() or 2)) as pool:
        every = list(pool.map(run, [*((n, 1.0) for n in range(again)), *((n, grid) for n in range(members))]))
    fine, runs = every[:again], every[again:]
    time_s = np.linspace(0.0, longest, MOMENTS + 1)
    tail_s = np.linspace(0.0, float(np.median([r.tail_s[-1] for r in runs])), TAIL_MOMENTS)
    body = z[:, :4]
    rows = np.concatenate([np.repeat(z[:, None, :4], PROBES, axis=1), probes], axis=2).reshape(-1, len(SHAFT))

    def fitted(at: Floats, *curves: Callable[[_Run], Floats]) -> list[tuple[Floats, Floats]]:
        """Each curve's polynomial and how far that is off, all by one solution."""

        def all_of(some: list[_Run]) -> Floats:
            return np.hstack([np.concatenate([curve(r) for r in some]) for curve in curves])

        values = all_of(runs)
        found, off = _fit(near, at, values, near.degree)
        if fine:
            better = all_of(fine) - values[: len(at) // members * again]
            found[: 1 + at.shape[1]] += _fit(near, at[: len(better)], better, 1)[0]
        ends = np.cumsum([curve(runs[0]).shape[1] for curve in curves])[:-1]
        return list(zip(np.split(found, ends, axis=1), np.split(off, ends), strict=True))

    def showing(name: str) -> Callable[[_Run], Floats]:
        return lambda r: _lines(time_s, r.time_s, r.shown_c[name])

    (tip,) = fitted(rows[:, : len(TIP)], showing("tip"))
    inside = fitted(rows, *(showing(name) for name in INSIDE_M))
    (core_of, _), (tail_of, _), (ends_of, ends_sd) = fitted(
        body,
        lambda r: _lines(time_s, r.time_s, r.core_c),
        lambda r: _lines(tail_s, r.tail_s, r.tail_core_c),
        lambda r: r.ends[None],
    )
    # what hangs in the air reads nothing of a bath of fat in it
    in_fat = spec.how.gentle_at == "bath"
    return Ensemble(
        time_s=time_s,
        sensors={
            "tip": SensorSurrogate(*tip, len(TIP)),
            **{name: SensorSurrogate(*each, len(SHAFT)) for name, each in zip(INSIDE_M, inside, strict=True)},
        },
        core_of=core_of,
        tail_s=tail_s,
        tail_of=tail_of,
        ends_of=ends_of,
        ends_sd=ends_sd,
        since_s=so_far.since_s,
        air_c=so_far.current.surroundings.top.air_c if so_far.phase == "gentle" and not in_fat else None,
        members=members,
        near=near,
        known=np.array([spec.gentle_heat.film_spread, 1.0, 1.0, spec.gentle_heat.air_spread, 1.0, 1.0]),
    )


def _lines(moments: Floats, time_s: Floats, curves: Floats) -> Floats:
    """Curves at other moments: (curves, moments)."""
    return np.array([np.interp(moments, time_s, curve) for curve in np.atleast_2d(curves)])


def _fit(near: SamplingRegion, z: Floats, values: Floats, degree: int) -> tuple[Floats, Floats]:
    """A polynomial of z for every column of values, and how far it is off."""
    known = terms(near.inward(z), degree)
    found = np.asarray(np.linalg.lstsq(known, values, rcond=None)[0])
    return found, np.std(values - known @ found, axis=0)


def depth_share(thickness_m: float, depth_z: float) -> float:
    """Where the tip is, as a share of the thickness from one face, from how far it is off the middle."""
    return float(np.clip(0.5 + depth_z * PROBE_SD_M.value / thickness_m, 0.05, 0.95))


def inside_m(sensor: str, edge_z: float) -> float:
    """How far inside the edge a sensor of the shaft is, from how far the probe is off its mark [m]."""
    return max(INSIDE_M[sensor].value + edge_z * INSIDE_SD_M.value, 0.0)


def along(grid: Grid, fields_c: Floats, share: float, inside_m: float) -> Floats:
    """Temperature at one place in every field (frame, nz, nr): a share of the thickness up, and so far inside the outer
    edge [m]."""
    up = grid.z_m / float(grid.dz_m.sum())
    i = min(max(int(np.searchsorted(up, share)) - 1, 0), len(up) - 2)
    part = (share - up[i]) / (up[i + 1] - up[i])
    across = grid.r_m
    at = min(max(float(grid.dr_m.sum()) - inside_m, float(across[0])), float(across[-1]))
    first = min(max(int(np.searchsorted(across, at)) - 2, 0), len(across) - 4)
    near = fields_c[:, i : i + 2, first : first + 4]
    level = near[:, 0] + part * (near[:, 1] - near[:, 0])
    return np.asarray(level @ cubic_weights(across[first : first + 4].tolist(), at))


def cubic_weights(nodes: list[float], at: float) -> Floats:
    """Weights of Lagrange's cubic through four nodes, at one place: (4,)."""
    return np.array([math.prod((at - o) / (n - o) for o in nodes if o != n) for n in nodes])


def varied_food(spec: PieceSpec, z: Floats) -> Food:
    """The piece in a kitchen that differs by z: thickness and start."""
    food = spec.food_thicker(max(1.0 + THICKNESS_SD.value * float(z[1]), 0.5))
    return replace(food, start_c=max(spec.start_c + START_SD.value * float(z[2]), -1.0))


def varied_steps(programme: Programme, z: Floats) -> Programme:
    """The steps in a kitchen that differs by z: film, and the fire where there is one."""
    film, delta = math.exp(FILM_SD.value * float(z[0])), FIRE_SD.value * float(z[3])
    return tuple(
        shifted((step,), delta if phase_of(step.name) in ("gentle", "sear") else 0.0, film)[0] for step in programme
    )


def _run(spec: PieceSpec, so_far: CookHistory, z: Floats, probes: Floats, spacing: float | None, refine: float) -> _Run:
    food = varied_food(spec, z)
    start = tempered_start(replace(spec, start_c=food.start_c), food, refine)
    own_end = varied_steps((*so_far.past, so_far.current), z)
    apart = spacing or 60.0
    first = simulate(food, own_end, every_s=20.0, frame_s=apart, refine=refine, most_frames=FRAMES, start=start)
    beyond = varied_steps((_going_on(so_far.current, first),), z)
    further = simulate(food, beyond, every_s=20.0, frame_s=apart, refine=refine, most_frames=FRAMES, start=first.end)
    length = first.duration_s
    if so_far.rest:
        tail = simulate(food, varied_steps(so_far.rest, z), every_s=20.0, refine=refine, start=first.end)
        tail_s, tail_core, whole = tail.time_s, tail.core_c, tail
    else:
        tail_s, tail_core, whole = further.time_s, further.core_c, first
    frames = np.concatenate([first.frame_s, length + further.frame_s[1:]])
    fields = np.concatenate([first.frame_temp_c, further.frame_temp_c[1:]])
    a_down = np.concatenate([_a_down(first, True), _a_down(further, first.end.a_down)[1:]])
    shares = [depth_share(spec.thickness_m, depth) for depth, _ in probes]
    core = np.concatenate([first.core_c, further.core_c[1:]])
    at = np.concatenate([first.time_s, length + further.time_s[1:]])
    core_c = np.interp(frames, at, core)
    return _Run(
        time_s=frames,
        core_c=core_c,
        shown_c={
            "tip": np.array([readings_c(first.grid, fields, share, a_down) for share in shares]),
            **{
                name: np.array(
                    [
                        along(first.grid, fields, s, inside_m(name, edge))
                        for s, (_, edge) in zip(shares, probes, strict=True)
                    ]
                )
                for name in INSIDE_M
            },
        },
        tail_core_c=tail_core,
        tail_s=tail_s,
        step_s=max(length - so_far.since_s, 1.0),
        rest_s=max(float(tail_s[-1]), 1.0),
        peak_c=max(first.peak_core_c, whole.peak_core_c),
        rim=whole.grey_rim_share,
        crust_s=float(min(whole.end.browning_s)),
    )


def _a_down(run: Result, begins: bool) -> NDArray[np.bool_]:
    """Whether face a is down in every field that was kept."""
    flipped = np.searchsorted(np.asarray(run.flips_s), run.frame_s, side="right") % 2 == 1
    return np.asarray(flipped != begins)


def _going_on(step: Step, first: Result) -> Step:
    """The same step beyond its own end: until the middle is well past the pull, or for a while."""
    pull_c = step.until.core_c if step.until.core_c is not None else step.until.probe_c
    longest = GOES_ON_S if pull_c is None else max(0.7 * first.duration_s, 600.0)
    until = Until(longest) if pull_c is None else Until(longest, core_c=pull_c + BEYOND_PULL_K)
    metal = None if step.metal is None else replace(step.metal, start_c=None)
    return replace(step, until=until, flip_first=False, metal=metal)

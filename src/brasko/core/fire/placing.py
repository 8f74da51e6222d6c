"""Food on the grate: what a piece at a place feels, how pieces crowd and shade one another, where fat flares."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

import numpy as np

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire.air import vapour_kg_m3
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.grate import FOOD_C, REFUGE_C, REFUGE_VIEW, GrateMap, emitters_of, grate_map, hand_field, heat_at
from brasko.core.fire.grills import Grate
from brasko.core.fire.hand import LONGEST_S
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.state import SteadyState
from brasko.core.fire.views import Rectangle, upright_view_factors
from brasko.core.fire.zones import Rods, Zone
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

CROWDED = Sourced(0.66, "-", "", "common practice")
"""More food than two thirds of the grate leaves no place to move anything to."""
MIN_REFUGE = Sourced(0.20, "-", "", "common practice")
"""Share of the grate that should stay cool for food that flares."""
FATTY = Sourced(0.12, "-", "", "common practice")
FLARES_FROM_C = Sourced(230.0, "°C", "", "from memory")
"""Dripping fat burns on what is hotter than this under it; it smokes from less."""
WAKE_W_M2K = Sourced(8.0, "W m-2 K-1", "", "assumed")
"""Over food in the open: what rises from the fire goes round it."""
SAMPLES = 5
FLARE_VIEW = Sourced(0.35, "-", "", "assumed")
FLARE_AREA_M2 = Sourced(0.012, "m2", "", "assumed")
"""A usual steak of FATTY fat over so much fire, and of this size, scores 1."""
FLARE_SOME, FLARE_HIGH = 0.25, 0.8
"""Scores from which flames are possible, and likely (assumed)."""
MAX_DRAWN = Sourced(0.3, "-", "", "assumed")
"""Of a fire's heat, what food can take from the chamber's air; what coals shine straight on it costs the air
nothing."""


@dataclass(frozen=True)
class Placed:
    """A piece on a grate: middle [m], width and depth [m], thickness [m], share of fat; grate None is the lowest."""

    key: str
    x_m: float
    y_m: float
    width_m: float
    depth_m: float
    thickness_m: float = 0.03
    fat_share: float = 0.1
    grate: str | None = None

    def __post_init__(self) -> None:
        require_between("piece.width_mm", self.width_m * 1000.0, 10.0, 1200.0, "mm")
        require_between("piece.depth_mm", self.depth_m * 1000.0, 10.0, 1200.0, "mm")
        require_between("piece.thickness_mm", self.thickness_m * 1000.0, 3.0, 200.0, "mm")
        require_between("piece.fat_share", self.fat_share, 0.0, 0.9, "")

    @property
    def area_m2(self) -> float:
        """What it covers: an oval."""
        return math.pi / 4.0 * self.width_m * self.depth_m

    @property
    def skin_m2(self) -> float:
        """All of its surface: both faces and the edge."""
        return 2.0 * self.area_m2 + math.pi * (self.width_m + self.depth_m) / 2.0 * self.thickness_m


@dataclass(frozen=True)
class Flare:
    """How likely fat catches fire under a piece, and what to do about it."""

    risk: Literal["none", "low", "some", "high"]
    words: str


@dataclass(frozen=True)
class LocalExposure:
    """What a piece feels where it lies. zone is what the heat core cooks it in; food_w is what it takes up."""

    key: str
    zone: Zone
    equivalent_c: float
    flux_w_m2: float
    hand_s: float
    food_w: float
    flare: Flare


@dataclass(frozen=True)
class Advice:
    """Something a cook should change, and the pieces it is about."""

    key: Literal["crowded", "touching", "off_grate", "no_refuge", "uneven"]
    text: str
    pieces: tuple[str, ...] = ()


@dataclass(frozen=True)
class Table:
    """A grate with its food: map, what each piece feels, warnings. cover is the share of the grate under food."""

    map: GrateMap
    felt: tuple[LocalExposure, ...]
    warnings: tuple[Advice, ...]
    cover: float
    refuge_share: float


def laid(
    setup: FireSetup, pieces: Sequence[Placed], grate_key: str | None = None, state: SteadyState | None = None
) -> Table:
    """The grate with this food on it, settled or in another state. Food cools the chamber, shades food above, and its
    neighbours.

    Raises InvalidInput for a piece on a grate that the grill has not.
    """
    fed = _fed(setup, pieces) if state is None else state
    return _table(setup, fed, grate_map(setup, grate_key, state=fed), pieces)


def moved(setup: FireSetup, pieces: Sequence[Placed], grate_key: str | None = None) -> Table:
    """The same while a piece is dragged: what food feels is computed anew, the map is that of the empty grate."""
    return _table(setup, _fed(setup, pieces), _empty_map(setup, grate_key), pieces)


@lru_cache(maxsize=32)
def _empty_map(setup: FireSetup, grate_key: str | None) -> GrateMap:
    return grate_map(setup, grate_key)


def _fed(setup: FireSetup, pieces: Sequence[Placed]) -> SteadyState:
    empty = steady_state(setup)
    drawn = sum(drawn_w(setup, empty, p) for p in pieces)
    return steady_state(setup, min(drawn, MAX_DRAWN.value * empty.power_w)) if setup.closed else empty


def _table(setup: FireSetup, state: SteadyState, shown: GrateMap, pieces: Sequence[Placed]) -> Table:
    felt = tuple(local_exposure(setup, state, p, pieces) for p in pieces)
    here = [p for p in pieces if setup.grill.grate(p.grate) == shown.grate]
    cover = sum(p.area_m2 for p in here) / shown.grate.area_m2
    refuge = _free_refuge(shown, here)
    return Table(shown, felt, _warnings(setup, state, shown.grate, here, felt, cover, refuge), cover, refuge)


def drawn_w(setup: FireSetup, state: SteadyState, piece: Placed) -> float:
    """Heat that a piece takes out of the fire [W]: its face below, and the air above it."""
    at = np.array([piece.x_m]), np.array([piece.y_m])
    heat = heat_at(setup, state, setup.grill.grate(piece.grate), *at)
    top = heat.film_w_m2k * ((state.gas_c if setup.closed else FOOD_C) - FOOD_C)
    return max(float((heat.flux_w_m2() + top)[0]), 0.0) * piece.area_m2


def local_exposure(setup: FireSetup, state: SteadyState, piece: Placed, others: Sequence[Placed] = ()) -> LocalExposure:
    """What one piece feels among others, averaged over its face; its edges see the fire by their own view factors."""
    grate = setup.grill.grate(piece.grate)
    spots = [
        (piece.x_m + u * piece.width_m / 2.0, piece.y_m + v * piece.depth_m / 2.0)
        for u in np.linspace(-0.8, 0.8, SAMPLES)
        for v in np.linspace(-0.8, 0.8, SAMPLES)
        if u * u + v * v <= 0.9
    ]
    x, y = np.array([s[0] for s in spots]), np.array([s[1] for s in spots])
    below = [p for p in others if p is not piece and setup.grill.grate(p.grate).height_m < grate.height_m - 0.01]
    screens = [_shade(p, grate.height_m - setup.grill.grate(p.grate).height_m) for p in below]
    heat = heat_at(setup, state, grate, x, y, screens=screens)
    fire = float(heat.fire_view.mean())
    shine = float((heat.fire_view * (heat.fire_c + 273.15) ** 4).mean())
    fire_c = (shine / fire) ** 0.25 - 273.15 if fire > 1e-6 else heat.around_c
    level = [p for p in others if p is not piece and setup.grill.grate(p.grate) == grate]
    free = _free_ways(piece, level)
    air = float(heat.air_c.mean())
    closed = setup.closed
    food_m2 = sum(p.skin_m2 for p in (piece, *(p for p in others if p is not piece)))
    outside = setup.weather.air_c
    sears = fire > 0.15 and fire_c > 300.0
    place = name_of(setup, piece)
    zone = Zone(
        key=piece.key,
        name=place,
        role="sear" if sears else "gentle",
        doing=say("placing-on", place=place) if sears else say("placing-on-2", place=place),
        air_c=air,
        film_w_m2k=float(heat.film_w_m2k.mean()),
        lid_c=heat.lid_c,
        coal_c=fire_c,
        coal_view=min(fire, 0.95),
        above_air_c=air if closed and not sears else (state.gas_c if closed else outside + 0.3 * (air - outside)),
        vapour_kg_m3=vapour_kg_m3(setup, state, food_m2) if closed else 0.012,
        rods=Rods(),
        around_c=heat.around_c,
        top_film_w_m2k=None if closed else WAKE_W_M2K.value,
        side_view=_edge_view(setup, state, piece),
        neighbours=1.0 - free,
    )
    flux, equivalent = float(heat.flux_w_m2().mean()), float(heat.equivalent_c.mean())
    hand = hand_field(setup, state, grate, np.array([piece.x_m]), np.array([piece.y_m]))
    return LocalExposure(
        piece.key,
        zone,
        equivalent,
        flux,
        float(hand[0]),
        drawn_w(setup, state, piece),
        flare_of(piece, fire, fire_c, setup),
    )


def name_of(setup: FireSetup, piece: Placed) -> str:
    """Where a piece lies, in words: side of the grate, and how high where there is a choice."""
    grate = setup.grill.grate(piece.grate)
    u, v = piece.x_m / (grate.width_m / 2.0), piece.y_m / (grate.depth_m / 2.0)
    if abs(u) < 0.25 and abs(v) < 0.25:
        where = say("placing-the-middle")
    else:
        where = "The " + ("left" if u < 0 else "right") if abs(u) >= abs(v) else "The " + ("front" if v < 0 else "back")
    return where if grate is setup.grill.grates[0] else say("placing-of-the", where=where, name=grate.name)


def _shade(piece: Placed, gap_m: float) -> Rectangle:
    """Food on a lower grate, as an upright rectangle of its area, seen from a higher one."""
    half_w, half_d = piece.width_m * math.sqrt(math.pi) / 4.0, piece.depth_m * math.sqrt(math.pi) / 4.0
    return Rectangle(
        piece.x_m - half_w,
        piece.x_m + half_w,
        piece.y_m - half_d,
        piece.y_m + half_d,
        max(gap_m - piece.thickness_m, 0.005),
    )


def _edge_view(setup: FireSetup, state: SteadyState, piece: Placed) -> float:
    """Share of the view from the piece's edges, half-way up, that fire fills: the mean of four ways."""
    if setup.deflector:
        return 0.0
    grate = setup.grill.grate(piece.grate)
    half_w, half_d = piece.width_m / 2.0, piece.depth_m / 2.0
    rims = ((half_w, 0.0), (0.0, half_d), (-half_w, 0.0), (0.0, -half_d))
    total = 0.0
    for emitter in emitters_of(setup, state, grate):
        lower = [replace(s, gap_m=s.gap_m + piece.thickness_m / 2.0) for s in emitter.strips]
        for turns, (dx, dy) in enumerate(rims):
            views = upright_view_factors(lower, piece.x_m + dx, piece.y_m + dy, turns)
            total += float(views.sum()) * emitter.cover
    return min(total / len(rims), 0.5)


def _free_ways(piece: Placed, others: Sequence[Placed]) -> float:
    """Share of the view from the edges that no neighbour fills: each hides half its angle, if nearer than it is
    thick."""
    hidden = 0.0
    for other in others:
        dx, dy = other.x_m - piece.x_m, other.y_m - piece.y_m
        gap = _gap_m(piece, other)
        if gap >= 2.0 * piece.thickness_m:
            continue
        wide = 2.0 * math.atan2((other.width_m + other.depth_m) / 4.0, max(math.hypot(dx, dy), 0.01))
        near = 1.0 - max(gap, 0.0) / (2.0 * piece.thickness_m)
        hidden += wide / (2.0 * math.pi) * near
    return max(1.0 - hidden, 0.0)


def _gap_m(one: Placed, other: Placed) -> float:
    dx, dy = other.x_m - one.x_m, other.y_m - one.y_m
    distance = math.hypot(dx, dy)
    angle = math.atan2(dy, dx)

    def reach(p: Placed) -> float:
        a, b = p.width_m / 2.0, p.depth_m / 2.0
        return a * b / math.hypot(b * math.cos(angle), a * math.sin(angle))

    return distance - reach(one) - reach(other)


def _free_refuge(shown: GrateMap, pieces: Sequence[Placed]) -> float:
    xs, ys = np.meshgrid(shown.x_m, shown.y_m)
    on = np.isfinite(shown.equivalent_c)
    cool = on & (shown.equivalent_c < REFUGE_C) & (shown.fire_view < REFUGE_VIEW)
    for p in pieces:
        cool &= ((xs - p.x_m) / (p.width_m / 2.0)) ** 2 + ((ys - p.y_m) / (p.depth_m / 2.0)) ** 2 > 1.0
    return float(cool.sum() / on.sum())


def flare_of(piece: Placed, fire_view: float, fire_c: float, setup: FireSetup) -> Flare:
    """The risk that dripping fat burns: how much fat, how much fire straight below, how hot it is."""
    if setup.deflector or fire_c < FLARES_FROM_C.value or fire_view < 0.02:
        return Flare("none", say("placing-fat-that-drips-here-does-not"))
    score = (
        piece.fat_share
        / FATTY.value
        * fire_view
        / FLARE_VIEW.value
        * min(piece.area_m2 / FLARE_AREA_M2.value, 2.0) ** 0.5
    )
    if score < FLARE_SOME:
        return Flare("low", say("placing-little-fat-falls-on-the-fire"))
    away = say("placing-move-it-to-the-cool-side")
    if score < FLARE_HIGH:
        return Flare("some", say("placing-flames-now-and-then", away=away))
    return Flare("high", say("placing-fat-drips-straight-onto-the-fire", away=away))


def _warnings(
    setup: FireSetup,
    state: SteadyState,
    grate: Grate,
    pieces: Sequence[Placed],
    felt: Sequence[LocalExposure],
    cover: float,
    refuge: float,
) -> tuple[Advice, ...]:
    found: list[Advice] = []
    for p in pieces:
        if not all(
            grate.holds(p.x_m + u * p.width_m / 2.2, p.y_m + v * p.depth_m / 2.2)
            for u, v in ((1, 0), (-1, 0), (0, 1), (0, -1))
        ):
            found.append(Advice("off_grate", say("placing-hangs-over-the-rim-move-it"), (p.key,)))
    for i, one in enumerate(pieces):
        for other in pieces[i + 1 :]:
            if _gap_m(one, other) < -0.004:
                found.append(Advice("touching", say("placing-lie-on-one-another-what-touches"), (one.key, other.key)))
    if cover > CROWDED.value:
        found.append(
            Advice(
                "crowded",
                say("placing-food-covers-of-the-grate-leave", cover=quantity.number(cover * 100)),
            )
        )
    fatty = [
        p
        for p in pieces
        if p.fat_share >= FATTY.value and any(f.key == p.key and f.flare.risk in ("some", "high") for f in felt)
    ]
    if fatty and refuge < MIN_REFUGE.value:
        found.append(
            Advice(
                "no_refuge",
                say(
                    "placing-only-of-the-grate-is-a",
                    refuge=quantity.number(refuge * 100),
                    refuge2=setup.grill.kind.refuge,
                ),
                tuple(p.key for p in fatty),
            )
        )
    found += [w for p in pieces if (w := _uneven(setup, state, grate, p)) is not None]
    return tuple(found)


UNEVEN_K = 90.0
"""Ends of a piece that differ by more want turning (assumed)."""


def _uneven(setup: FireSetup, state: SteadyState, grate: Grate, piece: Placed) -> Advice | None:
    ends = np.array([[piece.x_m - 0.4 * piece.width_m, piece.x_m + 0.4 * piece.width_m]])
    heat = heat_at(setup, state, grate, ends, np.full_like(ends, piece.y_m))
    differ = abs(float(heat.equivalent_c[0, 1] - heat.equivalent_c[0, 0]))
    if differ < UNEVEN_K:
        return None
    return Advice("uneven", say("placing-one-end-is-hotter-than-the", differ=quantity.rise(differ)), (piece.key,))


def spot(setup: FireSetup, x_m: float, y_m: float, grate_key: str | None = None) -> dict[str, float]:
    """The read-out at one spot: equivalent_c, flux_w_m2, hand_s, air_c. Raises InvalidInput off the grate."""
    grate, state = setup.grill.grate(grate_key), steady_state(setup)
    if not grate.holds(x_m, y_m):
        raise InvalidInput(
            "x_mm",
            say("placing-is-off-the-grate-mm-from", x=quantity.number(x_m * 1000), y=quantity.number(y_m * 1000)),
        )
    x, y = np.array([x_m]), np.array([y_m])
    heat = heat_at(setup, state, grate, x, y)
    hand = float(hand_field(setup, state, grate, x, y)[0])
    return {
        "equivalent_c": float(heat.equivalent_c[0]),
        "flux_w_m2": float(heat.flux_w_m2()[0]),
        "hand_s": min(hand, LONGEST_S),
        "air_c": float(heat.air_c[0]),
    }

"""The grate from above: what every spot of it sees below, the air that rises there, and what that means to food or a
palm."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import uniform_filter
from scipy.special import erf

from brasko.core.fire import fuels
from brasko.core.fire.air import film_w_m2k
from brasko.core.fire.chamber import OPEN_AIR_RISE_K, steady_state
from brasko.core.fire.coals import coal_face_c, disc_strips
from brasko.core.fire.emitter import BAFFLE_RISE_K, OPEN_BED_W_M2, Emitter, lowered
from brasko.core.fire.grills import Cookware, Grate
from brasko.core.fire.hand import PALM_ABOVE_M, SKIN_C, hand_seconds
from brasko.core.fire.metal import settles_c
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.state import SteadyState
from brasko.core.fire.views import Rectangle, seen
from brasko.core.heat.constants import STEFAN_BOLTZMANN
from brasko.core.sourced import Sourced
from brasko.core.words import say

Floats = NDArray[np.float64]

FOOD_C = 60.0
"""The equivalent temperature is that of an even oven which would heat a moist surface of this temperature as fast."""
FILM_OVER_FIRE_W_M2K = Sourced(20.0, "W m-2 K-1", "", "assumed")
FOOD_EMISSIVITY = Sourced(0.9, "-", "", "from memory")
SKIN_EMISSIVITY = Sourced(0.95, "-", "", "from memory")
MIXES_IN = Sourced(5.5, "-", "", "assumed")
"""Air that a plume over an open bed takes in, in parts of its own gas, over a height of the bed's width."""
LIDLESS_WALLS = Sourced(0.3, "-", "", "assumed")
"""With the lid open, walls and bowl below keep this share of the rise of the air."""
PLUME_WIDENS = Sourced(0.12, "-", "", "assumed")
PLUME_EDGE_M = Sourced(0.03, "m", "", "assumed")
"""How far a plume's edge is smeared, at its foot and for each metre of height."""
WATER_PAN_C = Sourced(96.0, "°C", "", "common practice")
STEP_M = 0.015
PLATE_STRIPS = 5
"""A map has a spot so often; a plate is cut into so many strips."""


@dataclass(frozen=True)
class Heat:
    """What a set of spots gets. Arrays of one shape.

    below_w_m2      radiation from below that meets a level face
    fire_view       share of the view from below that is fire
    fire_c          temperature of one source that shines as the fire does
    air_c, film_w_m2k
    around_c, lid_c walls beside and below, and the lid
    """

    below_w_m2: Floats
    fire_view: Floats
    fire_c: Floats
    air_c: Floats
    film_w_m2k: Floats
    around_c: float
    lid_c: float

    def flux_w_m2(self, surface_c: float = FOOD_C, emissivity: float = FOOD_EMISSIVITY.value) -> Floats:
        """Net heat into a level face of this temperature that looks down."""
        shines = STEFAN_BOLTZMANN.value * (surface_c + 273.15) ** 4
        return self.film_w_m2k * (self.air_c - surface_c) + emissivity * (self.below_w_m2 - shines)

    @property
    def equivalent_c(self) -> Floats:
        """Temperature of an even oven, air and walls alike, that would heat a face of FOOD_C as fast."""
        wanted = self.flux_w_m2()
        sigma = FOOD_EMISSIVITY.value * STEFAN_BOLTZMANN.value
        shines = sigma * (FOOD_C + 273.15) ** 4
        temp = self.air_c.copy()
        for _ in range(25):
            kelvin = temp + 273.15
            over = self.film_w_m2k * (temp - FOOD_C) + sigma * kelvin**4 - shines - wanted
            temp = temp - over / (self.film_w_m2k + 4.0 * sigma * kelvin**3)
        return temp


def emitters_of(setup: FireSetup, state: SteadyState, grate: Grate) -> tuple[Emitter, ...]:
    """What glows below a grate, as far below as it lies."""
    lift = grate.height_m - setup.grill.grates[0].height_m
    found = []
    bed = setup.bed
    if bed is not None and state.alight:
        strips = tuple(lowered(s, lift) for s in bed.strips)
        found.append(Emitter("coals", strips, state.coal_c, bed.cover * state.lit_share, state.power_w, state.coal_c))
    found += setup.grill.kind.emitters(setup, state, grate)
    if setup.deflector and setup.grill.deflector is not None:
        d = setup.grill.deflector
        disc = tuple(Rectangle(*edges, d.gap_m + lift) for edges in disc_strips(d.radius_m, strips=PLATE_STRIPS))
        found.append(Emitter("deflector", disc, state.gas_c + BAFFLE_RISE_K.value, 0.95))
    return tuple(found)


def screens_of(setup: FireSetup, grate: Grate) -> tuple[Rectangle, ...]:
    """What lies between fire and grate: the deflector's strips, and the drip pan."""
    lift = grate.height_m - setup.grill.grates[0].height_m
    found: list[Rectangle] = []
    if setup.deflector and setup.grill.deflector is not None:
        d = setup.grill.deflector
        found += [Rectangle(*edges, d.gap_m + lift) for edges in disc_strips(d.radius_m, strips=PLATE_STRIPS)]
    elif setup.drip_pan:
        found.append(lowered(drip_pan_of(setup), lift))
    return tuple(found)


def drip_pan_of(setup: FireSetup) -> Rectangle:
    """The pan on the floor of the cool side: as large as has room there, below the grate."""
    grate, bed = setup.grill.grates[0], setup.bed
    gap = max(grate.height_m - 0.05, 0.05)
    if bed is None or len(bed.strips) == 0:
        return Rectangle(-0.15, 0.15, -0.11, 0.11, gap)
    left, right = min(s.left_m for s in bed.strips), max(s.right_m for s in bed.strips)
    wall = setup.grill.floor_width_m * 0.42
    if right > -left + 0.01:
        return (
            Rectangle(max(-wall, left - 0.01 - 0.26), left - 0.01, -0.11, 0.11, gap)
            if left - 0.01 > -wall + 0.06
            else Rectangle(-0.05, 0.05, -0.05, 0.05, gap)
        )
    if -left > right + 0.01:
        return (
            Rectangle(right + 0.01, min(wall, right + 0.27), -0.11, 0.11, gap)
            if right + 0.01 < wall - 0.06
            else Rectangle(-0.05, 0.05, -0.05, 0.05, gap)
        )
    return Rectangle(-0.10, 0.10, -0.10, 0.10, gap)


def heat_at(
    setup: FireSetup,
    state: SteadyState,
    grate: Grate,
    x_m: Floats,
    y_m: Floats,
    *,
    lower_m: float = 0.0,
    screens: Sequence[Rectangle] = (),
) -> Heat:
    """Heat at spots of a grate, or lower_m below 0: above it. screens hide the fire (food on a lower grate)."""
    emitters = emitters_of(setup, state, grate)
    fixed = screens_of(setup, grate)
    air = setup.grill.kind.air_c(setup, state, grate, x_m)
    closed = setup.closed
    around = (
        (state.gas_c + state.wall_c) / 2.0
        if closed
        else setup.weather.air_c + LIDLESS_WALLS.value * (state.gas_c - setup.weather.air_c)
    )
    lid = state.wall_c if closed else setup.weather.air_c
    view, shine = np.zeros_like(x_m), np.zeros_like(x_m)
    over = np.zeros_like(x_m)
    plume = np.zeros_like(x_m)
    for emitter in emitters:
        hides = [*screens] if emitter.name == "deflector" else [*screens, *fixed]
        emitter = replace(emitter, strips=tuple(lowered(s, -lower_m) for s in emitter.strips))
        hides = [lowered(s, -lower_m) for s in hides]
        share = sum((seen(s, x_m, y_m, hides) for s in emitter.strips), np.zeros_like(x_m)) * emitter.cover
        view = view + share
        shine = shine + share * fuels.COAL_EMISSIVITY.value * STEFAN_BOLTZMANN.value * (emitter.temp_c + 273.15) ** 4
        if (
            emitter.power_w > 0.0
            and not (setup.deflector and emitter.name == "coals")
            and (setup.grill.kind.plume_under_lid or not closed)
        ):
            above, rise = _plume(emitter, x_m, y_m, air)
            over, plume = np.maximum(over, above), np.maximum(plume, rise)
    pan = screens_of(setup, grate) if setup.drip_pan and not setup.deflector else ()
    cooler = sum((seen(lowered(s, -lower_m), x_m, y_m) for s in pan), np.zeros_like(x_m))
    cooler = np.minimum(cooler, np.maximum(1.0 - view, 0.0))
    fourth = STEFAN_BOLTZMANN.value * (around + 273.15) ** 4
    wet = STEFAN_BOLTZMANN.value * (min(WATER_PAN_C.value, around) + 273.15) ** 4
    view = np.minimum(view, 0.98)
    fire = np.where(view > 1e-6, (shine / np.maximum(view, 1e-9) / STEFAN_BOLTZMANN.value) ** 0.25 - 273.15, around)
    still = film_w_m2k(setup, state)
    film = still + max(FILM_OVER_FIRE_W_M2K.value - still, 0.0) * over
    below = shine + np.maximum(1.0 - view - cooler, 0.0) * fourth + cooler * wet
    return Heat(below, view, fire, air + plume, film, float(around), float(lid))


def _plume(emitter: Emitter, x_m: Floats, y_m: Floats, air_c: Floats) -> tuple[Floats, Floats]:
    """(share of the spot that lies in the plume, rise of its air): hot gas thinned by air on its way up, spreading."""
    gap = emitter.strips[0].gap_m
    spread = PLUME_EDGE_M.value + PLUME_WIDENS.value * gap
    inside = np.zeros_like(x_m)
    for s in emitter.strips:
        across = erf((x_m - s.left_m) / (np.sqrt(2) * spread)) - erf((x_m - s.right_m) / (np.sqrt(2) * spread))
        along = erf((y_m - s.front_m) / (np.sqrt(2) * spread)) - erf((y_m - s.back_m) / (np.sqrt(2) * spread))
        inside += across * along / 4.0
    area = emitter.area_m2 * max(emitter.cover, 0.05)
    weaker = (OPEN_BED_W_M2.value / max(emitter.power_w / area, 1.0)) ** (2.0 / 3.0)
    thinned = 1.0 + MIXES_IN.value * gap / np.sqrt(emitter.area_m2) * weaker
    return inside, inside * np.maximum(emitter.leaving_c - air_c, 0.0) / thinned


ZONE_NAMES: tuple[tuple[float, str, str], ...] = (
    (260.0, "sear", say("grate-searing")),
    (205.0, "hot", say("grate-hot")),
    (160.0, "medium", say("grate-medium")),
    (95.0, "gentle", say("grate-gentle")),
    (-300.0, "warm", say("grate-keeping-warm")),
)
"""From the top: lowest equivalent temperature [°C], key, name (common practice, no source)."""


@dataclass(frozen=True)
class NamedZone:
    """A part of the grate by its heat: share of the area, middle, mean equivalent temperature."""

    key: str
    name: str
    share: float
    x_m: float
    y_m: float
    equivalent_c: float


@dataclass(frozen=True)
class GrateMap:
    """Heat over a grate. Arrays are (y, x) from front to back; not-a-number off the grate.

    hand_s is the hand test, a palm above the grate, lid open. refuge_share of the grate is cool enough to flee to.
    """

    grate: Grate
    x_m: Floats
    y_m: Floats
    equivalent_c: Floats
    flux_w_m2: Floats
    air_c: Floats
    fire_view: Floats
    hand_s: Floats
    zones: tuple[NamedZone, ...]
    refuge_share: float
    emitters: tuple[Emitter, ...]
    state: SteadyState


REFUGE_C = 180.0
REFUGE_VIEW = 0.05
"""A refuge is below this heat and hardly sees the fire: dripping fat does not reach coals there (assumed)."""


def grate_map(
    setup: FireSetup, grate_key: str | None = None, *, state: SteadyState | None = None, step_m: float = STEP_M
) -> GrateMap:
    """How hot each spot of a grate is, with the fire settled, or in another state of it."""
    grate = setup.grill.grate(grate_key)
    now = state or steady_state(setup)
    x = _axis(grate.width_m, step_m)
    y = _axis(grate.depth_m, step_m)
    xs, ys = np.meshgrid(x, y)
    heat = heat_at(setup, now, grate, xs, ys)
    on = np.vectorize(grate.holds)(xs, ys)
    hand = hand_field(setup, now, grate, xs, ys)

    def shown(values: Floats) -> Floats:
        return np.where(on, values, np.nan)

    plate = setup.grill.kind.plate(setup.grill)
    equivalent = shown(heat.equivalent_c if plate is None else _plate_c(heat, setup, plate, step_m))
    refuge = on & (equivalent < REFUGE_C) & (heat.fire_view < REFUGE_VIEW)
    return GrateMap(
        grate,
        x,
        y,
        equivalent,
        shown(heat.flux_w_m2()),
        shown(heat.air_c),
        shown(heat.fire_view),
        shown(hand),
        _zones(equivalent, xs, ys, on),
        float(refuge.sum() / on.sum()),
        emitters_of(setup, now, grate),
        now,
    )


def _plate_c(heat: Heat, setup: FireSetup, plate: Cookware, step_m: float) -> Floats:
    """How hot an empty plate is, spot by spot: what comes from below is spread over as much of it as a piece draws
    from."""
    spread = max(1, round(plate.width_m / step_m))
    film, air, below = (uniform_filter(f, spread) for f in (heat.film_w_m2k, heat.air_c, heat.below_w_m2))
    return settles_c(film, air, below, setup.weather.air_c + OPEN_AIR_RISE_K.value, heat.lid_c)


def hand_field(setup: FireSetup, state: SteadyState, grate: Grate, x_m: Floats, y_m: Floats) -> Floats:
    """Seconds a palm bears over spots of the grate, with the lid open as anybody tests it, the coals as they are."""
    opened = replace(setup, lid_open=True)
    aired = steady_state(opened)
    mixed = replace(aired, coal_c=state.coal_c, lit_share=state.lit_share, alight=state.alight, power_w=state.power_w)
    heat = heat_at(opened, mixed, grate, x_m, y_m, lower_m=-PALM_ABOVE_M)
    return hand_seconds(heat.flux_w_m2(SKIN_C, SKIN_EMISSIVITY.value))


def _axis(size_m: float, step_m: float) -> Floats:
    half = np.ceil(size_m / 2.0 / step_m) * step_m
    return np.linspace(-half, half, round(2.0 * half / step_m) + 1)


def _zones(equivalent: Floats, xs: Floats, ys: Floats, on: NDArray[np.bool_]) -> tuple[NamedZone, ...]:
    found, ceiling = [], np.inf
    for least, key, name in ZONE_NAMES:
        inside = on & (equivalent >= least) & (equivalent < ceiling)
        ceiling = least
        if inside.sum() / on.sum() >= 0.03:
            found.append(
                NamedZone(
                    key,
                    name,
                    float(inside.sum() / on.sum()),
                    float(xs[inside].mean()),
                    float(ys[inside].mean()),
                    float(equivalent[inside].mean()),
                )
            )
    return tuple(found)


def at_time(setup: FireSetup, base: SteadyState, gas_c: float, wall_c: float, power_w: float) -> SteadyState:
    """A state between lighting and burning out: the settled fire with another gas, wall and power."""
    bed, air = setup.bed, setup.weather.air_c
    coal, lit = base.coal_c, base.lit_share
    if bed is not None:
        laid = bed.area_m2 * bed.cover
        lit = min(1.0, power_w / (laid * fuels.GLOW_W_M2.value))
        coal = float(coal_face_c(power_w, laid * max(lit, 1e-6), air, setup.used_share))
    rise = (gas_c - air) / max(base.gas_c - air, 1.0)
    zones = tuple(air + rise * (z - air) for z in base.zones_c)
    alight = bed is None or power_w >= fuels.MIN_FIRE_W.value
    return replace(
        base, gas_c=gas_c, wall_c=wall_c, power_w=power_w, coal_c=coal, lit_share=lit, zones_c=zones, alight=alight
    )


def half_distance_gain(setup: FireSetup) -> float:
    """How many times as much of the fire a spot above its middle sees from half as far: 4 for a point, less over a wide
    bed."""
    state = steady_state(setup)
    grate = setup.grill.grates[0]
    emitter = max(emitters_of(setup, state, grate), key=lambda e: e.temp_c, default=None)
    if emitter is None:
        return 1.0
    middle = sum((s.left_m + s.right_m) / 2.0 * s.area_m2 for s in emitter.strips) / emitter.area_m2
    spot = (np.array([middle]), np.array([0.0]))
    near = sum(float(seen(replace(s, gap_m=s.gap_m / 2.0), *spot)[0]) for s in emitter.strips)
    far = sum(float(seen(s, *spot)[0]) for s in emitter.strips)
    return near / max(far, 1e-9)

"""A cook's own fire, as the planner and the advisor see it: places, what to do beforehand, and the change to searing
heat."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from scipy.optimize import brentq

from brasko.core.errors import InvalidInput
from brasko.core.fire import chamber, fires, setting
from brasko.core.fire.burn_time import chimney_ready_s, hours_of
from brasko.core.fire.grate import at_time, grate_map
from brasko.core.fire.grills import COOKWARE, Cookware, Spot
from brasko.core.fire.kinds import GRILLS, KINDS
from brasko.core.fire.kinds.kind import Found, Ships, Words
from brasko.core.fire.pans import as_metal
from brasko.core.fire.placing import Placed, local_exposure
from brasko.core.fire.setup import FireSetup, usual_setup
from brasko.core.fire.simulation import Change, brought_up, conversion_s, poured, simulate_fire
from brasko.core.fire.state import SteadyState
from brasko.core.fire.zones import Fire, Preparation, Zone
from brasko.core.foods.shape import Geometry
from brasko.core.words import as_typed, say

MIN_CONVERT_S = 240.0
COALS_CONVERT_S = 5 * 60.0
LONGEST_CONVERT_S = 20 * 60.0
"""Times to searing heat where no course says otherwise (common practice, no source)."""
MIN_SEARING_C = 200.0
"""A place below this does not sear: an offset's chamber, the middle of a fuse (assumed)."""
SEARING_AIR_C = 315.0
"""600 °F: a kamado that is opened up is taken no further (common practice, no source)."""


@dataclass(frozen=True)
class OwnFire:
    """A fire of the cook's own with a place for the gentle part and one for the sear.

    words   what the two places are called, and where food goes there, as a cook would say it; None says left or right
    """

    name: str
    setup: FireSetup
    gentle: Spot
    sear: Spot
    words: tuple[Words, Words] | None = None
    key: str = "own"


@lru_cache(maxsize=1)
def shipped() -> dict[str, OwnFire]:
    """The fires that ship, by the planner's keys: set-ups of the fire model like any cook's own, with places for the
    food."""
    return {
        row.key: OwnFire(
            row.name,
            row.setup if row.set_for_c is None else setting.set_for(row.setup, row.set_for_c),
            row.gentle,
            row.sear,
            row.words,
            row.key,
        )
        for kind in KINDS
        for row in _ships(kind)
    }


def _ships(kind: str) -> tuple[Ships, ...]:
    return KINDS[kind].ships({key: usual_setup(grill) for key, grill in GRILLS.items()}) if kind in KINDS else ()


def fires_of_kind(kind: str) -> tuple[str, ...]:
    """The planner's fires that a kind of grill makes, by key; none of a kind that is not known. Indoors there are
    burners too."""
    found = tuple(row.key for row in _ships(kind))
    return (*found, *fires.KITCHEN) if kind in KINDS and KINDS[kind].indoors else found


def kind_of_fire(fire: str) -> str:
    """The kind of grill that makes one of the planner's fires, by key; empty where none does."""
    return next((kind for kind in KINDS if fire in fires_of_kind(kind)), "")


AT_HAND = ("oven", "chimney")
"""Kinds that every household is taken to have, beside its own grills."""
A_STEAK = Geometry("disc", 0.038, 0.063)
"""What is put on a fire to see whether it sears."""


@lru_cache(maxsize=1)
def searing_fires() -> tuple[str, ...]:
    """The planner's fires that can sear what was gentle elsewhere: over coals or burners, on a plate, in a kitchen's
    pan."""
    hot = [
        key
        for key, own in shipped().items()
        if own.setup.grill.kind.plate(own.setup.grill) is not None or planner_fire(own, A_STEAK, 0.1).has("sear")
    ]
    return (*hot, *fires.KITCHEN)


def placed(name: str, setup: FireSetup) -> OwnFire:
    """A fire with the food where its grate, as set and shut, is coolest, and for the sear where it is hottest once
    opened."""
    opened = opened_for_sear(setup)
    return OwnFire(name, setup, _extreme(replace(setup, lid_open=False), False), _extreme(opened, True))


def _extreme(setup: FireSetup, hottest: bool) -> Spot:
    """The hottest or the coolest spot of the lowest grate that leaves room for a piece about it."""
    found = grate_map(setup)
    xs, ys = np.meshgrid(found.x_m, found.y_m)
    half = min(found.grate.width_m, found.grate.depth_m) / 2.0
    room = np.hypot(xs, ys) <= max(half - PIECE_REACH_M, 0.0) + 1e-9
    heat = np.where(room, found.equivalent_c if hottest else -found.equivalent_c, -np.inf)
    row, column = np.unravel_index(int(np.argmax(heat)), heat.shape)
    return Spot(float(xs[row, column]), float(ys[row, column]))


PIECE_REACH_M = 0.07
"""Half of a steak: nearer to the rim it would hang over."""


PLANNER_FIRES: dict[str, str] = {
    **{key: fire.name for key, fire in shipped().items()},
    **{key: fire.name for key, fire in fires.KITCHEN.items()},
}
"""Every fire the planner knows by its key, with its name."""
_TABLED = frozenset(PLANNER_FIRES.values())


@lru_cache(maxsize=64)
def as_set(own: OwnFire, gentle_c: float | None) -> OwnFire:
    """The same fire with its vents, knobs or controller set for a gentle heat [°C]; None leaves it as it is.

    Raises Infeasible where the grill does not get there.
    """
    if gentle_c is None or own.setup.grill.body is None:
        return own
    return replace(own, setup=setting.set_for(own.setup, gentle_c))


@lru_cache(maxsize=64)
def _said_name(own: OwnFire) -> str:
    """What it is called in sentences: a name out of the tables, or one that its owner gave."""
    return own.name if own.name in _TABLED else as_typed(own.name)


@lru_cache(maxsize=256)
def planner_fire(own: OwnFire, geometry: Geometry, fat_share: float) -> Fire:
    """The planner's fire for a piece of this shape. Raises InvalidInput for a place off the grate."""
    fire = fire_of(own.setup, _said_name(own), _size_of(geometry), own.gentle, own.sear, fat_share)
    return replace(fire if own.words is None else _said(fire, own.words), key=own.key)


def _size_of(geometry: Geometry) -> tuple[float, float, float]:
    """How a piece lies on a grate: width, depth, thickness [m]."""
    across = geometry.half_width_m if geometry.bone_m else 2.0 * geometry.half_width_m
    along = geometry.length_m if geometry.shape == "bar" else across
    return across, along, geometry.thickness_m


def _said(fire: Fire, words: tuple[Words, Words]) -> Fire:
    names = dict(zip(("gentle", "sear"), words, strict=True))
    zones = [replace(z, name=names[z.role][0], doing=names[z.role][1]) if z.role in names else z for z in fire.zones]
    return replace(fire, zones=tuple(zones))


@lru_cache(maxsize=64)
def as_set_at(own: OwnFire, gentle_c: float | None, geometry: Geometry, fat_share: float) -> OwnFire:
    """As as_set, but so that the air at the gentle place is what is wished: beside lit burners it is not that of the
    whole chamber, and the burner under the food stays off. Burners that do not get there are lit as far as they go.
    Raises Infeasible where another grill does not get there.
    """
    if gentle_c is None or own.setup.grill.kind.rules != "knobs" or own.setup.grill.body is None:
        return as_set(own, gentle_c)
    setting.check_reach(own.setup, gentle_c)
    setup, size = own.setup, _size_of(geometry)

    def excess_k(beside: FireSetup) -> float:
        piece = Placed("gentle", own.gentle.x_m, own.gentle.y_m, *size, fat_share=fat_share, grate=own.gentle.grate)
        return local_exposure(beside, chamber.steady_state(beside), piece).zone.air_c - gentle_c

    ways = setting.knobs_beside(setup, own.gentle.x_m)
    for at in ways:
        if excess_k(at(1.0)) >= 0.0:
            if excess_k(at(setting.MIN_KNOB)) >= 0.0:
                return replace(own, setup=at(0.0))
            share = float(brentq(lambda k, at=at: excess_k(at(k)), setting.MIN_KNOB, 1.0, xtol=setting.VENT_STEPS))
            return replace(own, setup=at(share))
    return replace(own, setup=ways[-1](1.0))


def opened_for_sear(setup: FireSetup, x_m: float | None = None) -> FireSetup:
    """The fire as it is for a sear at x_m, or at its hottest place: coals with the lid off and vents wide, a kamado
    without its plate, the burner there high."""
    return setup.grill.kind.opened(setup, x_m)


@lru_cache(maxsize=64)
def searing_state(setup: FireSetup, x_m: float | None = None) -> SteadyState:
    """The fire at the moment of the sear: a kamado is taken to SEARING_AIR_C and not left to settle far above it."""
    opened = opened_for_sear(setup, x_m)
    base = chamber.steady_state(opened)
    if not setup.grill.kind.seared_on_the_way_up or base.gas_c <= SEARING_AIR_C:
        return base
    at = 3600.0
    run = simulate_fire([*(c for c in brought_up(setup) if c.at_s < at), Change(at, opened)], 2.0, lit=poured(setup))
    reached = run.reaches_s(SEARING_AIR_C, at)
    n = int(np.searchsorted(run.time_s, reached)) if reached is not None else len(run.time_s) - 1
    return at_time(opened, base, float(run.gauge_c[n]), float(run.wall_c[n]), float(run.power_w[n]))


def fire_of(
    setup: FireSetup, name: str, size_m: tuple[float, float, float], gentle: Spot, sear: Spot, fat_share: float = 0.1
) -> Fire:
    """The planner's fire: zones for a piece (width, depth, thickness [m]) at its gentle and its searing place.

    The gentle zone is that of the fire as set, lid shut; the searing one that of the fire opened up. Pans and warm fat
    are as everywhere. Raises InvalidInput where a place is off the grate.
    """
    zones: list[Zone] = []
    plate = setup.grill.kind.plate(setup.grill)
    for role, spot, fire in (
        ("gentle", gentle, replace(setup, lid_open=False)),
        ("sear", sear, opened_for_sear(setup, sear.x_m)),
    ):
        grate = setup.grill.grate(spot.grate)
        if not grate.holds(spot.x_m, spot.y_m):
            raise InvalidInput(f"{role}.x_mm", say("own-puts-the-food-off-the-grate", name=setup.grill.name))
        if plate is not None or (role == "gentle" and setup.grill.body is None):
            continue
        piece = Placed(role, spot.x_m, spot.y_m, *size_m, fat_share=fat_share, grate=spot.grate)
        state = chamber.steady_state(fire) if role == "gentle" else searing_state(setup, sear.x_m)
        zone = local_exposure(fire, state, piece).zone
        zones.append(replace(zone, key=role, role="gentle" if role == "gentle" else "sear"))
    if not setup.grill.kind.sears:
        zones = [z for z in zones if z.role == "gentle"]
    zones = [z for z in zones if z.role == "gentle" or z.shown_c >= MIN_SEARING_C]
    zones += [*_plate_zone(setup, plate, sear)] if plate is not None else [fires.WARM_FAT, *_pan_zone(setup, sear)]
    convert = convert_s(setup)
    return Fire(
        "own",
        name,
        tuple(zones),
        preparations_of(setup),
        convert_s=convert,
        convert_name=setup.grill.kind.convert_name(),
        convert_why=convert_why(setup, convert),
        charcoal=setup.grill.kind.fuel in ("charcoal", "wood", "pellets") or setup.coal_tray_kg > 0.0,
        chimney=(setup.grill.kind.fuel in ("charcoal", "wood") and not setup.grill.kind.lit_in_place)
        or setup.coal_tray_kg > 0.0,
        gas=setup.grill.kind.fuel == "gas",
    )


def _plate_zone(setup: FireSetup, plate: Cookware, at: Spot) -> tuple[Zone, ...]:
    """A place on a plate, as hot as the fire as set makes it there."""
    return (
        fires.pan_zone(
            "plate", say("own-griddle-plate"), as_metal(setup, plate, at), say("common-at-the-hot-end-of-the")
        ),
    )


def _pan_zone(setup: FireSetup, at: Spot) -> tuple[Zone, ...]:
    """A skillet where the food sears, as this fire heats it; a burner's where the grill stands in a kitchen."""
    if setup.grill.kind.indoors:
        return (fires.SKILLET_ZONE,)
    skillet = COOKWARE["skillet"]
    if not skillet.fits(setup.grill.grate(at.grate)):
        return ()
    pan = as_metal(opened_for_sear(setup, at.x_m), skillet, at, searing_state(setup, at.x_m))
    return (fires.pan_zone("skillet", say("own-skillet-over-the-fire"), pan),)


@lru_cache(maxsize=64)
def convert_s(setup: FireSetup) -> float:
    """From gentle to searing heat [s]: a grill with a chamber by its own course, coals with the lid off in five
    minutes."""
    converts = setup.grill.kind.converts
    if converts == "not":
        return 0.0
    if converts == "in minutes":
        return COALS_CONVERT_S
    opened = opened_for_sear(setup)
    most = chamber.steady_state(opened).gas_c
    aim = min(SEARING_AIR_C, setup.weather.air_c + 0.9 * (most - setup.weather.air_c))
    if chamber.steady_state(replace(setup, lid_open=False)).gas_c >= aim:
        return MIN_CONVERT_S
    found = conversion_s(setup, opened, aim)
    return max(MIN_CONVERT_S, round((found or LONGEST_CONVERT_S) / 30.0) * 30.0)


@lru_cache(maxsize=64)
def convert_why(setup: FireSetup, convert_s: float) -> str:
    """Why the change to searing heat takes so long, as it is told."""
    most = chamber.steady_state(replace(opened_for_sear(setup), lid_open=False)).gas_c if setup.grill.body else 0.0
    return setup.grill.kind.convert_why(convert_s, min(most, SEARING_AIR_C), most)


@lru_cache(maxsize=64)
def preparations_of(setup: FireSetup) -> tuple[Preparation, ...]:
    """What is done to the fire beforehand, in order, each with its time and reason. {target} stands for its heat."""
    kind = setup.grill.kind
    stages = [c.at_s for c in brought_up(setup) if c.at_s > 0.0] if kind.lit_in_place else []
    found = Found(hours_of(setup).ready_s, chimney_ready_s(), stages[0] if stages else None)
    return kind.preparations(setup, found)

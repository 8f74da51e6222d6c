"""A cook's own fire, as the planner and the advisor see it: places, what to do beforehand, and the change to searing heat."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from brasko.core.errors import InvalidInput
from brasko.core.fire import chamber, fires, setting
from brasko.core.fire.coals import LAYOUTS, Charcoal
from brasko.core.fire.course import Change, brought_up, conversion_s, course, poured
from brasko.core.fire.grate import at_time, grate_map
from brasko.core.fire.grills import GRILLS
from brasko.core.fire.hours import chimney_ready_s, hours_of
from brasko.core.fire.placing import Placed, felt_by
from brasko.core.fire.setup import FireSetup, usual_setup, with_vents
from brasko.core.fire.zones import Fire, Preparation, Zone
from brasko.core.foods.shape import Geometry

MINUTE = 60.0
LEAST_CONVERT_S = 240.0
COALS_CONVERT_S = 5.0 * MINUTE
LONGEST_CONVERT_S = 20.0 * MINUTE
"""Times to searing heat where no course says otherwise (common practice, no source)."""
PLACE_TRIES = 3
LEAST_SEARING_C = 200.0
"""A place below this does not sear: an offset's chamber, the middle of a fuse (assumed)."""
SEARING_AIR_C = 315.0
"""600 °F: a kamado that is opened up is taken no further (common practice, no source)."""


@dataclass(frozen=True)
class Spot:
    """A place on a grate [m from its middle]; grate None is the lowest."""

    x_m: float
    y_m: float
    grate: str | None = None


Words = tuple[str, str]
"""Of a place: its name, and where food goes."""
_COOL: Words = ("Cool side, lid shut", "On the cool side")
_COALS: Words = ("Over the coals, lid open", "over the coals")
_MIDDLE: Words = ("Middle of the grate, lid shut", "On, in the middle")


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


GENTLE_C = 115.0
"""What shipped grills with a lid are set for: 240 °F (common practice, no source)."""
FUSE_C = 121.0


@lru_cache(maxsize=1)
def shipped() -> dict[str, OwnFire]:
    """The fires that ship, by the planner's keys: set-ups of the fire model like any cook's own, with places for the food."""
    kettle, chimney, oven = (usual_setup(GRILLS[key]) for key in ("kettle", "chimney", "oven"))
    ring = replace(kettle, charcoal=Charcoal("ring", 1.9), drip_pan=True)
    middle = Spot(0.0, 0.0)
    found = {
        "kettle_two_zone": OwnFire(
            "Charcoal kettle, two zones",
            setting.set_for(kettle, GENTLE_C),
            Spot(-0.15, 0.0),
            Spot(0.145, 0.0),
            (_COOL, _COALS),
        ),
        "kettle_ring": OwnFire(
            "Charcoal kettle, fuse of coals round the edge",
            setting.set_for(ring, FUSE_C),
            middle,
            middle,
            (_MIDDLE, _COALS),
        ),
        "chimney": OwnFire(
            "Grate on a lit chimney starter",
            chimney,
            middle,
            middle,
            (_MIDDLE, ("Over the chimney", "over the chimney")),
        ),
        "oven_skillet": OwnFire(
            "Kitchen oven and skillet", oven, middle, middle, (("Middle of the oven", "Into the oven"), _MIDDLE)
        ),
        "kamado": _laid(
            "Kamado",
            "kamado",
            GENTLE_C,
            middle,
            middle,
            (("Over the plate, lid shut", "On, over the plate"), ("Over the coals, plate out", "over the coals")),
        ),
        "gas": _laid(
            "Gas grill, three burners",
            "gas_3",
            None,
            Spot(-0.22, 0.0),
            Spot(0.22, 0.0),
            (("Low side, lid shut", "On the low side"), ("Over the high burner", "over the high burner")),
        ),
        "pellet": _laid(
            "Pellet grill",
            "pellet",
            GENTLE_C,
            middle,
            middle,
            (_MIDDLE, ("Middle of the hot grate, lid shut", "over the heat plate")),
        ),
        "offset": _laid(
            "Offset smoker", "offset", GENTLE_C, middle, middle, (("In the chamber", "Into the chamber"), _MIDDLE)
        ),
    }
    return {key: replace(fire, key=key) for key, fire in found.items()}


def placed(name: str, setup: FireSetup) -> OwnFire:
    """A fire with the food where its grate, as set and shut, is coolest, and for the sear where it is hottest once opened."""
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


def _laid(
    name: str, grill: str, wanted_c: float | None, gentle: Spot, sear: Spot, words: tuple[Words, Words]
) -> OwnFire:
    setup = usual_setup(GRILLS[grill])
    setup = setup if wanted_c is None else setting.set_for(setup, wanted_c)
    return OwnFire(name, setup, gentle, sear, words)


PLANNER_FIRES: dict[str, str] = {
    **{key: fire.name for key, fire in shipped().items()},
    fires.BURNER.key: fires.BURNER.name,
}
"""Every fire the planner knows by its key, with its name."""


@lru_cache(maxsize=64)
def as_set(own: OwnFire, gentle_c: float | None) -> OwnFire:
    """The same fire with its vents, knobs or controller set for a gentle heat [°C]; None leaves it as it is.

    Raises Infeasible where the grill does not get there.
    """
    if gentle_c is None or own.setup.grill.body is None:
        return own
    return replace(own, setup=setting.set_for(own.setup, gentle_c))


@lru_cache(maxsize=64)
def planner_fire(own: OwnFire, geometry: Geometry, fat_share: float) -> Fire:
    """The planner's fire for a piece of this shape. Raises InvalidInput for a place off the grate."""
    across = geometry.half_width_m if geometry.bone_m else 2.0 * geometry.half_width_m
    along = geometry.length_m if geometry.shape == "bar" else across
    fire = fire_of(own.setup, own.name, (across, along, geometry.thickness_m), own.gentle, own.sear, fat_share)
    return replace(fire if own.words is None else _said(fire, own.words), key=own.key)


def _said(fire: Fire, words: tuple[Words, Words]) -> Fire:
    names = dict(zip(("gentle", "sear"), words, strict=True))
    zones = [replace(z, name=names[z.role][0], doing=names[z.role][1]) if z.role in names else z for z in fire.zones]
    return replace(fire, zones=tuple(zones))


@lru_cache(maxsize=64)
def as_set_at(own: OwnFire, gentle_c: float | None, geometry: Geometry, fat_share: float) -> OwnFire:
    """As as_set, but so that the air at the gentle place is what is wished: beside lit burners it is not that of the
    whole chamber. Raises Infeasible where the grill does not get there.
    """
    found = as_set(own, gentle_c)
    if gentle_c is None or own.setup.grill.kind != "gas":
        return found
    asked = gentle_c
    for _ in range(PLACE_TRIES):
        asked += gentle_c - planner_fire(found, geometry, fat_share).zone("gentle").air_c
        found = as_set(own, asked)
    return found


def opened_for_sear(setup: FireSetup) -> FireSetup:
    """The fire as it is for a sear: coals with the lid off and vents wide, a kamado without its plate, burners high."""
    kind = setup.grill.kind
    if kind == "kamado":
        return replace(with_vents(setup, 1.0, 1.0), deflector=False)
    if kind == "gas":
        return setting.at_most(setup)
    if setup.grill.controller is not None:
        return setting.at_most(setup)
    if kind == "offset":
        return with_vents(setup, 1.0, 1.0)
    return replace(with_vents(setup, 1.0, 1.0), lid_open=True)


@lru_cache(maxsize=64)
def searing_state(setup: FireSetup) -> chamber.Settled:
    """The fire at the moment of the sear: a kamado is taken to SEARING_AIR_C and not left to settle far above it."""
    opened = opened_for_sear(setup)
    base = chamber.settled(opened)
    if setup.grill.kind != "kamado" or base.gas_c <= SEARING_AIR_C:
        return base
    at = 3600.0
    run = course([*(c for c in brought_up(setup) if c.at_s < at), Change(at, opened)], 2.0, lit=poured(setup))
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
    for role, spot, fire in (
        ("gentle", gentle, replace(setup, lid_open=False)),
        ("sear", sear, opened_for_sear(setup)),
    ):
        grate = setup.grill.grate(spot.grate)
        if not grate.holds(spot.x_m, spot.y_m):
            raise InvalidInput(
                f"{role}.x_mm", f"puts the food off the grate of {setup.grill.name.lower()}: move it in."
            )
        if role == "gentle" and setup.grill.body is None:
            continue
        piece = Placed(role, spot.x_m, spot.y_m, *size_m, fat_share=fat_share, grate=spot.grate)
        state = chamber.settled(fire) if role == "gentle" else searing_state(setup)
        zone = felt_by(fire, state, piece).zone
        zones.append(replace(zone, key=role, role="gentle" if role == "gentle" else "sear"))
    if setup.grill.kind == "oven":
        zones = [z for z in zones if z.role == "gentle"]
    zones = [z for z in zones if z.role == "gentle" or z.shown_c >= LEAST_SEARING_C]
    zones += [fires.WARM_FAT, fires.SKILLET_ZONE]
    convert = convert_s(setup)
    return Fire(
        "own", name, tuple(zones), preparations_of(setup), convert_s=convert,
        convert_name=_convert_name(setup), convert_why=_convert_why(setup, convert),
        charcoal=setup.grill.kind in ("kettle", "kamado", "offset", "brazier", "chimney", "pellet"),
        gas=setup.grill.kind == "gas",
    )  # fmt: skip


@lru_cache(maxsize=64)
def convert_s(setup: FireSetup) -> float:
    """From gentle to searing heat [s]: a grill with a chamber by its own course, coals with the lid off in five minutes."""
    kind = setup.grill.kind
    if kind in ("brazier", "chimney", "oven"):
        return 0.0
    if kind not in ("kamado", "gas", "pellet"):
        return COALS_CONVERT_S
    opened = opened_for_sear(setup)
    most = chamber.settled(opened).gas_c
    aim = min(SEARING_AIR_C, setup.weather.air_c + 0.9 * (most - setup.weather.air_c))
    found = conversion_s(setup, opened, aim)
    return max(LEAST_CONVERT_S, round((found or LONGEST_CONVERT_S) / 30.0) * 30.0)


def _convert_name(setup: FireSetup) -> str:
    return {
        "kamado": "Plate out, vents open", "gas": "Burners up", "pellet": "Set it to its highest", "oven": "Skillet on high heat",
    }.get(setup.grill.kind, "Open the fire up")  # fmt: skip


@lru_cache(maxsize=64)
def _convert_why(setup: FireSetup, convert: float) -> str:
    most = chamber.settled(replace(opened_for_sear(setup), lid_open=False)).gas_c if setup.grill.body else 0.0
    return {
        "kamado": f"Heavy gloves; ease the lid up first, it can flash. {{time:{convert:.0f}}} with all vents open brings it to {{temp:{min(most, SEARING_AIR_C):.0f}}}.",
        "gas": f"All burners high, lid shut: {{time:{convert:.0f}}} to {{temp:{most:.0f}}}.",
        "pellet": f"It reaches {{temp:{most:.0f}}} in {{time:{convert:.0f}}} and no more: for a hard sear use a skillet or another fire.",
    }.get(setup.grill.kind, f"Vents open, lid off: {{time:{convert:.0f}}} brings the coals to searing heat while the meat waits.")  # fmt: skip


@lru_cache(maxsize=64)
def preparations_of(setup: FireSetup) -> tuple[Preparation, ...]:
    """What is done to the fire beforehand, in order, each with its time and reason. {target} stands for its heat."""
    kind = setup.grill.kind
    oil = Preparation(
        "oil",
        "hands",
        "Brush and oil the grate",
        3 * MINUTE,
        "After the preheat: hot residue brushes off. Look for loose bristles.",
    )
    ready = hours_of(setup).ready_s
    if kind == "gas":
        return (
            Preparation("light", "fire", "Light the burners, lid open", 1 * MINUTE, "Lid open to light. Hoses tested with soapy water when the bottle was changed."),
            Preparation("preheat", "fire", "Lid on, preheat", ready, f"All burners high at first, then set them. About {{time:{ready:.0f}}}."), oil,
        )  # fmt: skip
    if kind == "pellet":
        return (
            Preparation("light", "fire", "Start it with the lid open", 6 * MINUTE, "About {time:360} until the fire pot has caught; the fan clears the first smoke."),
            Preparation("preheat", "fire", "Lid on, preheat", max(ready - 6 * MINUTE, 300.0), f"Until it holds {{temp:{setup.set_c or 0.0:.0f}}}."), oil,
        )  # fmt: skip
    if kind == "oven":
        return (
            Preparation(
                "heat_oven", "fire", "Oven on", max(ready, 15 * MINUTE), "Rack over a tray in the middle, at {target}."
            ),
            fires.HEAT_PAN,
        )
    if kind == "offset":
        return (
            Preparation("light", "fire", "Light a bed of coals in the firebox", 15 * MINUTE, "A chimney of lit coals, then two splits: the bed carries the fire."),
            Preparation("preheat", "fire", "Bring the chamber to heat", ready, "Dampers wide until the smoke runs thin and blue, then as set. White smoke is bitter."), oil,
        )  # fmt: skip
    if kind == "kamado":
        stages = [c for c in brought_up(setup) if c.at_s > 0.0]
        first = stages[0].at_s if stages else 300.0
        return (
            Preparation("light", "fire", "Light the lump in one place", max(first, 5 * MINUTE), "One place only; lid open a few minutes, then shut with both vents wide."),
            Preparation("preheat", "fire", "Close the vents in steps", max(ready - first, 10 * MINUTE),
                        f"To {setting.opening_words(setup.bottom_share)} as the walls warm. Catch it on the way up: it comes down slowly."), oil,
        )  # fmt: skip
    layout = LAYOUTS[setup.charcoal.layout][0].lower() if setup.charcoal else ""
    lit = Preparation(
        "light",
        "fire",
        "Light the chimney",
        round(chimney_ready_s() / 30.0) * 30.0,
        "Ready when the top coals are ashed over, about {time:750}.",
    )
    if kind == "chimney":
        return (
            replace(
                lit,
                why=f"Raised on a brick so that air gets in, on bare ground. Ready when the top glows, about {{time:{lit.lasts_s:.0f}}}.",
            ),
            Preparation(
                "oil", "hands", "Small grate on top, oil it", 1 * MINUTE, "Long gloves: the gas above it burns."
            ),
        )
    lay = Preparation(
        "bank",
        "hands",
        f"Lay the coals: {layout}",
        2 * MINUTE,
        f"{{mass:{setup.charcoal.mass_kg * 1000 if setup.charcoal else 0:.0f}}} of charcoal in all.",
    )
    if setup.charcoal is not None and setup.charcoal.layout == "ring":
        lit = replace(
            lit, name="Light a dozen briquettes", why="Lay them at one end of the fuse when they are ashed over."
        )
        lay = replace(
            lay, lasts_s=10 * MINUTE,
            why=f"{lay.why} Two wide and two high round the edge, one row on top, so that they burn in turn. Drip pan with water in the middle, wood at the start.",
        )  # fmt: skip
    if kind == "brazier":
        return (lit, lay, replace(oil, why="When the grate has been over the coals for five minutes."))
    preheat = max(ready - lit.lasts_s, 10 * MINUTE)
    return (
        lit, lay,
        Preparation("preheat", "fire", "Lid on, preheat", preheat,
                    f"Vents wide at first, then the bottom one {setting.opening_words(setup.bottom_share)} open: {{time:{preheat:.0f}}}, for about {{target}}."), oil,
    )  # fmt: skip

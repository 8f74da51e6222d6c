"""What a piece feels where a cook says it is: the surroundings and the metal of each place."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.cook.steps import AtFire, AtRest, InBath, InPan, OnCounter, OnIron, Where
from brasko.core.errors import Infeasible, UnknownName
from brasko.core.fire import custom, fires
from brasko.core.fire.fires import WARM_FAT
from brasko.core.fire.rests import COOL_AIR_W_M2K, RESTS, standing_in, wrapped
from brasko.core.fire.zones import Fire, Zone, with_held_air, with_lid
from brasko.core.foods.fats import FATS
from brasko.core.foods.shape import Geometry
from brasko.core.programme.steps import Metal, Side, Surroundings
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.general import general

STIRRED_WATER_W_M2K = Sourced(95.0, "W m-2 K-1", "baldwin_2020", "from memory")
"""A bag in a stirred bath."""
PLATENS_PRESS = Sourced(6.0, "-", "", "assumed")
"""How much faster juice leaves between platens that press on the piece: belt grills lose 17 to 26 % to 70 °C (from
memory)."""


@dataclass(frozen=True)
class Place:
    """Where a piece is: what its sides see, and what it lies on where that has a heat of its own.

    same_metal  two steps in a row with this in common go on with the heat that is left in the metal
    pressed     how many times faster juice leaves than where nothing presses on the piece
    searing_c   what an infrared thermometer shows of a searing place; hotter_by_k  how much more it is to show
    """

    surroundings: Surroundings
    metal: Metal | None = None
    same_metal: object = None
    pressed: float = 1.0
    searing_c: float = 0.0
    hotter_by_k: float = 0.0


def place_of(where: Where, geometry: Geometry, fat_share: float) -> Place:
    """The place a cook means, for a piece of this shape. Raises InvalidInput, or UnknownName of a rest."""
    match where:
        case AtFire():
            zone = zone_at(where, geometry, fat_share)
            return Place(
                _felt(zone, where),
                zone.metal(geometry.face_m2),
                (where.fire, where.place, where.air_c),
                searing_c=zone.searing_c,
                hotter_by_k=where.hotter_by_k,
            )
        case InPan():
            given = {} if where.power_w is None else {"power_w": where.power_w}
            pan = replace(
                fires.SKILLET,
                start_c=where.start_c,
                most_c=where.start_c,
                contact_w_m2k=general().contact_w_m2k,
                **given,
            )
            return Place(_over_a_pan(), pan, where)
        case OnIron():
            iron = Side(contact_c=where.temp_c, contact_w_m2k=general().contact_w_m2k)
            about = _over_a_pan()
            if where.both:
                return Place(Surroundings(iron, iron, about.edge), pressed=PLATENS_PRESS.value)
            return Place(replace(about, bottom=iron))
        case InBath(of="fat"):
            return Place(replace(WARM_FAT, air_c=where.temp_c, lid_c=where.temp_c).surroundings)
        case InBath():
            water = Side(air_c=where.temp_c, h_w_m2k=STIRRED_WATER_W_M2K.value, vapour_open=False)
            return Place(Surroundings(water, water, water))
        case AtRest():
            if where.rest not in RESTS:
                raise UnknownName("rest", where.rest, RESTS)
            return Place(RESTS[where.rest][1])
        case OnCounter():
            return Place(standing_in(where.air_c, COOL_AIR_W_M2K.value))


def _felt(zone: Zone, where: AtFire) -> Surroundings:
    around = zone.surroundings if where.wrap == "none" else wrapped(zone.surroundings, where.wrap)
    gentle = where.place not in ("sear", "pan")
    return around.shifted(where.warmer_by_k, where.film_times) if gentle else around


def _over_a_pan() -> Surroundings:
    return replace(fires.SKILLET_ZONE, vapour_kg_m3=general().pan_steam_kg_m3).surroundings


def zone_at(where: AtFire, geometry: Geometry, fat_share: float) -> Zone:
    """The zone of a fire's place. Air that the grill cannot hold by itself is taken as held there all the same."""
    fire, asked = where.fire, where.air_c
    if isinstance(fire, Fire):
        return fire.zone("pan").greased(FATS[where.fat].contact.value)
    if where.place == "pan":
        return custom.planner_fire(fire, geometry, fat_share).zone("pan").greased(FATS[where.fat].contact.value)
    if where.place == "sear":
        setup = fire.setup
        if asked is not None and setup.grill.controller is not None:
            highest = replace(setup.grill.controller, highest_c=asked)
            fire = replace(fire, setup=replace(setup, grill=replace(setup.grill, controller=highest)))
        return with_lid(custom.planner_fire(fire, geometry, fat_share).sear, where.lid)
    if where.place != "gentle":
        fire = replace(fire, gentle=where.place)
    if asked is None:
        return with_lid(custom.planner_fire(fire, geometry, fat_share).gentle, where.lid)
    try:
        zone = custom.planner_fire(custom.as_set_at(fire, asked, geometry, fat_share), geometry, fat_share).gentle
    except Infeasible:
        zone = custom.planner_fire(fire, geometry, fat_share).gentle
    return with_lid(with_held_air(zone, asked), where.lid)

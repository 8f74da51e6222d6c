"""The fires that ship, one for each way of cooking. Every figure is assumed from common practice."""

from __future__ import annotations

from brasko.core.errors import UnknownName
from brasko.core.uncertainty.general import general
from brasko.core.fire.zones import Fire, Preparation, Rods, Zone
from brasko.core.programme.steps import Metal

MINUTE = 60.0

SKILLET = Metal(contact_w_m2k=general().contact_w_m2k, heat_j_k=1060.0, power_w=1500.0, loss_w_k=4.0, around_c=30.0, start_c=250.0)
"""Cast iron of 2.3 kg and 26 cm, hot before the meat arrives; contact of meat on hot metal 200 to 600 W/m2K (from memory)."""

_COOL = Zone(
    "cool", "Cool side, lid shut", "gentle", "On the cool side",
    air_c=107.0, film_w_m2k=16.0, lid_c=107.0, coal_c=680.0, coal_view=0.0135,
)  # fmt: skip
_HOT = Zone(
    "hot", "Over the coals, lid open", "sear", "over the coals",
    air_c=190.0, film_w_m2k=18.0, lid_c=40.0, coal_c=680.0, coal_view=0.33, above_air_c=70.0, rods=Rods(),
)  # fmt: skip
WARM_FAT = Zone(
    "fat", "Pan of warm fat on the cool side", "bath", "Into the warm fat",
    air_c=62.0, film_w_m2k=0.0, lid_c=62.0, in_fat=True,
)  # fmt: skip


def _skillet(key: str, name: str, pan: Metal) -> Zone:
    return Zone(
        key, name, "pan", "in the skillet",
        air_c=90.0, film_w_m2k=8.0, lid_c=35.0, above_air_c=50.0, vapour_kg_m3=general().pan_steam_kg_m3, pan=pan,
    )  # fmt: skip


SKILLET_ZONE = _skillet("skillet", "Skillet over the fire", SKILLET)
"""A pan on whatever fire there is."""

LIGHT = Preparation(
    "light", "fire", "Light the chimney", 14 * MINUTE,
    "A full chimney is ready when the top coals are ashed over, about {time:840}.",
)  # fmt: skip
_PREHEAT = Preparation(
    "preheat", "fire", "Lid on, preheat", 15 * MINUTE,
    "{time:900} with the lid on and the vents about half open, for about {target}.",
)  # fmt: skip
_OIL = Preparation(
    "oil", "hands", "Brush and oil the grate", 3 * MINUTE,
    "After the preheat: hot residue brushes off. Look for loose bristles.",
)  # fmt: skip
_HEAT_PAN = Preparation(
    "heat_pan", "fire", "Skillet on high heat", 6 * MINUTE,
    "Empty, until a drop of water dances: a cool pan loses its heat to the meat. Keep the handle turned in.",
    before="sear",
)  # fmt: skip

FIRES: dict[str, Fire] = {
    fire.key: fire
    for fire in (
        Fire(
            "kettle_two_zone", "Charcoal kettle, two zones",
            (_COOL, _HOT, WARM_FAT, _skillet("skillet", "Skillet over the coals", SKILLET)),
            (
                LIGHT,
                Preparation("bank", "hands", "Bank the coals", 2 * MINUTE,
                            "Use three quarters of a chimney, banked against one side; the other side stays bare."),
                _PREHEAT, _OIL,
            ),
            convert_s=5 * MINUTE, convert_name="Open the fire up",
            convert_why="Vents open, lid off: {time:300} brings the coals to searing heat while the meat waits.",
        ),
        Fire(
            "kettle_ring", "Charcoal kettle, fuse of coals round the edge",
            (
                Zone("ring", "Middle of the grate, lid shut", "gentle", "On, in the middle",
                     air_c=121.0, film_w_m2k=14.0, lid_c=121.0, coal_c=680.0, coal_view=0.006, vapour_kg_m3=0.035),
            ),
            (
                Preparation("fuse", "hands", "Lay the fuse", 10 * MINUTE,
                            "Two briquettes wide and two high round the edge, one row on top, so that they burn in turn. "
                            "Drip pan with water in the middle, wood at the start."),
                Preparation("light", "fire", "Light a dozen briquettes", 14 * MINUTE,
                            "Lay them at one end of the fuse when they are ashed over."),
                _PREHEAT, _OIL,
            ),
        ),
        Fire(
            "chimney", "Grate on a lit chimney starter",
            (
                Zone("chimney", "Over the chimney", "sear", "over the chimney",
                     air_c=400.0, film_w_m2k=25.0, lid_c=30.0, coal_c=750.0, coal_view=0.42, above_air_c=90.0, rods=Rods()),
            ),
            (
                Preparation("light", "fire", "Light the chimney", 15 * MINUTE,
                            "Raised on a brick so that air gets in, on bare ground. Ready when the top glows, about {time:900}."),
                Preparation("oil", "hands", "Small grate on top, oil it", 1 * MINUTE, "Long gloves: the gas above it burns."),
            ),
        ),
        Fire(
            "oven_skillet", "Kitchen oven and skillet",
            (
                Zone("oven", "Middle of the oven", "gentle", "Into the oven",
                     air_c=135.0, film_w_m2k=10.0, lid_c=135.0, vapour_kg_m3=0.020),
                _skillet("skillet", "Skillet on the burner", SKILLET),
            ),
            (
                Preparation("heat_oven", "fire", "Oven on", 15 * MINUTE, "Rack over a tray in the middle, at {target}."),
                _HEAT_PAN,
            ),
            charcoal=False,
        ),
        Fire(
            "burner_skillet", "Skillet on a burner",
            (_skillet("skillet", "Skillet on the burner", SKILLET),),
            (_HEAT_PAN,),
            charcoal=False,
        ),
    )
}  # fmt: skip


def fire_named(key: str) -> Fire:
    """The fire with this key. Raises UnknownName."""
    if key not in FIRES:
        raise UnknownName("fire", key, FIRES)
    return FIRES[key]

"""Pans: a skillet on whatever fire there is, warm fat, and the kitchen's burner. Assumed from common practice."""

from __future__ import annotations

from brasko.core.fire.zones import Fire, Preparation, Zone
from brasko.core.programme.steps import Metal
from brasko.core.uncertainty.general import general

MINUTE = 60.0

SKILLET = Metal(
    contact_w_m2k=general().contact_w_m2k,
    heat_j_k=1060.0,
    power_w=1300.0,
    loss_w_k=4.0,
    around_c=30.0,
    start_c=250.0,
    most_c=250.0,
)
"""Cast iron of 2.3 kg and 26 cm, hot before the meat arrives; contact of meat on hot metal 200 to 600 W/m2K (from memory)."""

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

HEAT_PAN = Preparation(
    "heat_pan", "fire", "Skillet on high heat", 6 * MINUTE,
    "Empty, until a drop of water dances: a cool pan loses its heat to the meat. Keep the handle turned in.",
    before="sear",
)  # fmt: skip

BURNER = Fire("burner_skillet", "Skillet on a burner", (SKILLET_ZONE,), (HEAT_PAN,), charcoal=False)
"""The one place that is no fire with a grate: a pan on a kitchen's burner."""

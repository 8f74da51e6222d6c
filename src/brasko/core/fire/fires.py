"""Pans: a skillet on whatever fire there is, warm fat, and the kitchen's burner. Assumed from common practice."""

from __future__ import annotations

from dataclasses import replace

from brasko.core.fire.zones import Fire, Preparation, Zone
from brasko.core.programme.steps import Metal
from brasko.core.uncertainty.general import general
from brasko.core.words import quantity, say

MINUTE = 60.0
"""Seconds."""

SKILLET = Metal(
    contact_w_m2k=general().contact_w_m2k,
    heat_j_k=1060.0,
    power_w=1900.0,
    loss_w_k=4.0,
    around_c=30.0,
    start_c=250.0,
    most_c=250.0,
)
"""Cast iron of 2.3 kg and 26 cm, hot before the meat arrives; contact of meat on hot metal 200 to 600 W/m2K (from
memory)."""
GRIDDLE = replace(SKILLET, heat_j_k=2900.0, power_w=3000.0, loss_w_k=9.0, start_c=230.0, most_c=230.0)
"""A steel plate of 42 by 34 cm over two burners."""
OVEN_WARM_C = 260.0
"""500 °F, as hot as most ovens go."""

WARM_FAT = Zone(
    "fat", say("fires-pan-of-warm-fat-on-the"), "bath", say("fires-into-the-warm-fat"),
    air_c=62.0, film_w_m2k=0.0, lid_c=62.0, in_fat=True,
)  # fmt: skip


def pan_zone(key: str, name: str, pan: Metal, doing: str = say("fires-in-the-skillet")) -> Zone:
    """The place in a pan: its own steam stands over the food."""
    return Zone(
        key, name, "pan", doing,
        air_c=90.0, film_w_m2k=8.0, lid_c=35.0, above_air_c=50.0, vapour_kg_m3=general().pan_steam_kg_m3, pan=pan,
    )  # fmt: skip


SKILLET_ZONE = pan_zone("skillet", say("fires-skillet-on-a-burner"), SKILLET)
"""A pan on a kitchen's burner."""

EMPTY = say("fires-empty-until-a-drop-of-water")
"""What is said of every pan that is heated."""


def _heated(name: str, minutes: float, why: str = EMPTY) -> tuple[Preparation, ...]:
    return (Preparation("heat_pan", "fire", name, minutes * MINUTE, why, before="sear"),)


def _at(pan: Metal, hot_c: float, power_w: float) -> Metal:
    return replace(pan, start_c=hot_c, most_c=hot_c, power_w=power_w)


HEAT_PAN = _heated(say("common-skillet-on-high-heat"), 6)[0]
"""Getting the usual pan ready."""
_OVEN_WARM = say("fires-heat-comes-through-to-the-rim")

BURNER = Fire("burner_skillet", say("fires-skillet-on-a-burner-high"), (SKILLET_ZONE,), (HEAT_PAN,), charcoal=False)
SIDE_BURNER_C, SIDE_BURNER_W = 200.0, 800.0
"""Some 3 kW of gas, of which a quarter reaches a pan out of doors (from memory)."""
KITCHEN: dict[str, Fire] = {
    fire.key: fire
    for fire in (
        BURNER,
        Fire(
            "burner_medium", say("fires-skillet-on-a-burner-medium"),
            (pan_zone("skillet", say("fires-skillet-on-a-burner"), _at(SKILLET, 205.0, 900.0)),),
            _heated(say("fires-skillet-on-medium-heat"), 6), charcoal=False,
        ),
        Fire(
            "burner_low", say("fires-skillet-on-a-burner-low"),
            (pan_zone("skillet", say("fires-skillet-on-a-burner"), _at(SKILLET, 165.0, 600.0)),),
            _heated(say("fires-skillet-on-low-heat"), 8), charcoal=False,
        ),
        Fire(
            "side_burner", say("fires-skillet-on-a-side-burner"),
            (pan_zone("skillet", say("fires-skillet-on-a-side-burner"), _at(SKILLET, SIDE_BURNER_C, SIDE_BURNER_W)),),
            _heated(say("fires-skillet-on-the-grills-side-burner"), 8, say("fires-out-of-the-wind-or-its")), charcoal=False,
        ),
        Fire(
            "oven_pan", say("fires-skillet-warmed-in-the-oven-then"),
            (pan_zone("skillet", say("fires-skillet-on-a-burner"), _at(SKILLET, OVEN_WARM_C, 1900.0)),),
            _heated(say("fires-skillet-into-the-oven-at", oven_warm=quantity.temp(OVEN_WARM_C)), 30, _OVEN_WARM), charcoal=False,
        ),
        Fire(
            "griddle", say("fires-griddle-over-two-burners"),
            (pan_zone("griddle", say("fires-griddle-over-two-burners"), GRIDDLE, say("fires-on-the-griddle")),),
            _heated(say("fires-griddle-on-high-heat"), 12, say("fires-both-burners-under-it-until-a")),
            charcoal=False,
        ),
    )
}  # fmt: skip
"""Places that are no fire with a grate: pans in a kitchen. Strengths of a burner as they reach the pan (assumed)."""

"""What rain and wind that come up meanwhile do to a fire that stays set as it is."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from brasko.core.errors import UnknownName
from brasko.core.fire import own as own_fires
from brasko.core.fire.chamber import Settled, settled
from brasko.core.fire.own import OwnFire
from brasko.core.sourced import Sourced

HARDLY = Sourced(1.5, "K", "", "assumed")
"""Less than this is not worth a word: a gauge on a lid shows no difference."""
OUTDOORS = "A lit fire never goes under a roof or into a garage."
"""Against carbon monoxide and burning houses (common practice, no source); local codes come first."""


@dataclass(frozen=True)
class Sky:
    """A strength of rain [mm/h] or of wind [m/s], as a cook would call it."""

    name: str
    value: Sourced


RAINS = {
    "none": Sky("No rain", Sourced(0.0, "mm h-1", "", "common practice")),
    "light": Sky("Light rain", Sourced(1.0, "mm h-1", "ams_glossary", "from memory", 0.1, 2.5)),
    "steady": Sky("Steady rain", Sourced(4.0, "mm h-1", "ams_glossary", "from memory", 2.5, 7.6)),
    "heavy": Sky("Heavy rain", Sourced(10.0, "mm h-1", "ams_glossary", "from memory", 7.6, 50.0)),
}
"""By the glossary: light up to 2.5, moderate up to 7.6 mm in an hour, heavy above."""
WINDS = {
    "still": Sky("Still", Sourced(1.0, "m s-1", "wmo_beaufort", "from memory", 0.0, 1.5)),
    "breeze": Sky("Breeze", Sourced(4.5, "m s-1", "wmo_beaufort", "from memory", 3.4, 5.4)),
    "windy": Sky("Windy", Sourced(9.0, "m s-1", "wmo_beaufort", "from memory", 8.0, 10.7)),
}
"""Beaufort 1, 3 and 5: smoke drifts; leaves move all the time; small trees sway."""


@dataclass(frozen=True)
class Shift:
    """What a sky does: how much hotter the air at the gentle place settles [K], whether the fire lives, and in
    words."""

    shift_k: float
    alight: bool
    words: str


@lru_cache(maxsize=256)
def shift_of(own: OwnFire | None, rain: str, wind: str) -> Shift:
    """Of a fire with its vents, knobs or controller left as they are. None is a fire indoors, or on no grill that is
    known.

    It is what the fire settles at after a quarter of an hour or so. Raises UnknownName for a sky that is not in the
    tables.
    """
    if rain not in RAINS:
        raise UnknownName("rain", rain, RAINS)
    if wind not in WINDS:
        raise UnknownName("wind", wind, WINDS)
    if own is None or own.setup.grill.kind.indoors:
        return Shift(0.0, True, "It does not reach this fire.")
    if own.setup.grill.body is None:
        return Shift(0.0, True, "Over an open fire the coals hardly mind; the food gets wet, and smoke drives about.")
    now = replace(own.setup.weather, rain_mm_h=RAINS[rain].value.value, wind_m_s=WINDS[wind].value.value)
    before, after = settled(own.setup), settled(replace(own.setup, weather=now))
    shift = _air_c(own, after) - _air_c(own, before)
    if not after.alight:
        return Shift(shift, False, f"As it is set the fire goes out: give it air. {OUTDOORS}")
    if abs(shift) < HARDLY.value:
        held = own.setup.grill.controller is not None
        return Shift(shift, True, "The controller holds it and burns more." if held else "Hardly any difference.")
    said = f"Left as it is, the air settles {{rise:{abs(shift):.1f}}}"
    if shift > 0.0:
        return Shift(shift, True, f"{said} higher: close down to hold it.")
    return Shift(shift, True, f"{said} lower: open up to hold it. {OUTDOORS}")


def fire_of(key: str, own: OwnFire | None) -> OwnFire | None:
    """The set-up behind a planner's fire, where there is one."""
    return own or own_fires.shipped().get(key)


def _air_c(own: OwnFire, state: Settled) -> float:
    """At the gentle place: over a gas grill's row it differs from burner to burner."""
    mains = [b.x_m for b in own.setup.grill.burners if b.kind == "main"]
    return float(np.interp(own.gentle.x_m, mains, state.zones_c)) if state.zones_c else state.gas_c

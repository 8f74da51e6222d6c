"""The fires of a table: their places with room for food, the states they can be in, and how long a change takes."""

from __future__ import annotations

from brasko.core.fire.burn_time import feeding_of
from brasko.core.fire.custom import OwnFire, convert_s, preparations_of
from brasko.core.sides.exposure import Where, rack_of
from brasko.core.sourced import Sourced
from brasko.core.table.ask import FireAsk
from brasko.core.table.problem import Deed, Place, TableFire
from brasko.core.words import quantity, say

FREE_SHARE = 1.0 / 3.0
"""Of a grate that stays free, as a refuge and so that food does not steam (common practice, no source)."""
PAN_CM2 = 530
"""A skillet of 26 cm."""
OPENED, STEADY = "opened", "on"
BACK_S = {
    "gas": Sourced(240.0, "s", "", "assumed"),
    "pellets": Sourced(900.0, "s", "", "assumed"),
    "charcoal": Sourced(420.0, "s", "", "assumed"),
}
"""From opened up back to a gentle heat: knobs and the lid, a controller, the lid and the vents of coals that lie
banked."""
HOTTER_S = {
    "gas": Sourced(240.0, "s", "", "assumed"),
    "pellets": Sourced(600.0, "s", "", "assumed"),
    "charcoal": Sourced(900.0, "s", "", "assumed"),
}
"""From one gentle heat to a hotter one; cooler ones only by knobs: coals and thick walls take too long."""


def state_of(gentle_c: float | None) -> str:
    """The key of a fire set for a gentle heat; as it is laid, where none is asked for."""
    return "set" if gentle_c is None else f"set:{gentle_c:.1f}"


def state_words(state: str) -> str:
    """How a fire stands, with phrase tokens."""
    if state == OPENED:
        return say("places-opened-up-fierce")
    set_for = gentle_of(state)
    return (
        say("places-set-for", set_for=quantity.temp(set_for))
        if set_for is not None
        else "lit"
        if state == STEADY
        else say("places-at-its-gentle-heat")
    )


def gentle_of(state: str) -> float | None:
    """The gentle heat that a state's key stands for."""
    return float(state.partition(":")[2]) if ":" in state else None


def one_place(own: OwnFire) -> bool:
    """Whether food lies in the same place in gentle heat and over the fire."""
    return own.gentle == own.sear


def place_of(fire: FireAsk, where: Where) -> str:
    """The key of a fire's place over the heat, beside it, or on its rack."""
    if fire.set_up is None:
        return f"{fire.key}/pan"
    if where != "rack" and one_place(fire.set_up):
        return f"{fire.key}/grate"
    return f"{fire.key}/{where}"


def table_fire(fire: FireAsk, states: set[str]) -> TableFire:
    """A fire with its places and its changes between the states that dishes want of it."""
    own = fire.set_up
    if own is None:
        return TableFire(fire.key, fire.name, (Place(f"{fire.key}/pan", fire.key, say("places-in-the-pan"), PAN_CM2),))
    grill = own.setup.grill
    usable = 1.0 - FREE_SHARE
    if one_place(own):
        area = round(grill.grate(own.gentle.grate).area_m2 * 1e4 * usable)
        places: tuple[Place, ...] = (Place(f"{fire.key}/grate", fire.key, say("places-on-the-grate"), area),)
    else:
        sizes = [grill.grate(spot.grate).area_m2 * 1e4 * usable for spot in (own.sear, own.gentle)]
        halves = 2.0 if own.sear.grate == own.gentle.grate else 1.0
        places = (
            Place(f"{fire.key}/hot", fire.key, say("places-over-the-heat"), round(sizes[0] / halves)),
            Place(f"{fire.key}/cool", fire.key, say("places-cool-side"), round(sizes[1] / halves)),
        )
    rack = rack_of(own)
    if rack is not None:
        places += (Place(f"{fire.key}/rack", fire.key, rack.name, round(rack.area_m2 * 1e4 * usable)),)
    return TableFire(
        fire.key,
        fire.name,
        places,
        _changes(own, states),
        grill.kind.convert_name(),
        _ready(own),
        feeding_of(own.setup),
    )


def _changes(own: OwnFire, states: set[str]) -> dict[tuple[str, str], float]:
    kind = own.setup.grill.kind
    found: dict[tuple[str, str], float] = {}
    burns = "charcoal" if kind.fuel == "wood" else kind.fuel
    if kind.converts == "not" or burns not in BACK_S:
        return found
    for a in states:
        for b in states:
            if a == b:
                continue
            if b == OPENED:
                found[a, b] = convert_s(own.setup)
            elif a == OPENED:
                # a kamado that was taken to searing heat holds it for hours
                if not kind.seared_on_the_way_up:
                    found[a, b] = BACK_S[burns].value
            elif (gentle_of(b) or 0.0) > (gentle_of(a) or 0.0) or burns == "gas":
                found[a, b] = HOTTER_S[burns].value
    return found


def _ready(own: OwnFire) -> tuple[Deed, ...]:
    """What is done to the fire before its first food goes on, in order."""
    before = [p for p in preparations_of(own.setup) if p.before == "on"]
    end = 0.0
    found: list[Deed] = []
    for each in reversed(before):
        found.append(Deed(each.key, each.name, each.why, end - each.lasts_s, min(each.lasts_s, 120.0), 600.0))
        end -= each.lasts_s
    return tuple(reversed(found))

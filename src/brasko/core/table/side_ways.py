"""The ways in which a side can be cooked on the fires of a table: by the first place of each that does it well."""

from __future__ import annotations

import math

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.fire.custom import OwnFire, planner_fire
from brasko.core.fire.fires import KITCHEN, SKILLET_ZONE
from brasko.core.fire.zones import Zone
from brasko.core.sides.cooking import SideDone, cooked_side
from brasko.core.sides.exposure import FireState, Where, exposed, rack_of, size_of
from brasko.core.sides.kinds import WAYS, SideKind, Way
from brasko.core.sides.look import look_of
from brasko.core.table.ask import DishAsk, FireAsk, TableAsk
from brasko.core.table.places import OPENED, PAN_CM2, STEADY, gentle_of, place_of, state_of
from brasko.core.table.problem import Deed, Stay, Variant
from brasko.core.units import celsius
from brasko.core.words import quantity, say

SETTINGS_C = (celsius(375.0), celsius(300.0))
"""Gentle heats that sides are tried at, besides those that the meat wants (common practice, no source)."""
ROOM_BETWEEN = 1.15
"""What a piece takes of a grate, in parts of its own face: food that touches steams (assumed)."""
HANDLE_S, EACH_S, MAX_HANDLED_S = 6.0, 2.0, 45.0
"""To put on, turn or take off one piece, and each further one (assumed)."""
PLATE_S = 30.0
"""To cut or dish up and cover (assumed)."""
PALE = 0.15
"""Less brown than this, a vegetable from a grill is a boiled one (assumed)."""
PREP_AHEAD_S = 20 * 60.0
"""Before it goes on, a side is made ready; sooner does no harm (assumed)."""


def room_for(fire: FireAsk, area_cm2: int) -> int:
    """What food takes of a place: on a burner it has a pan or a pot to itself."""
    return area_cm2 if fire.set_up is not None else max(area_cm2, PAN_CM2)


def ways_of_side(
    ask: TableAsk, dish: DishAsk, kind: SideKind, states: dict[str, set[str]], reasons: list[str]
) -> list[Variant]:
    count = dish.count or kind.count_for(ask.eaters)
    way = dish.way or kind.ways[0]
    found = []
    for fire in ask.fires_for(dish):
        for state in _states(fire, states[fire.key]):
            found += side_variants(kind, way, count, fire, state, reasons)
    # what is pale is only for a table that can do no better
    return [v for v in found if v.rank == min(each.rank for each in found)]


def _states(fire: FireAsk, wanted: set[str]) -> list[str]:
    own = fire.set_up
    if own is None or own.setup.grill.kind.converts == "not":
        return [STEADY]
    gentle = {s for s in wanted if s != OPENED}
    # where meat sets the heat, one more to try is enough
    heats = sorted({*gentle, *(state_of(c) for c in (SETTINGS_C[:1] if gentle else SETTINGS_C))})
    return [*heats, *([OPENED] if own.setup.grill.kind.sears else [])]


def side_variants(kind: SideKind, way: Way, count: int, fire: FireAsk, state: str, reasons: list[str]) -> list[Variant]:
    """A side on a fire in a state, by the first of its places that does it well: over the heat, from there to the cool
    side, or on the cool side all the time; and on the rack too, where that does it. None, and a reason, where none
    does."""
    own = fire.set_up
    try:
        routes = _pan_routes(kind, way, fire) if own is None else _routes(own, kind, state)
    except (InvalidInput, Infeasible) as exc:
        reasons.append(f"{fire.name}: {exc.message if isinstance(exc, InvalidInput) else exc.reason}")
        return []
    if not routes:
        reasons.append(say("side-ways-has-no-place-for-it", name=fire.name, ways=WAYS[way]))
        return []
    why, found = "", list[Variant]()
    for wheres, zones in routes:
        if found and wheres != ("rack",):
            continue
        done = cooked_side(kind, way, zones, count if kind.shape == "pot" else 1)
        if done.done and not done.burnt and not (len(zones) > 1 and done.moved_s == 0.0):
            found.append(_as_variant(kind, way, count, fire, state, wheres, done))
        why = (
            say("side-ways-black-outside-before-it-is-done", fire=fire.name)
            if done.burnt
            else say("side-ways-not-done-in-two-and-a", fire=fire.name)
        )
    if not found:
        reasons.append(why)
    return found


Route = tuple[tuple[Where, ...], tuple[Zone, ...]]
"""The places where a side lies in turn, and what it feels there."""


def _pan_routes(kind: SideKind, way: Way, fire: FireAsk) -> list[Route]:
    if way not in ("pan", "pot"):
        return []
    zone = next((z for z in KITCHEN[fire.fire or ""].zones if z.role == "pan"), SKILLET_ZONE)
    return [(("hot",), (zone,))]


def _routes(own: OwnFire, kind: SideKind, state: str) -> list[Route]:
    if own.setup.grill.kind.plate(own.setup.grill) is not None:
        return [(("hot",), (planner_fire(own, kind.geometry(), 0.0).zone("pan"),))]
    size = size_of(kind.geometry())
    as_set = FireState("opened" if state == OPENED else "set", gentle_of(state))
    hot = exposed(own, as_set, "hot", size)
    rack: list[Route] = []
    # what is raw never hangs over what is eaten
    if rack_of(own) is not None and not kind.is_raw_meat and kind.shape != "pot":
        rack = [(("rack",), (exposed(own, as_set, "rack", size),))]
    if own.setup.grill.kind.converts == "not" or own.gentle == own.sear:
        return [(("hot",), (hot,)), *rack]
    cool = exposed(own, as_set, "cool", size)
    ways: list[Route] = [(("hot",), (hot,)), (("hot", "cool"), (hot, cool)), (("cool",), (cool,))]
    return [*(ways if kind.place == "hot" else [ways[2], ways[1], ways[0]]), *rack]


def _as_variant(
    kind: SideKind, way: Way, count: int, fire: FireAsk, state: str, wheres: tuple[Where, ...], done: SideDone
) -> Variant:
    area = math.ceil(
        kind.geometry(count if kind.shape == "pot" else 1).face_m2
        * (1 if kind.shape == "pot" else count)
        * 1e4
        * ROOM_BETWEEN
    )
    off_s = -PLATE_S - kind.rest_s
    on_s = off_s - done.duration_s
    kept = "raw" if kind.is_raw_meat else "ready" if kind.group in ("bread", "fruit", "cheese") else ""
    cuts = [on_s, *([on_s + done.moved_s] if len(wheres) > 1 else []), off_s]
    stays = tuple(
        Stay(place_of(fire, where), state, cuts[n], cuts[n + 1], room_for(fire, area), kept)  # type: ignore[arg-type]
        for n, where in enumerate(wheres)
    )
    hands = HANDLE_S + EACH_S * (1 if kind.shape == "pot" or way == "basket" else count - 1)
    hands = min(hands, MAX_HANDLED_S)
    name = kind.name.split(",", maxsplit=1)[0].lower()
    turning = (
        say("side-ways-stir-the")
        if kind.shape == "pot"
        else say("side-ways-toss-the")
        if way in ("basket", "pan") and count > 4
        else say("side-ways-turn-the")
    )
    there = say("common-on-the-grate") if way == "open" else say("side-ways-on", ways=WAYS[way])
    deeds = [Deed("on", say("side-ways-put-the", name=name, there=there), _about(kind, done), on_s, hands)]
    deeds += [Deed("turn", f"{turning} {name}", "", on_s + at, hands) for at in done.turns_s]
    if len(wheres) > 1:
        deeds.append(
            Deed(
                "move",
                say("side-ways-move-the-to-the-cool-side", name=name),
                say("side-ways-brown-enough-it-turns-soft-there"),
                on_s + done.moved_s,
                hands,
            )
        )
    last = off_s - hands
    if kind.done_by == "reading":
        deeds.append(
            Deed(
                "read",
                say("side-ways-read-the-thickest-of-the", name=name),
                say("side-ways-it-must-show-before-it-comes", target=quantity.least(float(kind.target))),
                last - 20.0,
                20.0,
                least_c=float(kind.target),
            )
        )
    deeds.append(
        Deed(
            "off",
            say("side-ways-take-the-off", name=name),
            say("side-ways-when", done_words=kind.done_words, resting=_resting(kind)),
            last,
            hands + PLATE_S,
        )
    )
    before = (
        Deed(
            "prep",
            kind.prep,
            "",
            on_s - PREP_AHEAD_S,
            kind.prep_s * (0.4 + 0.6 * count / max(kind.each * 2.0, 1.0)),
            3 * 3600.0,
            skill="kitchen",
        ),
    )
    pale = kind.done_by in ("soft", "water") and way == "open" and done.browning < PALE
    label = say("side-ways-way-and-place", way=WAYS[way], place=_where(fire, wheres, state))
    return Variant(
        f"{way}@{fire.key}:{state}:{'-'.join(wheres)}",
        label,
        _about(kind, done),
        1 if pale else 0,
        fire.key,
        stays,
        tuple(sorted(deeds, key=lambda d: d.start_s)),
        before,
        done.hot_for_s,
        kind.done_words,
        look=look_of(kind, way, done),
    )


PLACE_WORDS: dict[Where, str] = {
    "hot": say("side-ways-over-the-heat"),
    "cool": say("side-ways-on-the-cool-side"),
    "rack": say("side-ways-on-the-rack"),
}
"""Where a side lies, as it is said."""


def _resting(kind: SideKind) -> str:
    return say("side-ways-it-rests-before-it-is-eaten", rest=quantity.span(kind.rest_s)) if kind.rest_s else ""


def _where(fire: FireAsk, wheres: tuple[Where, ...], state: str) -> str:
    own = fire.set_up
    if own is None:
        return say("in-small-letters", text=fire.name)
    if own.gentle == own.sear and "rack" not in wheres:
        place = say("common-on-the-grate")
    else:
        place = ", then ".join(PLACE_WORDS[where] for where in wheres)
    heat = (
        say("side-ways-opened-up")
        if state == OPENED
        else ""
        if (gentle := gentle_of(state)) is None
        else say("side-ways-at", gentle=quantity.temp(gentle))
    )
    return say("side-ways-of", place=place, name=fire.name, heat=heat)


def _about(kind: SideKind, done: SideDone) -> str:
    words = say("side-ways-on-the-fire-done-when", duration=quantity.span(done.duration_s), done_words=kind.done_words)
    if kind.done_by == "soft":
        words += say("side-ways-by-then-of-its-firmness-is", soft_share=quantity.number(done.soft_share * 100))
    if kind.done_by == "water":
        words += say("side-ways-by-then-of-its-weight-has", water_share=quantity.number(done.water_share * 100))
    return words

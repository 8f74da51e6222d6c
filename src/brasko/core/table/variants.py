"""The ways in which a dish can be cooked on the fires of a table, computed: how long, where, with which calls on
hands."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache

from brasko.core.errors import Infeasible, InvalidInput, UnknownName
from brasko.core.heat.simulation import simulate
from brasko.core.planner.meal import AT_THE_FIRE, PlanOne
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.schedule.tasks import FLIP_S
from brasko.core.planner.solve.programme import SEARCH_REFINE, Sear, phase_of
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Step, Until
from brasko.core.sides.cooking import PLATE_C
from brasko.core.sides.kinds import side_named
from brasko.core.table.ask import DishAsk, FireAsk, TableAsk
from brasko.core.table.places import OPENED, STEADY, place_of, state_of, table_fire
from brasko.core.table.problem import GRID_S, Deed, Dish, Pin, Problem, Stay, Variant
from brasko.core.table.servings import count_of, seated
from brasko.core.table.side_ways import PLATE_S, ROOM_BETWEEN, room_for, ways_of_side
from brasko.core.words import say

LONGEST_WAIT_S = 90 * 60.0
"""Under cover, well within the two hours that the agency allows below 140 °F. Source: fsis_danger_zone."""
RAW_SHARE = 0.6
"""Of its first place, after which every side of a piece has been to the fire (assumed)."""
WAIT_AT_MAX_S = {"ground": 10 * 60.0, "fish": 5 * 60.0}
"""What is past its best sooner than it is cold (common practice, no source)."""
REPEATED = ("turn", "flip")
MAX_LOTS = 4
"""Of one dish, one after the other: more is another table (assumed)."""
OTHER_WAYS = ("low_then_sear", "sear_then_low", "direct", "skillet")
"""Tried for intact meat where the wished way has no room."""


def problem_of(ask: TableAsk, plan: PlanOne = planned, *, others: bool = False) -> tuple[TableAsk, Problem]:
    """The table as a problem, every dish with its variants, and as it was asked for in the end: what is wider than
    every place goes on in lots, each a dish of its own. others tries other methods than those wished too.

    Raises InvalidInput with the dish, and the fires' reasons, where none can do it.
    """
    ask = seated(ask)
    while True:
        states, dishes = _with_variants(ask, plan, others)
        fires = tuple(table_fire(fire, states[fire.key]) for fire in ask.fires)
        room = {place.key: place.area_cm2 for fire in fires for place in fire.places}
        wide = next((n for n, dish in enumerate(dishes) if not _fitting(dish.variants, room)), None)
        if wide is None:
            fitting = tuple(
                replace(dish, variants=_fitting(dish.variants, room), spare=_fitting(dish.spare, room))
                for dish in dishes
            )
            return ask, Problem(fitting, fires, ask.people)
        ask = _in_lots(ask, wide, dishes[wide], room)


def _with_variants(ask: TableAsk, plan: PlanOne, others: bool) -> tuple[dict[str, set[str]], list[Dish]]:
    """Every dish with its variants, and the states in which they want the fires."""
    states: dict[str, set[str]] = {fire.key: set() for fire in ask.fires}
    found: dict[int, list[Variant]] = {}
    # meat first: sides go by the heat that it wants
    for n in sorted(range(len(ask.dishes)), key=lambda n: ask.dishes[n].spec is None):
        dish, reasons = ask.dishes[n], list[str]()
        if dish.spec is not None:
            found[n] = _of_meat(ask, dish, dish.spec, plan, others, reasons)
        else:
            found[n] = ways_of_side(ask, dish, side_named(dish.side or ""), dict(states), reasons)
        if not found[n]:
            why = " ".join(dict.fromkeys(reasons))
            raise InvalidInput(f"dishes.{n}", say("variants-can-be-cooked-on-no-fire", name=dish.name, why=why))
        if dish.spec is not None:
            _note_states(found[n], states)
    for variants in found.values():
        _note_states(variants, states)
    dishes = [_posed(dish, found[n], others) for n, dish in enumerate(ask.dishes)]
    return states, dishes


def _posed(dish: DishAsk, variants: list[Variant], others: bool) -> Dish:
    """A dish with its ways. Those on a rack are spare: more of them would cost the solver more than they gain."""
    ways = [on_grid(v) for v in variants]
    spare = [v for v in ways if v.on_rack and not others and v.key != dish.pin.variant]
    if len(spare) == len(ways):
        spare = []
    return Dish(dish.key, dish.name, tuple(v for v in ways if v not in spare), dish.serve_s, dish.pin, tuple(spare))


def _note_states(variants: list[Variant], states: dict[str, set[str]]) -> None:
    for variant in variants:
        for stay in variant.stays:
            states[stay.place.partition("/")[0]].add(stay.state)


def _fitting(variants: tuple[Variant, ...], room: Mapping[str, int]) -> tuple[Variant, ...]:
    """The variants that their places have room for."""
    return tuple(v for v in variants if all(s.area_cm2 <= room[s.place] for s in v.stays))


def _in_lots(ask: TableAsk, n: int, dish: Dish, room: Mapping[str, int]) -> TableAsk:
    """The table with a dish in as many lots as its widest place needs. Raises InvalidInput where one piece is too
    wide."""
    asked = ask.dishes[n]
    lots = min(max(math.ceil(s.area_cm2 / room[s.place]) for s in v.stays) for v in dish.variants)
    count = count_of(ask, asked)
    if count < lots or lots > MAX_LOTS:
        raise InvalidInput(
            f"dishes.{n}",
            say("variants-is-wider-than-every-place-here", name=dish.name),
        )
    each = [count // lots + (k < count % lots) for k in range(lots)]
    split = tuple(
        replace(
            asked,
            key=f"{asked.key}.{k + 1}",
            lot=(k + 1, lots),
            pin=Pin(),
            spec=None if asked.spec is None else replace(asked.spec, count=c),
            count=None if asked.spec is not None else c,
        )
        for k, c in enumerate(each)
    )
    dishes = (*ask.dishes[:n], *split, *ask.dishes[n + 1 :])
    return replace(ask, dishes=dishes)


def on_grid(variant: Variant) -> Variant:
    """The same with every moment on the grid of schedules, never shorter."""

    def down(value: float) -> float:
        return GRID_S * math.floor(value / GRID_S + 1e-6)

    def up(value: float) -> float:
        return GRID_S * math.ceil(value / GRID_S - 1e-6)

    deeds = tuple(
        replace(d, start_s=down(d.start_s), lasts_s=max(up(d.start_s + d.lasts_s) - down(d.start_s), GRID_S))
        for d in variant.deeds
    )
    return replace(
        variant,
        stays=tuple(replace(s, start_s=down(s.start_s), end_s=up(s.end_s)) for s in variant.stays),
        deeds=_one_at_a_time(deeds),
        most_wait_s=down(variant.most_wait_s),
    )


def _one_at_a_time(deeds: tuple[Deed, ...]) -> tuple[Deed, ...]:
    """The same with no two at once: a turn of what is taken in hand anyway is left out, a flip gives way by a few
    seconds."""
    others = [d for d in deeds if d.key not in REPEATED]
    kept = []
    for deed in deeds:
        meets = [o for o in others if o.start_s < deed.start_s + deed.lasts_s and deed.start_s < o.start_s + o.lasts_s]
        if deed.key not in REPEATED or not meets:
            kept.append(deed)
        elif deed.key == "flip" and meets[0].start_s - deed.start_s >= GRID_S:
            kept.append(replace(deed, lasts_s=meets[0].start_s - deed.start_s))
        elif deed.key == "flip":
            kept.append(replace(deed, start_s=meets[0].start_s + meets[0].lasts_s, lasts_s=GRID_S))
    return tuple(sorted(kept, key=lambda d: d.start_s))


def _of_meat(
    ask: TableAsk, dish: DishAsk, spec: PieceSpec, plan: PlanOne, others: bool, reasons: list[str]
) -> list[Variant]:
    ways = [spec.method]
    if others:
        ways += [m for m in OTHER_WAYS if m != spec.method]
    found = [v for rank, method in enumerate(ways) for v in _by_method(ask, dish, spec, method, rank, plan, reasons)]
    if not found and not others:
        return _of_meat(ask, dish, spec, plan, True, reasons)
    return found


def _by_method(
    ask: TableAsk, dish: DishAsk, spec: PieceSpec, method: str, rank: int, plan: PlanOne, reasons: list[str]
) -> list[Variant]:
    found = []
    for fire in ask.fires_for(dish):
        on = on_fire(spec, method, fire)
        if on is None:
            reasons.append(say("variants-does-not-do", name=fire.name, name2=METHODS[method].name))
            continue
        try:
            variant = meat_variant(plan(on, with_ranges=False, quick=True), fire, ask, rank)
        except Infeasible as exc:
            reasons.append(f"{fire.name}: {exc.reason}")
        except InvalidInput as exc:
            reasons.append(f"{fire.name}: {exc.message}")
        else:
            if variant is None:
                reasons.append(say("variants-its-sear-needs-another-fire-a", name=fire.name))
            else:
                found.append(variant)
    return found


def on_fire(spec: PieceSpec, method: str, fire: FireAsk) -> PieceSpec | None:
    """The wish on a fire of the table; None where that fire does not do the method."""
    how = METHODS[method]
    try:
        if fire.own is not None:
            if fire.own.setup.grill.kind.key not in {_kind_of(key) for key in how.fires}:
                return None
            return replace(spec, method=method, fire=None, own_fire=fire.own, sear_fire=None)
        if fire.fire not in how.fires:
            return None
        return replace(spec, method=method, fire=fire.fire, own_fire=None, sear_fire=None)
    except (InvalidInput, UnknownName):
        return None


def _kind_of(key: str) -> str:
    set_up = FireAsk("", key).set_up
    return key if set_up is None else set_up.setup.grill.kind.key


def meat_variant(plan: PiecePlan, fire: FireAsk, ask: TableAsk, rank: int) -> Variant | None:
    """A planned piece as a variant; None where its sear needs a fire that this table does not have."""
    spec, result = plan.spec, plan.solution.result
    on_s = plan.on_s
    sear_fire = fire
    if spec.sears_elsewhere:
        elsewhere = next((f for f in ask.fires if f.fire == spec.searing_fire.key), None)
        if elsewhere is None:
            return None
        sear_fire = elsewhere
    area = math.ceil(spec.geometry.face_m2 * spec.count * 1e4 * ROOM_BETWEEN)
    stays: list[Stay] = []
    for step in result.steps:
        phase = phase_of(step.name)
        if phase not in ("gentle", "sear"):
            continue
        at = fire if phase == "gentle" else sear_fire
        place = place_of(at, "hot" if phase == "sear" else "cool")
        stay = Stay(place, _state(spec, at, phase), on_s + step.start_s, on_s + step.end_s, room_for(at, area))
        if stays and (stays[-1].place, stays[-1].state) == (stay.place, stay.state):
            stays[-1] = replace(stays[-1], end_s=stay.end_s)
        else:
            stays.append(stay)
    stays[:1] = _raw_at_first(stays[0])
    deeds = [
        Deed(t.key, t.name, t.why, t.start_s, t.hands_s, least_c=spec.reading_c if t.key == "read" else None)
        for t in plan.tasks
        if t.hands_s > 0.0 and not t.movable and t.key not in ("serve", "convert") and t.lane != "fire"
    ]
    deeds += [
        Deed("flip", say("variants-turn-the", name=spec.the_cut.name), "", at - FLIP_S / 2.0, FLIP_S)
        for at in plan.flips_s
    ]
    deeds.append(
        Deed(
            "plate",
            say("variants-cut-or-dish-up-the", name=spec.the_cut.name),
            next(t.why for t in plan.tasks if t.key == "serve"),
            -60.0,
            PLATE_S,
            skill="kitchen",
        )
    )
    before = [
        Deed(t.key, t.name, t.why, t.start_s, t.hands_s, 3600.0, skill="kitchen")
        for t in plan.tasks
        if t.hands_s > 0.0 and t.movable and t.key not in (*AT_THE_FIRE, "shop")
    ]
    return Variant(
        f"{spec.method}@{fire.key}",
        say("variants-method-and-fire", method=spec.how.name, fire=fire.name),
        plan.headline,
        rank,
        fire.key,
        tuple(stays),
        tuple(sorted(deeds, key=lambda d: d.start_s)),
        tuple(before),
        may_wait_s(plan),
        cautions=plan.cautions,
    )


def _raw_at_first(stay: Stay) -> list[Stay]:
    """The first stay in two: until its outside is cooked it is raw meat, and kept from what is ready to eat."""
    middle = GRID_S * round((stay.start_s + RAW_SHARE * (stay.end_s - stay.start_s)) / GRID_S)
    return [replace(stay, end_s=middle, kept="raw"), replace(stay, start_s=middle)]


def _state(spec: PieceSpec, fire: FireAsk, phase: str) -> str:
    own = fire.set_up
    if own is None or own.setup.grill.kind.converts == "not":
        return STEADY
    if phase == "sear":
        return OPENED
    return state_of(None if spec.how.gentle_at == "bath" else spec.air_wanted_c)


@dataclass(frozen=True)
class _Cooked:
    """A planned piece, known by what it is and how it was solved."""

    spec: PieceSpec
    pull_c: float
    sear: Sear
    plan: PiecePlan = field(compare=False)


def may_wait_s(plan: PiecePlan) -> float:
    """How long a piece may wait under foil after its rest: until its middle is no longer hot, an hour and a half at the
    most."""
    return _may_wait_s(_Cooked(plan.spec, plan.solution.pull_c, plan.solution.sear, plan))


@lru_cache(maxsize=64)
def _may_wait_s(cooked: _Cooked) -> float:
    spec, solution = cooked.spec, cooked.plan.solution
    most_s = WAIT_AT_MAX_S.get(spec.the_cut.kind, LONGEST_WAIT_S)
    rest = Step("rest", solution.programme[-1].surroundings, Until(most_s))
    longer = simulate(spec.food, (rest,), every_s=60.0, refine=SEARCH_REFINE, start=solution.result.end)
    cold = longer.time_s[longer.core_c < PLATE_C]
    return float(cold[0]) if len(cold) else most_s

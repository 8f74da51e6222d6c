"""A side over a fire: how long until it is done, how it looks then, and how long it stays good on its way to the table.

The same kernel as for meat, run in short parts, each going on from the last, until what "done" means for this kind is
so.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

from brasko.core.fire.rests import RESTS, wrapped
from brasko.core.fire.zones import Zone
from brasko.core.heat.simulation import Food, Result, State, simulate
from brasko.core.programme.steps import Metal, Side, Step, Surroundings, Until
from brasko.core.sides.kinds import SideKind, Way
from brasko.core.sides.softening import share_gone, softened
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.general import general

START_C = 18.0
"""Vegetables and bread from the kitchen's table; what must be kept cold starts at COLD_C (assumed)."""
COLD_C = 5.0
PART_S, LONG_PART_S, LONG_SHARE = 15.0, 60.0, 0.08
"""It is looked so often; less often the longer it takes, by this share of the time so far."""
LONGEST_S = 150.0 * 60.0
"""What is not done by then is not cooked so (assumed)."""
BLACK_C = Sourced(300.0, "°C", "", "from memory")
"""A face this hot turns to coal."""
BLACK_FOR_S = {"meat": Sourced(60.0, "s", "", "assumed"), "else": Sourced(180.0, "s", "", "assumed")}
"""Longer, and a face is coal all over: char in places is wished of vegetables, and wiped off a pepper."""
PLATE_C = 48.0
"""Less in the middle is no longer hot food on a plate (common practice, no source)."""
CRUST_SHARE = {"golden": 0.25, "light": 0.5, "good": 1.0}
"""Browning doses as shares of a good crust's, as on meat."""
BROWN_ENOUGH = 0.75
"""From so much of a good crust on its paler face a side that is not soft yet is moved off the heat (assumed)."""
OIL_FILM_KG_M2 = 0.02
"""A little oil, as on meat that is patted dry (assumed)."""
TOSSED_TURN_S = 60.0
"""Food in a basket is tossed at least so often (common practice, no source)."""
POT_W_M2K = Sourced(60.0, "W m-2 K-1", "", "assumed")
"""From a pot's wall into what is stirred in it now and then."""


@dataclass(frozen=True)
class SideDone:
    """A side, cooked.

    done            whether it got there within LONGEST_S without burning
    duration_s      on the fire
    moved_s         when it went on to the second zone; 0 where it stayed
    turns_s         when it is turned or tossed
    soft_share      of its firmness, gone in the middle; water_share of its weight, steamed away
    browning        of the paler face, as a share of a good crust; browning_most of the darker one
    black_s         how long its hotter face was hot enough to turn to coal, and black_for_s how long it may be
    middle_c        when it comes off
    hot_for_s       so long its middle stays hot on a plate or in its wrapping
    """

    done: bool
    duration_s: float
    moved_s: float
    turns_s: tuple[float, ...]
    soft_share: float
    water_share: float
    browning: float
    black_s: float
    black_for_s: float
    middle_c: float
    hot_for_s: float
    browning_most: float = 0.0

    @property
    def burnt(self) -> bool:
        """Whether its outside is coal before its inside is done."""
        return self.black_s > self.black_for_s


@lru_cache(maxsize=512)
def cooked_side(kind: SideKind, way: Way, zones: tuple[Zone, ...], count: int = 1) -> SideDone:
    """What comes of one of these, lying there in this way: in one zone, or in a first one until it is brown and then in
    a second until it is done. count is how many eaters a pot is for. Checked: tests/core/test_sides.py.
    """
    food = Food(
        kind.geometry(count),
        kind.material,
        COLD_C if kind.is_raw_meat else START_C,
        film_kg_m2=OIL_FILM_KG_M2,
        skin_passes=kind.skin_passes,
        probe_depth_share=kind.depth_share,
    )
    places = tuple(_about(food, way, zone) for zone in zones)
    turn_s = kind.turn_s if way != "basket" else min(kind.turn_s or TOSSED_TURN_S, TOSSED_TURN_S)
    once = turn_s == 0.0
    if once:
        # half-way is known only afterwards: with a turn every minute it takes nearly as long
        turn_s = max(_run(food, kind, way, places, 60.0, False).duration_s / 2.0, PART_S)
    return _run(food, kind, way, places, turn_s, once)


_Place = tuple[Surroundings, Metal | None]


def _about(food: Food, way: Way, zone: Zone) -> _Place:
    around, metal = zone.surroundings, zone.metal(food.geometry.face_m2)
    if way in ("foil", "husk"):
        return wrapped(around, "foil"), None
    if way == "pot":
        layer = POT_W_M2K.value

        def through(side: Side) -> Side:
            h = 1.0 / (1.0 / layer + 1.0 / max(side.h_w_m2k, 0.1))
            return replace(side, h_w_m2k=h, vapour_open=False)

        lid = replace(around.top, h_w_m2k=3.0, vapour_kg_m3=0.2, emissivity=0.3, vapour_open=False)
        return Surroundings(through(around.bottom), lid, through(around.edge)), metal if zone.role == "pan" else None
    return around, metal


def _run(food: Food, kind: SideKind, way: Way, places: tuple[_Place, ...], turn_s: float, once: bool) -> SideDone:
    """Turned over every turn_s; once, when the face that is down is brown or, at the latest, after turn_s."""
    state: State | None = None
    at = dose = water = black = moved_s = browning = 0.0
    turned: list[float] = []
    done, here, arrived = False, 0, True
    may_be_black_s = BLACK_FOR_S["meat" if kind.is_raw_meat else "else"].value
    enough = CRUST_SHARE[str(kind.target)] if kind.done_by == "browned" else BROWN_ENOUGH
    middle = food.start_c
    while at < LONGEST_S and not done:
        part = PART_S * round(min(max(LONG_SHARE * at, PART_S), LONG_PART_S) / PART_S)
        due = at > 0.0 and at - (turned[-1] if turned else 0.0) >= turn_s - 1e-6
        if once and not turned and state is not None:
            due = due or float(state.browning_s[0]) / general().good_s >= enough
        turn = due and way != "pot" and not (once and turned)
        if turn:
            turned.append(at)
        around, metal = places[here]
        step = Step(
            "side",
            around,
            Until(part),
            flip_first=turn,
            metal=metal if metal is None or arrived else replace(metal, start_c=None),
        )
        result = simulate(food, (step,), every_s=5.0, refine=0.5, start=state)
        state, arrived = result.end, False
        if way == "pot":
            volume = result.grid.volume_m3
            middle = float((state.temp_c * volume).sum() / volume.sum())
            state = replace(state, temp_c=state.temp_c * 0.0 + middle)
        else:
            middle = float(result.probe_c[-1])
        dose += softened(kind.tissue, result.time_s, result.probe_c)
        water += result.evaporated_share
        black += _black_s(result)
        browning = float(min(state.browning_s)) / general().good_s
        at += part
        done = _is_done(kind, dose, water, browning, middle)
        if black > 2.0 * may_be_black_s:
            break
        if here + 1 < len(places) and browning >= BROWN_ENOUGH and not done:
            here, arrived, moved_s = here + 1, True, at
    hot = 0.0 if state is None else _hot_for_s(food, kind, way, state)
    return SideDone(
        done,
        at,
        moved_s,
        tuple(turned),
        share_gone(dose),
        water,
        browning,
        black,
        may_be_black_s,
        middle,
        hot,
        0.0 if state is None else float(max(state.browning_s)) / general().good_s,
    )


def _is_done(kind: SideKind, dose: float, water: float, browning: float, middle_c: float) -> bool:
    if kind.done_by == "browned":
        return browning >= CRUST_SHARE[str(kind.target)]
    target = float(kind.target)
    if kind.done_by == "soft":
        return share_gone(dose) >= target
    if kind.done_by == "water":
        return water >= target
    return middle_c >= target


def _black_s(result: Result) -> float:
    hottest = max(float((result.face_a_c > BLACK_C.value).mean()), float((result.face_b_c > BLACK_C.value).mean()))
    return hottest * result.duration_s


def _hot_for_s(food: Food, kind: SideKind, way: Way, state: State) -> float:
    """How long its middle stays above PLATE_C, at the most as long as it stays good."""
    if kind.done_by == "browned" and not kind.is_raw_meat:
        # bread, salad, fruit, cheese: nobody wants them hot all through
        return kind.hold_s
    resting = RESTS["foil" if way in ("foil", "husk", "pot") else "board"][1]
    rest = Step("rest", resting, Until(max(kind.hold_s, 60.0)))
    result = simulate(food, (rest,), every_s=15.0, refine=0.5, start=state)
    cold = result.time_s[result.probe_c < PLATE_C]
    return min(float(cold[0]) if len(cold) else kind.hold_s, kind.hold_s)

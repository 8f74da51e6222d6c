"""A table to be planned: dishes with the ways each can be cooked, fires with their places, and people with their hands.

All times are seconds from the hour of eating, so they are negative before it; a later course is served after 0.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

from brasko.core.fire.kinds.kind import Feeding
from brasko.core.safety.agency import Caution
from brasko.core.sides.look import Look

Skill = Literal["fire", "kitchen"]
Kept = Literal["", "raw", "ready"]


def merged(spans: Iterable[tuple[float, float]]) -> list[tuple[int, int]]:
    """Spans of work on the grid as (start, length), those that touch as one."""
    found: list[list[int]] = []
    for begin, end in sorted(spans):
        a = math.floor(begin / GRID_S + 1e-6)
        b = max(math.ceil(end / GRID_S - 1e-6), a + 1)
        if found and a <= found[-1][1]:
            found[-1][1] = max(found[-1][1], b)
        else:
            found.append([a, b])
    return [(a, b - a) for a, b in found]


@dataclass(frozen=True)
class Stay:
    """A dish takes room in a place of a fire for a while, and wants the fire in a state meanwhile. Times as of a dish
    that does not wait; kept says whether it is raw meat, or ready to eat as it is: the two never lie in one place
    together."""

    place: str
    state: str
    start_s: float
    end_s: float
    area_cm2: int
    kept: Kept = ""


@dataclass(frozen=True)
class Deed:
    """A call on somebody's hands: fixed to the food, or done up to earlier_s sooner. Times as of a dish that does not
    wait; least_c is what the middle must show before the dish comes off, of a reading."""

    key: str
    name: str
    why: str
    start_s: float
    lasts_s: float
    earlier_s: float = 0.0
    skill: Skill = "fire"
    least_c: float | None = None


@dataclass(frozen=True)
class Variant:
    """One way to cook a dish.

    rank            0 as it is wished, more the further from that
    deeds           fixed to the food, with whoever looks after the dish; turns are among them
    before          what may be done sooner by anybody: prep, salt
    most_wait_s     how long it may wait for the table, off the heat
    look            of a side, as it comes off
    """

    key: str
    label: str
    why: str
    rank: int
    fire: str
    stays: tuple[Stay, ...]
    deeds: tuple[Deed, ...]
    before: tuple[Deed, ...]
    most_wait_s: float
    done_words: str = ""
    cautions: tuple[Caution, ...] = ()
    look: Look | None = None

    @cached_property
    def calls(self) -> list[tuple[int, int]]:
        """Its deeds on the grid as (start, length), those that touch as one."""
        return merged((d.start_s, d.start_s + d.lasts_s) for d in self.deeds)

    @property
    def on_rack(self) -> bool:
        """Whether it lies on a rack above the grate."""
        return any(stay.place.endswith("/rack") for stay in self.stays)

    @property
    def on_s(self) -> float:
        """When it first goes on."""
        return min(stay.start_s for stay in self.stays)


@dataclass(frozen=True)
class Pin:
    """What the cook has fixed of a dish: its variant, who looks after it, and how long it waits [s]."""

    variant: str | None = None
    person: str | None = None
    wait_s: float | None = None


@dataclass(frozen=True)
class Dish:
    """One dish of the table, served with its course. spare are ways that can be held, but are not tried unasked."""

    key: str
    name: str
    variants: tuple[Variant, ...]
    serve_s: float = 0.0
    pin: Pin = field(default_factory=Pin)
    spare: tuple[Variant, ...] = ()


@dataclass(frozen=True)
class Place:
    """A part of a fire with room for food; a third of it stays free as a refuge."""

    key: str
    fire: str
    name: str
    area_cm2: int


@dataclass(frozen=True)
class TableFire:
    """A fire and its places. changes says how long it takes from one state to another; what is not there cannot be."""

    key: str
    name: str
    places: tuple[Place, ...]
    changes: Mapping[tuple[str, str], float] = field(default_factory=dict)
    change_words: str = ""
    getting_ready: tuple[Deed, ...] = ()
    """Before its first food goes on: times from then, so they are negative."""
    feeding: Feeding | None = None


@dataclass(frozen=True)
class Person:
    """Somebody with hands, and what they may do."""

    key: str
    name: str
    may: frozenset[Skill] = frozenset(("fire", "kitchen"))


@dataclass(frozen=True)
class Problem:
    """Everything that has to fit together."""

    dishes: tuple[Dish, ...]
    fires: tuple[TableFire, ...]
    people: tuple[Person, ...]

    def fire(self, key: str) -> TableFire:
        """The fire with this key."""
        return next(fire for fire in self.fires if fire.key == key)

    @cached_property
    def places(self) -> dict[str, Place]:
        """Every place by its key."""
        return {place.key: place for fire in self.fires for place in fire.places}

    def change_s(self, place: str, before: str, after: str) -> float | None:
        """How long the fire of a place takes from one state to another; None where it cannot."""
        if before == after:
            return 0.0
        return self.fire(self.places[place].fire).changes.get((before, after))


@dataclass(frozen=True)
class Laid:
    """A dish in a schedule: by which variant, how long it waits, and who looks after it."""

    dish: int
    variant: Variant
    wait_s: float
    person: int
    serve_s: float

    def at(self, offset_s: float) -> float:
        """When something of the variant happens."""
        return self.serve_s - self.wait_s + offset_s


@dataclass(frozen=True)
class PreviousSchedule:
    """How a dish was laid before something changed: variant and person by their keys, and how long it waited."""

    variant: str
    person: str
    wait_s: float


Status = Literal["rule", "feasible", "optimal", "clash"]


@dataclass(frozen=True)
class Cost:
    """What a schedule costs, in the order in which it counts: wishes changed, then waiting (a dish that waits as long
    as it may is 1000), then work in the last quarter of an hour [s], then minutes of fire."""

    changed: int
    waiting: int
    rush_s: int
    fire_min: int

    @property
    def total(self) -> int:
        """One number: the sum of the parts by their weights."""
        return sum(weight * part for weight, part in zip(WEIGHTS, self.parts, strict=True))

    @property
    def parts(self) -> tuple[int, int, int, int]:
        """In the order in which they count."""
        return (self.changed, self.waiting, self.rush_s, self.fire_min)


WEIGHTS = (1_000_000, 40, 4, 1)
"""Of a wish changed, a thousandth of a wait, a second of rush, a minute of fire: the first counts above all else; a
dish that waits as long as it may is worth as much as 11 h of fire, a minute of work in the last quarter of an hour as
much as 4 h."""
RUSH_FROM_S = 15 * 60.0
"""Work in the last quarter of an hour is rush (assumed)."""


@dataclass(frozen=True)
class Schedule:
    """How the dishes fit together. bound is what no schedule can cost less than, where that was proven; clash the
    dishes that cannot all be had, and helps what would do."""

    status: Status
    laid: tuple[Laid, ...]
    cost: Cost | None = None
    bound: float | None = None
    clash: tuple[int, ...] = ()
    helps: tuple[str, ...] = ()
    seconds: float = 0.0

    @property
    def gap(self) -> float | None:
        """By how much at the most a better one could be cheaper, as a share of this one's cost."""
        if self.cost is None or self.bound is None:
            return None
        return max(self.cost.total - self.bound, 0.0) / max(self.cost.total, 1)


def cost_of(problem: Problem, laid: tuple[Laid, ...]) -> Cost:
    """What a schedule costs, to the unit as the solver counts it: parts are rounded up, rush is that of a dish that
    does not wait."""
    waiting = rush = 0
    spans: dict[str, tuple[float, float]] = {}
    for each in laid:
        most = max(int(each.variant.most_wait_s // GRID_S), 1)
        waiting += math.ceil(1000 * round(each.wait_s / GRID_S) / most)
        rush += sum(round(d.lasts_s) for d in each.variant.deeds if d.start_s >= -RUSH_FROM_S)
        for stay in each.variant.stays:
            fire = problem.places[stay.place].fire
            start, end = each.at(stay.start_s), each.at(stay.end_s)
            first, last = spans.get(fire, (start, end))
            spans[fire] = min(first, start), max(last, end)
    minutes = sum(math.ceil((last - first) / 60.0 - 1e-6) for first, last in spans.values())
    return Cost(sum(each.variant.rank for each in laid), waiting, rush, minutes)


GRID_S = 5.0
"""Schedules are laid on a grid of so many seconds."""

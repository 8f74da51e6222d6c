"""What the cook wants on the table: dishes, fires, people and hours, checked."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass, field

from brasko.core.errors import InvalidInput, UnknownName, require_between
from brasko.core.fire.custom import OwnFire, shipped
from brasko.core.fire.fires import KITCHEN
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.sides.kinds import WAYS, SideKind, Way, side_named
from brasko.core.table.problem import Person, Pin
from brasko.core.words import say

MAX_DISHES, MAX_FIRES, MAX_PEOPLE = 12, 4, 3
"""Twelve dishes are planned in some seconds; more is a caterer's work."""
MAX_EATERS = 60
LONGEST_COURSE_S = 3 * 3600.0
MAX_SITTINGS = 3
SOONEST_SITTING_S, LATEST_SITTING_S = 10 * 60.0, 2 * 3600.0
"""Who comes sooner after the others eats with them; who comes later has a table of their own (assumed)."""
SITTINGS = ("", "second", "third", "fourth")
"""What a sitting is called."""
_PART = re.compile(r"(\.s?\d+)+$")
"""What stands behind a dish's key for a lot, or for a sitting."""


def whole_key(key: str) -> str:
    """The key of the dish that a lot, or the part of a later sitting, is of."""
    return _PART.sub("", key)


@dataclass(frozen=True)
class Sitting:
    """So many of the eaters come so much later than the table's hour."""

    eaters: int
    after_s: float


@dataclass(frozen=True)
class FireAsk:
    """A fire that is there: one that ships, or the cook's own. key names it among the table's."""

    key: str
    fire: str | None = None
    own: OwnFire | None = None

    def __post_init__(self) -> None:
        if self.own is None and self.fire not in shipped() and self.fire not in KITCHEN:
            raise UnknownName("fire", str(self.fire), [*shipped(), *KITCHEN])

    @property
    def set_up(self) -> OwnFire | None:
        """The set-up behind it; None for a kitchen's burner."""
        return self.own or shipped().get(self.fire or "")

    @property
    def name(self) -> str:
        """What it is called."""
        if self.set_up is not None:
            return self.set_up.name
        return KITCHEN[self.fire or ""].name


@dataclass(frozen=True)
class DishAsk:
    """One dish: meat by a wish, or so many of a side. fires are those it may go on; all that can, where there are none.

    serve_s is how long after the table's hour its course is served; lot which of how many lots it is, where it is
    split; sitting for whom it is: 0 for those who come at the table's hour.
    """

    key: str
    spec: PieceSpec | None = None
    side: str | None = None
    way: Way | None = None
    count: int | None = None
    fires: tuple[str, ...] = ()
    serve_s: float = 0.0
    pin: Pin = field(default_factory=Pin)
    lot: tuple[int, int] | None = None
    sitting: int = 0

    def __post_init__(self) -> None:
        if (self.spec is None) == (self.side is None):
            raise InvalidInput("side", say("ask-or-piece-a-dish-is-one"))
        require_between(
            "serve_min",
            self.serve_s / 60.0,
            0.0,
            LONGEST_COURSE_S / 60.0,
            "min",
            say("ask-courses-follow-within-three-hours"),
        )
        if self.kind is not None and self.way is not None and self.way not in self.kind.ways:
            usual = ", ".join(WAYS[way] for way in self.kind.ways)
            raise InvalidInput(
                "way", say("ask-is-none-for-got-it-goes", name=self.kind.name, way=self.way, usual=usual)
            )
        if self.count is not None:
            require_between("count", self.count, 1, 200, "")

    @property
    def kind(self) -> SideKind | None:
        """The side's kind."""
        return None if self.side is None else side_named(self.side)

    @property
    def name(self) -> str:
        """What it is called."""
        name = self.kind.name if self.kind is not None else self.spec.the_cut.name if self.spec is not None else ""
        if self.sitting:
            name = say("ask-sitting", name=name, sittings=SITTINGS[self.sitting])
        return name if self.lot is None else say("ask-lot-of", name=name, lot=self.lot[0], lot2=self.lot[1])


@dataclass(frozen=True)
class TableAsk:
    """A whole table. sittings are those of its eaters who come later, in their order."""

    dishes: tuple[DishAsk, ...]
    fires: tuple[FireAsk, ...]
    people: tuple[Person, ...]
    eaters: int = 2
    sittings: tuple[Sitting, ...] = ()

    def __post_init__(self) -> None:
        _some(
            "dishes",
            len({d.key.rpartition(".")[0] if d.lot else d.key for d in self.dishes}),
            MAX_DISHES,
            "dish",
            say("ask-choose-what-goes-on-the-table"),
            say("ask-are-planned-in-some-seconds-make", most_dishes=MAX_DISHES),
        )
        _some(
            "fires",
            len(self.fires),
            MAX_FIRES,
            "fire",
            say("ask-choose-what-there-is-to-cook"),
            say("ask-leave-out-what-is-not-lit"),
        )
        _some(
            "people",
            len(self.people),
            MAX_PEOPLE,
            say("ask-pair-of-hands"),
            say("ask-somebody-has-to-cook-add-one"),
            say("ask-more-get-in-one-anothers-way"),
        )
        require_between("eaters", self.eaters, 1, MAX_EATERS, "")
        self._check_sittings()
        for field_, keys in (
            ("dishes", [d.key for d in self.dishes]),
            ("fires", [f.key for f in self.fires]),
            ("people", [p.key for p in self.people]),
        ):
            twice = [key for key, n in Counter(keys).items() if n > 1]
            if twice:
                raise InvalidInput(field_, say("ask-has-twice-each-needs-a-key", twice=f"{twice[0]!r}"))
        if not any("fire" in person.may for person in self.people):
            raise InvalidInput("people", say("ask-has-nobody-who-may-work-at"))
        known = [f.key for f in self.fires]
        for n, dish in enumerate(self.dishes):
            for key in dish.fires:
                if key not in known:
                    raise UnknownName(f"dishes.{n}.fires", key, known)
            if dish.pin.person is not None and dish.pin.person not in [p.key for p in self.people]:
                raise UnknownName(f"dishes.{n}.pin.person", dish.pin.person, [p.key for p in self.people])

    def _check_sittings(self) -> None:
        if len(self.sittings) > MAX_SITTINGS:
            raise InvalidInput(
                "sittings", say("ask-may-be-at-the-most-got", most_sittings=MAX_SITTINGS, sittings=len(self.sittings))
            )
        before_s = 0.0
        for n, sitting in enumerate(self.sittings):
            require_between(
                f"sittings.{n}.after_min",
                sitting.after_s / 60.0,
                SOONEST_SITTING_S / 60.0,
                LATEST_SITTING_S / 60.0,
                "min",
                say("ask-who-comes-sooner-eats-with-the"),
            )
            if sitting.after_s <= before_s:
                raise InvalidInput(f"sittings.{n}.after_min", say("ask-must-be-later-than-the-one"))
            before_s = sitting.after_s
            require_between(f"sittings.{n}.eaters", sitting.eaters, 1, MAX_EATERS, "")
        if sum(s.eaters for s in self.sittings) >= self.eaters:
            raise InvalidInput("sittings", say("ask-leave-nobody-to-eat-at-the"))

    def fires_for(self, dish: DishAsk) -> Iterable[FireAsk]:
        """The fires that a dish may go on."""
        return (fire for fire in self.fires if not dish.fires or fire.key in dish.fires)


def _some(field_: str, n: int, most: int, what: str, none: str, many: str) -> None:
    if n == 0:
        raise InvalidInput(field_, say("ask-needs-at-least-one", what=what, none=none))
    if n > most:
        raise InvalidInput(field_, say("ask-may-be-at-the-most-got-2", most=most, n=n, many=many))

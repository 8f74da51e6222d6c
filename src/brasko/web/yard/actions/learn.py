"""What a household's cooks have taught of its fires: kept a row a cook, added up when it is asked for."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import datetime

from django.contrib.auth.models import User

from brasko.core.foods.cuts import all_cuts
from brasko.core.learning.fires import OWN, USUAL, Learned, Taught, factors_of, learned
from brasko.core.learning.habits import HABITS, habit_known
from brasko.core.planner.spec.methods import METHODS
from brasko.formats.meal import PieceIn
from brasko.web.yard.models import FireFigure, Teaching

MAX_TAUGHT = 60
"""So many cooks of a fire count, the latest ones: what is older has faded."""


def fire_of(piece: PieceIn) -> str:
    """What a piece's fire is called in the log: a key of those that ship, its method's usual one where none is said, or
    the name that its cook gave it."""
    if piece.own_fire is not None:
        return f"{OWN}{piece.own_fire.name}"
    if piece.fire:
        return str(piece.fire)
    cut = all_cuts().get(piece.cut)
    method = METHODS.get(piece.method or (cut.method if cut else ""))
    return method.fires[0] if method else ""


def keep_teaching(owner: User, fire: str, piece_id: int, title: str, at: datetime, said: Taught) -> None:
    """Keep what a cook's readings said of its fire; of each piece once, the latest."""
    values = {
        "owner": owner,
        "fire": fire,
        "title": title,
        "at": at,
        "film": said.z[0],
        "air": said.z[1],
        "information": [list(row) for row in said.information],
    }
    Teaching.objects.update_or_create(piece_id=piece_id, defaults=values)


def keep_figure(owner: User, fire: str, habit: str, piece_id: int, title: str, at: datetime, value: float) -> None:
    """Keep one figure that a cook told of its fire; of each piece once, the latest."""
    values = {"owner": owner, "fire": fire, "title": title, "at": at, "value": value}
    FireFigure.objects.update_or_create(piece_id=piece_id, habit=habit, defaults=values)


def learned_of(owner: User) -> dict[str, Learned]:
    """What is known of each fire that this household has cooked on; nothing where it does not want to learn."""
    if not owner.household.learns:
        return {}
    return {each.fire: each.known for each in lessons_of(owner)}


@dataclass(frozen=True)
class Lessons:
    """What a household's cooks said of one fire, the oldest first."""

    fire: str
    taught: list[Teaching]
    figures: dict[str, list[FireFigure]]

    @property
    def known(self) -> Learned:
        """What they say together."""
        counted = {key: [f.value for f in some if not f.left_out] for key, some in self.figures.items()}
        habits = {key: habit_known(HABITS[key], values) for key, values in counted.items() if values}
        return replace(learned(taught_by(self.taught)), habits=habits)


def lessons_of(owner: User) -> list[Lessons]:
    """Every fire that cooks have told of."""
    figures: dict[str, dict[str, list[FireFigure]]] = defaultdict(lambda: defaultdict(list))
    for each in FireFigure.objects.filter(owner=owner, habit__in=HABITS).order_by("at", "id"):
        figures[each.fire][each.habit].append(each)
    taught = teachings_of(owner)
    return [
        Lessons(fire, taught.get(fire, []), {key: some[-MAX_TAUGHT:] for key, some in figures[fire].items()})
        for fire in dict.fromkeys([*taught, *figures])
    ]


def teachings_of(owner: User) -> dict[str, list[Teaching]]:
    """Every fire's cooks, the oldest first."""
    found: dict[str, list[Teaching]] = defaultdict(list)
    for each in Teaching.objects.filter(owner=owner).order_by("at", "id"):
        found[each.fire].append(each)
    return {fire: some[-MAX_TAUGHT:] for fire, some in found.items()}


def taught_by(some: list[Teaching]) -> list[Taught]:
    """What these cooks said, without those that are left out."""
    return [_said(each) for each in some if not each.left_out]


def _said(each: Teaching) -> Taught:
    (a, b), (c, d) = each.information
    return Taught((each.film, each.air), ((a, b), (c, d)))


def as_learned(owner: User, pieces: list[PieceIn]) -> list[PieceIn]:
    """The pieces where this household cooks, on their fires as its cooks have them."""
    known = learned_of(owner)
    return [with_learned(at_household_altitude(owner, piece), known) for piece in pieces]


def at_household_altitude(owner: User, piece: PieceIn) -> PieceIn:
    """The piece at its household's altitude, whatever it was planned for before."""
    return piece.model_copy(update={"altitude_m": owner.household.altitude_m})


def with_learned(piece: PieceIn, known: Mapping[str, Learned]) -> PieceIn:
    """The piece on its fire as that is known; as fires usually are where nothing is."""
    return piece.model_copy(update=factors_of(known.get(fire_of(piece), USUAL)))

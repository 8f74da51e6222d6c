"""The log: a line a cook, a season at a glance, and cooks beside one another."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.db.models import Exists, OuterRef, Prefetch, QuerySet, Subquery

from brasko.core.fire.custom import PLANNER_FIRES
from brasko.core.fire.weather_effects import RAINS, WINDS
from brasko.core.logbook.differences import asked_differently, came_out_differently
from brasko.core.logbook.season import Past, season
from brasko.core.planner.spec.methods import METHODS
from brasko.core.words import say
from brasko.formats.meal import PieceIn
from brasko.web.cooks.events import WeatherLogged
from brasko.web.cooks.forecaster import wish_for
from brasko.web.cooks.log_schemas import CookLine, DifferenceOut, RunningLine, SeasonOut
from brasko.web.cooks.models import Cook, Event, Photo, Piece, Reading
from brasko.web.cooks.schemas import OutcomeOut

SPARK_POINTS = 40
"""A line of the log has so many points."""


def with_meat(cooks: QuerySet[Cook]) -> QuerySet[Cook]:
    """Those that have a piece: a meal of sides alone leaves no curve to learn from."""
    return cooks.filter(Exists(Piece.objects.filter(cook=OuterRef("pk"))))


def season_of(owner: User) -> SeasonOut:
    """What all real cooks that are over come to."""
    cooks = with_meat(Cook.objects.filter(owner=owner, practice=False, ended_at__isnull=False)).order_by("started_at")
    kept = list(cooks.prefetch_related(Prefetch("pieces", Piece.objects.defer("inputs", "result"))))
    told = _told_of(kept)
    past = [_past(cook, told[cook.pieces.all()[0].pk].cut) for cook in kept]
    return SeasonOut.model_validate(season(past), from_attributes=True)


def _past(cook: Cook, cut: str) -> Past:
    piece = cook.pieces.all()[0]
    came = _outcome(piece)
    peak = slow = None
    if came is not None and came.peak_measured_c is not None:
        peak = came.peak_measured_c - came.peak_foreseen_c
    if came is not None and came.slow_measured_s is not None and came.slow_foreseen_s > 0.0:
        slow = came.slow_measured_s / came.slow_foreseen_s - 1.0
    return Past(cut, peak, slow, cook.stars)


def differences_of(cooks: list[Cook]) -> list[DifferenceOut]:
    """How cooks differ from the first of them: what was asked of their first pieces, and what came of it."""
    if not cooks:
        return []
    first = cooks[0].pieces.all()[0]
    return [
        DifferenceOut(cook_id=cook.pk, words=_than(cook.pieces.all()[0], first, cooks[0].title)) for cook in cooks[1:]
    ]


def _than(piece: Piece, first: Piece, title: str) -> str:
    mine, other = _outcome(piece), _outcome(first)
    said = asked_differently(wish_for(piece), wish_for(first))
    if mine is not None and other is not None:
        said += came_out_differently(
            mine.peak_measured_c, mine.slow_measured_s, other.peak_measured_c, other.slow_measured_s
        )
    if not said:
        return say("differences-none")
    return say("differences-than", title=title, said="; ".join(said))


def _outcome(piece: Piece) -> OutcomeOut | None:
    return OutcomeOut(**piece.outcome) if piece.outcome else None


@dataclass(frozen=True)
class _Told:
    """What a line says of a piece as it was planned."""

    cut: str
    method: str
    fire: str
    finish_c: float
    again: PieceIn


_told: OrderedDict[tuple[int, datetime], _Told] = OrderedDict()
"""Of pieces that were on a list lately, by number and when their cook was made: a plan takes longer to read than all
the rest of its line."""
MAX_TOLD = 4_000


def planned_anew(piece: Piece) -> None:
    """A piece on the way has another plan from now on."""
    for key in [key for key in _told if key[0] == piece.pk]:
        del _told[key]


def _told_of(cooks: Iterable[Cook]) -> dict[int, _Told]:
    """What lines say of the first pieces of cooks, read where it is not known."""
    keys = [(cook.pieces.all()[0].pk, cook.created_at) for cook in cooks]
    fresh = Piece.objects.in_bulk([key[0] for key in keys if key not in _told])
    for key in keys:
        piece = fresh.get(key[0])
        if piece is None:
            continue
        plan = piece.programme
        method = METHODS[plan.method].name if plan.method in METHODS else plan.method
        _told[key] = _Told(plan.cut_name, method, _fire_name(piece), plan.finish_c, piece.asked)
    found = {key[0]: _told[key] for key in keys}
    while len(_told) > MAX_TOLD:
        _told.popitem(last=False)
    return found


def _sparks(cooks: Sequence[Cook]) -> dict[int, list[float]]:
    """The thinned cores of the first pieces of cooks; those of cooks that are over are kept."""
    found, stale = {}, []
    for cook in cooks:
        piece = cook.pieces.all()[0]
        newest = cook.newest_reading  # type: ignore[attr-defined]
        if piece.spark is None or piece.spark["newest"] != newest:
            piece.spark = {"newest": newest, "temps_c": _thinned(piece)}
            if cook.ended_at is not None:
                stale.append(piece)
        found[piece.pk] = piece.spark["temps_c"]
    if stale:
        Piece.objects.bulk_update(stale, ["spark"], batch_size=100)
    return found


def _thinned(piece: Piece) -> list[float]:
    temps = Reading.objects.filter(piece=piece, source=Reading.Source.TIP).values_list("temp_c", flat=True)
    known = list(temps)
    return [round(t, 1) for t in known[:: max(1, len(known) // SPARK_POINTS)]]


def lines_of(owner: User, running: bool | None = None) -> list[CookLine]:
    """Every cook as a line of the log, newest first; running: only those that are not over, or only those that are."""
    newest = Reading.objects.filter(cook=OuterRef("pk")).order_by("-id").values("id")[:1]
    cooks = Cook.objects.filter(owner=owner).annotate(newest_reading=Subquery(newest)).select_related("table")
    cooks = cooks.defer("table__asked_json", "table__told_json").prefetch_related(
        Prefetch("pieces", Piece.objects.defer("inputs", "result")),
        Prefetch("events", Event.objects.filter(kind=Event.Kind.WEATHER), to_attr="weather_told"),
        Prefetch("photo", Photo.objects.defer("jpeg")),
    )
    if running is not None:
        cooks = cooks.filter(ended_at__isnull=running)
    kept = list(with_meat(cooks))
    told, sparks = _told_of(kept), _sparks(kept)
    return [_line(cook, told[cook.pieces.all()[0].pk], sparks[cook.pieces.all()[0].pk]) for cook in kept]


def running_of(owner: User) -> list[RunningLine]:
    """Return the running cooks, newest first, with what a list shows."""
    running = Cook.objects.filter(owner=owner, ended_at=None)
    return [RunningLine(id=c.pk, title=c.title, eat_at=c.eat_at, practice=c.practice) for c in running]


def _fire_name(piece: Piece) -> str:
    own = piece.asked.own_fire
    return str(own.name) if own is not None else PLANNER_FIRES.get(piece.programme.fire, piece.programme.fire)


def _weather(cook: Cook) -> str:
    """The worst that was told of rain and wind, in words; empty where nothing was."""
    told = [e.deed for e in cook.weather_told if isinstance(e.deed, WeatherLogged)]  # type: ignore[attr-defined]
    if not told:
        return ""
    rain = max((t.rain for t in told), key=list(RAINS).index)
    wind = max((t.wind for t in told), key=list(WINDS).index)
    return say("convert-weather", rain=RAINS[rain].name, wind=WINDS[wind].name)


def _line(cook: Cook, told: _Told, spark_c: list[float]) -> CookLine:
    piece = cook.pieces.all()[0]
    return CookLine(
        id=cook.id,
        title=cook.title,
        meal_id=cook.meal_id,
        practice=cook.practice,
        started_at=cook.started_at,
        ended_at=cook.ended_at,
        eat_at=cook.eat_at,
        cut=told.cut,
        cut_key=piece.cut,
        method=told.method,
        fire=told.fire,
        weather=_weather(cook),
        doneness=cook.doneness,
        crust=cook.crust,
        photo=hasattr(cook, "photo"),
        again=told.again,
        thickness_mm=told.again.thickness_mm,
        finish_c=told.finish_c,
        stars=cook.stars,
        note=cook.note,
        outcome=_outcome(piece),
        spark_c=spark_c,
    )

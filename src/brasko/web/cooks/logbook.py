"""The log: a line a cook, a season at a glance, and cooks beside one another."""

from __future__ import annotations

from django.contrib.auth.models import User

from brasko.core.fire.own import PLANNER_FIRES
from brasko.core.fire.weather_effects import RAINS, WINDS
from brasko.core.logbook.differences import asked_differently, came_out_differently
from brasko.core.logbook.season import Past, season
from brasko.core.planner.methods import METHODS
from brasko.core.words import say
from brasko.web.cooks.deeds import WeatherTold
from brasko.web.cooks.log_schemas import CookLine, DifferenceOut, SeasonOut
from brasko.web.cooks.models import Cook, Piece, Reading
from brasko.web.cooks.schemas import OutcomeOut
from brasko.web.cooks.watch import wish_for

SPARK_POINTS = 40
"""A line of the log has so many points."""


def season_of(owner: User) -> SeasonOut:
    """What all real cooks that are over come to."""
    cooks = Cook.objects.filter(owner=owner, practice=False, ended_at__isnull=False).order_by("started_at")
    past = [_past(cook) for cook in cooks.prefetch_related("pieces")]
    return SeasonOut.model_validate(season(past), from_attributes=True)


def _past(cook: Cook) -> Past:
    piece = cook.pieces.all()[0]
    came = _outcome(piece)
    peak = slow = None
    if came is not None and came.peak_measured_c is not None:
        peak = came.peak_measured_c - came.peak_foreseen_c
    if came is not None and came.slow_measured_s is not None and came.slow_foreseen_s > 0.0:
        slow = came.slow_measured_s / came.slow_foreseen_s - 1.0
    return Past(piece.programme.cut_name, peak, slow, cook.stars)


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


def _fire_name(piece: Piece) -> str:
    own = piece.asked.own_fire
    return str(own.name) if own is not None else PLANNER_FIRES.get(piece.programme.fire, piece.programme.fire)


def _weather(cook: Cook) -> str:
    """The worst that was told of rain and wind, in words; empty where nothing was."""
    told = [e.deed for e in cook.events.all() if isinstance(e.deed, WeatherTold)]
    if not told:
        return ""
    rain = max((t.rain for t in told), key=list(RAINS).index)
    wind = max((t.wind for t in told), key=list(WINDS).index)
    return say("convert-weather", rain=RAINS[rain].name, wind=WINDS[wind].name)


def line_of(cook: Cook) -> CookLine:
    """A cook as a line of the log, with a thinned core curve."""
    piece = cook.pieces.all()[0]
    temps = [r.temp_c for r in piece.readings.all() if r.source == Reading.Source.TIP]
    step = max(1, len(temps) // SPARK_POINTS)
    return CookLine(
        id=cook.id,
        title=cook.title,
        practice=cook.practice,
        started_at=cook.started_at,
        ended_at=cook.ended_at,
        eat_at=cook.eat_at,
        cut=piece.programme.cut_name,
        cut_key=piece.cut,
        method=METHODS[piece.programme.method].name if piece.programme.method in METHODS else piece.programme.method,
        fire=_fire_name(piece),
        weather=_weather(cook),
        doneness=cook.doneness,
        crust=cook.crust,
        photo=hasattr(cook, "photo"),
        again=piece.asked,
        thickness_mm=piece.asked.thickness_mm,
        finish_c=piece.programme.finish_c,
        stars=cook.stars,
        note=cook.note,
        outcome=_outcome(piece),
        spark_c=[round(t, 1) for t in temps[::step]],
    )

"""The log as a whole: a season at a glance, and cooks beside one another."""

from __future__ import annotations

from django.contrib.auth.models import User

from brasko.core.logbook.differences import asked_differently, came_out_differently
from brasko.core.logbook.season import Past, season
from brasko.core.words import say
from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.schemas import DifferenceOut, OutcomeOut, SeasonOut
from brasko.web.cooks.watch import wish_for


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

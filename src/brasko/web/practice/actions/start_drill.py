"""Begin a drill, or take one up again from a moment of it."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.practice.drills import Drill
from brasko.core.words import say
from brasko.formats.meal import PieceIn
from brasko.web.common.problem import Conflict
from brasko.web.common.rows import room_for
from brasko.web.cooks.actions.record import finish
from brasko.web.cooks.actions.start_cook import MAX_COOKS, on_the_fire, put_on
from brasko.web.cooks.adapters import ToCook, ToCookPiece
from brasko.web.cooks.models import Cook, Event, Piece, Reading
from brasko.web.cooks.schemas import StartIn
from brasko.web.machine.quotas import Waiter
from brasko.web.plans.actions.save_plan import prepared_for
from brasko.web.plans.stored import stored_programme


def start_drill(waiter: Waiter, owner: User, drill: Drill, speed: int) -> Cook:
    """Put a drill on the fire. One at a time of each: the one before is ended."""
    pieces = [PieceIn(**piece) for piece in drill.pieces]
    made = prepared_for(waiter, pieces, None)
    lead_s = max(stored_programme(result).lead_s for _, _, result, _ in made.pieces)
    eat_at = timezone.now() + timedelta(seconds=lead_s + 300.0)
    what = ToCook(
        drill.name,
        eat_at,
        [
            ToCookPiece(result["cut_name"], cut, inputs, on_the_fire(result), version)
            for cut, inputs, result, version in made.pieces
        ],
    )
    for before in Cook.objects.filter(owner=owner, drill=drill.key, ended_at=None):
        finish(before)
    cook = put_on(owner, what, StartIn.model_validate({"practice": True, "speed": speed, "trouble": drill.trouble}))
    cook.drill = drill.key
    cook.clock_cook_at += timedelta(minutes=drill.behind_min)
    cook.save(update_fields=["drill", "clock_cook_at"])
    return cook


def try_again(cook: Cook, at: datetime, speed: int) -> Cook:
    """A drill taken up again from a moment: all that was before it stands, in the same hidden kitchen.

    Raises Conflict for a cook that is no drill, InvalidInput for a moment outside of it.
    """
    if not cook.drill:
        raise Conflict(say("practice-not-a-drill-of-yours"))
    if cook.ended_at is None:
        raise Conflict(say("practice-is-over-only"))
    if not cook.started_at <= at <= cook.ended_at:
        raise InvalidInput("at", say("practice-lies-outside"))
    room_for(Cook.objects.filter(owner=cook.owner), MAX_COOKS, "cooks")
    real = timezone.now()
    with transaction.atomic():
        again = cook.copied(
            ended_at=None,
            created_at=real,
            clock_real_at=real,
            clock_cook_at=at,
            clock_speed=speed,
            heard_at=None,
            stars=None,
            note="",
        )
        again.save()
        copies: dict[int, Piece] = {}
        for piece in cook.pieces.all():
            kept = {f.name: getattr(piece, f.name) for f in Piece._meta.concrete_fields if f.name != "id"}
            copies[piece.id] = Piece.objects.create(
                **kept | {"cook": again, "outcome": None, "truth_of": piece.truth_of or piece.id}
            )
        for event in cook.events.filter(at__lte=at).exclude(kind=Event.Kind.FINISH):
            Event(
                cook=again,
                piece=copies.get(event.piece_id) if event.piece_id else None,
                client_id=event.client_id,
                kind=event.kind,
                at=event.at,
                payload=event.payload,
            ).save()
        Reading.objects.bulk_create(
            Reading(
                cook=again,
                piece=copies[r.piece_id],
                thermometer_id=r.thermometer_id,
                source=r.source,
                sequence=r.sequence,
                at=r.at,
                temp_c=r.temp_c,
                raw_c=r.raw_c,
            )
            for r in cook.readings.filter(at__lte=at)
        )
    return again

"""Record what was done in a cook. Every call may be repeated safely."""

from datetime import datetime, timedelta
from uuid import UUID, uuid4

from django.db import transaction
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.web.common.problem import Conflict
from brasko.web.cooks.bell import ring
from brasko.web.cooks.convert import expected_of, outcome_of, standing_events
from brasko.web.cooks.models import Cook, Event, Piece
from brasko.web.cooks.schemas import EventIn

FUTURE_TOLERANCE = timedelta(seconds=60)


def record_event(cook: Cook, payload: EventIn) -> Event:
    """Append one event. A client_id that is known already gives back the event it made."""
    known = cook.events.filter(client_id=payload.client_id).first()
    if known is not None:
        return known
    if cook.ended_at is not None and payload.kind != Event.Kind.NOTE:
        raise Conflict("This cook has ended. Only notes can be added to it.")
    piece = _piece(cook, payload)
    now = cook.now()
    at = payload.at or now
    if at > now + FUTURE_TOLERANCE * max(cook.clock_speed, 1.0):
        raise InvalidInput("at", f"lies in the cook's future (its clock says {now:%H:%M:%S}). Leave it out to use now.")
    if at < cook.started_at:
        raise InvalidInput("at", f"lies before the cook began ({cook.started_at:%H:%M:%S}).")
    body: dict = {}
    if payload.kind == Event.Kind.DONE:
        body = {"task": _task(cook, piece, payload)}
    elif payload.kind == Event.Kind.NOTE:
        if not (payload.text or "").strip():
            raise InvalidInput("text", "is empty. Write the note first.")
        body = {"text": payload.text}
    elif payload.kind == Event.Kind.UNDO:
        body = {"undoes": _undone(cook, payload)}
    with transaction.atomic():
        event = _append(cook, payload.kind, at, payload.client_id, piece, body)
        _end_when_served(cook)
    ring(cook.id)
    return event


def _append(cook: Cook, kind: str, at: datetime, client_id: UUID, piece: Piece | None, body: dict) -> Event:
    event = Event(cook=cook, piece=piece, client_id=client_id, kind=kind, at=at, payload=body)
    event.save()
    return event


def _piece(cook: Cook, payload: EventIn) -> Piece | None:
    pieces = list(cook.pieces.all())
    if payload.piece_id is None:
        return pieces[0] if len(pieces) == 1 else None
    for piece in pieces:
        if piece.id == payload.piece_id:
            return piece
    raise InvalidInput("piece_id", f"is not a piece of this cook (got {payload.piece_id}).")


def _task(cook: Cook, piece: Piece | None, payload: EventIn) -> str:
    if piece is None:
        raise InvalidInput("piece_id", "is needed: this cook has several pieces.")
    keys = [t["key"] for t in piece.result["tasks"]]
    if payload.task not in keys:
        raise InvalidInput("task", f"must be one of {', '.join(keys)} (got {payload.task!r}).")
    for event in standing_events(cook.events.all()):
        if event.kind == Event.Kind.DONE and event.piece_id == piece.id and event.payload["task"] == payload.task:
            raise Conflict(
                f"{payload.task} is marked already, at {event.at:%H:%M:%S}. Undo it first to mark it anew.", "task"
            )
    return payload.task


def _undone(cook: Cook, payload: EventIn) -> str:
    if payload.undoes is None:
        raise InvalidInput("undoes", "is needed: the client_id of the event to take back.")
    for event in standing_events(cook.events.all()):
        if event.client_id == payload.undoes and event.kind not in (Event.Kind.START, Event.Kind.FINISH):
            return str(payload.undoes)
    raise InvalidInput("undoes", "is not an event of this cook that can be taken back.")


def _end_when_served(cook: Cook) -> None:
    standing = standing_events(cook.events.all())
    served = {e.piece_id: e.at for e in standing if e.kind == Event.Kind.DONE and e.payload.get("task") == "serve"}
    if len(served) == cook.pieces.count():
        finish(cook, max(served.values()))


def finish(cook: Cook, at: datetime | None = None) -> Cook:
    """End a cook and compare what was foreseen with what was measured."""
    if cook.ended_at is not None:
        return cook
    with transaction.atomic():
        ended = at or cook.now()
        _append(cook, Event.Kind.FINISH, ended, uuid4(), None, {})
        cook.ended_at = ended
        cook.save()
        refresh_outcomes(cook)
    ring(cook.id)
    return cook


def refresh_outcomes(cook: Cook) -> None:
    """Compare anew, after readings that came late."""
    for piece in cook.pieces.all():
        piece.outcome = outcome_of(cook, piece)
        piece.save()


def set_speed(cook: Cook, speed: float) -> Cook:
    """Let a practice clock run faster or slower from now on."""
    if not cook.practice:
        raise Conflict("Only a practice cook can run faster than the wall clock.")
    if cook.ended_at is not None:
        raise Conflict("This cook has ended.")
    with transaction.atomic():
        real = timezone.now()
        here = cook.now(real)
        cook.clock_real_at, cook.clock_cook_at, cook.clock_speed = real, here, speed
        cook.save()
        _append(cook, Event.Kind.CLOCK, here, uuid4(), None, {"speed": speed})
    ring(cook.id)
    return cook


def advance(cook: Cook) -> int:
    """Mark what is due, for a practice cook whose steps mark themselves. Returns how many were marked."""
    marked = 0
    while cook.hands == Cook.Hands.PLAN and cook.practice and cook.ended_at is None and marked < 50:
        events, now = list(cook.events.all()), cook.now()
        due = []
        for piece in cook.pieces.all():
            readings = list(piece.readings.order_by("-at")[:120])
            open_tasks = [
                e for e in expected_of(cook, piece, events, readings, now, overdue_moves_on=False) if e.state != "done"
            ]
            due += [(cook.moment(e.start_s), piece, e.key) for e in open_tasks[:1] if cook.moment(e.start_s) <= now]
        if not due:
            break
        at, piece, key = min(due, key=lambda d: d[0])
        at = max(at, max((e.at for e in events), default=at))
        record_event(cook, EventIn(client_id=uuid4(), kind="done", piece_id=piece.id, task=key, at=at))
        cook.refresh_from_db()
        marked += 1
    return marked

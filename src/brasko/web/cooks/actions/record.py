"""Record what was done in a cook. Every call may be repeated safely."""

from datetime import datetime, timedelta
from uuid import UUID, uuid4, uuid5

from django.db import transaction
from django.utils import timezone

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire.rests import standing_in
from brasko.core.forecast.corrections import COOLER_K, HOTTER_K
from brasko.core.forecast.history import elsewhere, longest_hold_s
from brasko.core.words import quantity, say
from brasko.web.common.problem import Conflict
from brasko.web.common.rows import room_for
from brasko.web.cooks import reading
from brasko.web.cooks.clock import fresh, kept_steady
from brasko.web.cooks.convert import expected_of, outcome_of
from brasko.web.cooks.events import (
    ClockSet,
    EventPayload,
    Finished,
    Flared,
    Flipped,
    GuestsLate,
    LidMoved,
    Moved,
    Noted,
    Paused,
    PullSet,
    ReadingLogged,
    Smoked,
    TaskCompleted,
    Turned,
    Undone,
    VentSet,
    WeatherLogged,
)
from brasko.web.cooks.forecaster import watching, wish_for
from brasko.web.cooks.history import done_at, standing_events, story_of
from brasko.web.cooks.lessons import learn
from brasko.web.cooks.models import Cook, Event, Piece, Reading
from brasko.web.cooks.notifier import bell
from brasko.web.cooks.reading_requests import wanted
from brasko.web.cooks.schedule import ScheduledTask, own_done_at, served_at, why_not_done
from brasko.web.cooks.schemas import EventIn

FUTURE_TOLERANCE = timedelta(seconds=60)
MAX_EVENTS = 5000
"""Of one cook: a mark every ten seconds for a whole night."""
READ_AGAIN = timedelta(seconds=60)
"""What was too low is read again after a minute (common practice, no source)."""


def record_event(cook: Cook, payload: EventIn) -> Event:
    """Append one event. A client_id that is known already gives back the event it made."""
    with transaction.atomic():
        cook = fresh(cook)
        known = cook.events.filter(client_id=payload.client_id).first()
        if known is not None:
            return known
        if cook.ended_at is not None and payload.kind != "note":
            raise Conflict(say("record-this-cook-has-ended-only-notes"))
        room_for(cook.events.all(), MAX_EVENTS, say("record-marks-of-one-cook"))
        cook = kept_steady(cook)
        piece = _piece(cook, payload)
        at = _at(cook, payload.at)
        told = _BODIES.get(payload.kind)
        deed = told(cook, piece, payload) if told else _PLAIN[payload.kind]
        event = _append(cook, payload.kind, at, payload.client_id, piece, deed)
        _mark_as_read(cook, piece, event)
        ended = _end_when_served(cook)
    if ended:
        learn(cook)
    bell.ring(cook.id)
    return event


def _at(cook: Cook, told: datetime | None) -> datetime:
    """The moment of a mark: as told, or now."""
    now = cook.now()
    at = told or now
    if at > now + FUTURE_TOLERANCE * max(cook.clock_speed, 1.0):
        raise InvalidInput("at", say("record-lies-in-the-cooks-future-its", now=f"{now:%H:%M:%S}"))
    if at < cook.started_at:
        raise InvalidInput("at", say("record-lies-before-the-cook-began", started_at=f"{cook.started_at:%H:%M:%S}"))
    return at


def _append(cook: Cook, kind: str, at: datetime, client_id: UUID, piece: Piece | None, deed: EventPayload) -> Event:
    event = Event(cook=cook, piece=piece, client_id=client_id, kind=kind, at=at, payload=deed.payload())
    event.save()
    return event


def _piece(cook: Cook, payload: EventIn) -> Piece | None:
    pieces = list(cook.pieces.all())
    if payload.piece_id is None:
        if payload.kind == "done" and cook.meal_schedule.own_task(payload.task) is not None:
            return None
        return pieces[0] if len(pieces) == 1 else None
    for piece in pieces:
        if piece.id == payload.piece_id:
            return piece
    raise InvalidInput("piece_id", say("record-is-not-a-piece-of-this", piece_id=payload.piece_id))


def _done(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    own = None if piece is not None else cook.meal_schedule.own_task(payload.task)
    if own is not None:
        return _own_done(cook, own, payload.temp_c)
    task = _task(cook, piece, payload)
    assert piece is not None
    found = _read_first(cook, piece, task)
    return (
        TaskCompleted(task=task)
        if found is None
        else TaskCompleted(task=task, temp_c=found.temp_c, source=found.source)
    )


def _own_done(cook: Cook, task: ScheduledTask, temp_c: float | None) -> EventPayload:
    """A task of a side or of a fire. Raises InvalidInput where its middle has not been read, or shows too little."""
    standing = standing_events(cook.events.all())
    already = own_done_at(standing).get(task.id)
    if already is not None:
        raise Conflict(say("record-is-marked-already-at-undo-it", task=task.name, at=f"{already:%H:%M:%S}"), "task")
    if (why := why_not_done(cook.meal_schedule, task, standing, temp_c)) is not None:
        raise InvalidInput("temp_c", why)
    if task.least_c is None:
        return TaskCompleted(task=task.id)
    return TaskCompleted(task=task.id, temp_c=temp_c, source="hand")


def _read_first(cook: Cook, piece: Piece, task: str) -> reading.Taken | None:
    """What the middle showed, for the task of reading it. Raises Conflict where it has to be read first, or again."""
    if reading.needed_c(piece) is None or task not in (reading.READ_TASK, reading.off_task(piece), "serve"):
        return None
    events, now = list(cook.events.all()), cook.now()
    if task != reading.READ_TASK:
        if reading.READ_TASK in done_at(events, piece):
            return None
        seen = watching.outlook(cook, piece, events, now)
        raise Conflict(reading.asked(piece, reading.taken(cook, piece, events, seen, now), seen), "task")
    seen = watching.outlook(cook, piece, events, now)
    found = reading.taken(cook, piece, events, seen, now)
    if found is None or not reading.enough(piece, found):
        raise Conflict(reading.asked(piece, found, seen), "task")
    return found


def _mark_as_read(cook: Cook, piece: Piece | None, event: Event) -> None:
    """A reading by hand on the last heat that is enough marks the middle as read, once."""
    if piece is None or not isinstance(event.deed, ReadingLogged) or reading.needed_c(piece) is None:
        return
    events = list(cook.events.all())
    began = reading.last_heat_began(piece, events)
    if event.deed.source != "hand" or began is None or event.at < began or "read" in done_at(events, piece):
        return
    found = reading.taken(cook, piece, events, watching.outlook(cook, piece, events, cook.now()), cook.now())
    if found is not None and reading.enough(piece, found):
        body = TaskCompleted(task=reading.READ_TASK, temp_c=found.temp_c, source=found.source)
        _append(cook, Event.Kind.DONE, event.at, uuid5(event.client_id, reading.READ_TASK), piece, body)


def _note(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    if not (payload.text or "").strip():
        raise InvalidInput("text", say("record-is-empty-write-the-note-first"))
    return Noted(text=payload.text or "")


def _undo(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    return Undone(undoes=_undone(cook, payload))


def _move(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    if payload.place is None:
        raise InvalidInput("place", say("record-is-needed-hot-cool-high-off"))
    here = _on_the_fire(cook, piece)
    if payload.place in ("hot", "cool"):
        spec = wish_for(here)
        elsewhere(spec, standing_in(spec.air_c), payload.place)
    return Moved(place=payload.place)


def _lid(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    if payload.open is None:
        raise InvalidInput("open", say("record-is-needed-true-for-opened-false"))
    return LidMoved(open=payload.open)


def _switched(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    if payload.on is None:
        raise InvalidInput("on", say("record-is-needed-true-as-it-begins"))
    return Paused(on=payload.on)


def _weather(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    if payload.rain is None or payload.wind is None:
        missing = "rain" if payload.rain is None else "wind"
        raise InvalidInput(missing, say("record-is-needed-rain-and-wind-together"))
    return WeatherLogged(rain=payload.rain, wind=payload.wind)


def _vent(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    if payload.air_c is not None:
        require_between("air_c", payload.air_c, 40.0, 500.0, "°C")
        return VentSet(air_c=payload.air_c)
    if payload.open is not None:
        return VentSet(delta_k=HOTTER_K[0] if payload.open else -COOLER_K)
    return VentSet(delta_k=payload.delta_k)


def _reading(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    if payload.temp_c is None:
        raise InvalidInput("temp_c", say("record-is-needed-what-the-thermometer-says"))
    source = payload.source or "hand"
    if source == "hand":
        _on_the_fire(cook, piece)
        require_between("temp_c", payload.temp_c, -20.0, 120.0, "°C", say("record-the-middle-of-meat-is-no"))
    else:
        require_between("temp_c", payload.temp_c, -20.0, 900.0, "°C")
    return ReadingLogged(temp_c=payload.temp_c, source=source)


def _pull(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    """What is told of pull, sear and hold changes the plan; what is not told stays as it was."""
    here = _on_the_fire(cook, piece)
    story, planned_s = story_of(here, cook.events.all()), here.programme.sear_s
    if payload.pull_c is None and payload.sear_more_s is None and payload.hold_more_s is None:
        raise InvalidInput("pull_c", say("record-is-needed-at-what-core-temperature"))
    if payload.sear_more_s is not None and not planned_s:
        raise InvalidInput("sear_more_s", say("record-is-not-to-be-had-is", name=here.name))
    if payload.hold_more_s is not None and "wait" not in here.programme.step_names:
        raise InvalidInput("hold_more_s", say("record-is-not-to-be-had-does", name=here.name))
    pull_c = story.pull_c if payload.pull_c is None else payload.pull_c
    require_between("pull_c", pull_c, 0.0, 100.0, "°C")
    figure, last = reading.needed_c(here), here.programme.step_names[-2]
    if figure is not None and here.programme.slow_step == last and pull_c < figure - 0.05:
        raise InvalidInput("pull_c", say("record-must-be-at-least-a-reading", figure=quantity.least(figure)))
    hold_s, most_s = max(story.hold_s + (payload.hold_more_s or 0.0), 0.0), longest_hold_s(wish_for(here))
    if payload.hold_more_s is not None and hold_s > most_s:
        raise InvalidInput(
            "hold_more_s",
            say(
                "record-would-hold-it-for-min-it", hold=quantity.number(hold_s / 60), most=quantity.number(most_s / 60)
            ),
        )
    sear_s = story.sear[0] + (payload.sear_more_s or 0.0)
    factor = payload.sear_factor or (max(sear_s, 0.0) / planned_s if planned_s else 1.0)
    return PullSet(pull_c=pull_c, sear_factor=factor, hold_s=hold_s)


def _guests(cook: Cook, piece: Piece | None, payload: EventIn) -> EventPayload:
    if payload.late_min is None:
        raise InvalidInput("late_min", say("record-is-needed-by-how-many-minutes"))
    require_between("late_min", payload.late_min, -120.0, 180.0, "min")
    return GuestsLate(late_min=payload.late_min)


_BODIES = {
    "done": _done,
    "note": _note,
    "undo": _undo,
    "move": _move,
    "lid": _lid,
    "vent": _vent,
    "weather": _weather,
    "pause": _switched,
    "reading": _reading,
    "pull": _pull,
    "guests": _guests,
}
_PLAIN = {"flip": Flipped(), "turn": Turned(), "flare": Flared(), "smoke": Smoked()}
"""Deeds of which nothing more is said."""


def _on_the_fire(cook: Cook, piece: Piece | None) -> Piece:
    """The piece, which must be on the fire."""
    if piece is None:
        raise InvalidInput("piece_id", say("record-is-needed-this-cook-has-several"))
    if story_of(piece, cook.events.all()).on_at is None:
        raise Conflict(say("record-is-not-on-the-fire-yet", name=piece.name), "piece_id")
    return piece


def _task(cook: Cook, piece: Piece | None, payload: EventIn) -> str:
    if piece is None:
        raise InvalidInput("piece_id", say("record-is-needed-this-cook-has-several"))
    keys = [t.key for t in piece.programme.tasks]
    if payload.task is None or payload.task not in keys:
        raise InvalidInput("task", say("record-must-be-one-of-got", keys=", ".join(keys), task=f"{payload.task!r}"))
    for event in standing_events(cook.events.all()):
        if isinstance(event.deed, TaskCompleted) and event.piece_id == piece.id and event.deed.task == payload.task:
            raise Conflict(
                say("record-is-marked-already-at-undo-it", task=payload.task, at=f"{event.at:%H:%M:%S}"), "task"
            )
    return payload.task


def _undone(cook: Cook, payload: EventIn) -> str:
    if payload.undoes is None:
        raise InvalidInput("undoes", say("record-is-needed-the-client-id-of"))
    for event in standing_events(cook.events.all()):
        if event.client_id == payload.undoes and event.kind not in (Event.Kind.START, Event.Kind.FINISH):
            return str(payload.undoes)
    raise InvalidInput("undoes", say("record-is-not-an-event-of-this"))


def _end_when_served(cook: Cook) -> bool:
    at = served_at(cook, standing_events(cook.events.all()))
    return False if at is None else _end(cook, at)


def _end(cook: Cook, at: datetime) -> bool:
    """End a cook that is on, in a transaction; False where it has ended already."""
    if cook.ended_at is not None:
        return False
    cook.ended_at = max(at, cook.started_at)
    _append(cook, Event.Kind.FINISH, cook.ended_at, uuid4(), None, Finished())
    cook.save(update_fields=["ended_at"])
    refresh_outcomes(cook)
    return True


def finish(cook: Cook, at: datetime | None = None) -> Cook:
    """End a cook and compare what was foreseen with what was measured. Once: ended again it stays as it is."""
    with transaction.atomic():
        cook = kept_steady(fresh(cook))
        ended = _end(cook, at or cook.now())
    if ended:
        learn(cook)
        bell.ring(cook.id)
    return cook


def refresh_outcomes(cook: Cook) -> None:
    """Compare anew, after readings that came late."""
    for piece in cook.pieces.all():
        Piece.objects.filter(id=piece.id).update(outcome=outcome_of(cook, piece))


def set_speed(cook: Cook, speed: float) -> Cook:
    """Let a practice clock run faster or slower from now on."""
    if not cook.practice:
        raise Conflict(say("common-only-a-practice-cook-can-run"))
    with transaction.atomic():
        cook = kept_steady(fresh(cook))
        if cook.ended_at is not None:
            raise Conflict(say("record-this-cook-has-ended"))
        real = timezone.now()
        here = cook.now(real)
        cook.clock_real_at, cook.clock_cook_at, cook.clock_speed = real, here, speed
        cook.save(update_fields=["clock_real_at", "clock_cook_at", "clock_speed"])
        _append(cook, Event.Kind.CLOCK, here, uuid4(), None, ClockSet(speed=speed))
    bell.ring(cook.id)
    return cook


def set_hands(cook: Cook, hands: str) -> Cook:
    """Who marks the steps. Raises Conflict where only the cook can."""
    if hands == Cook.Hands.PLAN and not cook.practice:
        raise Conflict(say("common-only-in-a-practice-cook-can"), "hands")
    Cook.objects.filter(id=cook.id).update(hands=hands)
    bell.ring(cook.id)
    return fresh(cook)


def _can_be_read(cook: Cook, piece: Piece, events: list[Event], now: datetime) -> bool:
    """Whether the middle shows enough; where it does not, the practice thermometer is asked for it again."""
    found = reading.taken(cook, piece, events, watching.outlook(cook, piece, events, now), now)
    if found is not None and reading.enough(piece, found):
        return True
    if found is None or (found.source == "hand" and now - found.at > READ_AGAIN):
        wanted.ask(piece.id, Reading.Source.HAND)
    return False


def advance(cook: Cook) -> int:
    """Mark what is due, for a practice cook whose steps mark themselves. Returns how many were marked."""
    marked = 0
    while cook.hands == Cook.Hands.PLAN and cook.practice and cook.ended_at is None and marked < 50:
        events, now = list(cook.events.all()), cook.now()
        due: list[tuple[datetime, Piece | None, str, float | None]] = []
        done = own_done_at(standing_events(events))
        for each in cook.meal_schedule.own:
            if each.id not in done and cook.moment(each.start_s) <= now:
                due.append((cook.moment(each.start_s), None, each.id, each.least_c))
        for piece in cook.pieces.all():
            seen = watching.outlook(cook, piece, events, now)
            expected = expected_of(cook, piece, events, now, seen, overdue_moves_on=False)
            open_tasks = [e for e in expected if e.state != "done"]
            if open_tasks and open_tasks[0].key == reading.READ_TASK and not _can_be_read(cook, piece, events, now):
                continue
            for e in open_tasks[:1]:
                if cook.moment(e.start_s) <= now:
                    due.append((cook.moment(e.start_s), piece, e.key, None))
        if not due:
            break
        at, of, key, temp_c = min(due, key=lambda d: d[0])
        at = max(at, max((e.at for e in events), default=at))
        number = None if of is None else of.id
        record_event(cook, EventIn(client_id=uuid4(), kind="done", piece_id=number, task=key, temp_c=temp_c, at=at))
        cook.refresh_from_db()
        marked += 1
    return marked

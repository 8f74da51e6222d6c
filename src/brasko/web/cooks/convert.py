"""Between the records of a cook and the core's forecast, comparison and the API."""

from collections.abc import Iterable
from datetime import datetime

import numpy as np
from django.utils import timezone

from brasko.core.forecast.compare import compared
from brasko.core.forecast.progress import Expected, Planned, SlowPhase, progress
from brasko.web.cooks.models import Cook, Event, Piece, Reading
from brasko.web.cooks.schemas import (
    ClockOut,
    CookLine,
    CookOut,
    CookPieceOut,
    EventOut,
    ExpectedOut,
    OutcomeOut,
    RatingOut,
    ReadingOut,
    UpdateOut,
)

FORECAST_READINGS = 120
SPARK_POINTS = 40


def standing_events(events: Iterable[Event]) -> list[Event]:
    """The events that were not taken back."""
    events = list(events)
    undone = {e.payload.get("undoes") for e in events if e.kind == Event.Kind.UNDO}
    return [e for e in events if str(e.client_id) not in undone and e.kind != Event.Kind.UNDO]


def done_at(events: Iterable[Event], piece: Piece) -> dict[str, datetime]:
    """When each task of a piece was marked."""
    return {
        e.payload["task"]: e.at
        for e in standing_events(events)
        if e.kind == Event.Kind.DONE and e.piece_id == piece.id and "task" in e.payload
    }


def slow_phase(piece: Piece) -> SlowPhase:
    """The foreseen curve of the phase that ends at the pull temperature."""
    result = piece.result
    step = next(s for s in result["steps"] if s["name"] == result["slow_step"])
    time = np.array(result["curve"]["time_s"])
    core = np.array(result["curve"]["core_c"])
    inside = (time >= step["start_s"]) & (time <= step["end_s"])
    after = result["steps"][result["steps"].index(step) + 1]["name"]
    slow_time = np.append(time[inside] - step["start_s"], step["end_s"] - step["start_s"])
    return SlowPhase(result["slow_task"], after, slow_time, np.append(core[inside], step["core_c"]), result["pull_c"])


def expected_of(
    cook: Cook,
    piece: Piece,
    events: list[Event],
    readings: list[Reading],
    now: datetime,
    *,
    overdue_moves_on: bool = True,
) -> list[Expected]:
    """Every task of a piece as it stands (see core progress)."""
    tasks = [Planned(t["key"], t["start_s"], t["end_s"], t["step"]) for t in piece.result["tasks"]]
    done = {key: cook.seconds(at) for key, at in done_at(events, piece).items()}
    seen = [(cook.seconds(r.at), r.temp_c) for r in readings if r.piece_id == piece.id]
    return list(
        progress(tasks, done, cook.seconds(now), slow_phase(piece), sorted(seen), overdue_moves_on=overdue_moves_on)
    )


def expected_out(cook: Cook, pieces: list[Piece], events: list[Event], readings: list[Reading]) -> list[ExpectedOut]:
    """All tasks of all pieces, soonest first."""
    now = cook.now()
    found = []
    for piece in pieces:
        named = {t["key"]: t for t in piece.result["tasks"]}
        for each in expected_of(cook, piece, events, readings, now):
            task = named[each.key]
            found.append(
                ExpectedOut(
                    piece_id=piece.id,
                    key=each.key,
                    name=task["name"],
                    lane=task["lane"],
                    why=task["why"],
                    start_at=cook.moment(each.start_s),
                    end_at=cook.moment(each.end_s),
                    state=each.state,
                )
            )
    return sorted(found, key=lambda e: e.start_at)


def clock_of(cook: Cook) -> ClockOut:
    return ClockOut(
        real_at=cook.clock_real_at, cook_at=cook.clock_cook_at, speed=cook.clock_speed, server_at=timezone.now()
    )


def cursor_of(readings: list[Reading], events: list[Event], before: tuple[int, int] = (0, 0)) -> str:
    """What a browser has seen: the newest reading and the newest event."""
    last_reading = max((r.id for r in readings), default=before[0])
    last_event = max((e.id for e in events), default=before[1])
    return f"{last_reading}-{last_event}"


def cursor_parts(cursor: str) -> tuple[int, int]:
    """The two numbers of a cursor; a cursor that makes no sense starts from the beginning."""
    reading, _, event = cursor.partition("-")
    return (int(reading), int(event)) if reading.isdigit() and event.isdigit() else (0, 0)


def cook_out(cook: Cook) -> CookOut:
    """The whole of a cook."""
    pieces, events, readings = list(cook.pieces.all()), list(cook.events.all()), list(cook.readings.all())
    return CookOut(
        id=cook.id,
        title=cook.title,
        plan_id=cook.plan_id,
        eat_at=cook.eat_at,
        practice=cook.practice,
        hands=cook.hands,
        started_at=cook.started_at,
        ended_at=cook.ended_at,
        clock=clock_of(cook),
        pieces=[
            CookPieceOut(
                id=p.id,
                position=p.position,
                name=p.name,
                inputs=p.inputs,
                result=p.result,
                thermometer=p.thermometer.name if p.thermometer else None,
                outcome=OutcomeOut(**p.outcome) if p.outcome else None,
                on_at=done_at(events, p).get("on"),
            )
            for p in pieces
        ],
        expected=expected_out(cook, pieces, events, readings),
        events=[EventOut.model_validate(e, from_attributes=True) for e in events],
        readings=[ReadingOut.model_validate(r, from_attributes=True) for r in readings],
        rating=RatingOut(stars=cook.stars, doneness=cook.doneness, crust=cook.crust, note=cook.note),
        cursor=cursor_of(readings, events),
    )


def update_since(cook_id: int, cursor: str) -> UpdateOut:
    """What is new since a cursor, with the forecast as it now stands."""
    last_reading, last_event = cursor_parts(cursor)
    readings = list(Reading.objects.filter(cook_id=cook_id, id__gt=last_reading).order_by("id"))
    events = list(Event.objects.filter(cook_id=cook_id))
    latest = list(Reading.objects.filter(cook_id=cook_id).order_by("-at")[:FORECAST_READINGS])
    # read last, so that a cook is never older than the events that go with it
    cook = Cook.objects.get(id=cook_id)
    return UpdateOut(
        cursor=cursor_of(readings, events, (last_reading, last_event)),
        clock=clock_of(cook),
        hands=cook.hands,
        ended_at=cook.ended_at,
        expected=expected_out(cook, list(cook.pieces.all()), events, latest),
        events=[EventOut.model_validate(e, from_attributes=True) for e in events if e.id > last_event],
        readings=[ReadingOut.model_validate(r, from_attributes=True) for r in readings],
    )


def outcome_of(cook: Cook, piece: Piece) -> dict | None:
    """Foreseen against measured; None for a piece that never went on."""
    done = done_at(cook.events.all(), piece)
    slow = slow_phase(piece)
    if "on" not in done:
        return None
    readings = [((r.at - done["on"]).total_seconds(), r.temp_c) for r in piece.readings.all()]
    measured = None
    if slow.key in done and slow.then_key in done:
        measured = (done[slow.then_key] - done[slow.key]).total_seconds()
    curve = piece.result["curve"]
    found = compared(
        np.array(curve["time_s"]),
        np.array(curve["core_c"]),
        float(slow.time_s[-1]),
        piece.result["pull_c"],
        piece.result["peak_core_c"],
        readings,
        measured,
    )
    return OutcomeOut.model_validate(found, from_attributes=True).model_dump()


def line_of(cook: Cook) -> CookLine:
    """A cook as a line of the log, with a thinned core curve."""
    piece = cook.pieces.all()[0]
    temps = [r.temp_c for r in piece.readings.all()]
    step = max(1, len(temps) // SPARK_POINTS)
    return CookLine(
        id=cook.id,
        title=cook.title,
        practice=cook.practice,
        started_at=cook.started_at,
        ended_at=cook.ended_at,
        eat_at=cook.eat_at,
        cut=piece.result["cut_name"],
        thickness_mm=piece.inputs["thickness_mm"],
        finish_c=piece.result["finish_c"],
        stars=cook.stars,
        note=cook.note,
        outcome=OutcomeOut(**piece.outcome) if piece.outcome else None,
        spark_c=[round(t, 1) for t in temps[::step]],
    )

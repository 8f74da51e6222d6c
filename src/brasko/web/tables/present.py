"""A table while it is being cooked, as it is told."""

from __future__ import annotations

from datetime import timedelta

from django.utils import timezone

from brasko.core.table.pieces import behind
from brasko.formats.table import WorkOut
from brasko.web.cooks.convert import clock_of, outlook_out, outlooks_of
from brasko.web.cooks.forecaster import Outlook
from brasko.web.cooks.history import done_at
from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.schemas import ClockOut
from brasko.web.tables.household import is_current
from brasko.web.tables.models import Table
from brasko.web.tables.schemas import KeptTableOut, NowOut, TablePieceOut


def kept_schema(table: Table) -> KeptTableOut:
    """A kept table."""
    return KeptTableOut(
        id=table.pk,
        version=table.version,
        title=table.title,
        eat_at=table.eat_at,
        set_aside=table.set_aside_at is not None,
        current=is_current(table),
        asked=table.asked,
        told=table.told,
    )


def now_schema(table: Table) -> NowOut:
    """A table while it is being cooked, by its own clock."""
    real = timezone.now()
    cook = table.cook
    clock = ClockOut(real_at=real, cook_at=real, speed=1.0, server_at=real) if cook is None else clock_of(cook)
    return NowOut(
        table=kept_schema(table),
        done=sorted(done_work(table)),
        server_at=real,
        clock=clock,
        cook_id=None if cook is None else cook.pk,
        practice=cook is not None and cook.practice,
        ended_at=None if cook is None else cook.ended_at,
        pieces=[] if cook is None else _pieces(table, cook),
    )


def done_work(table: Table) -> set[str]:
    """The work that is done: as it was marked here, or beside the fire; in a practice also what nobody waits for."""
    marked = set(table.marks.values_list("work", flat=True))
    cook = table.cook
    if cook is None:
        return marked
    events = list(cook.events.all())
    known = {key: set(done_at(events, piece)) for key, piece in table.pieces.items()}
    tasks = {key: {t.key for t in piece.programme.tasks} for key, piece in table.pieces.items()}
    now_s, began_s = table.seconds(cook.now()), table.seconds(cook.started_at)

    def done(work: WorkOut) -> bool:
        if task_of(work.key) in tasks.get(work.of, ()):
            return task_of(work.key) in known[work.of]
        by_itself = cook.practice and work.start_s + work.lasts_s < (
            now_s if cook.hands == Cook.Hands.PLAN else began_s
        )
        return by_itself or work.id in marked

    return {work.id for work in table.told.work if done(work)}


def task_of(work: str) -> str:
    """The task of a piece that a table's work is: dished up, it is served."""
    return "serve" if work == "plate" else work


def late_by(table: Table) -> dict[str, float]:
    """How far the dishes on the way are behind their plans [s], by key."""
    cook = table.cook
    return {} if cook is None or cook.ended_at is not None else {p.dish: p.late_s for p in _pieces(table, cook)}


def _pieces(table: Table, cook: Cook) -> list[TablePieceOut]:
    pieces, events, now = table.pieces, list(cook.events.all()), cook.now()
    seen = outlooks_of(cook, list(pieces.values()), events, now)
    told = {dish.key: dish for dish in table.told.dishes}
    found = []
    for key, piece in pieces.items():
        outlook = seen[piece.pk]
        planned_s = told[key].done_s
        forecast_s = planned_s
        if outlook is None and cook.ended_at is None:
            forecast_s += max(table.seconds(now) - told[key].on_s, 0.0)
        elif outlook is not None:
            forecast_s = _forecast_s(table, piece, outlook, planned_s)
        late_s, words = behind(piece.name, planned_s, forecast_s)
        found.append(
            TablePieceOut(
                dish=key,
                piece_id=piece.pk,
                name=piece.name,
                thermometer=piece.thermometer.name if piece.thermometer else None,
                planned_at=table.eat_at + timedelta(seconds=planned_s),
                late_s=late_s,
                late_words=words,
                outlook=None if outlook is None else outlook_out(cook, piece, now, outlook),
            )
        )
    return found


def _forecast_s(table: Table, piece: Piece, seen: Outlook, planned_s: float) -> float:
    """When the last heat ends as it is foreseen [s from eating]; as planned where nothing is."""
    if seen.forecast is None or seen.story.on_at is None or seen.phase == "rest":
        return planned_s
    rest = piece.programme.steps[-1]
    return table.seconds(seen.story.on_at) + seen.forecast.done_s - (rest.end_s - rest.start_s)

"""What a cook's marks and readings say of its fire besides its gentle side, one figure each."""

from __future__ import annotations

import statistics
from itertools import pairwise

from brasko.core.learning.habits import lasted
from brasko.core.planner.schedule.fire_work import GETS_HOT
from brasko.web.cooks.events import ReadingLogged
from brasko.web.cooks.forecaster import wish_for
from brasko.web.cooks.history import done_at, standing_events
from brasko.web.cooks.models import Cook, Event, Piece, Reading

MIN_PIT = 12
"""Fewer readings of a pit say nothing."""


def figures_of(cook: Cook, piece: Piece) -> dict[str, float]:
    """Figures by their habit, of a cook whose steps were marked by hand; nothing where it says nothing."""
    found = {"start": _started(cook, piece), "convert": _converted(cook, piece), "sear": _seared(cook, piece)}
    return {key: value for key, value in found.items() if value is not None}


def _started(cook: Cook, piece: Piece) -> float | None:
    """How many times the usual its fire took to be ready for what is done to it next."""
    spec, done = wish_for(piece), done_at(cook.events.all(), piece)
    chain = spec.the_fire.preparations
    # what goes on next waits for its hour: only work on the fire itself says that it was ready
    timed = [
        (each.lasts_s, (done[following.key] - done[each.key]).total_seconds())
        for each, following in pairwise(chain)
        if each.key in GETS_HOT and each.key in done and following.key in done
    ]
    if cook.hands != Cook.Hands.MINE or not timed:
        return None
    return lasted(sum(measured for _, measured in timed), sum(planned for planned, _ in timed))


def _converted(cook: Cook, piece: Piece) -> float | None:
    """How many times the usual opening it up for the sear took."""
    tasks = {t.key: t for t in piece.programme.tasks}
    done = done_at(cook.events.all(), piece)
    if cook.hands != Cook.Hands.MINE or not {"convert", "sear"} <= tasks.keys() & done.keys():
        return None
    measured_s = (done["sear"] - done["convert"]).total_seconds()
    planned_s = tasks["sear"].start_s - tasks["convert"].start_s
    return lasted(measured_s, planned_s / wish_for(piece).convert_more)


def _seared(cook: Cook, piece: Piece) -> float | None:
    """How much hotter than assumed its searing place was read, at its hottest."""
    zone = wish_for(piece).sear_zone
    if zone is None or zone.pan is not None:
        return None
    told = [
        e.deed.temp_c
        for e in standing_events(cook.events.all())
        if e.kind == Event.Kind.READING
        and isinstance(e.deed, ReadingLogged)
        and e.deed.source == "surface"
        and e.piece_id in (None, piece.id)
    ]
    sent = piece.readings.filter(source=Reading.Source.SURFACE).values_list("temp_c", flat=True)
    read = [*told, *sent]
    return max(read) - zone.searing_c if read else None


def gauge_off_k(piece: Piece, air_c: float) -> float | None:
    """What the pit was read above the air at the food while it was on the gentle side."""
    done = done_at(piece.cook.events.all(), piece)
    begins, following = done.get(piece.programme.slow_task), done.get("wait") or done.get("sear") or done.get("rest")
    if begins is None or following is None:
        return None
    half = begins + (following - begins) / 2
    pit = list(
        Reading.objects.filter(
            cook_id=piece.cook_id, source=Reading.Source.PIT, at__gte=half, at__lte=following
        ).values_list("temp_c", flat=True)
    )
    return statistics.fmean(pit) - air_c if len(pit) >= MIN_PIT else None

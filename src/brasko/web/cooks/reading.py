"""The reading that ends the heat of a piece: what was asked, what was read, and whether it is enough."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from django.db.models import QuerySet

from brasko.core.forecast.faults import APART_K, MISPLACED, series, slipped
from brasko.core.forecast.readings import Reading as Seen
from brasko.core.words import quantity, say
from brasko.web.cooks.events import ReadingLogged, TaskCompleted
from brasko.web.cooks.forecaster import Outlook
from brasko.web.cooks.history import done_at, standing_events
from brasko.web.cooks.models import Cook, Event, Piece, Reading

READ_TASK = "read"
FRESH = timedelta(seconds=120)
"""What a probe showed longer ago says nothing of now (assumed)."""
OFF_CENTRE_M = 0.005
"""A probe that looks to be farther from the middle than this does not count as a reading of it (assumed)."""


@dataclass(frozen=True)
class Taken:
    """A reading of the middle: by hand, or by the probe where it is in the middle."""

    temp_c: float
    at: datetime
    source: Literal["hand", "probe"]
    by_hand_c: float | None = None
    """What was read by hand meanwhile, where a probe in the middle shows much less: the lowest reading is the
    middle."""


def needed_c(piece: Piece) -> float | None:
    """What the middle has to show before the last heat ends [°C]; None where that is the eater's own choice."""
    return piece.programme.reading_c


def off_task(piece: Piece) -> str:
    """The task that takes it off the last heat."""
    last = piece.programme.step_names[-1]
    return next(t.key for t in piece.programme.tasks if t.step == last)


def last_heat_began(piece: Piece, events: Sequence[Event]) -> datetime | None:
    """When it went onto its last heat; None before."""
    steps = piece.programme.step_names[:-1]
    done = done_at(events, piece)
    began = [done[t.key] for t in piece.programme.tasks if t.step in steps[-1:] and t.key in done]
    return max(began, default=None)


def taken(cook: Cook, piece: Piece, events: Sequence[Event], seen: Outlook | None, now: datetime) -> Taken | None:
    """The newest reading of the middle on the last heat: one by hand, or else what a probe in its place shows now.

    Where the probe shows much less than the hand did, that counts.
    """
    began = last_heat_began(piece, events)
    if began is None:
        return None
    by_hand = [
        Taken(e.deed.temp_c, e.at, "hand")
        for e in standing_events(events)
        if isinstance(e.deed, ReadingLogged) and e.piece_id == piece.id and e.deed.source == "hand" and e.at >= began
    ]
    mine = Reading.objects.filter(piece=piece, at__gte=began)
    device = mine.filter(source=Reading.Source.HAND).order_by("-at", "-id").first()
    if device is not None:
        by_hand.append(Taken(device.temp_c, device.at, "hand"))
    hand = max(by_hand, key=lambda each: each.at, default=None)
    tip = mine.filter(source=Reading.Source.TIP)
    probe = tip.filter(at__gte=now - FRESH).order_by("-at", "-id").first()
    if probe is None or not in_place(seen) or _jumped(tip, began, now):
        return hand
    if hand is None:
        return Taken(probe.temp_c, probe.at, "probe")
    if probe.temp_c < hand.temp_c - APART_K:
        return Taken(probe.temp_c, probe.at, "probe", hand.temp_c)
    return hand


def _jumped(tip: QuerySet[Reading], began: datetime, now: datetime) -> bool:
    """Whether the probe left what a middle can do since the last heat began."""
    lately = [Seen((at - began).total_seconds(), c, "tip") for at, c in tip.values_list("at", "temp_c")]
    return slipped(series(lately, "tip"), (now - began).total_seconds()) is not None


def kept_c(piece: Piece, events: Iterable[Event]) -> float | None:
    """What the middle showed as it came off [°C], as the log has it; None where none was kept."""
    for event in reversed(standing_events(events)):
        if isinstance(event.deed, TaskCompleted) and event.piece_id == piece.id and event.deed.task == READ_TASK:
            return event.deed.temp_c
    return None


def in_place(seen: Outlook | None) -> bool:
    """Whether the probe looks to be in the middle."""
    if seen is None:
        return True
    off = seen.probe_off_m is not None and seen.probe_off_m > OFF_CENTRE_M
    return not off and not any(fault.key in MISPLACED for fault in seen.faults)


def enough(piece: Piece, found: Taken | None) -> bool:
    """Whether the reading lets it come off."""
    figure = needed_c(piece)
    return figure is None or (found is not None and found.temp_c >= figure - 0.05)


def asked(piece: Piece, found: Taken | None, seen: Outlook | None) -> str:
    """What to do until it is enough, with phrase tokens."""
    needed = needed_c(piece)
    assert needed is not None, "asked of pieces that need a reading"
    figure = quantity.least(needed)
    if found is None and not in_place(seen):
        return say("reading-the-probe-does-not-look-to", figure=figure, name=piece.name)
    if found is None:
        return say("reading-read-the-middle-it-must-show", figure=figure, name=piece.name)
    if not enough(piece, found) and found.by_hand_c is not None:
        return say(
            "reading-by-hand-it-showed-but-the",
            by_hand=quantity.temp(found.by_hand_c),
            temp=quantity.temp(found.temp_c),
            figure=figure,
        )
    if not enough(piece, found):
        return say("reading-the-middle-shows-and-must-show", temp=quantity.temp(found.temp_c), figure=figure)
    return say("reading-the-middle-shows-enough-it-may", temp=quantity.temp(found.temp_c))

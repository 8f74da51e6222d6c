"""Readings of a cook as they are read out: those that a line on a screen shows, and all of them as CSV."""

from __future__ import annotations

import csv
from collections.abc import AsyncIterator
from io import StringIO
from typing import Any

from django.db.models import Count, F, Max, Min, Q, QuerySet, Window
from django.db.models.functions import Mod, RowNumber

from brasko.formats.spreadsheet import words_cell
from brasko.web.cooks.models import Cook, Reading, labels
from brasko.web.cooks.schemas import ReadingOut
from brasko.web.machine.store import in_store

MOST_SHOWN = 600
"""Of one thermometer in one piece: a line of so many points is as fine as a wide screen."""
FIELDS = tuple(ReadingOut.model_fields)
BATCH = 5_000
"""Lines of CSV that are made at once."""
COLUMNS = ("piece", "thermometer", "channel", "at", "temp_c")


def readings_shown(cook: Cook, every: bool = False) -> list[ReadingOut]:
    """The readings of a cook, as they came or so many of each channel that none is missed on a line: evenly taken,
    with the coldest, the hottest and the newest."""
    rows = Reading.objects.filter(cook=cook).order_by("at", "id")
    if not every and rows.count() > MOST_SHOWN:
        rows = _thinned(rows)
    return [ReadingOut.model_construct(**dict(zip(FIELDS, row, strict=True))) for row in rows.values_list(*FIELDS)]


def _thinned(rows: QuerySet[Reading]) -> QuerySet[Reading]:
    channel: dict[str, Any] = {"partition_by": [F("piece_id"), F("source")]}
    rows = rows.annotate(
        nth=Window(RowNumber(), order_by=[F("at"), F("id")], **channel),
        many=Window(Count("id"), **channel),
        newest=Window(Max("id"), **channel),
        coldest_c=Window(Min("temp_c"), **channel),
        hottest_c=Window(Max("temp_c"), **channel),
    )
    evenly = Q(nth__isnull=False) & Q(taken=0)
    extreme = Q(id=F("newest")) | Q(temp_c=F("coldest_c")) | Q(temp_c=F("hottest_c"))
    return rows.annotate(taken=Mod(F("nth"), 1 + F("many") / MOST_SHOWN)).filter(evenly | extreme)


async def as_csv(cook: Cook) -> AsyncIterator[str]:
    """Every reading as a line of CSV, some thousands at a time: piece, thermometer, channel, time (ISO 8601), °C."""
    called = await in_store(lambda: labels(cook.pieces.defer("inputs", "result", "outcome", "spark")))
    yield _lines([COLUMNS])
    after: tuple[Any, int] | None = None
    while True:
        batch = await in_store(_batch, cook, after)
        if not batch:
            return
        after = batch[-1][3], batch[-1][5]
        yield await in_store(
            _lines,
            [
                (words_cell(called[piece]), words_cell(name or ""), source, at.isoformat(), temp_c)
                for piece, name, source, at, temp_c, _ in batch
            ],
        )


def _batch(cook: Cook, after: tuple[Any, int] | None) -> list[Any]:
    rows = Reading.objects.filter(cook=cook).order_by("at", "id")
    if after is not None:
        rows = rows.filter(Q(at__gt=after[0]) | Q(at=after[0], id__gt=after[1]))
    return list(rows.values_list("piece_id", "thermometer__name", "source", "at", "temp_c", "id")[:BATCH])


def _lines(rows: list[Any]) -> str:
    out = StringIO()
    csv.writer(out).writerows(rows)
    return out.getvalue()

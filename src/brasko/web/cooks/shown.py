"""Readings of a cook as they are read out: those that a line on a screen shows, and all of them as CSV."""

from __future__ import annotations

import csv
from collections.abc import AsyncIterator
from datetime import datetime
from io import StringIO
from typing import Any

from django.db.models import CharField, Count, F, Max, Min, Q, QuerySet, Value, Window
from django.db.models.functions import Cast, Concat, Mod, Replace, RowNumber

from brasko.formats.spreadsheet import words_cell
from brasko.web.cooks.models import Cook, Reading, labels
from brasko.web.cooks.schemas import ReadingOut
from brasko.web.machine.store import in_store
from brasko.web.yard.models import Thermometer

MAX_SHOWN = 600
"""Of one thermometer in one piece: a line of so many points is as fine as a wide screen."""
FIELDS = tuple(ReadingOut.model_fields)
BATCH = 5_000
"""Lines of CSV that are made at once."""
COLUMNS = ("piece", "thermometer", "channel", "at", "temp_c")


def readings_shown(cook: Cook, every: bool = False) -> list[ReadingOut]:
    """The readings of a cook, as they came or so many of each channel that none is missed on a line: evenly taken,
    with the coldest, the hottest and the newest."""
    rows = Reading.objects.filter(cook=cook).order_by("at", "id")
    if not every and rows.count() > MAX_SHOWN:
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
    return rows.annotate(taken=Mod(F("nth"), 1 + F("many") / MAX_SHOWN)).filter(evenly | extreme)


async def as_csv(cook: Cook) -> AsyncIterator[str]:
    """Every reading as a line of CSV, some thousands at a time: piece, thermometer, channel, time (ISO 8601), °C."""
    names = await in_store(_cell_names, cook)
    yield _lines([COLUMNS])
    after: tuple[datetime, int] | None = None
    while batch := await in_store(_batch, cook, after):
        *_, stamp, _, last = batch[-1]
        after = datetime.fromisoformat(stamp), last
        yield await in_store(_batch_lines, batch, *names)


def _cell_names(cook: Cook) -> tuple[dict[int, str], dict[int, str]]:
    """What pieces and thermometers are called in a table, by their ids."""
    pieces = labels(cook.pieces.defer("inputs", "result", "outcome", "spark"))
    thermometers = Thermometer.objects.filter(owner=cook.owner_id).values_list("id", "name")
    return {k: words_cell(v) for k, v in pieces.items()}, {k: words_cell(v or "") for k, v in thermometers}


def _batch(cook: Cook, after: tuple[datetime, int] | None) -> list[Any]:
    """The next readings, as plain values; the time is written by the database, which stores it so but for two marks."""
    rows = Reading.objects.filter(cook=cook).order_by("at", "id")
    if after is not None:
        rows = rows.filter(Q(at__gt=after[0]) | Q(at=after[0], id__gt=after[1]))
    written = Replace(Cast("at", CharField()), Value(" "), Value("T"))
    rows = rows.annotate(stamp=Concat(written, Value("+00:00"), output_field=CharField()))
    return list(rows.values_list("piece_id", "thermometer_id", "source", "stamp", "temp_c", "id")[:BATCH])


def _batch_lines(batch: list[Any], pieces: dict[int, str], thermometers: dict[int, str]) -> str:
    return _lines([(pieces[p], thermometers.get(t, ""), source, at, temp_c) for p, t, source, at, temp_c, _ in batch])


def _lines(rows: list[Any]) -> str:
    out = StringIO()
    csv.writer(out).writerows(rows)
    return out.getvalue()

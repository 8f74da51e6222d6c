"""Readings of a household's file, of which there are hundreds of thousands: read without an object for each."""

from __future__ import annotations

import csv
import io
import math
import zipfile
from collections.abc import Iterable, Iterator, Mapping
from contextlib import contextmanager
from datetime import UTC, datetime
from functools import cache
from itertools import islice
from typing import Any

from django.core.exceptions import ValidationError
from django.db import connection, transaction
from django.db.models import sql
from django.db.models.constants import OnConflict

from brasko.web.cooks.models import Reading
from brasko.web.moving.kinds import READING_COLUMNS, READINGS

BATCH = 5_000
"""Readings that are kept at once: others write in between."""
LARGEST_SEQUENCE = 2**62
LONGEST_LINE = 1_000
"""Characters of a line; those that Brasko writes have a hundred."""
COLDEST_C, HOTTEST_C = -60.0, 1200.0
"""What a reading can be."""
NOT_ONE = (ValidationError, ValueError, TypeError, KeyError, OverflowError, csv.Error)
"""What is raised by a line that is no reading."""

Row = tuple[int, int, str, int, datetime, datetime, float, float | None]
"""A reading in the order of READING_COLUMNS: piece and thermometer by their numbers here."""


def files_of(opened: zipfile.ZipFile, cooks: Mapping[int, int]) -> Iterator[tuple[str, int]]:
    """The files of readings that there are, each with the number of its cook here."""
    names = {f"readings/{theirs}.csv": cook for theirs, cook in cooks.items()}
    return ((name, cook) for name, cook in names.items() if name in opened.NameToInfo)


@contextmanager
def lines_of(opened: zipfile.ZipFile, name: str) -> Iterator[Any]:
    """The lines of one file, as they are read: a csv.reader, which knows at which line it is."""
    with opened.open(name) as raw, io.TextIOWrapper(raw, "utf-8", newline="") as text:
        yield csv.reader(_short(text))


def _short(text: io.TextIOWrapper) -> Iterator[str]:
    """Lines, none of which is longer than one can be."""
    while line := text.readline(LONGEST_LINE):
        if len(line) == LONGEST_LINE:
            raise ValidationError(f"a line is longer than {LONGEST_LINE} characters")
        yield line


def readings_of(
    lines: Iterator[list[str]], pieces: Mapping[int, int], thermometers: Mapping[int, int]
) -> Iterator[Row]:
    """The readings of a file's lines. Raises one of NOT_ONE at a line that is none."""
    if tuple(next(lines, [])) != READING_COLUMNS:
        raise ValidationError(f"the columns are not {', '.join(READING_COLUMNS)}")
    sources = set(Reading.Source.values)
    for piece, thermometer, source, sequence, at, recorded_at, temp, raw in lines:
        if source not in sources:
            raise ValidationError(f"{source[:20]} is no source")
        yield (
            pieces[int(piece)],
            thermometers[int(thermometer)],
            source,
            _sequence(sequence),
            _moment(at),
            _moment(recorded_at),
            _degrees(temp),
            None if raw == "" else _degrees(raw),
        )


def keep_new(cook: int, told: Iterable[Row]) -> int:
    """Keep the readings of a cook that are not here yet, some thousands at a time; how many those were."""
    known = set(Reading.objects.filter(cook_id=cook).values_list(*_known_by()))
    fresh = (row for row in told if row[:4] not in known)
    kept = 0
    while batch := list(islice(fresh, BATCH)):
        kept += _put_away(cook, batch)
    return kept


def _known_by() -> tuple[str, ...]:
    """What tells a reading from every other."""
    return tuple(READINGS.attributes[name] for name in READING_COLUMNS[:4])


@cache
def _statement() -> str:
    """How one reading is put away, as the tables' own layer says it; one that is here already stays as it is."""
    of = {each.name: each for each in READINGS.fields}
    query = sql.InsertQuery(Reading, on_conflict=OnConflict.IGNORE)
    any_moment = datetime.now(UTC)
    any_reading = Reading(source=Reading.Source.TIP, sequence=0, at=any_moment, recorded_at=any_moment, temp_c=0.0)
    query.insert_values([of[name] for name in ("cook", *READING_COLUMNS)], [any_reading])
    ((statement, _),) = query.get_compiler(connection=connection).as_sql()
    return str(statement)


def _put_away(cook: int, batch: list[Row]) -> int:
    # an object and a query of a hundred rows for each reading take ten times as long as putting it away
    stored = connection.ops.adapt_datetimefield_value
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.executemany(
            _statement(),
            [
                (cook, piece, thermometer, source, sequence, stored(at), stored(recorded_at), temp, raw)
                for piece, thermometer, source, sequence, at, recorded_at, temp, raw in batch
            ],
        )
        return int(cursor.rowcount)


def _sequence(text: str) -> int:
    value = int(text)
    if abs(value) > LARGEST_SEQUENCE:
        raise ValidationError(f"{text[:40]} is no number of a reading")
    return value


def _moment(text: str) -> datetime:
    at = datetime.fromisoformat(text)
    if at.tzinfo is None:
        raise ValidationError(f"{text[:40]} has no time zone")
    return at.astimezone(UTC)


def _degrees(text: str) -> float:
    value = float(text)
    if not math.isfinite(value) or not COLDEST_C <= value <= HOTTEST_C:
        raise ValidationError(f"{text[:20]} is no temperature in °C")
    return value

"""Readings that were recorded elsewhere, from a CSV with the columns at, temp_c and, if it has them, channel and
piece."""

from __future__ import annotations

import csv
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.core.files.uploadedfile import UploadedFile
from django.utils.dateparse import parse_datetime

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.formats.bounds import EARLIEST, LATEST
from brasko.web.common.problem import Conflict
from brasko.web.cooks.history import story_of
from brasko.web.cooks.models import Cook, Piece, Reading, labels
from brasko.web.devices.actions import brief, take_readings
from brasko.web.devices.schemas import ReadingsOut
from brasko.web.yard.stand_ins import files_of

MAX_BYTES, MAX_ROWS = 2_000_000, 20_000
SAME_K = 0.005
"""Readings of the same moment that differ by less are one: a file may have been rounded."""


@dataclass(frozen=True, order=True)
class Row:
    """One row of a file. piece is as it was written, "" where it was not."""

    at: datetime
    temp_c: float
    channel: str
    piece: str
    line: int


def rows_of(lines: Iterable[str]) -> list[Row]:
    """Rows of a CSV in the order of time. Raises InvalidInput naming the line."""
    rows = csv.DictReader(lines)
    found: list[Row] = []
    try:
        if not {"at", "temp_c"} <= set(rows.fieldnames or ()):
            had = ", ".join(rows.fieldnames or ("none",))
            raise InvalidInput("file", say("from-file-needs-the-columns-at-and-temp", had=had[:200]))
        for n, row in enumerate(rows, 2):
            at, temp_c = _moment_of(row["at"]), _number_of(row["temp_c"])
            if at is None or temp_c is None:
                raise InvalidInput("file", say("from-file-line-at-must-be-a-date", n=n))
            found.append(Row(at, temp_c, row.get("channel") or "tip", (row.get("piece") or "").strip(), n))
            if len(found) > MAX_ROWS:
                raise InvalidInput("file", say("from-file-must-hold-at-most-readings-thin", most_rows=MAX_ROWS))
    except csv.Error as exc:
        raise InvalidInput("file", say("from-file-is-no-csv-that-can-be", exc=exc)) from None
    if not found:
        raise InvalidInput("file", say("from-file-holds-no-reading"))
    return sorted(found)


def _moment_of(raw: str | None) -> datetime | None:
    try:
        at = parse_datetime(raw or "")
        return at if at is not None and at.tzinfo is not None and EARLIEST <= at <= LATEST else None
    except (ValueError, OverflowError):
        return None


def _number_of(raw: str | None) -> float | None:
    try:
        return float(raw or "")
    except ValueError:
        return None


def _piece_of(row: Row, usual: Piece, pieces: list[Piece]) -> Piece:
    """Which piece a row is of: as it says, by name or number, or else the one the file was given to."""
    if not row.piece:
        return usual
    called = labels(pieces)
    for piece in pieces:
        if row.piece.lower() in (called[piece.id].lower(), str(piece.position + 1)):
            return piece
    names = ", ".join(called.values())
    raise InvalidInput(
        "file", say("from-file-line-piece-must-be-one-of", line=row.line, names=names, brief=brief(row.piece))
    )


def readings_from_file(cook: Cook, piece: Piece, file: UploadedFile[bytes], from_on: bool) -> ReadingsOut:
    """Take in a file of readings. The same file twice is known, and so is one that was exported here.

    Raises InvalidInput and Conflict.
    """
    if file.size is None or file.size > MAX_BYTES:
        raise InvalidInput("file", say("from-file-must-be-no-larger-than-mb", most_bytes=MAX_BYTES // 1000000))
    try:
        rows = rows_of(file.read().decode("utf-8-sig").splitlines())
    except UnicodeDecodeError:
        raise InvalidInput("file", say("from-file-is-no-text-in-utf-8")) from None
    shift = timedelta()
    if from_on:
        on_at = story_of(piece, list(cook.events.all())).on_at
        if on_at is None:
            raise Conflict(say("from-file-is-not-on-the-fire-yet", name=piece.name), "from_on")
        shift = on_at - rows[0].at
    pieces = list(cook.pieces.all())
    told = ReadingsOut(accepted=[], duplicate=[], refused=[])
    device, known = files_of(cook.owner), _known(cook)
    batch: list[dict[str, Any]] = []
    for row in rows:
        at, of = row.at + shift, _piece_of(row, piece, pieces)
        number = int(at.timestamp() * 1000)
        if abs(known.get((of.id, row.channel, at), 1e9) - row.temp_c) < SAME_K:
            told.duplicate.append(number)
            continue
        batch.append(
            {
                "sequence": number,
                "at": at.isoformat(),
                "temp_c": row.temp_c,
                "channel": row.channel,
                "piece": of.position + 1,
            }
        )
    for begin in range(0, len(batch), 2000):
        some = take_readings(device, batch[begin : begin + 2000], cook.id)
        told.accepted += some.accepted
        told.duplicate += some.duplicate
        told.refused += [r.model_copy(update={"index": begin + r.index}) for r in some.refused]
    return told


def _known(cook: Cook) -> dict[tuple[int, str, datetime], float]:
    """What the cook has been told already, from whichever thermometer."""
    rows = Reading.objects.filter(cook=cook).values_list("piece_id", "source", "at", "temp_c")
    return {(piece, source, at): temp_c for piece, source, at, temp_c in rows}

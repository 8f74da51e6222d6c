"""Readings that were recorded elsewhere, from a CSV with the columns at, temp_c and, if it has one, channel."""

import csv
import secrets
from collections.abc import Iterable
from datetime import datetime, timedelta

from django.core.files.uploadedfile import UploadedFile
from django.utils.dateparse import parse_datetime

from brasko.core.errors import InvalidInput
from brasko.web.common.problem import Conflict
from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.story import story_of
from brasko.web.devices.actions import take_readings
from brasko.web.devices.schemas import ReadingsOut
from brasko.web.yard.models import Thermometer

MOST_BYTES, MOST_ROWS = 2_000_000, 20_000
FILE_NAME = "From files"


def rows_of(lines: Iterable[str]) -> list[tuple[datetime, float, str]]:
    """Rows of a CSV as (moment, °C, channel), in the order of time. Raises InvalidInput naming the line."""
    rows = csv.DictReader(lines)
    if not {"at", "temp_c"} <= set(rows.fieldnames or ()):
        had = ", ".join(rows.fieldnames or ("none",))
        raise InvalidInput("file", f"needs the columns at and temp_c (it has {had[:200]}).")
    found = []
    for n, row in enumerate(rows, 2):
        try:
            at, temp_c = parse_datetime(row["at"] or ""), float(row["temp_c"])
        except (ValueError, TypeError):
            at = None
        if at is None or at.tzinfo is None:
            raise InvalidInput(
                "file", f"line {n}: at must be a date and time with a time zone, and temp_c a number in °C."
            )
        found.append((at, temp_c, row.get("channel") or "tip"))
    if not found:
        raise InvalidInput("file", "holds no reading.")
    return sorted(found)


def readings_from_file(cook: Cook, piece: Piece, file: UploadedFile, from_on: bool) -> ReadingsOut:
    """Take in a file of readings. The same file twice is known. Raises InvalidInput and Conflict."""
    if file.size is None or file.size > MOST_BYTES:
        raise InvalidInput("file", f"must be no larger than {MOST_BYTES // 1_000_000} MB.")
    try:
        rows = rows_of(file.read().decode("utf-8-sig").splitlines())
    except UnicodeDecodeError:
        raise InvalidInput("file", "is no text in UTF-8. Save it as CSV.") from None
    if len(rows) > MOST_ROWS:
        raise InvalidInput("file", f"must hold at most {MOST_ROWS} readings (it has {len(rows)}). Thin them out.")
    shift = timedelta()
    if from_on:
        on_at = story_of(piece, list(cook.events.all())).on_at
        if on_at is None:
            raise Conflict(
                f"{piece.name} is not on the fire yet: there is nothing to line the file up with.", "from_on"
            )
        shift = on_at - rows[0][0]
    told = ReadingsOut(accepted=[], duplicate=[], refused=[])
    device = _files_of(cook)
    for begin in range(0, len(rows), 2000):
        batch = [
            {
                "sequence": int((at + shift).timestamp() * 1000), "at": (at + shift).isoformat(), "temp_c": temp_c,
                "channel": channel, "piece": piece.position + 1,
            }
            for at, temp_c, channel in rows[begin : begin + 2000]
        ]  # fmt: skip
        some = take_readings(device, batch, cook.id)
        told.accepted += some.accepted
        told.duplicate += some.duplicate
        told.refused += [r.model_copy(update={"index": begin + r.index}) for r in some.refused]
    return told


def _files_of(cook: Cook) -> Thermometer:
    """What readings from files stand under: a thermometer that nobody holds."""
    found = Thermometer.objects.filter(owner=cook.owner, name=FILE_NAME, kind=Thermometer.Kind.HAND).first()
    if found is None:
        found = Thermometer(owner=cook.owner, name=FILE_NAME, kind=Thermometer.Kind.HAND)
        found.give_token(secrets.token_urlsafe(24))
        found.revoked_at = found.paired_at
        found.save()
    return found

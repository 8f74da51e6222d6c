"""Readings from any CSV: what its columns seem to be, and the readings by how they were mapped."""

from __future__ import annotations

import csv
import itertools
import math
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime
from io import StringIO
from typing import Literal, get_args

from brasko.core.errors import InvalidInput
from brasko.core.units import celsius
from brasko.core.words import quantity, say
from brasko.formats.bounds import EARLIEST, LATEST

Role = Literal["ignore", "time", "tip", "shaft", "edge", "air", "pit", "surface"]
Unit = Literal["C", "F"]
TimeKind = Literal["moment", "epoch_s", "epoch_ms", "seconds", "minutes", "h_m_s", "none"]
ROLES: tuple[Role, ...] = get_args(Role)
MAX_ROWS, MAX_COLUMNS, SAMPLES = 20_000, 60, 3
LONGEST_S = 3 * 24 * 3600.0
"""Of one file."""
FOOD_WORDS = ("meat", "food", "internal", "core", "tip", "probe", "kern", "fleisch")
AIR_WORDS = ("air", "ambient", "grate", "grill", "chamber", "smoker", "garraum", "luft")
PIT_WORDS = ("pit", "controller", "setpoint")
SURFACE_WORDS = ("surface", "infrared", "pan")
TIME_WORDS = ("time", "date", "elapsed", "timestamp", "zeit", "datum", "minute", "second", "sec")
"""What headings say (common practice, no source)."""
BOILS_C, HOTTEST_FOOD_C = 105.0, 100.0
FRIDGE_C, FRIDGE_F = 15.0, 60.0
"""Food begins below these, out of a fridge, in either unit; wet food gets no hotter than boiling."""


@dataclass(frozen=True)
class Column:
    """One column: its heading, the first of what it holds, and what it seems to be."""

    name: str
    samples: tuple[str, ...]
    role: Role
    unit: Unit | None
    time: TimeKind | None


@dataclass(frozen=True)
class Look:
    """What a file seems to hold."""

    columns: tuple[Column, ...]
    rows: int
    delimiter: str
    decimal_comma: bool
    has_heading: bool


@dataclass(frozen=True)
class Mapped:
    """What a column is, as its cook says."""

    index: int
    role: Role
    unit: Unit = "C"


@dataclass(frozen=True)
class Recorded:
    """Readings of a file: seconds since the first row, and °C by channel; the moment of the first row where told."""

    time_s: tuple[float, ...]
    channels: dict[Role, tuple[float | None, ...]] = field(hash=False)
    began: datetime | None


def table_of(text: str) -> tuple[list[list[str]], str]:
    """Rows of a text, and what stands between its columns. Raises InvalidInput where it is no table."""
    lines = [line for line in text.lstrip("\ufeff").splitlines() if line.strip()]
    if len(lines) < 2:
        raise InvalidInput("text", say("readings-csv-has-no-rows"))
    delimiter = max(";\t,|", key=lambda d: (_evenness(lines, d), ";\t,|".index(d) * -1))
    try:
        rows = [[cell.strip() for cell in row] for row in csv.reader(StringIO("\n".join(lines)), delimiter=delimiter)]
    except csv.Error as exc:
        raise InvalidInput("text", say("from-file-is-no-csv-that-can-be", exc=exc)) from None
    if len(rows) - 1 > MAX_ROWS:
        raise InvalidInput("text", say("from-file-must-hold-at-most-readings-thin", most_rows=MAX_ROWS))
    if not 1 < max(len(row) for row in rows[:50]) <= MAX_COLUMNS:
        raise InvalidInput("text", say("readings-csv-is-no-table", most=MAX_COLUMNS))
    return rows, delimiter


def _evenness(lines: Sequence[str], delimiter: str) -> int:
    """How many columns all the first lines agree on with this between them."""
    counts = {line.count(delimiter) for line in lines[:20]}
    return min(counts) if len(counts) == 1 or delimiter != "," else 0


def looked(text: str) -> Look:
    """What a file seems to hold: guesses, which its cook can change. Raises InvalidInput with what is wrong.

    Checked: tests/core/test_readings_csv.py::test_columns_and_units_are_guessed.
    """
    rows, delimiter = table_of(text)
    width = max(len(row) for row in rows)
    comma = delimiter == ";" and any(re.fullmatch(r"-?\d+,\d+", cell) for row in rows[1:50] for cell in row)
    heading = sum(_number(cell, comma) is None and cell != "" for cell in rows[0]) > len(rows[0]) / 2
    heading = heading and not all(_moment(cell) or _number(cell, comma) is not None for cell in rows[0] if cell)
    body = rows[1:] if heading else rows
    names = rows[0] if heading else []
    columns = []
    for n in range(width):
        cells = [row[n] for row in body if n < len(row) and row[n] != ""]
        name = names[n] if n < len(names) and names[n] else say("readings-csv-column", n=n + 1)
        columns.append(_column(name, cells, comma))
    return Look(tuple(_each_once(columns)), len(body), delimiter, comma, heading)


def _column(name: str, cells: list[str], comma: bool) -> Column:
    samples, low = tuple(cells[:SAMPLES]), name.lower()
    kind = _time_kind(low, cells, comma)
    if kind is not None:
        return Column(name, samples, "time", None, kind)
    numbers = [v for cell in cells if (v := _number(cell, comma)) is not None]
    if len(numbers) < 0.5 * len(cells) or not numbers:
        return Column(name, samples, "ignore", None, None)
    role: Role = "ignore"
    for words, found in ((SURFACE_WORDS, "surface"), (PIT_WORDS, "pit"), (AIR_WORDS, "air"), (FOOD_WORDS, "tip")):
        if role == "ignore" and any(word in low for word in words):
            role = found  # type: ignore[assignment]
    return Column(name, samples, role, _unit(low, numbers, role), None)


def _unit(low: str, numbers: list[float], role: Role) -> Unit:
    """°F or °C: as the heading says, else by what food and air can be."""
    if re.search(r"°\s*f\b|\bf\b|_f\b|fahrenheit", low):
        return "F"
    if re.search(r"°\s*c\b|\bc\b|_c\b|celsius", low):
        return "C"
    if role in ("air", "pit", "surface"):
        return "F" if sorted(numbers)[len(numbers) // 2] > 200.0 else "C"
    if max(numbers) > BOILS_C:
        return "F"
    return "F" if FRIDGE_C < numbers[0] <= FRIDGE_F and max(numbers) > HOTTEST_FOOD_C - 5.0 else "C"


def _time_kind(low: str, cells: list[str], comma: bool) -> TimeKind | None:
    some = cells[:50]
    if not some:
        return None
    if all(_moment(cell) is not None for cell in some):
        return "moment"
    if all(re.fullmatch(r"\d{1,3}:\d{2}(:\d{2}(\.\d+)?)?", cell) for cell in some):
        return "h_m_s"
    if not any(word in low for word in TIME_WORDS):
        return None
    numbers = [_number(cell, comma) for cell in some]
    if any(v is None for v in numbers):
        return None
    values = [v for v in numbers if v is not None]
    if any(b < a for a, b in itertools.pairwise(values)):
        return None
    if values[0] > 1e11:
        return "epoch_ms"
    if values[0] > 1e8:
        return "epoch_s"
    return "minutes" if "min" in low else "seconds"


def _each_once(columns: list[Column]) -> list[Column]:
    """Of columns that seem alike the first is taken, the others are left to their cook; names are made unlike."""
    taken: set[Role] = set()
    called: dict[str, int] = {}
    found = []
    for column in columns:
        called[column.name] = called.get(column.name, 0) + 1
        name = column.name if called[column.name] == 1 else f"{column.name} ({called[column.name]})"
        role: Role = "ignore" if column.role in taken else column.role
        taken.add(role) if role != "ignore" else None
        found.append(Column(name, column.samples, role, column.unit, column.time))
    if "tip" not in taken:
        for n, column in enumerate(found):
            if column.role == "ignore" and column.unit is not None:
                found[n] = Column(column.name, column.samples, "tip", column.unit, None)
                break
    return found


def _number(cell: str, comma: bool) -> float | None:
    text = re.sub(r"\s*°?\s*[CFcf]?$", "", cell.strip())
    try:
        value = float(text.replace(",", ".") if comma else text)
    except ValueError:
        return None
    return value if math.isfinite(value) else None


def _moment(cell: str) -> datetime | None:
    """A date and time; one without a zone is taken for UTC, for only the time between rows counts."""
    for text in (cell, cell.replace("/", "-")):
        try:
            at = datetime.fromisoformat(text)
        except ValueError:
            continue
        if re.match(r"\d{4}", text) and len(text) > 10:
            return at if at.tzinfo else at.replace(tzinfo=UTC)
    for form in ("%d.%m.%Y %H:%M:%S", "%d.%m.%Y %H:%M", "%m/%d/%Y %H:%M:%S", "%m/%d/%Y %H:%M", "%m/%d/%Y %I:%M:%S %p"):
        try:
            return datetime.strptime(cell, form).replace(tzinfo=UTC)
        except ValueError:
            continue
    return None


def recorded(text: str, columns: Sequence[Mapped], time: TimeKind, every_s: float | None = None) -> Recorded:
    """The readings of a file by how its columns were mapped; rows without a time or without any temperature are left
    out. every_s: how far rows are apart, where none says when.

    Raises InvalidInput with the field: two columns alike, a column that is not there, no temperature, times that go
    back.
    Checked: tests/core/test_readings_csv.py.
    """
    rows, _delimiter = table_of(text)
    look = looked(text)
    body = rows[1:] if look.has_heading else rows
    roles = [each.role for each in columns if each.role != "ignore"]
    for n, each in enumerate(columns):
        if not 0 <= each.index < len(look.columns):
            raise InvalidInput(f"columns.{n}.index", say("readings-csv-is-no-column", last=len(look.columns) - 1))
        if each.role != "ignore" and roles.count(each.role) > 1:
            raise InvalidInput(f"columns.{n}.role", say("readings-csv-two-columns-alike"))
    if "tip" not in roles:
        raise InvalidInput("columns", say("readings-csv-needs-the-middle"))
    clock = next((each for each in columns if each.role == "time"), None)
    if clock is None and not every_s:
        raise InvalidInput("every_s", say("readings-csv-has-no-times"))
    comma = look.decimal_comma
    moments: list[float] = []
    kept: list[list[str]] = []
    for n, row in enumerate(body):
        at = n * (every_s or 0.0) if clock is None else _at(row, clock.index, time, comma)
        if at is not None:
            moments.append(at)
            kept.append(row)
    if len(moments) < 2:
        raise InvalidInput("time", say("readings-csv-times-cannot-be-read"))
    if any(b < a for a, b in itertools.pairwise(moments)):
        raise InvalidInput("time", say("readings-csv-times-go-back"))
    if moments[-1] - moments[0] > LONGEST_S:
        raise InvalidInput("time", say("readings-csv-lasts-too-long", longest=quantity.span(LONGEST_S)))
    began = None
    if clock is not None and time in ("moment", "epoch_s", "epoch_ms"):
        if not EARLIEST.timestamp() <= moments[0] <= LATEST.timestamp():
            raise InvalidInput("time", say("readings-csv-times-cannot-be-read"))
        began = datetime.fromtimestamp(moments[0], UTC)
    channels = {
        each.role: tuple(_temperature(row, each, comma) for row in kept)
        for each in columns
        if each.role not in ("ignore", "time")
    }
    if all(value is None for value in channels["tip"]):
        raise InvalidInput("columns", say("readings-csv-needs-the-middle"))
    return Recorded(tuple(at - moments[0] for at in moments), channels, began)


def _at(row: Sequence[str], index: int, kind: TimeKind, comma: bool) -> float | None:
    cell = row[index] if index < len(row) else ""
    if kind == "moment":
        at = _moment(cell)
        return None if at is None else at.timestamp()
    if kind == "h_m_s":
        parts = cell.split(":")
        try:
            values = [float(part) for part in parts]
        except ValueError:
            return None
        return sum(v * 60.0 ** (2 - n) for n, v in enumerate(values)) if len(values) in (2, 3) else None
    value = _number(cell, comma)
    per = {"epoch_ms": 0.001, "minutes": 60.0}.get(kind, 1.0)
    return None if value is None else value * per


def _temperature(row: Sequence[str], column: Mapped, comma: bool) -> float | None:
    value = _number(row[column.index], comma) if column.index < len(row) else None
    if value is None:
        return None
    c = celsius(value) if column.unit == "F" else value
    return c if -40.0 <= c <= 600.0 else None

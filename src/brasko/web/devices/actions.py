"""Take in readings. Whatever is acknowledged is on disk; whatever is refused changes nothing."""

import math
from datetime import datetime, timedelta

from django.db import transaction
from django.utils import timezone
from django.utils.dateparse import parse_datetime

from brasko.core.errors import InvalidInput
from brasko.core.fire.altitude import corrected_c
from brasko.web.common.problem import Conflict, TokenRefused
from brasko.web.cooks.actions.record import refresh_outcomes
from brasko.web.cooks.bell import ring
from brasko.web.cooks.models import Cook, Piece, Reading
from brasko.web.devices.schemas import ReadingsOut, Refused
from brasko.web.yard.models import Thermometer

LOWEST_C, HIGHEST_C = -30.0, 350.0
CLOCK_TOLERANCE = timedelta(seconds=30)


def thermometer_for(token: str) -> Thermometer:
    """The thermometer with this token. Raises TokenRefused, saying why."""
    found = Thermometer.objects.filter(token_digest=Thermometer.digest(token)).first()
    if found is None:
        raise TokenRefused("No thermometer has this token. Pair it in the Yard and use the new token.")
    if found.revoked_at is not None:
        raise TokenRefused(f"The token of {found.name} was revoked. Pair it again in the Yard.")
    if found.expires_at <= timezone.now():
        raise TokenRefused(
            f"The token of {found.name} expired on {found.expires_at:%Y-%m-%d}. Pair it again in the Yard."
        )
    return found


def piece_on(thermometer: Thermometer) -> Piece:
    """The piece a thermometer is in: that of a running cook, or else of the last one, for readings that come late."""
    pieces = Piece.objects.filter(thermometer=thermometer).select_related("cook")
    piece = pieces.filter(cook__ended_at=None).order_by("-cook_id").first() or pieces.order_by("-cook_id").first()
    if piece is None:
        raise Conflict(f"{thermometer.name} is in no cook. Choose it when you start one.")
    return piece


def take_readings(thermometer: Thermometer, rows: list[dict]) -> ReadingsOut:
    """Keep what is new and believable of a batch, in any order of time."""
    piece = piece_on(thermometer)
    cook = piece.cook
    accepted: list[int] = []
    duplicate: list[int] = []
    refused: list[Refused] = []
    fresh: list[Reading] = []
    with transaction.atomic():
        known = {r.sequence: r for r in Reading.objects.filter(piece=piece, thermometer=thermometer)}
        for index, row in enumerate(rows):
            try:
                reading = _reading(row, cook)
            except InvalidInput as exc:
                sequence = row.get("sequence")
                number = sequence if isinstance(sequence, int) else None
                refused.append(Refused(index=index, sequence=number, field=exc.field, message=exc.message))
                continue
            earlier = known.get(reading.sequence)
            if earlier is None:
                reading.cook, reading.piece, reading.thermometer = cook, piece, thermometer
                reading.temp_c = corrected_c(reading.temp_c, thermometer.offset_k, thermometer.slope)
                known[reading.sequence] = reading
                fresh.append(reading)
                accepted.append(reading.sequence)
            elif earlier.at == reading.at and _sent_c(earlier) == reading.raw_c:
                duplicate.append(reading.sequence)
            else:
                said = "was used for another reading already. Number readings onwards; never use a number twice."
                refused.append(Refused(index=index, sequence=reading.sequence, field="sequence", message=said))
        Reading.objects.bulk_create(fresh)
        if fresh and cook.ended_at is not None:
            refresh_outcomes(cook)
    if fresh:
        ring(cook.id)
    return ReadingsOut(accepted=accepted, duplicate=duplicate, refused=refused)


def _reading(row: dict, cook: Cook) -> Reading:
    if extra := set(row) - {"sequence", "at", "temp_c"}:
        raise InvalidInput(min(extra), "is not a known field. A reading has sequence, at and temp_c.")
    sequence, temp = row.get("sequence"), row.get("temp_c")
    if not isinstance(sequence, int) or isinstance(sequence, bool) or not 0 <= sequence < 2**62:
        raise InvalidInput("sequence", f"must be a whole number from 0 up (got {sequence!r}).")
    if not isinstance(temp, int | float) or isinstance(temp, bool) or not math.isfinite(temp):
        raise InvalidInput("temp_c", f"must be a number (got {temp!r}).")
    if not LOWEST_C <= temp <= HIGHEST_C:
        raise InvalidInput(
            "temp_c",
            f"must be between {LOWEST_C:g} and {HIGHEST_C:g} °C (got {temp:g}). The reading was not kept: check the plug.",
        )
    at = _moment(row.get("at"))
    now = cook.now()
    if at > now + CLOCK_TOLERANCE * max(cook.clock_speed, 1.0):
        raise InvalidInput(
            "at",
            f"lies in the future: the cook's clock says {now.isoformat()} (got {at.isoformat()}). Set the device's clock.",
        )
    if at < cook.started_at - CLOCK_TOLERANCE:
        raise InvalidInput(
            "at", f"lies before this cook began at {cook.started_at.isoformat()} (got {at.isoformat()})."
        )
    return Reading(sequence=sequence, at=at, temp_c=float(temp), raw_c=float(temp))


def _sent_c(reading: Reading) -> float:
    """What the thermometer said, before its correction."""
    return reading.temp_c if reading.raw_c is None else reading.raw_c


def _moment(raw: object) -> datetime:
    try:
        at = parse_datetime(raw) if isinstance(raw, str) else None
    except ValueError:
        at = None
    if at is None or at.tzinfo is None:
        raise InvalidInput("at", f"must be a date and time with a time zone, as 2030-06-01T18:30:00Z (got {raw!r}).")
    return at

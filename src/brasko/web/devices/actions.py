"""Take in readings. Whatever is acknowledged is on disk; whatever is refused changes nothing."""

import math
from datetime import datetime, timedelta
from typing import Any

from django.db import IntegrityError
from django.db.models import F
from django.utils import timezone
from django.utils.dateparse import parse_datetime
from limits import RateLimitItemPerMinute
from limits.storage import MemoryStorage
from limits.strategies import FixedWindowRateLimiter

from brasko.core.errors import InvalidInput
from brasko.core.fire.altitude import corrected_c
from brasko.core.words import as_typed, quantity, say
from brasko.web.common.problem import Conflict, TokenRefused, TooOften
from brasko.web.cooks.actions.record import refresh_outcomes
from brasko.web.cooks.clock import ahead_of_the_wall, kept_steady
from brasko.web.cooks.lessons import learn
from brasko.web.cooks.models import Cook, Piece, Reading
from brasko.web.cooks.notifier import bell
from brasko.web.cooks.reading_requests import wanted
from brasko.web.devices.schemas import ReadingsOut, Refused
from brasko.web.machine.batch import BatchWriter
from brasko.web.yard.models import Thermometer
from brasko.words import rendered

POSTED = RateLimitItemPerMinute(12_000, 1)
"""Readings of one thermometer: a hundred times what any takes, room enough to catch up."""
_posted = FixedWindowRateLimiter(MemoryStorage())
LOWEST_C, HIGHEST_C = -30.0, 550.0
"""No thermometer of a cook reads less or more."""
CLOCK_TOLERANCE = timedelta(seconds=30)
"""A thermometer's clock may be off by so much."""


def thermometer_for(token: str) -> Thermometer:
    """The thermometer with this token. Raises TokenRefused, saying why."""
    found = Thermometer.objects.filter(token_digest=Thermometer.digest(token)).first()
    if found is None:
        raise TokenRefused(say("actions-no-thermometer-has-this-token-pair"))
    if found.revoked_at is not None:
        raise TokenRefused(say("actions-the-token-of-was-revoked-pair", name=as_typed(found.name)))
    if found.expires_at <= timezone.now():
        raise TokenRefused(
            say(
                "actions-the-token-of-expired-on-pair",
                name=as_typed(found.name),
                expires_at=f"{found.expires_at:%Y-%m-%d}",
            )
        )
    return found


HEARD_EVERY = timedelta(seconds=5)
"""So often it is noted when a thermometer was heard of last."""


class Newest:
    """The highest number that each thermometer has had kept, by this process: beyond it nothing can be known already.

    Only a shortcut: the store itself takes no number twice. Bounded, and forgotten where a writing failed.
    """

    MAX = 2000

    def __init__(self) -> None:
        self._numbers: dict[int, int] = {}

    def get(self, thermometer: int) -> int | None:
        """None where it is not known."""
        return self._numbers.get(thermometer)

    def put(self, thermometer: int, number: int) -> None:
        """So far numbers are kept, or about to be."""
        if len(self._numbers) >= self.MAX:
            self._numbers.clear()
        self._numbers[thermometer] = number

    def forget(self, thermometer: int) -> None:
        """Nothing is known of it any more."""
        self._numbers.pop(thermometer, None)


_newest = Newest()
CHANNEL_OF = {
    Thermometer.Kind.PROBE: Reading.Source.TIP,
    Thermometer.Kind.CONTROLLER: Reading.Source.PIT,
    Thermometer.Kind.HAND: Reading.Source.HAND,
    Thermometer.Kind.INFRARED: Reading.Source.SURFACE,
}
"""What a thermometer reads where a reading does not name its channel."""


def pieces_for(thermometer: Thermometer, cook_id: int | None) -> list[Piece]:
    """The pieces a thermometer reads: the one it is in, or else, but for a leave-in probe, those of a cook.

    That is the one that is named, or the newest. Once a cook has ended its readings still come late.
    """
    pieces = Piece.objects.select_related("cook").defer("inputs", "result", "outcome")
    newest = (F("cook__ended_at").desc(nulls_first=True), "-cook_id")
    inside = pieces.filter(thermometer=thermometer).order_by(*newest).first()
    if inside is not None:
        return [inside]
    if thermometer.kind == Thermometer.Kind.PROBE:
        raise Conflict(say("actions-is-in-no-cook-choose-it", name=as_typed(thermometer.name)))
    own = pieces.filter(cook__owner=thermometer.owner_id)
    last = (own if cook_id is None else own.filter(cook_id=cook_id)).order_by(*newest).first()
    if last is None and cook_id is not None:
        raise InvalidInput("cook", say("actions-must-be-a-cook-of-yours", cook_id=cook_id))
    if last is None:
        raise Conflict(say("actions-has-nothing-to-read-no-cook", name=as_typed(thermometer.name)))
    return list(pieces.filter(cook_id=last.cook_id).order_by("position"))


def take_readings(thermometer: Thermometer, rows: list[dict[str, Any]], cook_id: int | None = None) -> ReadingsOut:
    """Keep what is new and believable of a batch, in any order of time."""
    if not _posted.hit(POSTED, str(thermometer.id), cost=len(rows)):
        raise TooOften(
            say("actions-sent-readings-within-a-minute-which", name=as_typed(thermometer.name), amount=POSTED.amount)
        )
    try:
        out, cook = _kept_together((thermometer, rows, cook_id))
    except IntegrityError:
        # another process has kept one of these numbers meanwhile
        _newest.forget(thermometer.id)
        out, cook = _kept_together((thermometer, rows, cook_id))
    except Exception:
        _newest.forget(thermometer.id)
        raise
    if out.accepted and cook.ended_at is not None:
        learn(cook)
    if out.accepted:
        bell.ring(cook.id, for_readings=True)
    return out


def _keep(sent: tuple[Thermometer, list[dict[str, Any]], int | None]) -> tuple[ReadingsOut, Cook]:
    thermometer, rows, cook_id = sent
    pieces = pieces_for(thermometer, cook_id)
    cook = kept_steady(pieces[0].cook)
    accepted: list[int] = []
    duplicate: list[int] = []
    refused: list[Refused] = []
    fresh: list[Reading] = []
    newest = _newest.get(thermometer.id)
    asked = (row.get("sequence") for row in rows)
    numbers = [n for n in asked if isinstance(n, int) and -(2**63) <= n < 2**63]
    known: dict[tuple[str, int, int], Reading] = {}
    if newest is None or not numbers or min(numbers) <= newest:
        already = Reading.objects.filter(piece__in=pieces, thermometer=thermometer, sequence__in=numbers)
        known = {(r.source, r.sequence, r.piece_id): r for r in already}
    for index, row in enumerate(rows):
        try:
            reading = _reading(row, cook, CHANNEL_OF[Thermometer.Kind(thermometer.kind)])
            mine = _pieces_of(row, pieces, reading.source)
        except InvalidInput as exc:
            sequence = row.get("sequence")
            number = sequence if isinstance(sequence, int) else None
            refused.append(Refused(index=index, sequence=number, field=exc.field, message=rendered(exc.message)))
            continue
        earlier = known.get((reading.source, reading.sequence, mine[0].id))
        if earlier is None:
            temp_c = corrected_c(reading.temp_c, thermometer.offset_k, thermometer.slope)
            for piece in mine:
                each = Reading(
                    cook=cook,
                    piece=piece,
                    thermometer=thermometer,
                    sequence=reading.sequence,
                    at=reading.at,
                    temp_c=temp_c,
                    raw_c=reading.raw_c,
                    source=reading.source,
                )
                known[each.source, each.sequence, piece.id] = each
                fresh.append(each)
            accepted.append(reading.sequence)
        elif earlier.at == reading.at and _sent_c(earlier) == reading.raw_c:
            duplicate.append(reading.sequence)
        else:
            said = say("actions-was-used-for-another-reading-already")
            refused.append(Refused(index=index, sequence=reading.sequence, field="sequence", message=rendered(said)))
    Reading.objects.bulk_create(fresh)
    if accepted:
        _newest.put(thermometer.id, max(max(accepted), -1 if newest is None else newest))
    for reading in fresh:
        wanted.answered(reading.piece_id, reading.source)
    _heard_of(thermometer, rows)
    if fresh and cook.ended_at is not None:
        refresh_outcomes(cook)
    return ReadingsOut(accepted=accepted, duplicate=duplicate, refused=refused), cook


def _pieces_of(row: dict[str, Any], pieces: list[Piece], source: str) -> list[Piece]:
    """Which of the pieces a reading is of: the named one, or the first; the pit is that of all."""
    if source == Reading.Source.PIT:
        return pieces
    number = row.get("piece", 1)
    if not isinstance(number, int) or isinstance(number, bool) or not 1 <= number <= len(pieces):
        raise InvalidInput("piece", say("actions-must-be-a-whole-number-from", pieces=len(pieces), brief=brief(number)))
    return [pieces[number - 1]]


_kept_together = BatchWriter(_keep)


def _heard_of(thermometer: Thermometer, rows: list[dict[str, Any]]) -> None:
    """Note when it was heard of last, and its battery."""
    told = [r["battery"] for r in rows if isinstance(r.get("battery"), int | float) and 0.0 <= r["battery"] <= 1.0]
    now = timezone.now()
    heard = thermometer.last_seen_at
    if not told and heard is not None and timedelta() <= now - heard < HEARD_EVERY:
        return
    thermometer.last_seen_at = now
    if told:
        thermometer.battery = float(told[-1])
    Thermometer.objects.filter(id=thermometer.id).update(
        last_seen_at=thermometer.last_seen_at, battery=thermometer.battery
    )


def brief(got: object) -> str:
    """What came, no longer than a line."""
    if isinstance(got, float):
        return f"{got:g}"
    try:
        said = repr(got)
    except ValueError:
        return say("actions-a-number-of-thousands-of-digits")
    return said if len(said) <= 60 else f"{said[:57]}..."


FIELDS = ("sequence", "at", "temp_c", "channel", "battery", "piece")
"""What is read of a reading."""


def _reading(row: dict[str, Any], cook: Cook, usual: str) -> Reading:
    if set(row) - set(FIELDS):
        said = say("actions-has-a-field-that-is-not")
        raise InvalidInput("readings", said)
    channel = row.get("channel", usual)
    if channel not in Reading.Source.values:
        raise InvalidInput(
            "channel", say("actions-must-be-one-of-got", values=", ".join(Reading.Source.values), brief=brief(channel))
        )
    battery = row.get("battery", 1.0)
    if isinstance(battery, bool) or not isinstance(battery, int | float) or not 0.0 <= battery <= 1.0:
        raise InvalidInput("battery", say("actions-must-be-between-0-and-1", brief=brief(battery)))
    sequence, temp = row.get("sequence"), row.get("temp_c")
    if not isinstance(sequence, int) or isinstance(sequence, bool) or not 0 <= sequence < 2**62:
        raise InvalidInput("sequence", say("actions-must-be-a-whole-number-from-2", brief=brief(sequence)))
    if (
        not isinstance(temp, int | float)
        or isinstance(temp, bool)
        or (isinstance(temp, float) and not math.isfinite(temp))
    ):
        raise InvalidInput("temp_c", say("actions-must-be-a-number-got", brief=brief(temp)))
    if not LOWEST_C <= temp <= HIGHEST_C:
        raise InvalidInput(
            "temp_c",
            say(
                "actions-must-be-between-and-c-got",
                lowest=quantity.general(LOWEST_C),
                highest=quantity.general(HIGHEST_C),
                brief=brief(temp),
            ),
        )
    at = _moment(row.get("at"))
    now, ahead = cook.now(), ahead_of_the_wall(cook)
    if ahead and at + ahead <= now + CLOCK_TOLERANCE:
        # the device goes by a clock that was set back too
        at += ahead
    if at > now + CLOCK_TOLERANCE * max(cook.clock_speed, 1.0):
        raise InvalidInput(
            "at",
            say("actions-lies-in-the-future-the-cooks", now=now.isoformat(), at=at.isoformat()),
        )
    if at < cook.started_at - CLOCK_TOLERANCE:
        raise InvalidInput(
            "at",
            say("actions-lies-before-this-cook-began-at", started_at=cook.started_at.isoformat(), at=at.isoformat()),
        )
    return Reading(sequence=sequence, at=at, temp_c=float(temp), raw_c=float(temp), source=channel)


def _sent_c(reading: Reading) -> float:
    """What the thermometer said, before its correction."""
    return reading.temp_c if reading.raw_c is None else reading.raw_c


def _moment(raw: object) -> datetime:
    try:
        at = parse_datetime(raw) if isinstance(raw, str) else None
    except ValueError:
        at = None
    if at is None or at.tzinfo is None:
        raise InvalidInput("at", say("actions-must-be-a-date-and-time", brief=brief(raw)))
    return at

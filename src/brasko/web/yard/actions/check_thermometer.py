"""Keep a check of a thermometer, or take one back; carry its correction into readings to come, and put old ones
right."""

from datetime import datetime
from typing import Literal

from django.db import transaction

from brasko.core.errors import InvalidInput
from brasko.core.fire import altitude
from brasko.web.yard.models import Check, Thermometer
from brasko.web.yard.schemas import CheckIn


def check_thermometer(thermometer: Thermometer, given: CheckIn) -> Check:
    """Keep it. Raises InvalidInput where the reading is too far off to correct, or does not fit the other check."""
    with transaction.atomic():
        kept = Check.objects.create(thermometer=thermometer, **given.model_dump())
        _carry_over(thermometer, *altitude.correction(_checks_of(thermometer)))
    return kept


def correction_with(thermometer: Thermometer, given: CheckIn) -> tuple[float, float]:
    """(offset, slope) as they would be with one more check. Raises InvalidInput as keeping it would."""
    return altitude.correction((*_checks_of(thermometer), altitude.Check(**given.model_dump())))


def take_back(check: Check) -> None:
    """As if it had not been made. What is left and makes no sense corrects nothing."""
    with transaction.atomic():
        check.delete()
        try:
            found = altitude.correction(_checks_of(check.thermometer))
        except InvalidInput:
            found = (0.0, 0.0)
        _carry_over(check.thermometer, *found)


def put_right(thermometer: Thermometer, since: datetime) -> tuple[int, list[int]]:
    """Correct anew, from what the thermometer said, every reading that was recorded since.

    Returns how many changed, and the cooks they are of.

    The raw readings stay as they are; the database lets nothing else of a reading change.
    """
    with transaction.atomic():
        wrong = []
        for reading in thermometer.reading_set.filter(recorded_at__gte=since).exclude(raw_c=None).iterator():
            assert reading.raw_c is not None
            true_c = altitude.corrected_c(reading.raw_c, thermometer.offset_k, thermometer.slope)
            if abs(true_c - reading.temp_c) > 1e-9:
                reading.temp_c = true_c
                wrong.append(reading)
        thermometer.reading_set.bulk_update(wrong, ["temp_c"], batch_size=500)
    return len(wrong), sorted({reading.cook_id for reading in wrong})


def kind_of(check: Check) -> Literal["ice", "boiling"]:
    """What a check was made in."""
    return "ice" if check.kind == "ice" else "boiling"


def _checks_of(thermometer: Thermometer) -> tuple[altitude.Check, ...]:
    return tuple(altitude.Check(kind_of(c), c.read_c, c.altitude_m) for c in thermometer.checks.order_by("at", "id"))


def _carry_over(thermometer: Thermometer, offset_k: float, slope: float) -> None:
    thermometer.offset_k, thermometer.slope = offset_k, slope
    thermometer.save(update_fields=["offset_k", "slope"])

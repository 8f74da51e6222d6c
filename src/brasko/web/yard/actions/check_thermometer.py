"""Keep a check of a thermometer, or take one back, and carry its correction into the readings that follow."""

from django.db import transaction

from brasko.core.fire import altitude
from brasko.web.yard.models import Check, Thermometer
from brasko.web.yard.schemas import CheckIn


def check_thermometer(thermometer: Thermometer, given: CheckIn) -> Check:
    """Keep it. Raises InvalidInput where the reading is too far off to correct."""
    with transaction.atomic():
        kept = Check.objects.create(thermometer=thermometer, **given.model_dump())
        carry_over(thermometer)
    return kept


def take_back(check: Check) -> None:
    """As if it had not been made."""
    with transaction.atomic():
        check.delete()
        carry_over(check.thermometer)


def carry_over(thermometer: Thermometer) -> None:
    """The correction that the latest ice and the latest boiling check give."""
    checks = tuple(altitude.Check(c.kind, c.read_c, c.altitude_m) for c in thermometer.checks.order_by("at", "id"))
    thermometer.offset_k, thermometer.slope = altitude.correction(checks)
    thermometer.save(update_fields=["offset_k", "slope"])

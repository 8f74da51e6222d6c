"""Put right what readings said after a wrong check of their thermometer, and all that was told from them."""

from datetime import datetime

from brasko.web.cooks.actions.record import refresh_outcomes
from brasko.web.cooks.forecaster import watching
from brasko.web.cooks.lessons import learn
from brasko.web.cooks.models import Cook
from brasko.web.cooks.notifier import bell
from brasko.web.yard.actions.check_thermometer import put_right
from brasko.web.yard.models import Thermometer
from brasko.web.yard.schemas import PutRightOut


def put_right_all(thermometer: Thermometer, since: datetime) -> PutRightOut:
    """Correct the readings anew, then forecasts of cooks that run, and outcomes and lessons of those that are over."""
    changed, cooks = put_right(thermometer, since)
    for cook in Cook.objects.filter(id__in=cooks):
        watching.forget_cook(cook)
        if cook.ended_at is not None:
            refresh_outcomes(cook)
            learn(cook)
        bell.ring(cook.id)
    return PutRightOut(readings=changed, cooks=cooks)

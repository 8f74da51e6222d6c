"""Links by which somebody without an account looks on at one cook: its pieces, hours and readings, and nothing else."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.db.models import Q
from django.http import Http404
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts.models import digest, new_token
from brasko.web.cooks.convert import cook_out
from brasko.web.cooks.models import Cook, Look
from brasko.web.cooks.schemas import CookOut, CookPieceOut, LookedOut, RatingOut

AFTERWARDS = timedelta(days=1)
"""A link ends so long after the meal, or after it was made."""
MAX_LOOKS = 10
NOTHING_SAID = RatingOut(
    stars=None, doneness="", crust="", rim="", tenderness="", smoke="", note="", eaters=[], photo=False, version=""
)


def made(cook: Cook) -> tuple[str, datetime]:
    """A fresh link's token and its end. Raises InvalidInput where there are many."""
    now = timezone.now()
    Look.objects.filter(expires_at__lte=now).delete()
    if Look.objects.filter(cook=cook).count() >= MAX_LOOKS:
        raise InvalidInput("cook", say("looks-so-many-links", most=MAX_LOOKS))
    token, ends = new_token(), max(now, cook.eat_at) + AFTERWARDS
    Look.objects.create(cook=cook, digest=digest(token), expires_at=ends)
    return token, ends


def looked_at(token: str) -> LookedOut:
    """What a link shows. Raises Http404 where it is over, was taken back or was never given."""
    live = Q(digest=digest(token), expires_at__gt=timezone.now(), cook__leaves_at=None)
    found = Look.objects.select_related("cook__owner__household").filter(live).first()
    if found is None or found.cook.owner.household.leaves_at is not None:
        raise Http404
    home = found.cook.owner.household
    return LookedOut(cook=_without_what_is_private(cook_out(found.cook)), units=home.units, clock=home.clock)


def _plainly(piece: CookPieceOut) -> CookPieceOut:
    """A piece without its thermometer's name and without who eats it."""
    inputs = piece.inputs.model_copy(update={"at_risk": False, "below_agency_accepted": False})
    return piece.model_copy(update={"thermometer": None, "inputs": inputs})


def _without_what_is_private(cook: CookOut) -> CookOut:
    """Notes, ratings, pictures, names of thermometers, who eats, and what was learned stay in the household."""
    return cook.model_copy(
        update={
            "plan_id": None,
            "rating": NOTHING_SAID,
            "next_time": [],
            "events": [event for event in cook.events if event.deed.kind not in ("note", "weather")],
            "pieces": [_plainly(piece) for piece in cook.pieces],
        }
    )

"""How much a household may keep: far more than any needs, and less than fills a disk."""

from django.db.models import Model, QuerySet

from brasko.core.words import say
from brasko.web.common.problem import Conflict


def room_for(kept: QuerySet[Model], most: int, what: str) -> None:
    """Raise Conflict where a household keeps as many as it may."""
    if kept.count() >= most:
        raise Conflict(say("rows-this-household-keeps-which-is-the", most=most, what=what))

"""How much a household may keep: far more than any needs, and less than fills a disk."""

from django.db.models import Model, QuerySet

from brasko.web.common.problem import Conflict


def room_for(kept: QuerySet[Model], most: int, what: str) -> None:
    """Raise Conflict where a household keeps as many as it may."""
    if kept.count() >= most:
        raise Conflict(
            f"This household keeps {most} {what}, which is the most. Remove some that are not needed any more."
        )

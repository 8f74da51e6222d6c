"""Cooks that are let go: marked first, gone for good a day later with what was learned from them."""

from __future__ import annotations

from datetime import datetime

from django.db import transaction
from django.utils import timezone

from brasko.web.accounts.leaving import DAY
from brasko.web.cooks.models import Cook, Look, Piece
from brasko.web.yard.models import FireFigure, Teaching, Verdict


def leave(cook: Cook, now: datetime | None = None) -> None:
    """Let a cook go in a day; nobody looks on any more."""
    cook.leaves_at = (now or timezone.now()) + DAY
    cook.save(update_fields=["leaves_at"])
    Look.objects.filter(cook=cook).delete()


def keep(cook: Cook) -> None:
    """Keep it after all."""
    cook.leaves_at = None
    cook.save(update_fields=["leaves_at"])


def gone(now: datetime | None = None) -> int:
    """Take away for good what should have gone by now. Returns how many cooks."""
    over = list(Cook.every.filter(leaves_at__lte=now or timezone.now()))
    for cook in over:
        pieces = list(Piece.objects.filter(cook=cook).values_list("id", flat=True))
        with transaction.atomic():
            for learned in (Teaching, FireFigure, Verdict):
                learned.objects.filter(owner=cook.owner_id, piece_id__in=pieces).delete()
            cook.delete()
    return len(over)

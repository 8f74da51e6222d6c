"""Whole tables: what was asked for, and what came of it by which version of the model."""

from __future__ import annotations

from datetime import datetime

from django.conf import settings
from django.db import models
from django.utils import timezone

from brasko.formats.table import MealTableIn, TableOut
from brasko.web.common.versions import Versioned
from brasko.web.cooks.models import Cook, Piece


class Table(Versioned, models.Model):
    """A table of one household. Taking it away only sets it aside, so that it can come back.

    cook is that of its meat, once it is on the way; cooked are the keys of the dishes that are its pieces, in their
    order.
    """

    EDITED = ("updated_at",)

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="tables")
    title = models.CharField(max_length=120)
    eat_at = models.DateTimeField()
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    asked_json = models.JSONField()
    told_json = models.JSONField()
    model_version = models.CharField(max_length=20)
    set_aside_at = models.DateTimeField(null=True, blank=True)
    cook = models.OneToOneField(Cook, null=True, blank=True, on_delete=models.SET_NULL, related_name="table")
    cooked = models.JSONField(default=list, blank=True)

    class Meta:
        ordering = ["eat_at", "id"]

    def __str__(self) -> str:
        return self.title

    @property
    def asked(self) -> MealTableIn:
        """The table as it was asked for (brasko/meal@2)."""
        return MealTableIn.model_validate(self.asked_json)

    @property
    def told(self) -> TableOut:
        """The table as it was planned (brasko/table-plan@1)."""
        return TableOut.model_validate(self.told_json)

    @property
    def pieces(self) -> dict[str, Piece]:
        """The pieces that are on the way, by the key of their dish."""
        if self.cook is None:
            return {}
        return {self.cooked[p.position]: p for p in self.cook.pieces.all() if p.position < len(self.cooked)}

    def seconds(self, at: datetime) -> float:
        """Seconds of a moment from the hour of eating, as plans count."""
        return (at - self.eat_at).total_seconds()

    def now(self) -> datetime:
        """Its own time: that of its cook, which may be a practice."""
        return timezone.now() if self.cook is None else self.cook.now()

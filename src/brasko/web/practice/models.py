"""What a household has practised: drills at the fire, and rounds of feel and look."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone


class Attempt(models.Model):
    """A drill that is over, and what it was worth. Its cook may be gone since."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="attempts")
    cook_id = models.BigIntegerField(unique=True)
    drill = models.CharField(max_length=20)
    points = models.PositiveSmallIntegerField()
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["at", "id"]

    def __str__(self) -> str:
        return f"{self.drill}: {self.points}"


class FeelRound(models.Model):
    """A round of questions of feel and look."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="feel_rounds")
    kind = models.CharField(max_length=10)
    right = models.PositiveSmallIntegerField()
    of = models.PositiveSmallIntegerField()
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["at", "id"]

    def __str__(self) -> str:
        return f"{self.kind}: {self.right} of {self.of}"

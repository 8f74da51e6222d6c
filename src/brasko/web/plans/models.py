"""Plans: what to cook, for when, with the inputs and the model version that made them."""

from django.conf import settings
from django.db import models

from brasko.web.common.versions import Versioned
from brasko.web.plans.stored import Stored


class Plan(Versioned, models.Model):
    """A meal at one hour, of one or several pieces. Taking it away only sets it aside, so that it can come back."""

    EDITED = ("updated_at",)

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="plans")
    grill = models.ForeignKey("yard.Grill", null=True, blank=True, on_delete=models.SET_NULL)
    title = models.CharField(max_length=120)
    eat_at = models.DateTimeField()
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    table = models.JSONField(default=dict, blank=True)
    order = models.JSONField(default=list, blank=True)
    notes = models.JSONField(default=list, blank=True)
    set_aside_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["eat_at", "id"]

    def __str__(self) -> str:
        return self.title


class PlanPiece(Stored, models.Model):
    """One piece of a plan: its cut and wish (inputs), and the computed programme (result)."""

    plan = models.ForeignKey(Plan, on_delete=models.CASCADE, related_name="pieces")
    position = models.PositiveSmallIntegerField()
    cut = models.CharField(max_length=40)
    inputs = models.JSONField()
    result = models.JSONField()
    model_version = models.CharField(max_length=20)

    class Meta:
        ordering = ["position"]
        constraints = [models.UniqueConstraint(fields=["plan", "position"], name="one_piece_per_position")]

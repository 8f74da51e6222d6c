"""Experiments of a household: what was asked, and what has come of it so far."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone

from brasko.formats.experiment import ExperimentIn
from brasko.web.common.versions import Versioned
from brasko.web.lab.schemas import ResultOut


class Experiment(Versioned, models.Model):
    """One experiment. Taking it away only sets it aside.

    done, of    how much of it is worked out
    note        what went otherwise than asked, or wrong
    """

    EDITED = ("title", "asked_json")

    class State(models.TextChoices):
        WAITING = "waiting", "waits for its turn"
        RUNNING = "running", "being worked out"
        DONE = "done", "worked out"
        STOPPED = "stopped", "stopped on the way"
        FAILED = "failed", "went wrong"

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="experiments")
    title = models.CharField(max_length=120)
    asked_json = models.JSONField()
    told_json = models.JSONField()
    state = models.CharField(max_length=8, choices=State.choices, default=State.WAITING)
    done = models.PositiveIntegerField(default=0)
    of = models.PositiveIntegerField(default=0)
    note = models.CharField(max_length=400, blank=True)
    created_at = models.DateTimeField(default=timezone.now)
    set_aside_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-created_at", "-id"]

    def __str__(self) -> str:
        return self.title

    @property
    def asked(self) -> ExperimentIn:
        """What was asked (brasko/experiment@1)."""
        return ExperimentIn.model_validate(self.asked_json)

    @property
    def told(self) -> ResultOut:
        """What has come of it so far."""
        return ResultOut.model_validate(self.told_json)

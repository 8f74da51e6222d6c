"""What stands in the yard: grills with their zones, and thermometers."""

import hashlib
import secrets
from datetime import timedelta
from typing import Any

from django.conf import settings
from django.db import models
from django.utils import timezone

from brasko.web.common.versions import Versioned

TOKEN_LIFE = timedelta(days=365)
"""A thermometer is paired for so long."""


def usual_spec() -> dict[str, Any]:
    return {"like": "kettle"}


class SetAside(models.Model):
    """A thing that is taken away only by setting it aside, so that it can come back."""

    set_aside_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        abstract = True


class Grill(Versioned, SetAside):
    """A grill: like one that ships, with what differs (spec, a GrillIn of the fire format)."""

    EDITED = ("name", "spec")

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="grills")
    name = models.CharField(max_length=80)
    fire = models.CharField(max_length=40, default="kettle_two_zone")
    spec = models.JSONField(default=usual_spec)

    def __str__(self) -> str:
        return self.name


class Pan(Versioned, SetAside):
    """A pan, griddle, stone or tray: like one that ships, of its own size."""

    EDITED = ("name", "like", "width_mm", "depth_mm", "heat_j_k")

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="pans")
    name = models.CharField(max_length=80)
    like = models.CharField(max_length=20)
    width_mm = models.FloatField()
    depth_mm = models.FloatField()
    heat_j_k = models.FloatField()

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


class LaidFire(Versioned, SetAside):
    """A fire its cook has built and kept: setup and places, an OwnFireIn of the fire format."""

    EDITED = ("name", "fire")

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="laid_fires")
    name = models.CharField(max_length=80)
    fire = models.JSONField()

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


class Zone(models.Model):
    """One zone of a grill and what its owner measured there; empty means the fire's own figure."""

    grill = models.ForeignKey(Grill, on_delete=models.CASCADE, related_name="zones")
    key = models.CharField(max_length=20)
    name = models.CharField(max_length=60)
    air_c = models.FloatField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["grill", "key"], name="one_zone_of_each_key")]


class Teaching(models.Model):
    """What one cook's readings said of its fire (core.learning Taught); left out, it does not count."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="teachings")
    fire = models.CharField(max_length=100)
    piece_id = models.BigIntegerField(unique=True)
    title = models.CharField(max_length=200)
    at = models.DateTimeField()
    film = models.FloatField()
    air = models.FloatField()
    information = models.JSONField()
    left_out = models.BooleanField(default=False)

    class Meta:
        ordering = ["at", "id"]
        indexes = [models.Index(fields=["owner", "fire", "at"])]

    def __str__(self) -> str:
        return f"{self.title} on {self.fire}"


class FireFigure(models.Model):
    """One figure that a cook told of its fire (core.learning Habit); left out, it does not count."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="fire_figures")
    fire = models.CharField(max_length=100)
    habit = models.CharField(max_length=10)
    piece_id = models.BigIntegerField()
    title = models.CharField(max_length=200)
    at = models.DateTimeField()
    value = models.FloatField()
    left_out = models.BooleanField(default=False)

    class Meta:
        ordering = ["at", "id"]
        constraints = [models.UniqueConstraint(fields=["piece_id", "habit"], name="one_figure_a_habit_and_piece")]
        indexes = [models.Index(fields=["owner", "fire", "at"])]

    def __str__(self) -> str:
        return f"{self.habit} of {self.fire}: {self.value:g}"


class Verdict(models.Model):
    """What an eater said of a piece, beside what it was (core.learning liked); left out, it does not count. An eater
    without a name is the household."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="verdicts")
    eater = models.CharField(max_length=40, blank=True)
    cut = models.CharField(max_length=40)
    piece_id = models.BigIntegerField()
    title = models.CharField(max_length=200)
    at = models.DateTimeField()
    ate_c = models.FloatField()
    crust_share = models.FloatField()
    doneness = models.CharField(max_length=8, blank=True)
    crust = models.CharField(max_length=8, blank=True)
    left_out = models.BooleanField(default=False)

    class Meta:
        ordering = ["at", "id"]
        constraints = [models.UniqueConstraint(fields=["piece_id", "eater"], name="one_verdict_an_eater_and_piece")]
        indexes = [models.Index(fields=["owner", "cut", "eater"])]

    def __str__(self) -> str:
        return f"{self.eater or 'household'} of {self.title}"


class Thermometer(Versioned, models.Model):
    """A thermometer that posts readings with a token. Only a digest of the token is kept."""

    EDITED = ("name",)

    class Kind(models.TextChoices):
        PROBE = "probe", "leave-in probe"
        CONTROLLER = "controller", "pit controller"
        HAND = "hand", "hand thermometer"
        INFRARED = "infrared", "infrared thermometer"

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="thermometers")
    name = models.CharField(max_length=80)
    kind = models.CharField(max_length=12, choices=Kind.choices, default=Kind.PROBE)
    simulated = models.BooleanField(default=False)
    battery = models.FloatField(null=True, blank=True)
    last_seen_at = models.DateTimeField(null=True, blank=True)
    token_digest = models.CharField(max_length=64, unique=True)
    paired_at = models.DateTimeField(default=timezone.now)
    expires_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)
    offset_k = models.FloatField(default=0.0)
    slope = models.FloatField(default=0.0)

    def __str__(self) -> str:
        return self.name

    @staticmethod
    def digest(token: str) -> str:
        return hashlib.sha256(token.encode()).hexdigest()

    def give_token(self, token: str | None = None) -> str:
        """Pair anew: set a fresh token and return it, the only time it can be seen."""
        token = token or secrets.token_urlsafe(24)
        self.token_digest = self.digest(token)
        self.paired_at = timezone.now()
        self.expires_at = self.paired_at + TOKEN_LIFE
        self.revoked_at = None
        return token


class Check(models.Model):
    """A thermometer held in ice water, or in boiling water at an altitude, and what it read."""

    thermometer = models.ForeignKey(Thermometer, on_delete=models.CASCADE, related_name="checks")
    kind = models.CharField(max_length=8, choices=[("ice", "ice water"), ("boiling", "boiling water")])
    read_c = models.FloatField()
    altitude_m = models.FloatField(default=0.0)
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["at", "id"]

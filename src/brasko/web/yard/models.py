"""What stands in the yard: grills with their zones, and thermometers."""

import hashlib
import secrets
from datetime import timedelta

from django.conf import settings
from django.db import models
from django.utils import timezone

TOKEN_LIFE = timedelta(days=365)


class Grill(models.Model):
    """A grill, described by one of the fires the core knows."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="grills")
    name = models.CharField(max_length=80)
    fire = models.CharField(max_length=40, default="kettle_two_zone")

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


class Thermometer(models.Model):
    """A thermometer that posts readings with a token. Only a digest of the token is kept."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="thermometers")
    name = models.CharField(max_length=80)
    simulated = models.BooleanField(default=False)
    token_digest = models.CharField(max_length=64, unique=True)
    paired_at = models.DateTimeField(default=timezone.now)
    expires_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)

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

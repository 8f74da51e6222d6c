"""Who cooks, and how they like to read quantities."""

from django.conf import settings
from django.db import models


class Household(models.Model):
    """One account's household and preferences."""

    class Units(models.TextChoices):
        US = "us", "°F, in, lb"
        METRIC = "metric", "°C, mm, g"

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="household")
    name = models.CharField(max_length=80)
    units = models.CharField(max_length=8, choices=Units.choices, default=Units.US)
    clock = models.CharField(max_length=2, default="24")
    """Hours of the day by 12 or by 24."""
    eaters = models.PositiveSmallIntegerField(default=2)
    """How many usually eat: a new plan is for so many."""
    scale = models.CharField(max_length=16, default="kitchen")
    demo = models.BooleanField(default=False)
    """Made for the demo, which anybody may enter; no other account is ever opened without its password."""
    learns = models.BooleanField(default=True)
    """Whether its cooks teach its fires."""
    language = models.CharField(max_length=8, default="en")
    scheme = models.CharField(max_length=8, default="system")
    recovery = models.CharField(max_length=128, blank=True, default="")
    """Digest of the code that opens the account once its password is lost; empty where none was made."""

    def __str__(self) -> str:
        return self.name

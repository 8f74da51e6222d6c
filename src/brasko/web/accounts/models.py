"""Who cooks, and how they like to read quantities."""

import hashlib
import secrets
import uuid

from django.conf import settings
from django.db import models
from django.utils import timezone


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
    altitude_m = models.FloatField(default=0.0)
    """How high above the sea it cooks: water boils the sooner there."""
    scale = models.CharField(max_length=16, default="kitchen")
    demo = models.BooleanField(default=False)
    """Made for the demo, which anybody may enter; no other account is ever opened without its password."""
    learns = models.BooleanField(default=True)
    """Whether its cooks teach its fires."""
    language = models.CharField(max_length=8, default="en")
    scheme = models.CharField(max_length=8, default="system")
    recovery = models.CharField(max_length=128, blank=True, default="")
    """Digest of the code that opens the account once its password is lost; empty where none was made."""
    known_as = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    """Which household this is, on whichever machine."""
    leaves_at = models.DateTimeField(null=True, blank=True)
    """When it goes for good; until then it can be kept after all."""

    def __str__(self) -> str:
        return self.name


class Role(models.TextChoices):
    """What somebody may do in a household that is another's."""

    COOK = "cook", "plans, cooks and changes like the owner, but for the account"
    HAND = "hand", "looks on, marks what is done, takes readings"


class Member(models.Model):
    """Somebody with an account of their own who cooks in another's household."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="member")
    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="members")
    role = models.CharField(max_length=8, choices=Role.choices)
    recovery = models.CharField(max_length=128, blank=True, default="")
    since = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["since", "id"]

    def __str__(self) -> str:
        return f"{self.user} in {self.household}"


def digest(token: str) -> str:
    """What is kept of a token that is random enough not to be guessed."""
    return hashlib.sha256(token.encode()).hexdigest()


def new_token() -> str:
    """192 random bits, fit for an address."""
    return secrets.token_urlsafe(24)


class SignUpRule(models.Model):
    """Who may make a household here, where the machine's owner has said so: one row."""

    rule = models.CharField(max_length=8)

    def __str__(self) -> str:
        return self.rule


class Invite(models.Model):
    """A link that makes one member, once, while it lasts; without a household a code that makes one. Only a digest is
    kept."""

    household = models.ForeignKey(Household, null=True, on_delete=models.CASCADE, related_name="invites")
    digest = models.CharField(max_length=64, unique=True)
    role = models.CharField(max_length=8, choices=Role.choices)
    expires_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.role or 'new household'} of {self.household or 'this machine'} until {self.expires_at}"


class Entrance(models.Model):
    """A session as its owner may know it: what it is used from, since when, and when last."""

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="entrances")
    session = models.CharField(max_length=40, unique=True)
    agent = models.CharField(max_length=8)
    address = models.CharField(max_length=45, blank=True)
    began_at = models.DateTimeField(default=timezone.now)
    seen_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["-seen_at", "-id"]

    def __str__(self) -> str:
        return f"{self.user} on a {self.agent}"


class SecondStep(models.Model):
    """Codes of a clock (RFC 6238) that are asked for beside the password, once one was right.

    used is the newest step of the clock whose code was taken: none is taken twice.
    """

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="second_step")
    secret = models.CharField(max_length=64)
    confirmed = models.BooleanField(default=False)
    used = models.BigIntegerField(default=0)

    def __str__(self) -> str:
        return f"codes of {self.user}"

"""Cooks: a plan put on the fire, with everything that was done and measured, in the order it was recorded."""

from collections import Counter
from collections.abc import Iterable
from datetime import datetime, timedelta
from functools import cached_property
from typing import Any

from django.conf import settings
from django.db import models
from django.utils import timezone

from brasko.web.common.versions import Versioned
from brasko.web.cooks.events import Deed, deed_of
from brasko.web.cooks.schedule import Schedule
from brasko.web.plans.stored import Stored


class Staying(models.Manager["Cook"]):
    """Cooks that nobody has let go."""

    def get_queryset(self) -> models.QuerySet["Cook"]:
        return super().get_queryset().filter(leaves_at=None)


class Cook(Versioned, models.Model):
    """One cook with its own clock, which runs at `clock_speed` from `clock_cook_at` since `clock_real_at`.

    One that was let go is gone for good at leaves_at; until then it is among `every`, not among `objects`.
    """

    EDITED = ("stars", "doneness", "crust", "rim", "tenderness", "smoke", "note")

    class Hands(models.TextChoices):
        MINE = "mine", "I mark each step"
        PLAN = "plan", "Steps mark themselves"

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="cooks")
    plan = models.ForeignKey("plans.Plan", null=True, blank=True, on_delete=models.SET_NULL)
    grill = models.ForeignKey("yard.Grill", null=True, blank=True, on_delete=models.SET_NULL)
    title = models.CharField(max_length=120)
    eat_at = models.DateTimeField()
    practice = models.BooleanField(default=False)
    hands = models.CharField(max_length=8, choices=Hands.choices, default=Hands.MINE)
    created_at = models.DateTimeField(default=timezone.now)
    started_at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True, blank=True)
    clock_real_at = models.DateTimeField()
    clock_cook_at = models.DateTimeField()
    clock_speed = models.FloatField(default=1.0)
    heard_at = models.DateTimeField(null=True, blank=True)
    trouble = models.CharField(max_length=12, blank=True)
    drill = models.CharField(max_length=20, blank=True)
    stars = models.PositiveSmallIntegerField(null=True, blank=True)
    doneness = models.CharField(max_length=8, blank=True)
    crust = models.CharField(max_length=8, blank=True)
    rim = models.CharField(max_length=8, blank=True)
    tenderness = models.CharField(max_length=8, blank=True)
    smoke = models.CharField(max_length=8, blank=True)
    note = models.TextField(blank=True)
    leaves_at = models.DateTimeField(null=True, blank=True)
    schedule = models.JSONField(default=dict, blank=True)
    """Of a meal: who helps, and every task (see schedule.Schedule)."""

    objects = Staying()
    every = models.Manager["Cook"]()

    class Meta:
        ordering = ["-started_at", "-id"]

    def __str__(self) -> str:
        return self.title

    @property
    def meal_id(self) -> int | None:
        """The meal of several dishes that it is the cook of; None where it is of a plan, or came from elsewhere."""
        meal = getattr(self, "table", None)
        return None if meal is None else int(meal.pk)

    @property
    def meal_schedule(self) -> Schedule:
        """Who helps and what is to be done beside its pieces' own tasks."""
        return Schedule.model_validate(self.schedule)

    def copied(self, **change: Any) -> "Cook":
        """Another one like it, not kept yet."""
        kept = {f.name: getattr(self, f.name) for f in self._meta.concrete_fields if f.name != "id"}
        return Cook(**kept | change)

    def now(self, real: datetime | None = None) -> datetime:
        """The cook's own time; it stands still once the cook has ended."""
        if self.ended_at is not None:
            return self.ended_at
        return self.clock_cook_at + ((real or timezone.now()) - self.clock_real_at) * self.clock_speed

    def seconds(self, at: datetime) -> float:
        """Seconds of a moment from the hour of eating, as plans count."""
        return (at - self.eat_at).total_seconds()

    def moment(self, seconds: float) -> datetime:
        """The moment that lies `seconds` from the hour of eating."""
        return self.eat_at + timedelta(seconds=seconds)


class Piece(Stored, models.Model):
    """One piece on the fire, with the wish and programme it was planned with, and what came of it."""

    cook = models.ForeignKey(Cook, on_delete=models.CASCADE, related_name="pieces")
    position = models.PositiveSmallIntegerField()
    name = models.CharField(max_length=80)
    cut = models.CharField(max_length=40)
    inputs = models.JSONField()
    result = models.JSONField()
    model_version = models.CharField(max_length=20)
    thermometer = models.ForeignKey("yard.Thermometer", null=True, blank=True, on_delete=models.SET_NULL)
    outcome = models.JSONField(null=True, blank=True)
    truth_of = models.BigIntegerField(null=True, blank=True)
    """Whose hidden kitchen it is cooked in, for a practice that is taken up again; its own where nothing is said."""
    spark = models.JSONField(null=True, blank=True)
    """Its core, thinned for a line of the log, with the newest reading that was known then; made again where there are
    newer ones."""

    class Meta:
        ordering = ["position"]
        constraints = [models.UniqueConstraint(fields=["cook", "position"], name="one_cook_piece_per_position")]


class AppendOnly(models.Model):
    """A row that is written once. The database refuses changes too (see the migration)."""

    class Meta:
        abstract = True

    def save(self, *args: Any, **kwargs: Any) -> None:
        if self.pk is not None:
            raise TypeError(f"{type(self).__name__} is append-only: record a new one instead.")
        super().save(*args, **kwargs)


class Event(AppendOnly):
    """Something that was done. Taking it back is another event."""

    class Kind(models.TextChoices):
        START = "start"
        DONE = "done"
        FLIP = "flip"
        TURN = "turn"
        MOVE = "move"
        LID = "lid"
        VENT = "vent"
        WEATHER = "weather"
        READING = "reading"
        FLARE = "flare"
        SMOKE = "smoke"
        PAUSE = "pause"
        PULL = "pull"
        GUESTS = "guests"
        NOTE = "note"
        UNDO = "undo"
        CLOCK = "clock"
        FINISH = "finish"

    cook = models.ForeignKey(Cook, on_delete=models.CASCADE, related_name="events")
    piece = models.ForeignKey(Piece, null=True, blank=True, on_delete=models.CASCADE)
    client_id = models.UUIDField()
    kind = models.CharField(max_length=8, choices=Kind.choices)
    at = models.DateTimeField()
    recorded_at = models.DateTimeField(default=timezone.now)
    payload = models.JSONField(default=dict)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["cook", "client_id"], name="an_event_is_recorded_once")]

    @cached_property
    def deed(self) -> Deed:
        """What it says, by its kind."""
        return deed_of(self.kind, self.payload)


class Reading(AppendOnly):
    """One temperature from a thermometer, stamped with the cook's time."""

    class Source(models.TextChoices):
        TIP = "tip", "tip"
        SHAFT = "shaft", "shaft"
        EDGE = "edge", "near the edge"
        AIR = "air", "air beside the food"
        PIT = "pit", "where a pit controller reads"
        HAND = "hand", "the middle, by hand"
        SURFACE = "surface", "the grate, the pan or the meat, from above"

    cook = models.ForeignKey(Cook, on_delete=models.CASCADE, related_name="readings")
    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="readings")
    thermometer = models.ForeignKey("yard.Thermometer", on_delete=models.CASCADE)
    source = models.CharField(max_length=8, choices=Source.choices, default=Source.TIP)
    sequence = models.BigIntegerField()
    at = models.DateTimeField()
    recorded_at = models.DateTimeField(default=timezone.now)
    temp_c = models.FloatField()
    raw_c = models.FloatField(null=True, blank=True)

    class Meta:
        ordering = ["at", "id"]
        constraints = [
            models.UniqueConstraint(
                fields=["piece", "thermometer", "source", "sequence"], name="a_reading_is_recorded_once"
            )
        ]
        indexes = [models.Index(fields=["cook", "id"])]


class Photo(models.Model):
    """A picture of what came of a cook, made small and without what a camera adds: no place, no date."""

    cook = models.OneToOneField(Cook, on_delete=models.CASCADE, related_name="photo")
    jpeg = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    added_at = models.DateTimeField(default=timezone.now)


class Look(models.Model):
    """A link by which anybody may look on at one cook, while it lasts. Only a digest of it is kept."""

    cook = models.ForeignKey(Cook, on_delete=models.CASCADE, related_name="looks")
    digest = models.CharField(max_length=64, unique=True)
    expires_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"a look at {self.cook_id} until {self.expires_at}"


def labels(pieces: Iterable[Piece]) -> dict[int, str]:
    """What each piece is called in a file: its name, or its number where two are named alike."""
    pieces = list(pieces)
    many = Counter(piece.name for piece in pieces)
    return {p.id: p.name if many[p.name] == 1 else str(p.position + 1) for p in pieces}

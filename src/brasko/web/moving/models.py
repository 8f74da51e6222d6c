"""What a household brought along from elsewhere, so that reading it twice adds nothing."""

from django.db import models

from brasko.web.accounts.models import Household


class Brought(models.Model):
    """One thing that was read from a household's file: which it was there (source, kind, theirs) and is here."""

    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="brought")
    source = models.UUIDField()
    kind = models.CharField(max_length=20)
    theirs = models.BigIntegerField()
    ours = models.BigIntegerField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["household", "source", "kind", "theirs"], name="a_thing_is_brought_once")
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.theirs} of {self.source}"

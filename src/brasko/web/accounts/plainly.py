"""What is kept under a household's own names is plain text, in the language and units it had then."""

from __future__ import annotations

from django.contrib.auth.models import User

from brasko.web.accounts.models import Household
from brasko.words import rendered


def plainly(owner: User, text: str) -> str:
    """A message as its household reads it."""
    home = Household.objects.filter(user=owner).values_list("units", "language").first()
    return rendered(text, *(home or ()))

"""Who may make a new household on this machine: anybody, who was invited, or nobody.

The demo is open. Elsewhere the first household is made by whoever comes first; from then on by invitation, until the
machine's owner says otherwise (`brasko sign-up`).
"""

from __future__ import annotations

from datetime import timedelta
from typing import Literal, get_args

from django.conf import settings
from django.core.exceptions import PermissionDenied
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts.models import Household, Invite, SignUpRule, digest, new_token

Rule = Literal["open", "invited", "closed"]
RULES: tuple[Rule, ...] = get_args(Rule)
INVITED_FOR = timedelta(days=3)
"""How long an invitation can be taken."""


def rule() -> Rule:
    """Who may make a household now."""
    said = SignUpRule.objects.values_list("rule", flat=True).first() or settings.SIGN_UP
    if said in RULES:
        return said
    return "open" if settings.DEMO or not Household.objects.filter(demo=False).exists() else "invited"


def set_rule(wanted: Rule) -> None:
    """Decide it for this machine."""
    SignUpRule.objects.update_or_create(id=1, defaults={"rule": wanted})


def invitation() -> str:
    """A code by which one household can be made, once, within three days. Only its digest is kept."""
    Invite.objects.filter(expires_at__lte=timezone.now()).delete()
    token = new_token()
    Invite.objects.create(digest=digest(token), role="", expires_at=timezone.now() + INVITED_FOR)
    return token


def let_in(code: str) -> None:
    """That a household may be made, in the transaction that makes it: its invitation is used up.

    Raises PermissionDenied where nobody may, and InvalidInput on invitation.
    """
    now = rule()
    if now == "closed":
        raise PermissionDenied(say("sign-up-is-closed"))
    if now == "open":
        return
    if not code:
        raise InvalidInput("invitation", say("sign-up-by-invitation"))
    good = Invite.objects.filter(household=None, digest=digest(code.strip()), expires_at__gt=timezone.now())
    if not good.delete()[0]:
        raise InvalidInput("invitation", say("sign-up-this-invitation-is-used-or-over"))

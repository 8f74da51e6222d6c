"""Changing a password, and getting back in where it is lost: by a code that was shown once, or by the machine's owner.

A new password ends every session of the account but the one that asked for it.
"""

from __future__ import annotations

import secrets
from functools import cache

from django.contrib.auth import get_user_model
from django.contrib.auth.hashers import check_password, make_password
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError as DjangoValidationError
from django.db import transaction

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts.guard import may_try, was_wrong
from brasko.web.accounts.models import Household

SIGNS = "23456789abcdefghjkmnpqrstuvwxyz"
"""None that is taken for another when it is read off paper."""
GROUPS, GROUP = 5, 5
"""Twenty-five signs of thirty-one are 123 bits: nobody tries them all."""


def change(user: User, current: str, new: str, address: str) -> None:
    """Give the account another password. Raises InvalidInput or TooOften."""
    prove(user, current, address)
    accept(user, new, "new")
    user.set_password(new)
    user.save(update_fields=["password"])


def prove(user: User, current: str, address: str) -> None:
    """That it is the owner who asks. Raises InvalidInput on current, or TooOften."""
    may_try(user.username, address)
    if not user.check_password(current):
        was_wrong(user.username, address)
        raise InvalidInput("current", say("passwords-is-not-your-password"))


def accept(user: User, new: str, field: str) -> None:
    """That a password will do for somebody. Raises InvalidInput on the field."""
    try:
        validate_password(new, user)
    except DjangoValidationError as exc:
        raise InvalidInput(field, " ".join(exc.messages)) from exc


def new_code(user: User) -> str:
    """A code that opens the account once; it takes the place of an earlier one, and only its digest is kept."""
    code = "-".join("".join(secrets.choice(SIGNS) for _ in range(GROUP)) for _ in range(GROUPS))
    Household.objects.filter(user=user).update(recovery=make_password(_plain(code)))
    return code


def recover(username: str, code: str, new: str, address: str) -> User:
    """Open an account with its code, and give it a password. The code is used up.

    Raises InvalidInput, the same where the name, its code or both are wrong, or TooOften.
    """
    may_try(username, address)
    user = get_user_model().objects.select_related("household").filter(username=username).first()
    known = user.household.recovery if user is not None else ""
    # the same work is done for a name that nobody has: the time it takes tells nothing
    fits = check_password(_plain(code), known or _nobodys())
    if user is None or not known or not fits:
        was_wrong(username, address)
        raise InvalidInput("code", say("passwords-this-code-does-not-open"))
    accept(user, new, "password")
    with transaction.atomic():
        used = Household.objects.filter(user=user, recovery=known).update(recovery="")
        if used == 0:
            raise InvalidInput("code", say("passwords-this-code-does-not-open"))
        user.set_password(new)
        user.save(update_fields=["password"])
    return user


def _plain(code: str) -> str:
    return "".join(sign for sign in code.lower() if sign.isalnum())


@cache
def _nobodys() -> str:
    return make_password("nobody has this")

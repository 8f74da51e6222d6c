"""Changing a password, and getting back in where it is lost: by a code that was shown once, or by the machine's owner.

A new password ends every session of the account but the one that asked for it.
"""

from __future__ import annotations

import secrets
from collections.abc import Iterator
from contextlib import contextmanager
from functools import cache

from django.contrib.auth import get_user_model
from django.contrib.auth.hashers import check_password, make_password
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError as DjangoValidationError
from django.db import IntegrityError, transaction
from django.db.models import QuerySet

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts.models import Household, Member
from brasko.web.accounts.throttle import Trying, may_try, was_wrong

SIGNS = "23456789abcdefghjkmnpqrstuvwxyz"
"""None that is taken for another when it is read off paper."""
TAKEN = say("api-is-taken-choose-another")
"""Said of a name that somebody has."""
GROUPS, GROUP = 5, 5
"""Twenty-five signs of thirty-one are 123 bits: nobody tries them all."""


def change(user: User, current: str, new: str, who: Trying) -> None:
    """Give the account another password. Raises InvalidInput or TooOften."""
    prove(user, current, who)
    accept(user, new, "new")
    user.set_password(new)
    user.save(update_fields=["password"])


def prove(user: User, current: str, who: Trying) -> None:
    """That it is the owner who asks. Raises InvalidInput on current, or TooOften."""
    may_try(who)
    if not user.check_password(current):
        was_wrong(who)
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
    _keepers(user).update(recovery=make_password(_plain(code)))
    return code


def _keepers(user: User) -> QuerySet[Household] | QuerySet[Member]:
    """The row that keeps the digest of somebody's code."""
    own = Household.objects.filter(user=user)
    return own if own.exists() else Member.objects.filter(user=user)


def recover(username: str, code: str, new: str, who: Trying) -> User:
    """Open an account with its code, and give it a password. The code is used up.

    Raises InvalidInput, the same where the name, its code or both are wrong, or TooOften.
    """
    may_try(who)
    user = get_user_model().objects.filter(username=username).first()
    known = (_keepers(user).values_list("recovery", flat=True).first() or "") if user is not None else ""
    # the same work is done for a name that nobody has: the time it takes tells nothing
    fits = check_password(_plain(code), known or _nobodys())
    if user is None or not known or not fits:
        was_wrong(who)
        raise InvalidInput("code", say("passwords-this-code-does-not-open"))
    accept(user, new, "password")
    with transaction.atomic():
        used = _keepers(user).filter(recovery=known).update(recovery="")
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


@contextmanager
def new_account(username: str, password: str) -> Iterator[User]:
    """An account, and whatever is made with it in the same transaction. Raises InvalidInput on username or password."""
    users = get_user_model()
    if users.objects.filter(username__iexact=username).exists():
        raise InvalidInput("username", TAKEN)
    draft = users(username=username)
    try:
        draft.full_clean(exclude=["password"])
    except DjangoValidationError as exc:
        field, said = next(iter(exc.message_dict.items()))
        raise InvalidInput(field, " ".join(said)) from exc
    accept(draft, password, "password")
    try:
        with transaction.atomic():
            yield users.objects.create_user(username, password=password)
    except IntegrityError:
        raise InvalidInput("username", TAKEN) from None

"""Codes of a clock beside the password (RFC 6238): begun, confirmed by a right code, asked for at sign-in, stopped."""

from __future__ import annotations

import time

import pyotp
from django.contrib.auth.models import User

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts.models import SecondStep
from brasko.web.accounts.throttle import Trying, may_try, was_wrong

STEP_S, EITHER_WAY = 30, 1
"""A code lasts half a minute; a clock may be one code early or late (RFC 6238, 5.2)."""
WRONG = say("codes-is-not-the-code-that-is")


def begun(user: User) -> str:
    """A fresh secret as an address that clocks read from a picture; nothing is asked for until it is confirmed.

    Raises InvalidInput where codes are asked for already: those are stopped first.
    """
    kept, _ = SecondStep.objects.get_or_create(user=user, defaults={"secret": ""})
    if kept.confirmed:
        raise InvalidInput("current", say("codes-are-asked-for-already"))
    kept.secret, kept.used = pyotp.random_base32(), 0
    kept.save()
    return pyotp.TOTP(kept.secret).provisioning_uri(name=user.get_username(), issuer_name="Brasko")


def confirm(user: User, code: str, who: Trying) -> None:
    """Ask for codes from now on. Raises InvalidInput where the clock does not say this one."""
    kept = SecondStep.objects.filter(user=user, confirmed=False).first()
    if kept is None:
        raise InvalidInput("code", say("codes-begin-first"))
    _take(kept, code, who)
    SecondStep.objects.filter(id=kept.id).update(confirmed=True)


def pass_second(user: User, code: str, who: Trying) -> None:
    """The second step of signing in, where one is asked for. Raises InvalidInput on code, or TooOften."""
    kept = SecondStep.objects.filter(user=user, confirmed=True).first()
    if kept is None:
        return
    if not code:
        raise InvalidInput("code", say("codes-write-the-one-that-is-shown"))
    _take(kept, code, who)


def stop(user: User) -> None:
    """Ask for no code any more."""
    SecondStep.objects.filter(user=user).delete()


def are_asked(user: User) -> bool:
    """Whether a code is asked for beside the password."""
    return SecondStep.objects.filter(user=user, confirmed=True).exists()


def _take(kept: SecondStep, code: str, who: Trying) -> None:
    may_try(who)
    plain = "".join(code.split())
    clock, now = pyotp.TOTP(kept.secret), int(time.time()) // STEP_S
    fits = [step for step in range(now - EITHER_WAY, now + EITHER_WAY + 1) if clock.generate_otp(step) == plain]
    taken = fits and SecondStep.objects.filter(id=kept.id, used__lt=fits[-1]).update(used=fits[-1])
    if not taken:
        was_wrong(who)
        raise InvalidInput("code", WRONG)

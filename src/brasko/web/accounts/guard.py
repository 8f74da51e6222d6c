"""Guessing at passwords is slowed down: so many wrong tries for a name, and from an address, and then a while of none.

Counted in this process, so that several serve several times as many; a right password clears nothing, and its owner
waits too: else whoever guesses would be told when to go on.
"""

from __future__ import annotations

from limits import RateLimitItemPerHour, RateLimitItemPerMinute
from limits.storage import MemoryStorage
from limits.strategies import SlidingWindowCounterRateLimiter

from brasko.core.words import quantity, say
from brasko.web.common.problem import TooOften

OVER_MIN = 5
BY_NAME, BY_ADDRESS = RateLimitItemPerMinute(8, OVER_MIN), RateLimitItemPerMinute(40, OVER_MIN)
"""Wrong tries in so many minutes (assumed: a forgetful owner needs three, a list of common passwords ten thousand)."""

NEW_FROM_ADDRESS = RateLimitItemPerHour(60)
"""New accounts from an address in an hour (assumed: a class of cooks behind one router, no machine that makes them)."""

_tries = SlidingWindowCounterRateLimiter(MemoryStorage())


def may_try(name: str, address: str) -> None:
    """Raises TooOften where so many tries were wrong that none is looked at for now."""
    if not (_tries.test(BY_NAME, "name", name.lower()) and _tries.test(BY_ADDRESS, "address", address)):
        raise TooOften(say("guard-too-many-wrong-tries", minutes=quantity.number(OVER_MIN)), 60 * OVER_MIN)


def was_wrong(name: str, address: str) -> None:
    """One more wrong try."""
    _tries.hit(BY_NAME, "name", name.lower())
    _tries.hit(BY_ADDRESS, "address", address)


def may_sign_up(address: str) -> None:
    """One more account from there. Raises TooOften where there were so many that none is made for now."""
    if not _tries.hit(NEW_FROM_ADDRESS, "sign-up", address):
        raise TooOften(say("guard-too-many-new-accounts"), 3600)


def forget() -> None:
    """Begin to count anew."""
    _tries.storage.reset()

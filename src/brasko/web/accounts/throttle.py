"""Guessing at passwords is slowed down, and nobody can lock anybody else out by it.

Wrong tries are counted for whoever makes them: a name from an address, an address, a browser that signed in to this
account before, or a session. A browser that was remembered is counted by itself alone, and a signed-in owner too, so
that a stranger's tries keep neither out. What strangers try at one name from many addresses is counted together.
Source: OWASP, "Slow down online guessing attacks with device cookies"; NIST SP 800-63B, 5.2.2 (no more than a hundred
tries in a row, with growing waits); both from memory.

Counted in this process, so that several serve several times as many; a right password clears nothing: else whoever
guesses would be told when to go on.
"""

from __future__ import annotations

import math
import time
from dataclasses import dataclass

from limits import RateLimitItem, RateLimitItemPerDay, RateLimitItemPerHour, RateLimitItemPerMinute
from limits.storage import MemoryStorage
from limits.strategies import SlidingWindowCounterRateLimiter

from brasko.core.words import quantity, say
from brasko.web.common.problem import TooOften

OWN_TRIES = (
    RateLimitItemPerMinute(8, 5),
    RateLimitItemPerHour(20),
    RateLimitItemPerDay(50),
)
"""Wrong tries of one who tries: each longer while lets fewer through, so that the wait grows (assumed: a forgetful
owner needs three, a list of common passwords ten thousand)."""
OF_ADDRESS = (RateLimitItemPerMinute(40, 5),)
"""Wrong tries from an address, whoever is asked for."""
OF_STRANGERS = (RateLimitItemPerHour(60), RateLimitItemPerDay(300))
"""Wrong tries at one name from browsers that never signed in to it, from everywhere together."""

NEW_FROM_ADDRESS = (RateLimitItemPerHour(60),)
"""New accounts from an address (assumed: a class of cooks behind one router, no machine that makes them)."""
NEW_ON_MACHINE = (RateLimitItemPerHour(100), RateLimitItemPerDay(300))
"""New accounts from everywhere together (assumed)."""

_tries = SlidingWindowCounterRateLimiter(MemoryStorage())
_Counted = tuple[tuple[RateLimitItem, ...], tuple[str, ...]]


@dataclass(frozen=True)
class Trying:
    """Who tries at an account: from where, and whether it is known there.

    known   a browser that signed in to it before, or the session of its owner; empty for a stranger
    """

    name: str
    address: str
    known: str = ""

    @property
    def counted(self) -> tuple[_Counted, ...]:
        """Where tries of this one are counted."""
        if self.known:
            return ((OWN_TRIES, ("known", self.known)),)
        name = self.name.casefold()
        return (
            (OWN_TRIES, ("name", name, self.address)),
            (OF_ADDRESS, ("address", self.address)),
            (OF_STRANGERS, ("strangers", name)),
        )


def may_try(who: Trying) -> None:
    """Raises TooOften where so many tries were wrong that none is looked at for now."""
    wait_s = max(_wait_s(limits, key) for limits, key in who.counted)
    if wait_s > 0:
        minutes = quantity.number(math.ceil(wait_s / 60))
        raise TooOften(say("guard-too-many-wrong-tries", minutes=minutes), math.ceil(wait_s))


def was_wrong(who: Trying) -> None:
    """One more wrong try."""
    for limits, key in who.counted:
        for limit in limits:
            _tries.hit(limit, *key)


def may_sign_up(address: str) -> None:
    """One more account from there. Raises TooOften where there were so many that none is made for now."""
    counted: tuple[_Counted, ...] = ((NEW_FROM_ADDRESS, ("sign-up", address)), (NEW_ON_MACHINE, ("sign-up",)))
    wait_s = max(_wait_s(limits, key) for limits, key in counted)
    if wait_s > 0:
        raise TooOften(say("guard-too-many-new-accounts"), math.ceil(wait_s))
    for limits, key in counted:
        for limit in limits:
            _tries.hit(limit, *key)


def _wait_s(limits: tuple[RateLimitItem, ...], key: tuple[str, ...]) -> float:
    """How long until the next is let through [s]; 0 where it is now."""
    over = [_tries.get_window_stats(limit, *key).reset_time for limit in limits if not _tries.test(limit, *key)]
    return max((max(at - time.time(), 1.0) for at in over), default=0.0)


def forget() -> None:
    """Begin to count anew."""
    _tries.storage.reset()

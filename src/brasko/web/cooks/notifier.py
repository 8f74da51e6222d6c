"""A bell per cook: whoever records something rings it, and open event streams wake up.

It only saves waiting. What is sent always comes from the database, so a missed ring costs a heartbeat, not data.
"""

from __future__ import annotations

import asyncio
import threading
from time import monotonic


class Bell:
    """Who listens to which cook in this process: as many as streams are open."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._waiting: dict[int, set[Listening]] = {}

    def ring(self, cook_id: int, *, for_readings: bool = False) -> None:
        """Wake every stream of a cook; for readings alone, one that was awake just now may wait a little. Safe from any
        thread."""
        with self._lock:
            for listening in self._waiting.get(cook_id, set()):
                if not listening.loop.is_closed():
                    listening.loop.call_soon_threadsafe(listening.heard, for_readings)

    def ring_all(self) -> None:
        """Wake every stream: somebody has signed out, and theirs is over."""
        with self._lock:
            cooks = list(self._waiting)
        for cook_id in cooks:
            self.ring(cook_id)

    def listening(self, cook_id: int) -> Listening:
        """While open, its `wait` returns when the bell rings for the cook, or the time is over."""
        return Listening(self, cook_id)

    def _enter(self, listening: Listening) -> None:
        with self._lock:
            self._waiting.setdefault(listening.cook_id, set()).add(listening)

    def _leave(self, listening: Listening) -> None:
        with self._lock:
            streams = self._waiting.get(listening.cook_id, set())
            streams.discard(listening)
            if not streams:
                self._waiting.pop(listening.cook_id, None)


class Listening:
    """One stream that waits for the bell of a cook."""

    def __init__(self, bell: Bell, cook_id: int) -> None:
        self.bell, self.cook_id = bell, cook_id
        self.loop = asyncio.get_running_loop()
        self.rang, self.at_once = asyncio.Event(), asyncio.Event()

    def __enter__(self) -> Listening:
        self.bell._enter(self)
        return self

    def __exit__(self, *_: object) -> None:
        self.bell._leave(self)

    def heard(self, for_readings: bool) -> None:
        """The bell rang."""
        self.rang.set()
        if not for_readings:
            self.at_once.set()

    async def wait(self, seconds: float, readings_from: float = 0.0) -> bool:
        """True when the bell rang. Where it rang for readings alone, not before a moment of the monotonic clock."""
        if not await _within(self.rang, seconds):
            return False
        if (early_s := readings_from - monotonic()) > 0.0:
            await _within(self.at_once, early_s)
        self.rang.clear()
        self.at_once.clear()
        return True


async def _within(event: asyncio.Event, seconds: float) -> bool:
    try:
        return await asyncio.wait_for(event.wait(), seconds)
    except TimeoutError:
        return False


bell = Bell()
"""Of this process."""

"""A bell per cook: whoever records something rings it, and open event streams wake up.

It only saves waiting. What is sent always comes from the database, so a missed ring costs a heartbeat, not data.
"""

from __future__ import annotations

import asyncio
import threading


class Bell:
    """Who listens to which cook in this process: as many as streams are open."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._waiting: dict[int, set[tuple[asyncio.AbstractEventLoop, asyncio.Event]]] = {}

    def ring(self, cook_id: int) -> None:
        """Wake every stream of a cook. Safe from any thread."""
        with self._lock:
            for loop, event in self._waiting.get(cook_id, set()):
                if not loop.is_closed():
                    loop.call_soon_threadsafe(event.set)

    def ring_all(self) -> None:
        """Wake every stream: somebody has signed out, and theirs is over."""
        with self._lock:
            cooks = list(self._waiting)
        for cook_id in cooks:
            self.ring(cook_id)

    def listening(self, cook_id: int) -> Listening:
        """While open, its `wait` returns when the bell rings for the cook, or the time is over."""
        return Listening(self, cook_id)

    def _enter(self, cook_id: int, key: tuple[asyncio.AbstractEventLoop, asyncio.Event]) -> None:
        with self._lock:
            self._waiting.setdefault(cook_id, set()).add(key)

    def _leave(self, cook_id: int, key: tuple[asyncio.AbstractEventLoop, asyncio.Event]) -> None:
        with self._lock:
            streams = self._waiting.get(cook_id, set())
            streams.discard(key)
            if not streams:
                self._waiting.pop(cook_id, None)


class Listening:
    """One stream that waits for the bell of a cook."""

    def __init__(self, bell: Bell, cook_id: int) -> None:
        self.bell, self.cook_id = bell, cook_id
        self.event = asyncio.Event()
        self.key = (asyncio.get_running_loop(), self.event)

    def __enter__(self) -> Listening:
        self.bell._enter(self.cook_id, self.key)
        return self

    def __exit__(self, *_: object) -> None:
        self.bell._leave(self.cook_id, self.key)

    async def wait(self, seconds: float) -> bool:
        """True when the bell rang."""
        try:
            await asyncio.wait_for(self.event.wait(), seconds)
        except TimeoutError:
            return False
        self.event.clear()
        return True


bell = Bell()
"""Of this process."""

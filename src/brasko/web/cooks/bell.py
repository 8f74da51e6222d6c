"""A bell per cook: whoever records something rings it, and open event streams wake up.

It only saves waiting. What is sent always comes from the database, so a missed ring costs a heartbeat, not data.
"""

import asyncio
import threading

_lock = threading.Lock()
_waiting: dict[int, set[tuple[asyncio.AbstractEventLoop, asyncio.Event]]] = {}


def ring(cook_id: int) -> None:
    """Wake every stream of a cook. Safe from any thread."""
    with _lock:
        for loop, event in _waiting.get(cook_id, set()):
            if not loop.is_closed():
                loop.call_soon_threadsafe(event.set)


def ring_all() -> None:
    """Wake every stream: somebody has signed out, and theirs is over."""
    with _lock:
        cooks = list(_waiting)
    for cook_id in cooks:
        ring(cook_id)


class Listening:
    """While open, `wait` returns when the bell rings or the time is over."""

    def __init__(self, cook_id: int) -> None:
        self.cook_id = cook_id
        self.event = asyncio.Event()
        self.key = (asyncio.get_running_loop(), self.event)

    def __enter__(self) -> "Listening":
        with _lock:
            _waiting.setdefault(self.cook_id, set()).add(self.key)
        return self

    def __exit__(self, *_: object) -> None:
        with _lock:
            streams = _waiting.get(self.cook_id, set())
            streams.discard(self.key)
            if not streams:
                _waiting.pop(self.cook_id, None)

    async def wait(self, seconds: float) -> bool:
        """True when the bell rang."""
        try:
            await asyncio.wait_for(self.event.wait(), seconds)
        except TimeoutError:
            return False
        self.event.clear()
        return True

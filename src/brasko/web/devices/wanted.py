"""Readings that somebody asked of the practice thermometers by hand: kept until they are read, and no longer."""

import threading
from collections import defaultdict

_lock = threading.Lock()
_wanted: dict[int, set[str]] = defaultdict(set)


def ask(piece_id: int, source: str) -> None:
    """Ask for one reading of a piece."""
    with _lock:
        _wanted[piece_id].add(source)


def wanted(piece_id: int) -> list[str]:
    """What is still asked for."""
    with _lock:
        return sorted(_wanted.get(piece_id, ()))


def answered(piece_id: int, source: str) -> None:
    """It was read."""
    with _lock:
        _wanted.get(piece_id, set()).discard(source)

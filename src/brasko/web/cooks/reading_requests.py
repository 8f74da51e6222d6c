"""Readings that somebody asked of the practice thermometers by hand: kept until they are read, and no longer."""

import threading
from collections import defaultdict


class Wanted:
    """What is asked of each piece. A piece has a handful of places to read, so it never grows beyond the cooks that
    run."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._sources: dict[int, set[str]] = defaultdict(set)

    def ask(self, piece_id: int, source: str) -> None:
        """Ask for one reading of a piece."""
        with self._lock:
            self._sources[piece_id].add(source)

    def of(self, piece_id: int) -> list[str]:
        """What is still asked for."""
        with self._lock:
            return sorted(self._sources.get(piece_id, ()))

    def answered(self, piece_id: int, source: str) -> None:
        """It was read."""
        with self._lock:
            self._sources.get(piece_id, set()).discard(source)
            if not self._sources.get(piece_id):
                self._sources.pop(piece_id, None)


wanted = Wanted()
"""Those of this process."""

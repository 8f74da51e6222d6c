"""Something done at the start of a server and every so often after that, in a thread of its own, not in a request."""

from __future__ import annotations

import logging
import threading
from collections.abc import Callable

from django.db import connections

log = logging.getLogger(__name__)


class NowAndThen:
    """Does its work every so many seconds until it is ended. Work that fails is told in the log, and done again."""

    def __init__(self, work: Callable[[], object], every_s: float) -> None:
        self.work, self.every_s = work, every_s
        self._over = threading.Event()
        self._thread = threading.Thread(target=self._go_on, name="now and then", daemon=True)

    def begin(self) -> None:
        """Do it now, and then again and again."""
        self._thread.start()

    def end(self) -> None:
        """Do it no more; what is under way is waited for."""
        self._over.set()
        if self._thread.is_alive():
            self._thread.join(5.0)

    def _go_on(self) -> None:
        while not self._over.is_set():
            try:
                self.work()
            except Exception:
                log.exception("What is done now and then failed; it is tried again.")
            finally:
                connections.close_all()
            self._over.wait(self.every_s)

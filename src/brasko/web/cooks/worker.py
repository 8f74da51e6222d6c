"""A process of its own that simulates kitchens: in the server's they would hold up every request (decision 15)."""

from __future__ import annotations

import logging
import multiprocessing
import os
import signal
from concurrent.futures import Future, ThreadPoolExecutor
from multiprocessing.connection import Connection

from brasko.core.forecast.history import Lived
from brasko.core.forecast.kitchens import Kitchens, Near, kitchens
from brasko.core.heat.warm import warm
from brasko.core.planner.wish import Wish

NICE = 5
"""Whatever somebody waits for goes first."""

log = logging.getLogger(__name__)
_asking = ThreadPoolExecutor(1, thread_name_prefix="kitchens")
_worker: Connection | None = None


def _work(asked: Connection) -> None:
    """What the process does until the server has gone, however it went."""
    os.nice(NICE)
    # the server is told to stop; this process ends when the server's end of the pipe has gone
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    warm()
    while True:
        try:
            what = asked.recv()
        except EOFError:
            return
        try:
            answer: object = kitchens(*what)
        except Exception as exc:
            answer = exc
        try:
            asked.send(answer)
        except OSError:
            return


def _start() -> Connection:
    global _worker
    if _worker is None:
        context = multiprocessing.get_context("spawn")
        _worker, theirs = context.Pipe()
        context.Process(target=_work, args=(theirs,), daemon=True, name="kitchens").start()
        theirs.close()
    return _worker


def _ask(*what: object) -> Kitchens:
    global _worker
    for _ in range(2):
        worker = _start()
        try:
            worker.send(what)
            answer = worker.recv()
        except (EOFError, OSError):
            log.warning("The process that simulates kitchens has ended: another one begins.")
            worker.close()
            _worker = None
            continue
        if isinstance(answer, Exception):
            raise answer
        return answer  # type: ignore[no-any-return]
    raise RuntimeError("no process that simulates kitchens stays up")


def start() -> None:
    """Have the process ready before it is needed."""
    _asking.submit(_start)


def simulated(wish: Wish, so_far: Lived, near: Near | None) -> Future[Kitchens]:
    """Kitchens in a while; a process that was ended is followed by another."""
    return _asking.submit(_ask, wish, so_far) if near is None else _asking.submit(_ask, wish, so_far, near)

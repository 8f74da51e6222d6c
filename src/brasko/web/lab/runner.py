"""Experiments at work: each by a thread that hands points to processes and keeps what comes, until it is done or
stopped. What was kept is not worked out again."""

from __future__ import annotations

import logging
import threading
import time
from collections.abc import Callable
from concurrent.futures import Executor, ThreadPoolExecutor
from typing import Any

from django.conf import settings
from django.db import connection

from brasko.core.lab.experiment import Found, carried_out
from brasko.core.lab.spread import Lost
from brasko.core.lab.variants import VariantResult
from brasko.core.words import say
from brasko.formats.experiment_convert import experiment_of, filled_in
from brasko.web.lab.executors import cluster, own_executor
from brasko.web.lab.models import Experiment
from brasko.web.lab.present import with_section
from brasko.web.lab.schemas import ResultOut

log = logging.getLogger(__name__)

AT_ONCE = 2
"""So many experiments are at work; others wait for their turn."""
LOOK_S = 0.05
KEEP_EVERY_S = 1.5
"""So often what has come is kept."""


class Labour:
    """Which experiments are at work in this process, and how to stop them."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._stops: dict[int, threading.Event] = {}
        self._threads = ThreadPoolExecutor(AT_ONCE, thread_name_prefix="experiment")

    def begin(self, experiment_id: int, household: int) -> None:
        """Work it out, or go on with it; nothing where it is at work already."""
        with self._lock:
            if experiment_id in self._stops:
                return
            stop = self._stops[experiment_id] = threading.Event()
        if settings.COMPUTE_APART:
            self._threads.submit(self._one, experiment_id, household, stop)
        else:
            self._one(experiment_id, household, stop)

    def stop(self, experiment_id: int) -> None:
        """Let it go on no further."""
        with self._lock:
            stop = self._stops.get(experiment_id)
        if stop is not None:
            stop.set()

    def ended(self, experiment_id: int, within_s: float = 20.0) -> bool:
        """Let it go on no further, and wait until it does not; False where it still does then."""
        self.stop(experiment_id)
        until = time.monotonic() + within_s
        while self.is_at(experiment_id) and time.monotonic() < until:
            time.sleep(LOOK_S)
        return not self.is_at(experiment_id)

    def end(self) -> None:
        """Let all of them go on no further; with the server."""
        with self._lock:
            stops = list(self._stops.values())
        for stop in stops:
            stop.set()
        self._threads.shutdown(wait=False, cancel_futures=True)

    def is_at(self, experiment_id: int) -> bool:
        """Whether it is at work or waits for its turn here."""
        with self._lock:
            return experiment_id in self._stops

    def _one(self, experiment_id: int, household: int, stop: threading.Event) -> None:
        try:
            worked_out(experiment_id, household, stop.is_set)
        except Exception:
            log.exception("Experiment %s went wrong", experiment_id)
            Experiment.objects.filter(id=experiment_id).update(
                state=Experiment.State.FAILED, note=say("lab-it-went-wrong")
            )
        finally:
            with self._lock:
                self._stops.pop(experiment_id, None)
            if settings.COMPUTE_APART:
                connection.close()


labour = Labour()
"""The one of this process."""


def worked_out(
    experiment_id: int,
    household: int,
    stopped: Callable[[], bool],
    elsewhere: Callable[[], Executor | None] = cluster,
) -> None:
    """Work an experiment out and keep what comes: on the cluster, if there is one; on this machine where it is lost."""
    kept = Experiment.objects.get(id=experiment_id)
    given, told = kept.asked, kept.told
    experiment = experiment_of(given)
    Experiment.objects.filter(id=experiment_id).update(
        state=Experiment.State.RUNNING, of=experiment.points, done=done_of(told), note=""
    )
    out = Keeper(experiment_id, told)
    ways: dict[int, VariantResult] = {}
    executor, note = elsewhere(), ""
    if executor is None:
        note = say("lab-no-cluster") if settings.CLUSTER else ""
        executor = own_executor(household)
    while True:
        skip = frozenset(n for n, p in enumerate(told.sweep.points) if p is not None) if told.sweep else frozenset()
        try:
            for found in carried_out(experiment, executor, stopped, ways.get, skip):
                if found is not None:
                    filled_in(told, experiment, found)
                    if isinstance(found.what, VariantResult):
                        ways[found.number] = found.what
                        with_section(told, found.number, found.what)
                out.one_more(found)
            break
        except Lost:
            log.exception("What computed experiment %s is gone; it goes on here", experiment_id)
            note = say("lab-the-cluster-is-gone")
            executor.shutdown(wait=False)
            executor = own_executor(household)
    executor.shutdown(wait=False)
    out.keep(state=Experiment.State.STOPPED if stopped() else Experiment.State.DONE, note=note)


def done_of(told: ResultOut) -> int:
    """How much of an answer is there, kitchens apart."""
    return 0 if told.sweep is None else sum(p is not None for p in told.sweep.points)


class Keeper:
    """Keeps what has come of an experiment, now and then."""

    def __init__(self, experiment_id: int, told: ResultOut) -> None:
        self.id, self.told = experiment_id, told
        self.done = done_of(told)
        self.at = time.monotonic()

    def one_more(self, found: Found | None) -> None:
        """Something has come."""
        if found is None or not isinstance(found.what, tuple):
            self.done += 1
        if time.monotonic() - self.at >= KEEP_EVERY_S:
            self.keep()

    def keep(self, **change: Any) -> None:
        """Keep it now."""
        self.at = time.monotonic()
        Experiment.objects.filter(id=self.id).update(
            told_json=self.told.model_dump(mode="json"), done=self.done, **change
        )

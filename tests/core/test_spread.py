"""Many computations on any executor."""

import time
from concurrent.futures import BrokenExecutor, Executor, Future, ThreadPoolExecutor

import pytest

from brasko.core.lab.spread import AT_ONCE, Lost, each_of


def doubled(n):
    return 2 * n


def test_each_is_worked_out_once_and_told_with_its_number():
    with ThreadPoolExecutor(3) as pool:
        found = dict(each_of(pool, doubled, [(n,) for n in range(40)]))
    assert found == {n: 2 * n for n in range(40)}


def test_what_is_stopped_begins_nothing_more():
    begun, told = [], []

    def slowly(n):
        begun.append(n)
        time.sleep(0.01)
        return n

    with ThreadPoolExecutor(2) as pool:
        for number, _ in each_of(pool, slowly, [(n,) for n in range(500)], stopped=lambda: len(told) >= 5):
            told.append(number)
    assert 5 <= len(told) <= 5 + AT_ONCE
    assert len(begun) < 5 + 3 * AT_ONCE


def test_what_goes_wrong_in_one_is_raised():
    with ThreadPoolExecutor(2) as pool, pytest.raises(ZeroDivisionError):
        list(each_of(pool, lambda n: 1 / n, [(1,), (0,)]))


class Gone(Executor):
    """Takes some work, then its processes die."""

    def __init__(self, takes):
        self.takes = takes

    def submit(self, fn, /, *args, **kwargs):
        self.takes -= 1
        if self.takes < 0:
            raise BrokenExecutor("its processes have ended")
        future = Future()
        future.set_result(fn(*args))
        return future


class Dying(Executor):
    def submit(self, fn, /, *args, **kwargs):
        future = Future()
        future.set_exception(BrokenExecutor("a process was killed"))
        return future


def test_an_executor_that_is_gone_is_told_as_such():
    with pytest.raises(Lost):
        list(each_of(Gone(3), doubled, [(n,) for n in range(9)]))
    with pytest.raises(Lost):
        list(each_of(Dying(), doubled, [(1,)]))

"""The process that simulates kitchens: it answers, says what went wrong, and is followed by another when it is ended."""

import multiprocessing

import numpy as np
import pytest

from brasko.core.errors import InvalidInput
from brasko.core.forecast.history import Began, lived
from brasko.core.forecast.kitchens import ALL_KITCHENS
from brasko.core.planner.invert import solved
from brasko.core.planner.wish import Wish
from brasko.web.cooks import worker


def test_a_process_that_was_ended_is_followed_by_another():
    wish = Wish("strip", 0.032, 0.34, 54.0)
    plan = solved(wish)
    so_far = lived(wish, plan.pull_c, plan.sear, [Began("gentle", 0.0), Began("wait", 1500.0), Began("sear", 1700.0)])
    first = worker.simulated(wish, so_far, None).result(600)
    (process,) = (p for p in multiprocessing.active_children() if p.name == "kitchens")
    process.kill()
    process.join()
    again = worker.simulated(wish, so_far, None).result(600)
    assert again.members == first.members > 0
    assert np.array_equal(again.ends_of, first.ends_of)
    with pytest.raises((InvalidInput, AttributeError)):
        worker.simulated(None, so_far, ALL_KITCHENS).result(600)

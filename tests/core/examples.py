"""How many cases a property is tried with: the same few in every `make test`, ten times as many others in
`make test-long`."""

import os
from collections.abc import Iterable
from typing import Any

import pytest
from hypothesis import HealthCheck, settings

IS_LONG = os.environ.get("BRASKO_TESTS") == "long"


def examples(count: int) -> settings:
    """Hypothesis settings for a property that is tried with `count` cases in a quick run."""
    return settings(
        max_examples=count * 10 if IS_LONG else count,
        derandomize=not IS_LONG,
        deadline=None,
        suppress_health_check=[HealthCheck.too_slow],
    )


def some_of(cases: Iterable[Any], every: int = 3) -> list[Any]:
    """All cases for a long run; every third of them, or whatever is said, for a quick one."""
    return [
        case if n % every == 0 else pytest.param(*_values(case), marks=pytest.mark.long) for n, case in enumerate(cases)
    ]


def _values(case: Any) -> tuple[Any, ...]:
    return case if isinstance(case, tuple) else (case,)

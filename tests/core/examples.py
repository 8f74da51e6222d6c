"""How many cases a property is tried with: the same few in every `make test`, ten times as many others in
`make test-long`."""

import os

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

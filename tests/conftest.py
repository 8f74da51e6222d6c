"""In which order the Python tests are handed out: a file goes to one worker, and the long ones go first, so that no
worker is left with one of them at the end."""

import pytest

LONGEST = (
    "test_lab_place",
    "test_watch",
    "test_planner",
    "test_wheel",
    "test_bill",
    "test_how_to",
    "test_demo",
    "test_reading",
    "test_machine",
    "test_privacy",
    "test_ensemble",
    "test_moving_spoilt",
)


@pytest.hookimpl(trylast=True)
def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    rank = {name: n for n, name in enumerate(LONGEST)}
    items.sort(key=lambda item: rank.get(item.path.stem, len(rank)))

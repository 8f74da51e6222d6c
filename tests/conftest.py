"""In which order the Python tests are handed out: a file goes to one worker, and the long ones go first, so that no
worker is left with one of them at the end."""

import pytest

LONGEST = (
    "test_watch",
    "test_lab_place",
    "test_ensemble",
    "test_reading",
    "test_lab",
    "test_planner",
    "test_moving_spoilt",
    "test_whole_table",
    "test_taught",
    "test_hold_fast",
    "test_machine",
    "test_pages",
    "test_beside_the_fire",
    "test_yard",
    "test_nothing_lost",
    "test_story",
    "test_household",
    "test_first_minutes",
    "test_two_browsers",
)


@pytest.hookimpl(trylast=True)
def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    rank = {name: n for n, name in enumerate(LONGEST)}
    items.sort(key=lambda item: rank.get(item.path.stem, len(rank)))

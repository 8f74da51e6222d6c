"""One row of the table of outside checks."""

from collections.abc import Callable
from dataclasses import dataclass

MEMORY = "from memory"
TRADE = "common practice, no source"


@dataclass(frozen=True)
class Case:
    """One row: where the figure is from, what it says, what is computed, and by how much it is known to be missed."""

    key: str
    source: str
    what: str
    low: float
    high: float
    unit: str
    computed: Callable[[], float]
    known_miss: float = 0.0
    reason: str = ""


def missed_by(case: Case, value: float) -> float:
    """How far a value lies outside the case's range; 0 inside."""
    return max(case.low - value, value - case.high, 0.0)

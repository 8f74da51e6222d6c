"""What a household's marks and other readings say of a fire besides its gentle side: how long it takes to be ready and
to be opened up, how far its gauge is off, and how hot it sears."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from brasko.core.learning.series import CLIPPED, known
from brasko.core.sourced import Sourced


@dataclass(frozen=True)
class Habit:
    """Something of a fire that a cook tells by one figure.

    answer      the answer of a piece that it sets
    prior       how far one kitchen is off what is usual: one standard deviation, of the logarithm where it is a factor
    read        how surely one cook tells it, in the same unit
    is_factor   a factor on what is usual; otherwise so much more [K]
    """

    key: str
    answer: str
    prior: Sourced
    read: float
    is_factor: bool

    @property
    def usual(self) -> float:
        """What it is where nothing is known."""
        return 1.0 if self.is_factor else 0.0

    def away(self, value: float) -> float:
        """How far a figure is from the usual, in standard deviations between kitchens."""
        return (math.log(value) if self.is_factor else value) / self.prior.value

    def figure(self, away: float) -> float:
        """The figure that lies so far from the usual."""
        return math.exp(self.prior.value * away) if self.is_factor else self.prior.value * away


HABITS: Mapping[str, Habit] = {
    habit.key: habit
    for habit in (
        Habit("start", "start_more", Sourced(0.25, "-", "", "assumed"), 0.15, True),
        Habit("convert", "convert_more", Sourced(0.3, "-", "", "assumed"), 0.2, True),
        Habit("gauge", "gauge_more_k", Sourced(12.0, "K", "", "assumed"), 5.0, False),
        Habit("sear", "sear_more_k", Sourced(45.0, "K", "", "assumed"), 25.0, False),
    )
}
"""Every habit of a fire by its key: getting it ready, opening it up for the sear, what its gauge shows above the air at
the food, and how much hotter than planned its searing place was read."""


@dataclass(frozen=True)
class HabitKnown:
    """What is known of one habit: its likeliest figure, how surely [of the logarithm where it is a factor], and from
    how many cooks."""

    figure: float
    sd: float
    cooks: int


def habit_known(habit: Habit, figures: Sequence[float]) -> HabitKnown:
    """What cooks say of a habit together, the oldest first.

    Checked: tests/core/test_habits.py::test_a_habit_is_what_its_cooks_say_the_more_the_more_there_are.
    """
    precision = np.array([[(habit.prior.value / habit.read) ** 2]])
    told = [(np.clip(np.array([habit.away(f)]), -CLIPPED, CLIPPED), precision) for f in figures]
    has = known(told, 1)
    return HabitKnown(
        habit.figure(float(has.mean[0])), habit.prior.value * math.sqrt(float(has.covariance[0, 0])), len(figures)
    )


SOONEST, LONGEST = 0.3, 3.0
"""A fire that was ready sooner or later than so many times the usual was marked by mistake (assumed)."""


def lasted(measured_s: float, planned_s: float) -> float | None:
    """How many times the planned length something took; None where that can only be a mark at the wrong moment."""
    if planned_s <= 0.0 or not SOONEST <= measured_s / planned_s <= LONGEST:
        return None
    return measured_s / planned_s

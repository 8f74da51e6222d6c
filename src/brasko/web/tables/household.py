"""What a table takes from its household, and whether that is still so."""

from __future__ import annotations

from django.contrib.auth.models import User

from brasko.core.heat.simulation import MODEL_VERSION
from brasko.formats.table import MealTableIn
from brasko.web.tables.models import Table
from brasko.web.yard.actions.learn import at_household_altitude


def with_household_altitude(owner: User, asked: MealTableIn) -> MealTableIn:
    """The table with its meat at its household's altitude."""
    dishes = [
        dish if dish.piece is None else dish.model_copy(update={"piece": at_household_altitude(owner, dish.piece)})
        for dish in asked.dishes
    ]
    return asked.model_copy(update={"dishes": dishes})


def is_current(table: Table) -> bool:
    """Whether neither the model nor the household's altitude changed since it was planned.

    Checked: tests/web/test_whole_tables.py.
    """
    asked = table.asked
    return table.model_version == MODEL_VERSION and with_household_altitude(table.owner, asked) == asked

"""Eaters who come later: what comes in pieces is cooked again for them, what does not is told to be kept hot. Common
practice, no source."""

import pytest
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.table.ask import DishAsk, FireAsk, Sitting, TableAsk, whole_key
from brasko.core.table.checker import faults
from brasko.core.table.plan import plan_table
from brasko.core.table.problem import Person
from brasko.core.table.servings import kept_for_later, seated
from brasko.core.units import celsius

ADA, GAS = Person("ada", "Ada"), FireAsk("row", "gas")
PATTIES = DishAsk("patties", PieceSpec("burger_80_20", 0.019, 0.17, 71.2, count=6, method="direct"))
BUNS = DishAsk("buns", side="bun")
SHOULDER = DishAsk("shoulder", PieceSpec("pork_shoulder", 0.12, 3.0, celsius(203.0), method="low_and_slow"))


def table(*dishes: DishAsk, sittings: tuple[Sitting, ...] = (Sitting(2, 1800.0),), eaters: int = 6) -> TableAsk:
    return TableAsk(dishes, (GAS,), (ADA,), eaters, sittings)


def counts(ask: TableAsk) -> dict[str, int | None]:
    return {d.key: d.count if d.spec is None else d.spec.count for d in seated(ask).dishes}


def test_what_comes_in_pieces_is_shared_out_by_who_eats_when():
    assert counts(table(PATTIES)) == {"patties": 4, "patties.s1": 2}
    shares = counts(table(PATTIES, BUNS, sittings=(Sitting(2, 1200.0), Sitting(1, 3600.0))))
    assert [shares[k] for k in ("patties", "patties.s1", "patties.s2")] == [3, 2, 1]
    assert sum(n for k, n in shares.items() if k.startswith("buns")) == BUNS.kind.count_for(6)


def test_each_sitting_is_served_at_its_own_hour_and_nothing_clashes():
    made = plan_table(table(PATTIES, BUNS))
    assert made.schedule.status != "clash"
    assert faults(made.problem, made.schedule) == []
    served = {made.problem.dishes[each.dish].key: each.serve_s for each in made.schedule.laid}
    assert served["patties"] == served["buns"] == 0.0
    assert served["patties.s1"] == served["buns.s1"] == 1800.0
    names = {d.key: d.name for d in made.problem.dishes}
    assert worded(names["patties.s1"]).endswith(", second sitting")
    assert made.begins_s < 0.0 < max(w.start_s for w in made.work)


def test_one_shoulder_is_for_all_and_what_waits_is_told():
    ask = table(SHOULDER, PATTIES)
    assert [(dish.key, after_s) for dish, after_s in kept_for_later(ask)] == [("shoulder", 1800.0)]
    assert "shoulder.s1" not in counts(ask)
    assert kept_for_later(table(SHOULDER, sittings=())) == ()


@pytest.mark.parametrize(
    ("sittings", "field", "words"),
    [
        ((Sitting(6, 1800.0),), "sittings", "nobody to eat at the serving time"),
        ((Sitting(0, 1800.0),), "sittings.0.eaters", "between 1 and 60"),
        ((Sitting(1, 60.0),), "sittings.0.after_min", "eat with the others"),
        ((Sitting(1, 5 * 3600.0),), "sittings.0.after_min", "eat with the others"),
        ((Sitting(1, 1800.0), Sitting(1, 1800.0)), "sittings.1.after_min", "later than the one before"),
        (tuple(Sitting(1, 1200.0 * n) for n in range(1, 5)), "sittings", "3 at the most"),
    ],
)
def test_sittings_that_cannot_be_are_told_where_they_are(sittings, field, words):
    with refusing(InvalidInput, match=words) as refused:
        table(PATTIES, sittings=sittings)
    assert refused.value.field == field


@pytest.mark.parametrize(
    ("key", "whole"),
    [
        ("patties", "patties"),
        ("patties.2", "patties"),
        ("patties.s1", "patties"),
        ("patties.s1.2", "patties"),
        ("a.b", "a.b"),
    ],
)
def test_lots_and_sittings_know_their_dish(key, whole):
    assert whole_key(key) == whole

"""The guide has an entry for everything a plan links to, and every link leads somewhere."""

from dataclasses import replace

import pytest
from plans import planned

from brasko.core.foods.cuts import all_cuts
from brasko.core.guide.entries import KIND_NAMES, all_entries
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.options import SALTS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.words import rendered
from brasko.words.quantities import TOKEN


def test_every_link_leads_to_an_entry():
    entries = all_entries()
    for entry in entries.values():
        assert entry.kind in KIND_NAMES
        assert entry.title
        assert len(entry.text) > 20
        assert set(entry.see) <= set(entries), entry.key


def test_tables_of_the_core_are_all_in_it():
    keys = set(all_entries())
    assert {f"cut:{cut}" for cut in all_cuts()} <= keys
    assert {f"method:{method}" for method in METHODS} <= keys
    assert {f"salt:{salt}" for salt in SALTS} <= keys


@pytest.mark.parametrize("method", list(METHODS))
def test_every_reason_of_a_plan_can_be_looked_up(method):
    spec = PieceSpec(
        "ribeye",
        0.0381,
        0.45,
        57.0,
        method=method,
        crust="light",
        salt="twice",
        temper_s=1200.0,
        frozen=True,
        finishing="butter",
    )
    fire = next((f for f in METHODS[method].fires if f == "kamado"), None)
    for each in (spec, spec if fire is None else replace(spec, fire=fire)):
        linked = {task.guide for task in planned(each, quick=True).tasks if task.guide}
        assert linked
        assert linked <= set(all_entries())


def test_the_agency_figures_are_in_it():
    """USDA FSIS chart: 145 °F and 3 min, 160 °F, 165 °F (fsis_safe_temperatures)."""
    said = rendered(all_entries()["danger:agency"].text, "us")
    for figure in ("145 °F and 3 min rest", "ground meat 160 °F", "poultry and leftovers 165 °F"):
        assert figure in said
    assert not TOKEN.search(said)

"""Kinds of grill are objects behind one registry: what is told here is the layout, not the trade (common practice)."""

import ast
import pickle
import re
from dataclasses import dataclass
from pathlib import Path
from typing import ClassVar

import numpy as np
import pytest

import brasko
from brasko.core.fire import chamber, setting
from brasko.core.fire.advisor import advised
from brasko.core.fire.burn_time import hours_of
from brasko.core.fire.coals import Charcoal
from brasko.core.fire.custom import PLANNER_FIRES, OwnFire, fires_of_kind, planner_fire, preparations_of, shipped
from brasko.core.fire.fires import KITCHEN
from brasko.core.fire.grate import grate_map
from brasko.core.fire.grills import Body, Grate, Grill, Spot
from brasko.core.fire.kinds import GRILLS, KINDS
from brasko.core.fire.kinds.charcoal import CharcoalKind
from brasko.core.fire.request import FireRequest
from brasko.core.fire.setup import FireSetup, usual_setup
from brasko.core.fire.weather import Weather
from brasko.core.foods.cuts import cut_named
from brasko.core.planner.spec.methods import METHODS


@dataclass(frozen=True)
class Drum(CharcoalKind):
    """A barrel with coals far below the food: told here in one place, as a new kind would be."""

    key: ClassVar[str] = "drum"

    def grills(self) -> tuple[Grill, ...]:
        body = Body(30000.0, 45.0, 24.0, 0.5, bottom_m2=60e-4, top_m2=40e-4, leak_m2=4e-4, column_m=0.8)
        grate = Grate("main", "Grate", "round", 0.55, 0.55, 0.55)
        return (Grill("drum", "Drum", self, (grate,), body, floor_width_m=0.42, floor_depth_m=0.42),)

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, Charcoal("level", 3.0), 0.4, 0.5, weather=weather)


def test_a_new_kind_goes_through_all_of_the_machinery():
    grill = Drum().grills()[0]
    setup = setting.set_for(usual_setup(grill), 115.0)
    assert chamber.steady_state(setup).gas_c == pytest.approx(115.0, abs=0.5)
    assert chamber.steady_state(setup).balance.relative_error < 1e-6
    assert hours_of(setup).usable_s > 3600.0
    assert [p.key for p in preparations_of(setup)] == ["light", "bank", "preheat", "oil"]
    assert np.nanmax(grate_map(setup).equivalent_c) > 100.0
    fire = planner_fire(
        OwnFire("Mine", setup, Spot(0.0, 0.0), Spot(0.0, 0.0)), cut_named("strip").geometry(0.038, 0.4), 0.1
    )
    assert fire.has("gentle")
    assert advised(grill, FireRequest(107.0, 125.0)).setup.grill.kind == Drum()


def test_only_a_kind_or_a_method_asks_which_it_is():
    """Kinds of grill, fires and methods are compared by name in their own files only."""
    keys = {*KINDS, *PLANNER_FIRES, *METHODS}
    found = []
    for path in Path(brasko.__path__[0]).rglob("*.py"):
        if path.parent.name not in ("kinds", "methods"):
            nodes = list(ast.walk(ast.parse(path.read_text(encoding="utf-8"))))
            found += [f"{path.name}: {ast.unparse(n)[:80]}" for n in nodes if _asks(n, keys)]
    assert found == []


def _asks(node: ast.AST, keys: set[str]) -> bool:
    """Whether a comparison or a table goes by such names; a fuel may be called as a kind of grill is."""
    if isinstance(node, ast.Dict):
        return len(_strings(node.keys) & keys) > 1
    if not isinstance(node, ast.Compare):
        return False
    text = ast.unparse(node)
    return "grill.kind ==" in text or (bool(_strings([node]) & keys) and not re.search("fuel|burns", text))


def _strings(nodes: list[ast.expr | None]) -> set[object]:
    return {c.value for node in nodes if node is not None for c in ast.walk(node) if isinstance(c, ast.Constant)}


@pytest.mark.parametrize("key", sorted(KINDS))
def test_each_kind_is_registered_once_and_ships_what_it_says(key):
    kind = KINDS[key]
    assert all(GRILLS[g.key].kind == kind for g in kind.grills())
    assert pickle.loads(pickle.dumps(kind)) == kind
    assert len({type(k) for k in KINDS.values()}) == len(KINDS)
    for name in fires_of_kind(key):
        assert name in KITCHEN or shipped()[name].setup.grill.kind == kind

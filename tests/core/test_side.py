"""A fire from its front, against the same fire from above and the trade's rules of where things lie."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from brasko.core.fire.grate import grate_map
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.setup import usual_setup
from brasko.core.fire.side import side_of


def seen(key: str, **changes):
    setup = replace(usual_setup(GRILLS[key]), **changes)
    map_ = grate_map(setup)
    return map_, side_of(setup, map_)


def test_what_glows_lies_where_the_grate_is_hot() -> None:
    map_, side = seen("kettle", lid_open=True)
    lit = [p for p in side.parts if p.kind == "lit"]
    middle = map_.equivalent_c[len(map_.y_m) // 2]
    hottest = map_.x_m[np.nanargmax(middle)]
    assert min(p.left_m for p in lit) <= hottest <= max(p.right_m for p in lit)


@pytest.mark.parametrize("key", sorted(GRILLS))
def test_every_kind_of_grill_has_its_fire_below_its_grate_and_above_its_floor(key: str) -> None:
    _, side = seen(key)
    for part in side.parts:
        assert part.left_m < part.right_m
        assert part.low_m <= part.high_m
        if part.kind in ("lit", "unlit", "plate", "pan", "burner"):
            assert part.high_m <= 1e-9
        if part.kind in ("lit", "unlit"):
            assert part.low_m >= side.floor_m - 1e-6


def test_the_refuge_is_away_from_the_coals() -> None:
    """Coals on one side, the other is where food goes when fat flares; common practice, no source."""
    _, side = seen("kettle", lid_open=True)
    refuge = next(p for p in side.parts if p.kind == "refuge")
    lit = [p for p in side.parts if p.kind == "lit"]
    assert refuge.right_m < min(p.left_m for p in lit)


def test_a_deflector_lies_between_the_coals_and_the_grate() -> None:
    _, side = seen("kamado", deflector=True)
    plate = [p for p in side.parts if p.kind == "plate"]
    lit = [p for p in side.parts if p.kind == "lit"]
    assert plate
    assert lit
    assert max(p.high_m for p in lit) <= min(p.low_m for p in plate) + 0.05


def test_vents_and_lids_are_told_only_where_there_are_any() -> None:
    _, kettle = seen("kettle", bottom_share=0.25, top_share=0.75)
    assert (kettle.bottom_share, kettle.top_share, kettle.lid) == (0.25, 0.75, "shut")
    _, gas = seen("gas_3")
    assert gas.bottom_share is None
    assert any(p.kind == "burner" for p in gas.parts)


def test_what_is_looked_at_is_told_by_its_height() -> None:
    grill = GRILLS["kettle"]
    setup = usual_setup(grill)
    for grate in grill.grates:
        height = side_of(setup, grate_map(setup, grate.key)).grate_m
        assert height == pytest.approx(grate.height_m - grill.grates[0].height_m)

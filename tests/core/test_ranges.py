"""Ranges hold what they promise, and plans keep to the law of the trade."""

from dataclasses import replace

import numpy as np
import pytest
from plans import planned, solve_piece
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.foods.cuts import all_cuts
from brasko.core.planner.solve.ranges import KITCHEN, ended, ensemble_ranges, kitchen
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.agency import needs_choice
from brasko.core.uncertainty.general import posterior

UNKNOWNS = KITCHEN + len(posterior().parameters)
RIBEYE = PieceSpec("ribeye", 0.0381, 0.45, 57.0)


@pytest.mark.parametrize("method", ["low_then_sear", "direct"])
@pytest.mark.long
def test_eight_in_ten_kitchens_land_in_the_range(method):
    """120 kitchens drawn at random from the stated uncertainty, none of them in the ensemble: of a range that holds
    80 %, at least 68 % and at most 92 % land inside (three standard deviations of 120 draws are 11 %)."""
    spec = replace(RIBEYE, method=method)
    solution = solve_piece(spec)
    ranges = ensemble_ranges(spec, solution)
    runs = [kitchen(spec, solution, draw) for draw in np.random.default_rng(3).standard_normal((120, UNKNOWNS))]
    nominal = kitchen(spec, solution, np.zeros(UNKNOWNS))

    def inside(values: list[float], middle: float, planned_value: float, span) -> float:
        moved = np.array(values) - middle + planned_value
        return float(np.mean((moved >= span.low) & (moved <= span.high)))

    slow = spec.how.slow
    shares = [
        inside(
            [ended(r, slow).end_s for r in runs],
            ended(nominal, slow).end_s,
            ended(solution.result, slow).end_s,
            ranges.step_end_s[slow],
        ),
        inside(
            [ended(r, slow).core_c for r in runs],
            ended(nominal, slow).core_c,
            ended(solution.result, slow).core_c,
            ranges.step_core_c[slow],
        ),
        inside([r.peak_core_c for r in runs], nominal.peak_core_c, solution.result.peak_core_c, ranges.peak_core_c),
        inside(
            [r.mass_loss_share for r in runs],
            nominal.mass_loss_share,
            solution.result.mass_loss_share,
            ranges.mass_loss_share,
        ),
    ]
    assert all(0.68 <= share <= 0.92 for share in shares), shares


@pytest.mark.parametrize(
    "cut", [c for c in all_cuts().values() if c.kind in ("ground", "poultry")], ids=lambda c: c.key
)
def test_ground_meat_and_poultry_reach_the_agency_figure(cut):
    """FSIS: ground meat 160 °F, poultry 165 °F, at the coldest point and not a tenth below."""
    spec = PieceSpec(
        cut.key, cut.typical_thickness_m, cut.typical_mass_kg, cut.default_finish_c, method=cut.method, crust=cut.crust
    )
    figure = {"ground": (160.0 - 32) / 1.8, "poultry": (165.0 - 32) / 1.8}[cut.kind]
    assert solve_piece(spec).result.peak_core_c >= figure


def test_below_the_figure_only_by_a_recorded_choice_and_never_for_poultry():
    for change in ({"cut": "burger_80_20"}, {"treatment": "tenderised"}):
        with refusing(InvalidInput, match="finish_c is below the safe minimum") as refused:
            replace(RIBEYE, finish_c=55.0, **change)
        assert float(refused.value.suggestion) > 62.0
        assert replace(RIBEYE, finish_c=55.0, below_agency_accepted=True, **change).finish_c == 55.0
    with refusing(InvalidInput, match="finish_c must reach the safe minimum for poultry"):
        replace(RIBEYE, cut="chicken_breast", finish_c=70.0, below_agency_accepted=True)
    assert needs_choice(all_cuts()["ribeye"]) == "free"


def test_the_choice_is_said_in_the_plan():
    spec = replace(RIBEYE, treatment="tenderised", finish_c=57.0, below_agency_accepted=True)
    texts = " ".join(caution.text for caution in planned(spec).cautions)
    assert "on record" in worded(texts)
    assert "young children" in worded(texts)
    free = " ".join(caution.text for caution in planned(RIBEYE).cautions)
    assert "eater's own choice" in worded(free)


def test_plants_have_no_agency_figure():
    plan = planned(PieceSpec("potato", 0.03, 0.13, 96.0, method="sear_then_low", crust="none"))
    assert plan.minimum is None
    assert all(caution.key != "below_agency" for caution in plan.cautions)


def test_the_agency_rest_is_kept():
    """145 °F and 3 min rest: no plan for a whole cut rests it less."""
    assert replace(RIBEYE, thickness_m=0.012, mass_kg=0.2, rest_s=60.0).resting_s == 180.0


def test_a_piece_at_the_bound_has_ranges():
    """150 mm is the most that is planned; kitchens where it is thicker still are looked at all the same."""
    spec = PieceSpec("pork_shoulder", 0.15, 3.2, 93.0, method="low_and_slow", crust="none")
    spread = ensemble_ranges(spec, solve_piece(spec, quick=True), members=8).step_end_s["gentle"]
    assert spread.low < spread.high

"""How an eater likes a cut, from verdicts."""

import math

import numpy as np
import pytest
from scipy.integrate import quad
from scipy.stats import norm

from brasko.core.learning.tastes import CRUST, FINISH, liked

USUAL = 55.0


def test_without_verdicts_it_is_the_usual():
    has = liked(FINISH, USUAL, [])
    assert has.at == pytest.approx(USUAL)
    assert has.sd == pytest.approx(FINISH.prior.value, rel=0.01)


def test_a_liking_is_where_the_whole_posterior_has_it():
    """Against adaptive quadrature of the same ordered probit model (scipy.integrate.quad; the model as McCullagh 1980,
    Regression models for ordinal data)."""
    verdicts = [(57.0, "more"), (55.0, "right"), (56.5, "more"), (52.0, "less")]
    right, tells = FINISH.right.value, FINISH.tells.value

    def weight(at: float) -> float:
        dense = norm.pdf(at, USUAL, FINISH.prior.value)
        for ate, said in verdicts:
            over, under = norm.cdf(ate, at + right, tells), norm.sf(ate, at - right, tells)
            dense *= {"more": over, "less": under, "right": 1.0 - over - under}[said]
        return float(dense)

    span = (USUAL - 12.0, USUAL + 12.0)
    whole = quad(weight, *span)[0]
    mean = quad(lambda at: at * weight(at), *span)[0] / whole
    spread = math.sqrt(quad(lambda at: (at - mean) ** 2 * weight(at), *span)[0] / whole)
    has = liked(FINISH, USUAL, verdicts)
    assert has.at == pytest.approx(mean, abs=0.02)
    assert has.sd == pytest.approx(spread, rel=0.01)
    assert has.verdicts == 4


@pytest.mark.parametrize(("said", "way"), [("more", -1.0), ("less", 1.0)])
def test_over_wants_it_cooler_and_under_warmer(said, way):
    once, often = (liked(FINISH, USUAL, [(USUAL, said)] * n) for n in (1, 4))
    assert way * (once.at - USUAL) > 0.5
    assert way * (often.at - once.at) > 0.5


def test_what_was_right_is_kept_and_known_the_better():
    has = liked(FINISH, USUAL, [(57.0, "right")] * 5)
    assert USUAL < has.at < 57.0
    assert has.sd < 0.5 * FINISH.prior.value


def test_an_eater_is_found_again():
    """Eaters with a liking of their own say what the model has them say; eight meals find it to half the prior."""
    dice = np.random.default_rng(3)
    off = []
    for _ in range(80):
        at = USUAL + dice.normal(0.0, FINISH.prior.value)
        verdicts = []
        for ate in USUAL + dice.normal(0.0, 3.0, 8):
            felt = ate + dice.normal(0.0, FINISH.tells.value) - at
            said = "more" if felt > FINISH.right.value else "less" if felt < -FINISH.right.value else "right"
            verdicts.append((float(ate), said))
        off.append(liked(FINISH, USUAL, verdicts).at - at)
    assert float(np.std(off)) < 0.5 * FINISH.prior.value


def test_it_never_runs_away():
    has = liked(FINISH, USUAL, [(80.0, "less")] * 40)
    assert has.at <= USUAL + 4.0 * FINISH.prior.value
    assert math.isfinite(liked(CRUST, 0.0, [(5.0, "more"), (-5.0, "less"), (0.0, "right")]).at)

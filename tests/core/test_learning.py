"""What a household's cooks teach of its fires."""

import math

import numpy as np
import pytest

from brasko.core.learning.fires import USUAL, Taught, learned, taught
from brasko.core.learning.series import CLIPPED, FADES, STAYS
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD


def cook(film: float, air: float, sd: float = 0.3) -> Taught:
    return Taught((film, air), ((sd**-2, 0.0), (0.0, sd**-2)))


def film_z(has):
    return math.log(has.film_more) / FILM_SD.value


def test_without_cooks_a_fire_is_as_assumed():
    assert learned([]) == USUAL
    assert (USUAL.film_more, USUAL.air_more_k, USUAL.film_spread, USUAL.air_spread) == (1.0, 0.0, 1.0, 1.0)


def test_it_is_what_conditioning_the_whole_series_at_once_gives():
    """The filter against one block of normal variables, conditioned by linear algebra (Rasmussen and Williams,
    Gaussian Processes for Machine Learning, appendix A.2): fires that fade, cooks about them, readings about those."""
    said = [0.9, 0.4, 0.7, 0.55]
    sd, stays, own = 0.4, STAYS.value, 1.0 - STAYS.value
    n = len(said)
    # covariance of what stays between cook i and cook j: it fades from one to the next
    lag = np.abs(np.subtract.outer(np.arange(n), np.arange(n)))
    states = stays * FADES.value**lag
    seen = states + np.eye(n) * (own + sd**2)
    weights = np.linalg.solve(seen, states[-1])
    mean, variance = float(weights @ said), float(stays - weights @ states[-1])
    has = learned([cook(z, 0.0, sd) for z in said])
    assert film_z(has) == pytest.approx(mean, rel=1e-9)
    assert has.film_sd == pytest.approx(FILM_SD.value * math.sqrt(variance), rel=1e-9)
    assert has.film_spread == pytest.approx(math.sqrt(variance + own), rel=1e-9)


def test_what_stays_is_found_and_what_changes_is_left_as_spread():
    dice = np.random.default_rng(5)
    off = []
    for _ in range(60):
        fire = dice.normal(0.0, math.sqrt(STAYS.value), 2)
        cooks = [cook(*(fire + dice.normal(0.0, math.sqrt(1.0 - STAYS.value), 2))) for _ in range(8)]
        has = learned(cooks)
        off.append([film_z(has) - fire[0], has.air_more_k / FIRE_SD.value - fire[1]])
        assert has.air_spread > math.sqrt(1.0 - STAYS.value)
    before, after = math.sqrt(STAYS.value), float(np.std(off))
    assert after < 0.4 * before


def test_the_order_of_film_and_air_does_not_matter():
    one, other = learned([cook(0.8, -0.3), cook(0.4, -0.6)]), learned([cook(-0.3, 0.8), cook(-0.6, 0.4)])
    assert film_z(one) == pytest.approx(other.air_more_k / FIRE_SD.value)
    assert one.air_spread == pytest.approx(other.film_spread)


def test_one_wild_cook_does_little_harm():
    calm = [cook(0.5, 0.5)] * 6
    has, upset = learned(calm), learned([*calm, cook(-CLIPPED, -CLIPPED)])
    moved = film_z(has) - film_z(upset)
    assert 0.0 < moved < 0.2, "plain averaging would move it by 0.4"
    again = learned([*calm, cook(-CLIPPED, -CLIPPED), cook(0.5, 0.5), cook(0.5, 0.5)])
    assert film_z(has) - film_z(again) < moved


def test_a_fire_that_has_changed_is_learned_anew():
    has = learned([cook(0.8, 0.8)] * 6 + [cook(-0.8, -0.8)] * 8)
    assert film_z(has) < -0.3


def test_a_cook_tells_what_its_readings_have_beyond_what_was_known():
    """A normal prior and normal readings of a known spread: the posterior tells both apart again (conjugate normal
    model, Gelman et al., Bayesian Data Analysis, section 2.5)."""
    prior, sd, at = 0.8, 0.5, 1.2
    precision = prior**-2 + sd**-2
    mean = np.array([at * sd**-2 / precision, 0.0])
    said = taught(mean, np.diag([1.0 / precision, 0.6**2]), 1.0, 0.0, prior, 0.6)
    assert said is not None
    assert said.z[0] == pytest.approx(at)
    assert said.information[0][0] == pytest.approx(sd**-2)
    assert said.information[1][1] == pytest.approx(0.0, abs=1e-9)


def test_what_was_planned_by_is_no_news():
    """A cook that goes as a learned plan foresaw says the same of its fire again, not more."""
    film, air = 1.2, -8.0
    said = taught(np.zeros(2), 0.2**2 * np.eye(2), film, air, 0.6, 0.6)
    assert said is not None
    assert said.z == pytest.approx((math.log(film) / FILM_SD.value, air / FIRE_SD.value))


def test_readings_that_tell_nothing_teach_nothing():
    assert taught(np.zeros(2), np.eye(2), 1.0, 0.0, 1.0, 1.0) is None
    assert taught(np.zeros(2), 1.1 * np.eye(2), 1.0, 0.0, 1.0, 1.0) is None


def test_nothing_is_believed_beyond_what_was_looked_at():
    said = taught(np.array([9.0, 0.0]), 0.1**2 * np.eye(2), 1.0, 0.0, 1.0, 1.0)
    assert said is not None
    assert said.z[0] == CLIPPED

"""The reference cooks: what cooks see and published experiments measured, beside what is computed."""

import json

import pytest
from told_cooks import REASONS, references, verdicts

MIN_IN_RANGE = 81
"""Of those that count; two of the 83 lie so near a bound that rounding may tip them. It only ever goes up."""


def on_the_edge(verdict) -> bool:
    """So near a bound of its range that another processor's rounding may put it on either side."""
    reference = verdict.reference
    return min(abs(verdict.value - reference.low), abs(verdict.value - reference.high)) < 0.01 * (
        reference.high - reference.low
    )


@pytest.fixture(scope="module")
def found():
    return verdicts()


def test_so_many_lie_in_their_range(found):
    within = [v.reference.id for v in found if v.within and v.reference.is_counted]
    assert len(within) >= MIN_IN_RANGE, sorted({r.id for r in references() if r.is_counted} - set(within))


def test_every_miss_is_explained(found):
    """A miss without its reason is a number that was never looked at; a reason without a miss is out of date."""
    reasons = set(json.loads(REASONS.read_text(encoding="utf-8")))
    assert {v.reference.id for v in found if not v.within and not on_the_edge(v)} <= reasons
    assert {v.reference.id for v in found if v.within and not on_the_edge(v)}.isdisjoint(reasons)


def test_every_cook_keeps_its_books(found):
    """Energy and water are all accounted for, in every step of every reference cook."""
    from brasko.core.cook.run import run_cook
    from brasko.formats.cook import CookIn
    from brasko.formats.cook_convert import cook_of

    for reference in references()[::6]:
        if "cook" not in reference.document:
            continue
        for run in run_cook(cook_of(CookIn.model_validate(reference.document["cook"]))).runs:
            assert run.balance.energy_relative_error < 1e-6, reference.id
            assert run.balance.water_relative_error < 1e-9, reference.id


def test_the_documents_name_a_source_and_a_range():
    for reference in references():
        assert reference.low < reference.high
        assert reference.source
        assert reference.confidence.split(":")[0].split()[0] in ("high", "medium", "low", "derived")

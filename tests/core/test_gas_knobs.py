"""Burners in the words of their knobs. Common practice, no source."""

import pytest
from wording import worded

from brasko.core.fire.custom import preparations_of, shipped
from brasko.core.fire.kinds.gas import KNOB_MARKS, knob_words


@pytest.mark.parametrize(
    ("share", "word"), [(0.0, "Off"), (0.1, "Off"), (0.25, "Low"), (0.4, "Low"), (0.7, "Medium"), (0.95, "High")]
)
def test_a_setting_is_called_by_the_nearest_mark(share, word):
    assert worded(knob_words(share)) == word


def test_the_marks_go_from_off_to_all_there_is():
    shares = [share for _, share in KNOB_MARKS.values()]
    assert shares == sorted(shares)
    assert (shares[0], shares[-1]) == (0.0, 1.0)


def test_after_the_preheat_every_burner_is_named_with_its_setting():
    setup = shipped()["gas"].setup
    preheat = next(p for p in preparations_of(setup) if p.key == "preheat")
    said = worded(preheat.why)
    assert all(f"burner {n + 1} " in said for n, b in enumerate(setup.grill.burners) if b.kind == "main")
    assert said.startswith("All burners high for about")

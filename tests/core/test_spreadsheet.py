"""Names that people gave, in a table that a spreadsheet opens (OWASP on CSV injection; from memory)."""

import pytest

from brasko.formats.spreadsheet import words_cell


@pytest.mark.parametrize("name", ["=HYPERLINK(1)", "+1", "-2+3", "@SUM(A1)", "\t=1", "\r=1", "\n=1"])
def test_words_stay_words(name):
    assert words_cell(name) == "'" + name


@pytest.mark.parametrize("name", ["Blue probe", "Tip 2", "3 mm off", "", "a=b"])
def test_other_names_are_as_they_were(name):
    assert words_cell(name) == name

"""Text as it comes in. Characters and their classes: Unicode Standard 15, 3.4, 23.1 and 23.7; UAX 9, 2.1 and 2.2."""

import unicodedata

import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st

from brasko.core.words import AND, BEGIN, END, as_typed, quantity, say
from brasko.formats.older_words import is_message, of_now, salvaged
from brasko.formats.text import clean, cleaned, in_a_line
from brasko.words import rendered

NONCHARACTERS = {*range(0xFDD0, 0xFDF0), *(p * 0x10000 + e for p in range(17) for e in (0xFFFE, 0xFFFF))}
DIRECTIONS = {"LRE", "RLE", "LRO", "RLO", "PDF", "LRI", "RLI", "FSI", "PDI"}


@given(st.text(st.characters(categories=None), max_size=40))
@examples(200)
def test_no_text_keeps_what_nobody_sees(text):
    kept = clean(text)
    kept.encode()
    for sign in kept:
        assert unicodedata.category(sign) != "Cs"
        assert unicodedata.category(sign) != "Cc" or sign in "\t\n"
        assert ord(sign) not in NONCHARACTERS
        assert unicodedata.bidirectional(sign) not in DIRECTIONS
    assert clean(kept) == kept


@pytest.mark.parametrize(
    "text",
    [
        "",
        "Ribeye",
        "Größe ½ in",
        "a note\nof two lines",
        "⟦common-sign-in-first⟧",
        "{temp:1.2.3}",
        "{num:1}",
        "🔥",
        "שלום",
    ],
)
def test_what_a_reader_sees_stays_as_typed(text):
    assert clean(text) == text
    assert rendered(clean(text)) == text


@pytest.mark.parametrize(
    ("typed", "kept"),
    [
        ("a\r\nb\rc\u2028d", "a\nb\nc\nd"),
        ("\ud800", ""),
        ("a\x00b\x1b[31m", "ab[31m"),
        ("\u202egnp.exe", "gnp.exe"),
        (f"{BEGIN}common-sign-in-first{END}", "common-sign-in-first"),
        (quantity.temp(57.0), "temp:57"),
        (as_typed("Rare"), "Rare"),
    ],
)
def test_what_nobody_sees_goes(typed, kept):
    assert clean(typed) == kept
    assert cleaned({"a": [{typed: typed}]}) == {"a": [{kept: kept}]}


def test_a_name_is_one_line():
    assert in_a_line(" Oak \r on\tthe\n left ") == "Oak on the left"
    assert in_a_line(5) == 5


def test_a_name_that_a_user_gave_is_never_another():
    """A word of doneness in German is another word; a grill that is called so keeps its name."""
    assert rendered(say("start-of-sentence", text="Rare"), language="de") == "Blutig"
    assert rendered(say("start-of-sentence", text=as_typed("Rare")), language="de") == "Rare"
    assert as_typed(as_typed("Rare")) == as_typed("Rare")


def test_messages_within_messages_end_somewhere():
    """Twice its own length a time: 40 of them would be a terabyte."""
    said = "smoke"
    for _ in range(40):
        said = say("api-again", title=said)
    assert len(rendered(said)) < 1_000_000
    doubling = f"{BEGIN}api-again{AND}title=" * 200 + END * 200
    assert len(rendered(doubling)) < 1_000_000


def test_what_an_earlier_brasko_said_is_said_now():
    assert of_now({"why": ["⟦infeasible-finish-at-or-above¦enough={temp:54.4}⟧", 5]}) == {
        "why": [say("infeasible-finish-at-or-above", enough=quantity.temp(54.4)), 5]
    }
    told = ("⟦timeline-serve⟧", "⟦api-again¦title=Ribeye⟧", "⟦ my title ⟧", "Ribeye")
    assert [is_message(text) for text in told] == [True, True, False, False]
    assert salvaged("⟦api-again¦title=⟦api-again¦title=Ribeye, medium ra") == "Ribeye, medium ra"

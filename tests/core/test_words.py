"""Every message that is said stands in the catalogue, with the values that are given to it and no others."""

import ast
import re
from pathlib import Path

import pytest
from fluent.syntax import FluentParser
from fluent.syntax.ast import Message, VariableReference
from fluent.syntax.visitor import Visitor

import brasko
from brasko.core.foods.cuts import all_cuts
from brasko.core.foods.doneness import SCALES
from brasko.core.foods.parts import parts_of
from brasko.core.foods.serving import serving_of
from brasko.core.safety.agency import minimum_for
from brasko.core.words import BEGIN, CLOSE, END, OPEN, quantity, say
from brasko.words import LANGUAGES, rendered
from brasko.words.catalogue import FUNCTIONS, NOT_OF_A_KEY

SOURCE = Path(brasko.__file__).parent


class Variables(Visitor):
    """The values that a sentence names."""

    def __init__(self):
        self.names = set()

    def visit_VariableReference(self, node: VariableReference):
        self.names.add(node.id.name)


def messages(language):
    """Values of each message of a language, by its key."""
    found = {}
    for file in sorted((SOURCE / "words" / language).glob("*.ftl")):
        for entry in FluentParser().parse(file.read_text("utf-8")).body:
            assert type(entry).__name__ != "Junk", f"{file.name}: {entry.content}"
            if isinstance(entry, Message):
                assert entry.id.name not in found, f"{entry.id.name} stands twice"
                seen = Variables()
                seen.visit(entry)
                found[entry.id.name] = seen.names
    return found


def calls():
    """Where something is said in Python, with its key and the values given."""
    for file in sorted(SOURCE.rglob("*.py")):
        for node in ast.walk(ast.parse(file.read_text("utf-8"))):
            if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "say":
                where = f"{file.relative_to(SOURCE)}:{node.lineno}"
                assert isinstance(node.args[0], ast.Constant), f"{where}: a key is written out"
                yield where, node.args[0].value, {k.arg for k in node.keywords}


def test_every_message_is_in_the_catalogue_with_its_values():
    known = messages("en")
    for where, key, given in calls():
        assert key in known, f"{where}: {key} is not in the catalogue"
        assert known[key] == given, f"{where}: {key} takes {known[key]}, given {given}"


def test_no_sentence_of_the_catalogue_is_left_over():
    said = {key for _, key, _ in calls()}
    screens = "".join(f.read_text("utf-8") for f in (SOURCE.parent.parent / "frontend/src").rglob("*.ts*"))
    assert [key for key in messages("en") if key not in said and f'"{key}"' not in screens] == []


@pytest.mark.parametrize("language", LANGUAGES[1:])
def test_a_language_says_what_english_says_of_the_same_values(language):
    whole, known = messages("en"), messages(language)
    own = {key for key in known if key.startswith("name-")}
    assert set(known) - own <= set(whole)
    for key in set(known) - own:
        assert known[key] <= whole[key], key


@pytest.mark.parametrize("language", LANGUAGES[1:])
def test_names_of_a_language_are_those_of_the_tables(language):
    tables = [
        *(cut.name for cut in all_cuts().values()),
        *(serving_of(key).across for key in all_cuts()),
        *(part.name for key in all_cuts() for part in parts_of(key)),
        *(band.word for scale in SCALES.values() for band in scale.bands),
        *(scale.name for scale in SCALES.values()),
    ]
    keys = {f"name-{NOT_OF_A_KEY.sub('-', name.lower()).strip('-')}" for name in tables}
    assert {key for key in messages(language) if key.startswith("name-")} == keys


def test_a_name_out_of_a_table_is_said_in_the_language():
    said = say("timeline-thick", many="", name="Pork shoulder", state="", thickness="", mass="", value="")
    assert "Schweineschulter" in rendered(said, language="de")
    assert "Pork shoulder" in rendered(said)


@pytest.mark.parametrize("language", LANGUAGES)
@pytest.mark.parametrize("units", ["metric", "us"])
def test_an_agency_figure_is_never_written_below_itself(language, units):
    """145, 160 and 165 °F (fsis_safe_temperatures); 71 °C would be under 160 °F."""
    for food, fahrenheit in (("intact", 145.0), ("ground", 160.0), ("poultry", 165.0), ("fish", 145.0)):
        cut = next(c for c in all_cuts().values() if c.kind == food)
        said = rendered(minimum_for(cut).words, units, language)
        number = float(re.search(r"(\d+(?:[.,]\d+)?) °", said)[1].replace(",", "."))
        assert (number if units == "us" else number * 1.8 + 32.0) >= fahrenheit - 0.1, said


def test_a_message_may_be_a_value_of_another_one():
    inner = say("choose-more-crust")
    said = say("choose-gains", gains=inner)
    assert rendered(said) == "Gains more crust"
    assert rendered(f"{said}; {inner}.") == "Gains more crust; more crust."


def test_what_is_no_message_stays_as_it_is():
    for text in (
        "",
        "Ribeye",
        "50 % off",
        "a{b}c",
        "⟦say-it¦name=1⟧",
        "{temp:57}",
        f"{BEGIN}never closed",
        f"closed{END}",
    ):
        assert rendered(text) == text
    assert rendered(say("no-such-key", name="x")) == "no-such-key"


@pytest.mark.parametrize(
    ("value", "english", "german"), [(2.5, "2.5", "2,5"), (-0.25, "-0.2", "-0,2"), (3.0, "3.0", "3,0")]
)
def test_numbers_are_written_as_the_language_writes_them(value, english, german):
    """Decimal comma: common practice of the language (DIN 1333)."""
    assert rendered(quantity.number(value, 1)) == english
    assert rendered(quantity.number(value, 1), language="de") == german


@pytest.mark.parametrize("kind", ["TEMP", "LEAST", "RISE", "LENGTH", "MASS", "DOSE", "SPAN"])
def test_a_sentence_can_hold_a_quantity_of_its_own(kind):
    assert re.fullmatch(rf"{OPEN}[a-z]+:62\.8{CLOSE}", FUNCTIONS[kind](62.8))

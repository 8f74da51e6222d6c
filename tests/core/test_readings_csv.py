"""Readings from any CSV."""

from datetime import UTC, datetime, timedelta

import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from wording import refusing

from brasko.core.errors import InvalidInput
from brasko.formats.readings_csv import Mapped, looked, recorded

HUB = """Timestamp,Meat (F),Ambient (F),Battery
2026-05-01 18:00:00,41,225,88
2026-05-01 18:01:00,44,230,88
2026-05-01 18:02:00,,231,87
2026-05-01 18:03:00,51,229,87
"""
GERMAN = """Zeit;Kerntemperatur;Garraum
00:00:00;4,5;110,2
00:00:30;5,1;112,9
00:01:00;6,0;113,4
"""
PLAIN = """elapsed_min\tprobe 1\tprobe 2
0\t5\t108
2.5\t7\t111
5\t11\t112
"""


def roles(text):
    return [(c.role, c.unit, c.time) for c in looked(text).columns]


def test_columns_and_units_are_guessed():
    assert roles(HUB) == [
        ("time", None, "moment"),
        ("tip", "F", None),
        ("air", "F", None),
        ("ignore", "C", None),
    ]
    assert roles(GERMAN) == [("time", None, "h_m_s"), ("tip", "C", None), ("air", "C", None)]
    assert roles(PLAIN)[:2] == [("time", None, "minutes"), ("tip", "C", None)]
    assert roles(PLAIN)[2][0] == "ignore", "of two that seem alike its cook says which"
    assert looked(HUB).rows == 4
    assert looked(HUB).columns[1].samples == ("41", "44", "51")


@pytest.mark.parametrize(
    ("values", "unit"),
    [
        (("40", "90", "131"), "F"),
        (("4", "30", "55"), "C"),
        (("39", "70", "98"), "F"),
        (("4", "60", "96"), "C"),
        (("5", "20", "203"), "F"),
    ],
)
def test_a_unit_that_nobody_names_is_told_by_what_food_can_be(values, unit):
    """Food out of a fridge is at 4 °C, 40 °F (FDA: 40 °F or below), and no wetter food passes boiling."""
    text = "time_s,food\n" + "\n".join(f"{60 * n},{v}" for n, v in enumerate(values))
    assert looked(text).columns[1].unit == unit


def test_readings_come_in_seconds_and_celsius():
    found = recorded(HUB, [Mapped(0, "time"), Mapped(1, "tip", "F"), Mapped(2, "air", "F")], "moment")
    assert found.time_s == (0.0, 60.0, 120.0, 180.0)
    assert found.channels["tip"][0] == pytest.approx(5.0)
    assert found.channels["tip"][2] is None
    assert found.channels["air"][0] == pytest.approx(107.22, abs=0.01)
    assert found.began == datetime(2026, 5, 1, 18, tzinfo=UTC)


def test_decimal_commas_and_hours_are_read():
    found = recorded(GERMAN, [Mapped(0, "time"), Mapped(1, "tip"), Mapped(2, "air")], "h_m_s")
    assert found.time_s == (0.0, 30.0, 60.0)
    assert found.channels["tip"] == (4.5, 5.1, 6.0)
    assert found.began is None


def test_without_times_rows_are_as_far_apart_as_is_said():
    text = "meat,pit\n5,110\n6,111\n7,112\n"
    found = recorded(text, [Mapped(0, "tip"), Mapped(1, "pit")], "none", 20.0)
    assert found.time_s == (0.0, 20.0, 40.0)
    with pytest.raises(InvalidInput) as refused:
        recorded(text, [Mapped(0, "tip")], "none")
    assert refused.value.field == "every_s"


def test_a_file_without_headings_is_read_too():
    text = "2026-05-01T10:00:00Z,40.1\n2026-05-01T10:01:00Z,41.0\n"
    look = looked(text)
    assert look.rows == 2
    assert [c.role for c in look.columns] == ["time", "tip"]
    assert recorded(text, [Mapped(0, "time"), Mapped(1, "tip", "F")], "moment").time_s == (0.0, 60.0)


def test_headings_that_are_alike_are_told_apart():
    assert [c.name for c in looked("t,t\n5,6\n7,8\n").columns] == ["t", "t (2)"]


@pytest.mark.parametrize(
    ("columns", "time", "field", "said"),
    [
        ([Mapped(0, "time"), Mapped(1, "tip"), Mapped(2, "tip")], "moment", "columns.1.role", "two columns"),
        ([Mapped(0, "time"), Mapped(2, "air")], "moment", "columns", "middle of the food"),
        ([Mapped(0, "time"), Mapped(9, "tip")], "moment", "columns.1.index", "must be a column"),
        ([Mapped(0, "time"), Mapped(1, "tip")], "seconds", "time", "can't be read that way"),
        ([Mapped(0, "time"), Mapped(3, "tip"), Mapped(3, "air")], "epoch_s", "time", "can't be read that way"),
    ],
)
def test_a_mapping_that_makes_no_sense_names_its_field(columns, time, field, said):
    with refusing(InvalidInput, said) as refused:
        recorded(HUB, columns, time)
    assert refused.value.field == field


def test_times_that_go_back_are_refused():
    with refusing(InvalidInput, "goes back"):
        recorded("time_s,meat\n0,5\n60,6\n30,7\n", [Mapped(0, "time"), Mapped(1, "tip")], "seconds")


@pytest.mark.parametrize(
    ("rows", "time", "said"),
    [
        ("0,5\n900000,6", "seconds", "no cook does"),
        ("1e300,5\n1e301,6", "seconds", "no cook does"),
        ("1e15,5\n1000000000000060,6", "epoch_s", "can't be read that way"),
        ("nan,5\ninf,6\n60,7", "seconds", "can't be read that way"),
    ],
)
def test_times_that_no_cook_has_are_refused(rows, time, said):
    with refusing(InvalidInput, said) as refused:
        recorded(f"time,meat\n{rows}\n", [Mapped(0, "time"), Mapped(1, "tip")], time)
    assert refused.value.field == "time"


@pytest.mark.parametrize("text", ["", "one line only", "a\nb\nc\n", "a,b\n" + "1,2\n" * 20_002])
def test_what_is_no_table_is_refused(text):
    with pytest.raises(InvalidInput) as refused:
        looked(text)
    assert refused.value.field == "text"


FORMS = {
    "moment": lambda s: (datetime(2026, 5, 1, tzinfo=UTC) + timedelta(seconds=s)).strftime("%Y-%m-%d %H:%M:%S"),
    "seconds": lambda s: f"{s}",
    "minutes": lambda s: f"{s / 60.0:.6f}",
    "epoch_s": lambda s: f"{1_800_000_000 + s}",
    "epoch_ms": lambda s: f"{(1_800_000_000 + s) * 1000}",
    "h_m_s": lambda s: f"{s // 3600}:{s % 3600 // 60:02d}:{s % 60:02d}",
}
HEADS = {"minutes": "elapsed minutes", "seconds": "time s"}


@examples(60)
@given(
    kind=st.sampled_from(sorted(FORMS)),
    delimiter=st.sampled_from(",;\t|"),
    unit=st.sampled_from("CF"),
    start=st.integers(0, 5000),
    temps=st.lists(st.floats(-10.0, 95.0), min_size=2, max_size=30),
)
def test_whatever_a_file_looks_like_its_readings_come_through(kind, delimiter, unit, start, temps):
    """A file is written in one of the ways there are, and read back: the same times and temperatures."""
    written = [t * 1.8 + 32.0 if unit == "F" else t for t in temps]
    head = delimiter.join([HEADS.get(kind, "timestamp"), f"meat {unit}"])
    rows = [delimiter.join([FORMS[kind](start + 30 * n), f"{v:.3f}"]) for n, v in enumerate(written)]
    text = "\n".join([head, *rows])
    look = looked(text)
    assert look.columns[0].time == kind
    assert (look.columns[1].role, look.columns[1].unit) == ("tip", unit)
    found = recorded(text, [Mapped(0, "time"), Mapped(1, "tip", unit)], look.columns[0].time)
    assert found.time_s == pytest.approx([30.0 * n for n in range(len(temps))], abs=0.01)
    assert found.channels["tip"] == pytest.approx(temps, abs=0.001)


@examples(80)
@given(st.text(max_size=400))
def test_any_text_is_looked_at_or_refused_and_nothing_breaks(text):
    try:
        look = looked(text)
    except InvalidInput:
        return
    assert look.rows >= 1
    names = [c.name for c in look.columns]
    assert len(set(names)) == len(names)
    assert sum(c.role == "tip" for c in look.columns) <= 1

"""`brasko plan`: a cook's own words in, the plan out."""

import csv
import json
from datetime import datetime, timedelta
from pathlib import Path

import jsonschema
import pytest
from test_simulate import brasko, schema  # noqa: F401
from wording import refusing

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.foods.doneness import scale_named
from brasko.formats import words

WISH = {
    "format": "brasko/wish@1",
    "cut": "Ribeye",
    "thickness": "1.5 in",
    "finish": "medium rare",
    "method": "low, then sear",
    "fire": "Charcoal kettle, two zones",
    "eat_at": "2099-06-01T19:00:00+02:00",
    "units": "us",
}


def test_words_in_plan_out(brasko):  # noqa: F811
    jsonschema.validate(WISH, schema("wish-1"))
    status, plan, complaint = brasko("plan", WISH)
    assert (status, complaint) == (0, "")
    jsonschema.validate(plan, schema("plan-1"))
    assert plan["method"] == "low_then_sear"
    assert plan["thickness_mm"] == pytest.approx(38.1)
    assert plan["finish_word"] == "medium rare"
    assert plan["peak_core_c"] == pytest.approx(plan["finish_c"], abs=0.3)
    assert plan["pull_c"] < plan["finish_c"]
    low, high = plan["peak_core_range_c"]["low"], plan["peak_core_range_c"]["high"]
    assert low < plan["peak_core_c"] < high
    eat = datetime.fromisoformat(plan["eat_at"])
    ends = [datetime.fromisoformat(task["until"]) for task in plan["tasks"]]
    assert max(ends) == eat
    assert eat - datetime.fromisoformat(plan["tasks"][0]["at"]) > timedelta(hours=1)
    assert "°F" in plan["headline"]
    assert "{" not in json.dumps(plan["tasks"]).replace('{"key"', "")
    assert any("145 °F" in caution for caution in plan["cautions"])


@pytest.mark.parametrize(
    ("change", "status", "line"),
    [
        ({"cut": "ribbye"}, 2, "cut is not known (got 'ribbye'). Did you mean ribeye"),
        ({"thickness": "thick"}, 2, "thickness is not understood (got 'thick'). Write it as"),
        ({"thickness": "400 mm"}, 2, "thickness must be between 6 and 150 mm (got 400)"),
        ({"finish": "rosy"}, 2, "finish is not known (got 'rosy')"),
        ({"method": "boiled"}, 2, "method is not known"),
        (
            {"fire": "chimney"},
            2,
            "fire can't do this: Grate on a lit chimney starter has no gentle side and no lid: it only sears.",
        ),
        ({"eat_at": "2001-06-01T19:00:00+02:00"}, 2, "eat_at lies in the past"),
        ({"eat_at": "seven"}, 2, "eat_at is wrong"),
        (
            {"cut": "burger patty, 80/20", "finish": "130 F", "method": None, "fire": None, "thickness": None},
            2,
            "finish is below the safe minimum for ground meat: 71.1 °C",
        ),
        (
            {
                "cut": "chicken breast",
                "finish": "150 F",
                "method": None,
                "fire": None,
                "thickness": None,
                "below_agency_accepted": True,
            },
            2,
            "finish must reach the safe minimum for poultry: 73.9 °C",
        ),
        ({"thickness": "1/4 in", "finish": "rare", "crust": "good"}, 3, "finish: A piece 6 mm thick can't end at"),
    ],
)
def test_what_is_refused(brasko, change, status, line):  # noqa: F811
    code, printed, complaint = brasko("plan", {k: v for k, v in {**WISH, **change}.items() if v is not None})
    assert code == status
    assert printed is None
    assert line in complaint
    assert complaint.count("\n") == 1


with (Path(__file__).resolve().parents[1] / "typed.csv").open(encoding="utf-8") as table:
    SPELLINGS = list(csv.DictReader(table, delimiter=";"))


def test_quantities_in_every_spelling():
    """25.4 mm to the inch, 453.59 g to the pound, and (F - 32) / 1.8, by definition."""
    for said in ("1.5 in", "1 1/2 in", "1,5 inch", '1.5"', "38.1 mm", "3.81 cm", 38.1):
        assert words.length_mm("thickness", said) == pytest.approx(38.1)
    assert words.length_mm("thickness", "3/4 in") == pytest.approx(19.05)
    assert words.mass_g("weight", "1 lb") == pytest.approx(453.59237)
    assert words.mass_g("weight", "8 oz") == pytest.approx(226.796, abs=0.01)
    assert words.temperature_c("start", "40 F") == pytest.approx(4.444, abs=0.001)
    assert words.temperature_c("start", "-1 °C") == -1.0
    for nonsense in ("1/0 in", "two", "5 stone", ""):
        with refusing(InvalidInput, match="is not understood"):
            words.length_mm("thickness", nonsense)


@pytest.mark.parametrize("row", SPELLINGS, ids=lambda row: row["said"] or "nothing")
def test_quantities_are_read_as_people_write_them(row):
    """The same table as the interface's. Inch and pound by definition; the spellings are common practice, no source."""
    units = {"length": words.LENGTH, "mass": words.MASS, "span": words.SPAN}[row["kind"]]
    found = words.amount(row["said"], units)
    assert found == (pytest.approx(float(row["value"])) if row["value"] else None)


def test_finish_words_mean_the_middle_of_their_band():
    kitchen = scale_named("kitchen")
    assert words.finish_c("finish", "Medium-Rare", kitchen) == pytest.approx((132.0 - 32) / 1.8)
    assert words.finish_c("finish", "131 F", kitchen) == pytest.approx(55.0)
    with refusing(UnknownName, match="Did you mean medium rare"):
        words.finish_c("finish", "medum rare", kitchen)


def test_a_meal_as_it_was_exported_is_planned(brasko):  # noqa: F811
    """The file that the interface gives is read as it is; both pieces are fitted to one fire."""
    pieces = [
        {"cut": "ribeye", "thickness_mm": 38.1, "crust": "light"},
        {"cut": "filet", "thickness_mm": 44, "crust": "light"},
    ]
    meal = {"format": "brasko/meal@1", "title": "Two", "eat_at": "2099-06-01T19:00:00+02:00", "pieces": pieces}
    code, printed, complaint = brasko("plan", meal)
    assert (code, complaint) == (0, "")
    assert printed["format"] == "brasko/meal-plan@1"
    assert [p["cut"] for p in printed["pieces"]] == ["ribeye", "filet"]
    assert sum(t["key"].endswith(":convert") for t in printed["tasks"]) == 1
    assert all("{" not in t["why"] for t in printed["tasks"])
    code, _, complaint = brasko("plan", {**meal, "pieces": [pieces[0], {"cut": "fillet", "thickness_mm": 44}]})
    assert code == 2
    assert "pieces.1.cut is not known" in complaint


def test_amounts_and_slack_are_in_the_plan(brasko):  # noqa: F811
    code, printed, _ = brasko(
        "plan", {**WISH, "eaters": 4, "marks": "quarter", "finishing": "butter", "crust": "light"}
    )
    assert code == 0
    assert printed["amounts"]["eaters"] == 4
    assert printed["amounts"]["salt_g"] > 0.0
    assert {"sear_turned", "sear_over", "finishing"} <= {t["key"] for t in printed["tasks"]}
    assert any(t["critical"] for t in printed["tasks"])
    assert any(t["slack_s"] > 0.0 for t in printed["tasks"])

"""`brasko plan` of a whole table (brasko/meal@2)."""

import json
from pathlib import Path

import jsonschema
import pytest

from brasko.cli.main import main

ROOT = Path(__file__).parents[2]
EXAMPLES = ROOT / "docs" / "examples"
SCHEMA = json.loads((ROOT / "docs" / "formats" / "table-plan-1.schema.json").read_text())


def run(capsys, path: Path) -> tuple[int, dict | None, str]:
    status = main(["plan", str(path)])
    told = capsys.readouterr()
    return status, json.loads(told.out) if told.out else None, told.err


@pytest.mark.parametrize("name", ["weeknight-row", "burger-yard", "fish-friday"])
def test_an_example_is_planned_and_told_in_its_format(capsys, name):
    status, out, err = run(capsys, EXAMPLES / f"{name}.json")
    assert (status, err) == (0, "")
    jsonschema.validate(out, SCHEMA)
    assert out["status"] in ("optimal", "feasible")
    assert not any(dish["left_out"] for dish in out["dishes"])
    assert "{temp" not in json.dumps(out), "sentences are written out"
    assert out["begins_s"] <= min(dish["on_s"] for dish in out["dishes"])


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"people": []}, "people needs at least one helper"),
        ({"fires": [{"key": "x", "fire": "gaz"}]}, "fires.0.fire is not known (got 'gaz')"),
        ({"dishes": [{"key": "a", "side": "corn"}]}, "Did you mean corn_husk, corn_bare?"),
        ({"dishes": [{"key": "a", "piece": {"cut": "ribeye", "thickness_mm": 0}}]}, "dishes.0.piece.thickness_mm"),
        ({"format": "brasko/meal@3"}, "knows brasko/meal@1 and brasko/meal@2"),
    ],
    ids=["nobody", "no such fire", "no such side", "no thickness", "a newer format"],
)
def test_what_is_wrong_is_told_by_its_place(capsys, tmp_path, change, words):
    given = {**json.loads((EXAMPLES / "weeknight-row.json").read_text()), **change}
    path = tmp_path / "table.json"
    path.write_text(json.dumps(given))
    status, out, err = run(capsys, path)
    assert (status, out) == (2, None)
    assert words in err

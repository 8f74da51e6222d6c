"""`brasko plan --as-cook`: what it writes is read by `brasko cook`, and gives the plan."""

import json

import pytest

from brasko.cli.main import main

WISH = {
    "format": "brasko/wish@1",
    "cut": "ribeye",
    "thickness": "1.5 in",
    "finish": "130 F",
    "eat_at": "2199-06-01T19:00:00+00:00",
}


def run(capsys, tmp_path, words: list[str], asked: dict) -> dict:
    file = tmp_path / "asked.json"
    file.write_text(json.dumps(asked))
    assert main([*words, str(file)]) == 0
    return json.loads(capsys.readouterr().out)


def test_a_plan_goes_out_as_a_cook_and_comes_back_as_itself(capsys, tmp_path):
    plan = run(capsys, tmp_path, ["plan"], WISH)
    cook = run(capsys, tmp_path, ["plan", "--as-cook"], WISH)
    assert cook["format"] == "brasko/cook@1"
    told = run(capsys, tmp_path, ["cook"], cook)
    assert told["peak_probe_c"] == pytest.approx(plan["peak_core_c"], abs=0.2 / 1.8)
    assert told["steps"][0]["reached"] == "reading"
    assert told["steps"][-1]["end_s"] == pytest.approx(plan["steps"][-1]["end_s"], rel=0.01)


def test_a_whole_table_is_not_told_as_cooks(capsys, tmp_path):
    file = tmp_path / "table.json"
    file.write_text(json.dumps({"format": "brasko/meal@2"}))
    assert main(["plan", "--as-cook", str(file)]) == 2
    assert "one at a time" in capsys.readouterr().err

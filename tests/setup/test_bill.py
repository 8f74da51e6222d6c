"""The bill of materials against what is locked, and licences against the kept list.

The form is CycloneDX's; licence names are SPDX's.
"""

import json
from pathlib import Path

import bill
import pytest

ROOT = Path(__file__).resolve().parents[2]


@pytest.fixture(scope="module")
def made(bill_folder) -> dict[str, dict]:
    return {f.name.split(".")[0]: json.loads(f.read_text()) for f in bill_folder.glob("*.cdx.json")}


@pytest.mark.long
def test_every_locked_part_is_on_it_with_its_version_and_nothing_else(made):
    parts = {bill.plain(c["name"]): c["version"] for c in made["python"]["components"]}
    assert parts == bill.locked()
    packages = json.loads((ROOT / "frontend/package-lock.json").read_text())["packages"]
    ships = {
        (name.split("node_modules/")[-1], p["version"])
        for name, p in packages.items()
        if name and not p.get("dev") and not p.get("devOptional") and not p.get("peer") and not p.get("optional")
    }
    told = {
        (c["group"] + "/" + c["name"] if c.get("group") else c["name"], c["version"])
        for c in made["interface"]["components"]
    }
    assert ships <= told
    assert len(told) < len(packages) / 2
    assert all(b["bomFormat"] == "CycloneDX" for b in made.values())


@pytest.mark.long
def test_a_licence_that_nobody_has_read_is_told(made):
    part = {"name": "grease", "version": "1.0", "licenses": [{"license": {"id": "GPL-3.0-only"}}]}
    assert bill.unlisted({"components": [part]}, bill.allowed_licences()) == ["grease 1.0: GPL-3.0-only"]
    assert bill.unlisted({"components": [{"name": "ash"}]}, bill.allowed_licences()) == ["ash : says none"]


@pytest.mark.parametrize(
    ("said", "may"),
    [
        ("MIT", True),
        ("GPL-3.0-only OR MIT", True),
        ("GPL-3.0-only AND MIT", False),
        ("(BSD-2-Clause AND MIT) OR GPL-3.0-only", True),
        ("", False),
    ],
)
def test_a_choice_of_licences_is_a_choice_and_a_sum_is_a_sum(said, may):
    assert bill.is_allowed(said, bill.allowed_licences()) is may


@pytest.mark.long
def test_no_part_of_what_ships_is_under_the_gpl(made):
    told = json.dumps([[*bill.licences_of(c)] for b in made.values() for c in b["components"]])
    assert "GPL-3" not in told
    assert "GPL-2" not in told

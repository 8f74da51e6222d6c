"""What the tests run of the code, by branch: each part's share, and every file below 70 %.

Reads what `BRASKO_COVERAGE=1 make test` has measured: var/coverage/python.json and frontend/coverage (the interface).
"""

import json
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
PARTS = ("core", "formats", "words", "cli", "web")
MIN_CORE = 90.0
LOW = 70.0


def share_of(summaries: list[dict[str, Any]]) -> float:
    """Lines and branches that are run, of all [%]."""
    ran = sum(s["covered_lines"] + s["covered_branches"] for s in summaries)
    missed = sum(s["missing_lines"] + s["missing_branches"] for s in summaries)
    return 100.0 * ran / max(ran + missed, 1)


def python_parts(files: dict[str, Any]) -> dict[str, float]:
    """Share of each part that tests run [%]."""
    return {
        part: share_of([f["summary"] for name, f in files.items() if name.startswith(f"src/brasko/{part}/")])
        for part in PARTS
    }


def low_files(files: dict[str, Any]) -> list[tuple[str, float]]:
    """Python files of which less than LOW is run."""
    shares = [(name, share_of([each["summary"]])) for name, each in files.items() if len(each["missing_lines"]) > 1]
    return sorted((row for row in shares if row[1] < LOW), key=lambda row: row[1])


def interface() -> tuple[float, list[tuple[str, float]]]:
    """Share of the interface's branches that its own tests run, and files below LOW."""
    told = json.loads((ROOT / "frontend/coverage/coverage-summary.json").read_text())
    total = told.pop("total")["branches"]["pct"]
    low = [(str(Path(name).relative_to(ROOT)), each["lines"]["pct"]) for name, each in told.items()]
    return total, sorted((row for row in low if row[1] < LOW), key=lambda row: row[1])


def main() -> None:
    files = json.loads((ROOT / "var/coverage/python.json").read_text())["files"]
    shares = python_parts(files)
    for part, share in shares.items():
        print(f"{part:10} {share:5.1f} %")
    branches, low = interface()
    print(f"{'interface':10} {branches:5.1f} % of branches, by its own tests alone")
    for name, share in [*low_files(files), *low]:
        print(f"below {LOW:.0f} %: {share:5.1f} % {name}")
    if shares["core"] < MIN_CORE:
        print(f"{shares['core']:.1f} % of the core is less than the {MIN_CORE:.0f} % that are asked.")


if __name__ == "__main__":
    main()

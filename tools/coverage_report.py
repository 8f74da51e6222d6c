"""What the tests run of the code, by branch: each part's share, and every file below 70 %.

Reads what `BRASKO_COVERAGE=1 make test` has measured: var/coverage/data (Python) and frontend/coverage (the interface).
"""

import io
import json
from pathlib import Path

from coverage import Coverage

ROOT = Path(__file__).resolve().parents[1]
PARTS = ("core", "formats", "words", "cli", "web")
SRC = ROOT / "src" / "brasko"
"""Copies of the tree that tests make are not counted."""
MIN_CORE = 90.0
LOW = 70.0


def python_parts(measured: Coverage) -> dict[str, float]:
    """Share of each part's lines and branches that tests run [%]."""
    return {part: measured.report(include=f"{SRC}/{part}/*", file=io.StringIO()) for part in PARTS}


def low_files(measured: Coverage) -> list[tuple[str, float]]:
    """Python files of which less than LOW is run."""
    out = ROOT / "var/coverage/files.json"
    measured.json_report(outfile=str(out), include=f"{SRC}/*")
    files = json.loads(out.read_text())["files"]
    shares = [(name, each["summary"]["percent_covered"]) for name, each in files.items()]
    return sorted((row for row in shares if row[1] < LOW), key=lambda row: row[1])


def interface() -> tuple[float, list[tuple[str, float]]]:
    """Share of the interface's branches that its own tests run, and files below LOW."""
    told = json.loads((ROOT / "frontend/coverage/coverage-summary.json").read_text())
    total = told.pop("total")["branches"]["pct"]
    low = [(str(Path(name).relative_to(ROOT)), each["lines"]["pct"]) for name, each in told.items()]
    return total, sorted((row for row in low if row[1] < LOW), key=lambda row: row[1])


def main() -> None:
    measured = Coverage(config_file=str(ROOT / "pyproject.toml"))
    measured.load()
    shares = python_parts(measured)
    for part, share in shares.items():
        print(f"{part:10} {share:5.1f} %")
    branches, low = interface()
    print(f"{'interface':10} {branches:5.1f} % of branches, by its own tests alone")
    for name, share in [*low_files(measured), *low]:
        print(f"below {LOW:.0f} %: {share:5.1f} % {name}")
    if shares["core"] < MIN_CORE:
        print(f"{shares['core']:.1f} % of the core is less than the {MIN_CORE:.0f} % that are asked.")


if __name__ == "__main__":
    main()

"""Write docs/validation.md: every outside check with its source, what it expects, what is computed and what is
missed."""

import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "core"), str(ROOT / "tests" / "reference"), str(ROOT / "tools")]

from case import Case, missed_by  # noqa: E402
from cases import CASES  # noqa: E402

from reference import TITLE  # noqa: E402

HEAD = """# Validation

Made by `make validation`. One set of parameters serves every row; none is tuned for a case. Analytic solutions of plates,
cylinders and bars, balances and properties are checked in `tests/core` to the tolerances stated there.

| source | what | expected | computed | missed by |
| --- | --- | --- | --- | --- |
"""


def row(case: Case) -> str:
    value = case.computed()
    missed = missed_by(case, value)
    said = f"{missed:.3g} {case.unit}: {case.reason}" if missed else "–"
    return (
        f"| {case.source} | {case.what} | {case.low:.3g} to {case.high:.3g} {case.unit} | {value:.3g} "
        f"{case.unit} | {said} |"
    )


def main() -> None:
    rows = [row(case) for case in CASES]
    trial = (ROOT / "docs" / "forecast_trial.md").read_text()
    tables = (ROOT / "docs" / "table_trial.md").read_text()
    taught = (ROOT / "docs" / "learning_trial.md").read_text()
    page = ROOT / "docs" / "validation.md"
    cooks = TITLE + page.read_text().partition(TITLE)[2].partition("\n## ")[0]
    parts = [HEAD + "\n".join(rows), cooks, trial, tables, taught]
    page.write_text("\n\n".join(part.rstrip() for part in parts) + "\n")
    print("\n".join(rows))


if __name__ == "__main__":
    main()

"""Two hundred random tables by the rule and by the solver, checked apart. Writes docs/table_trial.md; `make validation`
puts it into docs/validation.md."""

import random
import statistics
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "reference")]

from table_trial import SEED, Tried, dishes, table, tried  # noqa: E402

TABLES = 200


def main() -> None:
    known, rng = dishes(), random.Random(SEED)
    found: list[Tried] = []
    for n in range(TABLES):
        found.append(tried(table(known, rng)))
        if n % 20 == 19:
            print(f"  {n + 1} of {TABLES}", flush=True)
    told = report(found)
    (ROOT / "docs" / "table_trial.md").write_text(told, encoding="utf-8")
    print(told)


def report(found: list[Tried]) -> str:
    both = [t for t in found if t.rule.cost and t.solver.status != "clash" and t.solver.cost]
    gained = [t for t in both if t.solver.cost.total < t.rule.cost.total]
    share = [1.0 - t.solver.cost.total / t.rule.cost.total for t in gained]
    rescued = [t for t in found if t.rule.status == "clash" and t.solver.status != "clash"]
    seconds = sorted(t.solver.seconds for t in found)
    large = [t.solver.seconds for t in found if t.size[0] >= 8]
    rows = [
        ("tables of 2 to 10 dishes, 1 to 3 fires, 1 to 3 people", f"{len(found)}"),
        (
            "clashes of hands, room, heat, or raw beside ready, found by the checker",
            f"{sum(len(t.faults) for t in found)}",
        ),
        (
            "fit together: by the rule / by the solver",
            f"{sum(t.rule.status == 'rule' for t in found)} / {sum(t.solver.status != 'clash' for t in found)}",
        ),
        ("of those, only by the solver", f"{len(rescued)}"),
        (
            "the solver cheaper / the same / dearer than the rule",
            f"{len(gained)} / {len(both) - len(gained)} / 0"
            if all(t.solver.cost.total <= t.rule.cost.total for t in both)
            else "dearer in some",
        ),
        ("cheaper by, median", f"{100 * statistics.median(share):.0f} %" if share else "-"),
        ("proven best", f"{sum(t.solver.status == 'optimal' for t in found)}"),
        (
            "largest gap of the others",
            f"{100 * max((t.solver.gap or 0.0 for t in found if t.solver.status == 'feasible'), default=0.0):.0f} %",
        ),
        (
            "seconds, median / 95th of 100 / longest",
            f"{statistics.median(seconds):.2f} / {seconds[int(0.95 * len(seconds))]:.2f} / {seconds[-1]:.2f}",
        ),
        ("seconds with 8 dishes and more, median / longest", f"{statistics.median(large):.2f} / {max(large):.2f}"),
    ]
    head = (
        f"## Whole tables\n\nMade by `make table-trial`: {len(found)} random tables (seed {SEED}) out of 5 "
        f"kinds of meat and 15 sides on a kettle, a gas\n"
        "grill and a burner. The checker walks over every second and knows neither the rule nor the solver.\n\n"
    )
    table_ = "| what | found |\n| --- | --- |\n" + "".join(f"| {what} | {value} |\n" for what, value in rows)
    return head + table_


if __name__ == "__main__":
    main()

"""Every cut by every method on every fire that makes sense: a plan or a reasoned refusal, into docs/every-plan.md."""

import sys
import time
from collections import Counter
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT / "src"))

from brasko.core.fire.custom import PLANNER_FIRES  # noqa: E402
from brasko.core.foods.cuts import all_cuts  # noqa: E402
from brasko.core.heat.warm import warm  # noqa: E402
from brasko.core.planner.advice.choose import Row, row_of  # noqa: E402
from brasko.core.planner.advice.pick import choose_method  # noqa: E402
from brasko.core.planner.plan import planned  # noqa: E402
from brasko.core.planner.spec.methods import METHODS  # noqa: E402
from brasko.words import rendered  # noqa: E402

HEAD = """# Every plan

Made by `make every-plan`: each cut at its usual size and finish, by every method, on every fire that can do it; first answer
of the planner (good to about 1 K). What makes no sense is refused before it is computed, what cannot be had with its reason.

| cut | method | fire | on the fire, min | in all, min | pull °F | finish °F | grey rim % | crust % | loss % | hands, min | a minute late, °F |
| --- | --- | --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |
"""


def line(row: Row) -> str:
    choice = row.choice
    assert choice is not None
    solution = choice.plan.solution
    f = lambda c: f"{c * 1.8 + 32:.0f}"  # noqa: E731
    return (
        f"| {all_cuts()[row.cut].name} | {METHODS[row.method].name} | {PLANNER_FIRES[row.fire]} | "
        f"{choice.on_s / 60:.0f} | {choice.lead_s / 60:.0f} "
        f"| {f(solution.pull_c)} | {f(solution.result.peak_core_c)} | {choice.grey_rim_share * 100:.0f} | "
        f"{choice.crust_share * 100:.0f} "
        f"| {choice.mass_loss_share * 100:.0f} | {choice.hands_s / 60:.0f} | {choice.climb_k_min * 1.8:.1f} |"
    )


ONE_OF_EACH = (
    "ribeye",
    "skirt",
    "pork_chop",
    "pork_shoulder",
    "spare_ribs",
    "burger_80_20",
    "sausage",
    "chicken_breast",
    "chicken_spatchcock",
    "salmon",
    "bell_pepper",
    "corn",
    "mushroom",
    "potato",
)


def tasks_of(key: str) -> list[str]:
    """Schedule for a usual piece, in words."""
    cut = all_cuts()[key]
    pick = choose_method(key, cut.typical_thickness_m, 6 * 3600.0)
    spec = pick.spec(cut, cut.typical_thickness_m)
    plan = planned(spec, quick=True)
    said = [f"\n### {cut.name}\n", rendered(pick.why, "us"), "", rendered(plan.headline, "us"), ""]
    said += [f"- **{-t.start_s / 60:.0f} min: {t.name}.** {rendered(t.why, 'us')}" for t in plan.tasks]
    return said + [f"- *{c.key}*: {rendered(c.text, 'us')}" for c in plan.cautions]


def main() -> None:
    warm()
    rows, spent = [], []
    for cut in all_cuts().values():
        for method in METHODS:
            for fire in PLANNER_FIRES:
                begun = time.perf_counter()
                row = row_of(cut, method, fire)
                if row.kind in ("plan", "refused"):
                    spent.append((time.perf_counter() - begun, row))
                rows.append(row)
    kinds = Counter(row.kind for row in rows)
    plans = [row for row in rows if row.kind == "plan"]
    refused = [row for row in rows if row.kind == "refused"]
    out = [
        HEAD + "\n".join(line(row) for row in plans),
        "\n## Refused after computing\n",
        "| cut | method | fire | why |",
        "| --- | --- | --- | --- |",
    ]
    out += [
        f"| {all_cuts()[r.cut].name} | {METHODS[r.method].name} | {PLANNER_FIRES[r.fire]} | {rendered(r.why, 'us')} |"
        for r in refused
    ]
    out += ["\n## Makes no sense\n", "| cut | method | why |", "| --- | --- | --- |"]
    seen = dict.fromkeys((r.cut, r.method, r.why) for r in rows if r.kind == "unsuited")
    out += [f"| {all_cuts()[c].name} | {METHODS[m].name} | {rendered(w, 'us')} |" for c, m, w in seen]
    out += ["\n## Fires that cannot do a method\n", "| method | fire | why |", "| --- | --- | --- |"]
    none = dict.fromkeys((r.method, r.fire, r.why) for r in rows if r.kind == "no such fire")
    out += [f"| {METHODS[m].name} | {PLANNER_FIRES[f]} | {w} |" for m, f, w in none]
    out += ["\n## What is done, for one of each kind\n", "As Brasko picks it. Minutes before the table."]
    for key in ONE_OF_EACH:
        out += tasks_of(key)
    shown = [rendered(line, "us") for line in "\n".join(out).split("\n")]
    (ROOT / "docs" / "every-plan.md").write_text("\n".join(shown) + "\n", encoding="utf-8")
    times = sorted(t for t, _ in spent)
    slow = [(t, r) for t, r in spent if t > 0.25]
    print(
        f"{dict(kinds)}; median {times[len(times) // 2] * 1e3:.0f} ms, p95 "
        f"{times[int(0.95 * len(times))] * 1e3:.0f} ms, over 250 ms: {len(slow)} of {len(times)}"
    )
    for t, r in sorted(slow, key=lambda x: -x[0])[:15]:
        print(f"  {t * 1e3:.0f} ms {r.cut} {r.method} {r.fire} {r.kind}")


if __name__ == "__main__":
    main()

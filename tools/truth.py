"""Whether a plan is the cook that it says, and the cook is a real one: parity, jumps, the grid, relations of heat and
reference cooks, into docs/truth.md. `make truth`.

What was computed stays in var/truth for this model and these sources, so that a run that was stopped goes on.
"""

import argparse
import hashlib
import itertools
import json
import math
import random
import sys
import time
from collections.abc import Callable, Iterator
from dataclasses import replace
from functools import partial
from pathlib import Path
from statistics import median
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "reference")]

from told_cooks import Verdict, verdicts  # noqa: E402

from brasko.core.cook.run import run_cook  # noqa: E402
from brasko.core.cook.steps import AtFire, Cook, CookStep, Ends  # noqa: E402
from brasko.core.errors import Infeasible, InvalidInput  # noqa: E402
from brasko.core.fire.custom import shipped  # noqa: E402
from brasko.core.foods.cuts import all_cuts, cut_named  # noqa: E402
from brasko.core.heat.simulation import Food  # noqa: E402
from brasko.core.planner.solve.invert import Solution, solve_piece  # noqa: E402
from brasko.core.planner.spec.methods import METHODS, why_unsuited  # noqa: E402
from brasko.core.planner.spec.piece import PieceSpec  # noqa: E402
from brasko.formats.cook_convert import cook_of  # noqa: E402
from brasko.formats.cook_of_plan import cook_of_plan  # noqa: E402

NEAR_F, NEAR_SHARE = 0.2, 0.01
JUMP_SHARE, JUMP_F = 0.04, 3.0
"""How near a plan run forwards has to be; and from where on a step of a scan is a jump."""
GRID_SHARE = 0.01
IN, LB = 0.0254, 0.45359237
STRIP = PieceSpec("strip", 1.5 * IN, 0.9 * LB, 54.4)

Row = dict[str, Any]


def specs(count: int) -> Iterator[tuple[str, Callable[[], PieceSpec]]]:
    """Wishes drawn over cuts, methods, fires, sizes and finishes."""
    dice = random.Random(32)
    ways = [
        (cut, method, fire)
        for cut in all_cuts().values()
        for method, how in METHODS.items()
        for fire in how.fires
        if cut.kind != "plant" and not why_unsuited(cut, cut.typical_thickness_m, cut.default_finish_c, method)
    ]
    for n in range(count):
        cut, method, fire = dice.choice(ways)
        scale, off = dice.uniform(0.85, min(1.2, 0.15 / cut.typical_thickness_m)), dice.choice([0.0, 0.0, 2.0])
        own = 6.0 if cut.kind == "intact" and dice.random() < 0.15 else None
        crust = dice.choice([cut.crust, cut.crust, "light", "good"]) if METHODS[method].browns else "none"
        said: dict[str, Any] = {
            "method": method, "fire": fire, "crust": crust, "pull_offset_k": own, "temper_s": dice.choice([0.0, 0.0, 1200.0]),
        }  # fmt: skip
        thick, mass, finish = scale * cut.typical_thickness_m, scale * cut.typical_mass_kg, cut.default_finish_c + off

        def spec(
            key: str = cut.key, size: tuple[float, float, float] = (thick, mass, finish), said: dict[str, Any] = said
        ) -> PieceSpec:
            return PieceSpec(key, *size, **said)

        yield f"{n} {cut.key} {method} {fire}", spec


def parity(spec: Callable[[], PieceSpec]) -> Row:
    try:
        asked = spec()
        solution = solve_piece(asked)
    except (Infeasible, InvalidInput):
        return {"refused": True}
    result = solution.result
    told = run_cook(cook_of(cook_of_plan(asked, solution)))
    off_f = 1.8 * (told.peak_probe_c - result.peak_core_c)
    off_s = told.steps[-1].end_s - asked.temper_s - result.duration_s
    alike = abs(off_f) <= NEAR_F and abs(off_s) <= NEAR_SHARE * result.duration_s
    return {"refused": False, "off_f": off_f, "off_s": off_s, "of_s": result.duration_s, "alike": alike}


def scans() -> dict[str, list[Callable[[], PieceSpec]]]:
    """Inputs in fine steps."""

    def thick(base: PieceSpec, inches: float) -> Callable[[], PieceSpec]:
        return lambda: replace(base, thickness_m=inches * IN, mass_kg=base.mass_kg * inches * IN / base.thickness_m)

    def finish(base: PieceSpec, f: float) -> Callable[[], PieceSpec]:
        return lambda: replace(base, finish_c=(f - 32.0) / 1.8)

    def air(base: PieceSpec, f: float) -> Callable[[], PieceSpec]:
        return lambda: replace(base, gentle_c=(f - 32.0) / 1.8)

    filet = PieceSpec("filet", 1.75 * IN, 0.55 * LB, 51.7, fire="kamado")
    over_gas = replace(STRIP, method="direct", fire="gas")
    return {
        "strip on a kettle, thickness by 0.02 in": [thick(STRIP, 0.6 + 0.02 * n) for n in range(70)],
        "strip over gas, thickness by 0.04 in": [thick(over_gas, 0.6 + 0.04 * n) for n in range(36)],
        "filet on a kamado, thickness by 0.04 in": [thick(filet, 0.8 + 0.04 * n) for n in range(40)],
        "strip on a kettle, finish by 0.5 °F": [finish(STRIP, 120.0 + 0.5 * n) for n in range(50)],
        "strip over gas, finish by 0.5 °F": [finish(over_gas, 120.0 + 0.5 * n) for n in range(50)],
        "strip on a kettle, air by 4 °F": [air(STRIP, 200.0 + 4.0 * n) for n in range(26)],
        "filet on a kamado, air by 4 °F": [air(filet, 200.0 + 4.0 * n) for n in range(26)],
        "strip on gas, air by 10 °F": [air(replace(STRIP, fire="gas"), 220.0 + 10.0 * n) for n in range(28)],
        "strip on a pellet grill, air by 10 °F": [
            air(replace(STRIP, fire="pellet"), 200.0 + 10.0 * n) for n in range(26)
        ],
    }


def point(spec: Callable[[], PieceSpec]) -> Row:
    try:
        found: Solution = solve_piece(spec())
    except (Infeasible, InvalidInput):
        return {"refused": True}
    return {"refused": False, "pull_f": 1.8 * found.pull_c, "s": found.result.duration_s, "sear_s": found.sear_s}


def jumps(rows: list[Row]) -> tuple[int, int, int, str]:
    """(jumps off the trend, large steps, steps, the worst off the trend) of a scan."""
    pairs = [(a, b) for a, b in itertools.pairwise(rows) if not a["refused"] and not b["refused"]]
    longer = [math.log(after["s"] / before["s"]) for before, after in pairs]
    pulls = [after["pull_f"] - before["pull_f"] for before, after in pairs]
    large = sum(abs(t) > JUMP_SHARE or abs(p) > JUMP_F for t, p in zip(longer, pulls, strict=True))
    count, worst = 0, (0.0, "")
    for n in range(len(pairs)):
        near = slice(max(n - 2, 0), n + 3)
        off, off_f = abs(longer[n] - median(longer[near])), abs(pulls[n] - median(pulls[near]))
        count += off > JUMP_SHARE or off_f > JUMP_F
        worst = max(worst, (max(off / JUMP_SHARE, off_f / JUMP_F), f"{100 * off:.1f} %, {off_f:.1f} °F"))
    return count, large, len(pairs), worst[1]


def grid(spec: Callable[[], PieceSpec]) -> Row:
    try:
        asked = spec()
        steps = cook_of(cook_of_plan(asked, solve_piece(asked)))
    except (Infeasible, InvalidInput):
        return {"refused": True}
    usual, finer = run_cook(steps), run_cook(steps, refine=2.0)
    return {"refused": False, "share": abs(usual.steps[-1].end_s / finer.steps[-1].end_s - 1.0)}


Asked = PieceSpec | tuple[str, float]
"""A plan, or a filet in a fire's air of so many degrees."""


def in_air(fire: str, air_c: float) -> Asked:
    return fire, air_c


def relations() -> dict[str, list[Callable[[], Asked]]]:
    """Inputs whose steps must never make a cook quicker; hotter air is turned round."""
    fires = ("kettle_two_zone", "kettle_ring", "kamado", "gas", "pellet", "offset", "oven_skillet")

    hotter = {
        f"cooler air, {fire}": [partial(in_air, fire, (f - 32.0) / 1.8) for f in range(300, 188, -4)] for fire in fires
    }
    fridge = [partial(replace, STRIP, start_c=float(c)) for c in range(20, 0, -1)]
    heights = [partial(replace, STRIP, altitude_m=float(m)) for m in range(0, 3250, 250)]
    salts = [partial(replace, STRIP, salt=salt) for salt in ("overnight", "hour", "just_before")]
    return {**hotter, "colder meat": fridge, "higher above the sea": heights, "salted later": salts}


FILET = Food(cut_named("filet").geometry(0.044, 0.25), cut_named("filet").material, 5.0)


def gentle_s(asked: Asked) -> Row:
    """How long the gentle part takes: of a plan, or of a filet to 130 °F in air of some fire."""
    if isinstance(asked, PieceSpec):
        return {"s": solve_piece(asked).result.steps[0].end_s}
    fire, air_c = asked
    step = CookStep("gentle", AtFire(shipped()[fire], air_c=air_c), Ends(600.0, core_c=54.4))
    return {"s": run_cook(Cook(FILET, 0.1, (step,))).steps[0].end_s}


def relation_line(name: str, rows: list[Row]) -> str:
    """Steps that went the wrong way by more than half a per cent, and the worst."""
    shorter = [1.0 - after["s"] / before["s"] for before, after in itertools.pairwise(rows)]
    wrong = sum(share > 0.005 for share in shorter)
    whole = 100.0 * (rows[-1]["s"] / rows[0]["s"] - 1.0)
    return f"| {name} | {wrong} | {len(shorter)} | {100 * max(0.0, *shorter):.1f} % | {whole:+.0f} % |"


def cooks_lines(every: list[Verdict]) -> list[str]:
    """Reference cooks by group, and how far each that is missed is outside its range."""
    counted = [v for v in every if v.reference.is_counted]
    lines = [
        f"**Reference cooks.** {sum(v.within for v in counted)} of {len(counted)} in range; what each parameter buys out of sample is in",
        "[calibration](calibration.md). A miss is signed: + is above the range.", "",
        "| group | in range | of | missed |", "| --- | ---: | ---: | --- |",
    ]  # fmt: skip
    for group in dict.fromkeys(v.reference.group for v in counted):
        some = [v for v in counted if v.reference.group == group]
        missed = ", ".join(f"{v.reference.id} {outside(v):+.2g} {v.reference.unit}" for v in some if not v.within)
        lines.append(f"| {group} | {sum(v.within for v in some)} | {len(some)} | {missed} |")
    return lines


def outside(verdict: Verdict) -> float:
    """How far beyond the nearer end of its range."""
    low, high, value = verdict.reference.low, verdict.reference.high, verdict.value
    return value - high if value > high else value - low


class Kept:
    """What was computed of these sources, by name."""

    def __init__(self) -> None:
        sources = sorted((ROOT / "src/brasko/core").rglob("*.py")) + sorted((ROOT / "src/brasko/core").rglob("*.csv"))
        digest = hashlib.sha256(b"".join(p.read_bytes() for p in sources)).hexdigest()[:16]
        self.file = ROOT / "var/truth" / f"{digest}.jsonl"
        self.file.parent.mkdir(parents=True, exist_ok=True)
        lines = self.file.read_text().splitlines() if self.file.exists() else []
        self.rows: dict[str, Row] = {row["name"]: row for row in map(json.loads, lines)}

    def of(self, name: str, compute: Callable[[], Row]) -> Row:
        if name not in self.rows:
            self.rows[name] = {"name": name, **compute()}
            with self.file.open("a") as out:
                out.write(json.dumps(self.rows[name]) + "\n")
        return self.rows[name]


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    parser.add_argument("--wishes", type=int, default=300)
    parser.add_argument("--grid", type=int, default=40)
    asked = parser.parse_args()
    kept, begun = Kept(), time.monotonic()
    every = list(specs(asked.wishes))

    def shown(part: str, n: int, of: int) -> None:
        print(f"\r{part}: {n} of {of}, {time.monotonic() - begun:.0f} s", end="", file=sys.stderr, flush=True)

    same = []
    for n, (name, spec) in enumerate(every):
        same.append(kept.of(f"parity {name}", lambda spec=spec: parity(spec)))
        shown("parity", n + 1, len(every))
    told = [row for row in same if not row["refused"]]
    lines = [
        "# A plan and its cook", "",
        "Made by `make truth`. A plan is written as a cook (`brasko plan FILE --as-cook`) and told forwards; inputs are scanned in",
        "fine steps; cooks are computed once more on a grid of half the cell size.", "",
        f"**Parity.** {sum(r['alike'] for r in told)} of {len(told)} plans told forwards give themselves within {NEAR_F} °F of the peak and",
        f"{100 * NEAR_SHARE:.0f} % of the time; {len(same) - len(told)} of {len(same)} wishes were refused.", "",
    ]  # fmt: skip
    off = sorted((r for r in told if not r["alike"]), key=lambda r: -abs(r["off_f"]))
    if off:
        lines += ["| wish | peak off, °F | time off, s | of, s |", "| --- | ---: | ---: | ---: |"]
        lines += [f"| {r['name']} | {r['off_f']:.2f} | {r['off_s']:.0f} | {r['of_s']:.0f} |" for r in off] + [""]
    lines += [
        f"**Jumps.** A step is large where it changes the whole time by more than {100 * JUMP_SHARE:.0f} % or the pull by more than {JUMP_F:.0f} °F, and",
        "a jump where it does so beyond what the steps about it do: 0.04 in of 0.6 are 7 %, and a thicker piece takes longer.", "",
        "| scan | jumps | large steps | of steps | the worst, off its neighbours |", "| --- | ---: | ---: | ---: | --- |",
    ]  # fmt: skip
    for name, points in scans().items():
        rows = []
        for n, spec in enumerate(points):
            rows.append(kept.of(f"{name} {n}", lambda spec=spec: point(spec)))
            shown(name, n + 1, len(points))
        count, large, steps, worst = jumps(rows)
        lines.append(f"| {name} | {count} | {large} | {steps} | {worst} |")
    finer = []
    for n, (name, spec) in enumerate(every[: asked.grid]):
        finer.append(kept.of(f"grid {name}", lambda spec=spec: grid(spec)))
        shown("grid", n + 1, asked.grid)
    near = [r for r in finer if not r["refused"]]
    lines += [
        "",
        f"**Grid.** {sum(r['share'] <= GRID_SHARE for r in near)} of {len(near)} cooks take as long on the finer grid, within {100 * GRID_SHARE:.0f} %.",
    ]
    lines += [
        "", "**Relations of heat.** Each step must take at least as long as the one before; wrong is one that is quicker by more than 0.5 %.", "",
        "| from step to step | wrong | of steps | the worst | from first to last |", "| --- | ---: | ---: | ---: | ---: |",
    ]  # fmt: skip
    for name, some in relations().items():
        rows = []
        for n, ask in enumerate(some):
            rows.append(kept.of(f"{name} {n}", lambda ask=ask: gentle_s(ask())))
            shown(name, n + 1, len(some))
        lines.append(relation_line(name, rows))
    lines += ["", *cooks_lines(verdicts())]
    (ROOT / "docs/truth.md").write_text("\n".join(lines) + "\n")
    print(file=sys.stderr)


if __name__ == "__main__":
    main()

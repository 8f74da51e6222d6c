"""How many small faults the Python tests notice: `make mutants`.

Faults are drawn by a seed from ten files of the core and ten of the web, which were drawn by a seed too (files.txt).
Each is put into a copy of the tree, and tests run against it until one fails, or until twenty seconds' worth of them
have passed: first those whose file imports the changed module, each kind quickest first. What became of each is written
to a file; where that file holds some already, the run goes on after them.

How long each test takes is read from a report that `pytest --junitxml` has written.
"""

import argparse
import json
import os
import random
import re
import shutil
import subprocess
import sys
import xml.etree.ElementTree as ET
from pathlib import Path

from mutants import Mutant, mutants_of

ROOT = Path(__file__).resolve().parents[2]
FILES = Path(__file__).with_name("files.txt")
BUDGET_S = 20.0
TIMEOUT_S = 600.0
"""So long may tests take that took BUDGET_S without the fault: a fault that hangs them is noticed too."""
COPIED = ("src", "tests", "pyproject.toml", "manage.py")
LANES = {"src/brasko/core": ("tests/core", "tests/cli"), "src/brasko/web": ("tests/web",)}
"""Which tests are there for which part of the code."""


def choose_mutants(root: Path, per_file: int, seed: int) -> list[Mutant]:
    """So many mutants a file, the same ones for the same texts and seed."""
    mutants: list[Mutant] = []
    for file in FILES.read_text().split():
        every = mutants_of(file, (root / file).read_text(encoding="utf-8"))
        rng = random.Random(f"{seed} {file}")
        mutants += sorted(rng.sample(every, min(per_file, len(every))), key=lambda m: (m.line, m.column))
    return mutants


class TestIndex:
    """Every test of a tree, with how long it takes without any fault."""

    def __init__(self, root: Path, times: Path) -> None:
        self.tests: list[tuple[str, str, float]] = []
        for case in ET.parse(times).getroot().iter("testcase"):
            file = f"{case.get('classname', '').replace('.', '/')}.py"
            self.tests.append((file, f"{file}::{case.get('name')}", float(case.get("time", 0.0))))
        self.imports = {file: (root / file).read_text(encoding="utf-8") for file in {t[0] for t in self.tests}}

    def tests_for(self, mutant: Mutant) -> list[str]:
        """Tests worth twenty seconds that may notice a mutant, the likeliest and quickest first."""
        lane = next(tests for part, tests in LANES.items() if mutant.file.startswith(part))
        module = mutant.file.removeprefix("src/").removesuffix(".py").replace("/", ".")
        package, name = module.rsplit(".", 1)
        imported = re.compile(rf"\b{re.escape(module)}\b|from {re.escape(package)} import .*\b{name}\b")
        near = {file for file, text in self.imports.items() if imported.search(text)}
        found = sorted((file not in near, seconds, name) for file, name, seconds in self.tests if file.startswith(lane))
        chosen, spent = [], 0.0
        for _, seconds, name in found:
            if spent + seconds <= BUDGET_S:
                spent += seconds
                chosen.append(name)
        return chosen


def copy_tree(root: Path, to: Path) -> Path:
    """A copy of what the tests need; the rest is linked."""
    shutil.rmtree(to, ignore_errors=True)
    to.mkdir(parents=True)
    for entry in root.iterdir():
        if entry.name in COPIED:
            (shutil.copytree if entry.is_dir() else shutil.copy2)(entry, to / entry.name)
        elif entry.name != "var":
            (to / entry.name).symlink_to(entry)
    return to


def is_killed(tree: Path, mutant: Mutant, tests: list[str]) -> bool:
    """Whether a test fails, or hangs, once the fault is in."""
    file = tree / mutant.file
    before = file.read_text(encoding="utf-8")
    listed = tree / "tests.txt"
    listed.write_text("\n".join(tests))
    file.write_text(mutant.applied(before), encoding="utf-8")
    words = ["-m", "pytest", "-x", "-p", "no:cacheprovider", f"@{listed}"]
    environment = {**os.environ, "BRASKO_VAR": str(tree / "data")}
    try:
        run = subprocess.run(
            [sys.executable, *words], cwd=tree, env=environment, capture_output=True, timeout=TIMEOUT_S
        )
    except subprocess.TimeoutExpired:
        return True
    finally:
        file.write_text(before, encoding="utf-8")
    if run.returncode not in {0, 1, 2, 4}:
        raise SystemExit(f"pytest ended with {run.returncode}: {run.stdout[-500:]!r}")
    return run.returncode != 0


def check_collected(tree: Path, tests: list[str]) -> None:
    """Stop where pytest does not find every test without a fault: each fault would then seem noticed."""
    listed = tree / "tests.txt"
    listed.write_text("\n".join(tests))
    words = ["-m", "pytest", "--collect-only", "-q", "-p", "no:cacheprovider", f"@{listed}"]
    run = subprocess.run([sys.executable, *words], cwd=tree, capture_output=True, text=True)
    if run.returncode != 0:
        raise SystemExit(f"Not every test is found; write the report anew.\n{run.stdout[-500:]}{run.stderr[-500:]}")


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    parser.add_argument("--root", type=Path, default=ROOT, help="the tree whose tests are judged")
    parser.add_argument("--times", type=Path, default=ROOT / "var/mutation/tests.xml")
    parser.add_argument("--out", type=Path, default=ROOT / "var/mutation/found.json")
    parser.add_argument("--copy", type=Path, default=ROOT / "var/mutation/tree")
    parser.add_argument("--per-file", type=int, default=2)
    parser.add_argument("--seed", type=int, default=30)
    args = parser.parse_args()
    args.out.parent.mkdir(parents=True, exist_ok=True)
    index = TestIndex(args.root.resolve(), args.times)
    tree = copy_tree(args.root.resolve(), args.copy)
    results = json.loads(args.out.read_text()) if args.out.exists() else []
    for mutant in choose_mutants(args.root, args.per_file, args.seed)[len(results) :]:
        tests = index.tests_for(mutant)
        check_collected(tree, tests)
        noticed = is_killed(tree, mutant, tests)
        results.append({**mutant.as_json(), "tests": len(tests), "killed": noticed})
        args.out.write_text(json.dumps(results, indent=1))
        print(f"{mutant.file}:{mutant.line} {'killed' if noticed else 'SURVIVED'} of {len(tests)}", flush=True)
    share = sum(row["killed"] for row in results) / len(results)
    print(f"{len(results)} faults, {share:.1%} noticed")


if __name__ == "__main__":
    main()

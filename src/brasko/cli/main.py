"""`brasko simulate | plan | cook | fire FILE.json`: exit status 0 with JSON, 2 for wrong input, 3 for what cannot be
had."""

from __future__ import annotations

import argparse
import gc
import json
import sys
from collections.abc import Iterator, Sequence
from contextlib import contextmanager, nullcontext
from dataclasses import dataclass
from importlib import import_module
from pathlib import Path
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from pydantic import BaseModel

WRONG_INPUT, NOT_TO_BE_HAD = 2, 3
"""Exit statuses."""


@dataclass(frozen=True)
class Verb:
    """What can be asked for. Its modules are only imported when it is: they bring the whole core with them.

    alone: that it needs the compiled kernel, and SciPy for nothing.
    """

    help: str
    module: str
    function: str
    formats: str
    reads: str
    alone: bool = False


VERBS: dict[str, Verb] = {
    "simulate": Verb(
        "simulate a food through its steps (brasko/simulation@1)",
        "brasko.cli.simulate",
        "simulated",
        "brasko.cli.simulation_format",
        "SimulationIn",
        alone=True,
    ),
    "plan": Verb(
        "plan a piece in a cook's own words (brasko/wish@1), a meal as it was exported (brasko/meal@1), or a "
        "whole table (brasko/meal@2)",
        "brasko.cli.plan",
        "plan_of",
        "brasko.cli.plan_format",
        "WishIn",
    ),
    "cook": Verb(
        "tell what comes of a cook, step by step (brasko/cook@1)",
        "brasko.formats.cook_convert",
        "told",
        "brasko.formats.cook",
        "CookIn",
    ),
    "fire": Verb(
        "tell what a fire gives, or which to build (brasko/fire@1)",
        "brasko.cli.fire",
        "fire_told",
        "brasko.formats.fire",
        "FireIn",
    ),
}
MEALS = {
    "brasko/meal@1": Verb("", "brasko.cli.plan", "meal_plan_of", "brasko.formats.meal", "MealIn"),
    "brasko/meal@2": Verb("", "brasko.cli.plan", "table_plan_of", "brasko.formats.table", "MealTableIn"),
}
"""What `brasko plan` reads besides a wish, by its format."""


class Wrong(Exception):
    """One line for standard error."""


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command. Returns the exit status."""
    asked = _parser().parse_args(arguments)
    gc.disable()  # A command lives for seconds: looking for garbage among modules as they come in is a tenth of that.
    try:
        return _run(asked)
    finally:
        gc.enable()


def _run(asked: argparse.Namespace) -> int:
    verb = VERBS[asked.command]
    try:
        raw = _read(asked.file)
    except Wrong as exc:
        return _failed(str(exc), WRONG_INPUT)
    if asked.command == "plan" and isinstance(raw, dict):
        named = str(raw.get("format"))
        if named.startswith("brasko/meal@") and named not in MEALS:
            return _failed(
                f"format {named} is not one that this version reads: it knows {' and '.join(MEALS)}.", WRONG_INPUT
            )
        verb = MEALS.get(named, verb)
    return _answered(verb, raw)


def _answered(verb: Verb, raw: Any) -> int:
    from brasko.core.errors import Infeasible, InvalidInput
    from brasko.core.phrases import rendered

    try:
        with _without_scipy() if verb.alone else nullcontext():
            command = getattr(import_module(verb.module), verb.function)
            print(command(_validated(getattr(import_module(verb.formats), verb.reads), raw)).model_dump_json(indent=1))
    except Wrong as exc:
        return _failed(str(exc), WRONG_INPUT)
    except InvalidInput as exc:
        offer = f" Earliest: {exc.suggestion}." if exc.field == "eat_at" and exc.suggestion else ""
        return _failed(rendered(f"{_called(verb, exc.field)} {exc.message}") + offer, WRONG_INPUT)
    except Infeasible as exc:
        could = "; ".join(rendered(remedy.text) for remedy in exc.remedies)
        return _failed(f"{_called(verb, exc.field)}: {rendered(exc.reason)} You could: {could}.", NOT_TO_BE_HAD)
    return 0


@contextmanager
def _without_scipy() -> Iterator[None]:
    """Numba looks for a BLAS, which no kernel here calls, by importing SciPy: a fifth of a second that nobody needs."""
    if "scipy" in sys.modules:
        yield
        return
    sys.modules["scipy"] = None  # type: ignore[assignment]
    try:
        yield
    finally:
        del sys.modules["scipy"]


def _called(verb: Verb, field: str) -> str:
    """A field of the core as the verb's format calls it. What knows that brings the planner with it, so it is asked
    last."""
    from brasko.formats.piece import OUTSIDE, SPOKEN, renamed

    return renamed(field, SPOKEN if verb is VERBS["plan"] else OUTSIDE)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="brasko", description="The computation of Brasko: JSON in, JSON out.")
    commands = parser.add_subparsers(dest="command", required=True, metavar="COMMAND")
    for name, verb in VERBS.items():
        command = commands.add_parser(name, help=verb.help, description=verb.help)
        command.add_argument("file", metavar="FILE.json", help='a file, or "-" for standard input')
    return parser


def _failed(line: str, status: int) -> int:
    print(f"brasko: {' '.join(line.split())}", file=sys.stderr)
    return status


def _read(file: str) -> Any:
    try:
        text = sys.stdin.read() if file == "-" else Path(file).read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as exc:
        raise Wrong(f"{file} cannot be read: {exc}") from exc
    try:
        return json.loads(text)
    except json.JSONDecodeError as exc:
        raise Wrong(f"{file} is not JSON: {exc.msg} at line {exc.lineno}, column {exc.colno}.") from exc


def _validated(format_: type[BaseModel], raw: Any) -> BaseModel:
    from pydantic import ValidationError

    try:
        return format_.model_validate(raw)
    except ValidationError as exc:
        error = exc.errors(include_url=False)[0]
        place = ".".join(str(part) for part in error["loc"] if part not in ("str", "float", "function-after"))
        said = _said(error)
        if "|" in said:
            below, said = said.split("|")
            place = f"{place}.{below}" if place else below
        raise Wrong(f"{place or 'the input'} {said}") from exc


def _said(error: Any) -> str:
    kind, got = error["type"], error.get("input")
    if kind == "missing":
        return "is required."
    if kind == "extra_forbidden":
        return "is not a known field."
    if kind == "value_error":
        return str(error["ctx"]["error"])
    if kind == "literal_error":
        return f"must be {error['ctx']['expected']} (got {got!r})."
    if kind in ("float_type", "finite_number"):
        return f"must be a number (got {got!r})."
    return f"is wrong: {error['msg']} (got {got!r})."


if __name__ == "__main__":
    sys.exit(main())

"""`brasko simulate | plan | cook | compare | fire FILE.json`: exit status 0 with JSON, 2 for wrong input, 3 for what
cannot be had."""

from __future__ import annotations

import argparse
import gc
import json
import sys
from collections.abc import Iterator, Sequence
from contextlib import contextmanager, nullcontext
from dataclasses import dataclass, replace
from importlib import import_module
from pathlib import Path
from typing import TYPE_CHECKING, Any

from brasko.core.words import say

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
    "compare": Verb(
        "compare ways to cook, sweep one or two things, tell what matters most (brasko/experiment@1)",
        "brasko.cli.compare",
        "compared",
        "brasko.formats.experiment",
        "ExperimentIn",
    ),
    "fire": Verb(
        "tell what a fire gives, or which to build (brasko/fire@1)",
        "brasko.formats.fire_convert",
        "fire_of_words",
        "brasko.formats.fire",
        "FireIn",
    ),
}
MEALS = {
    "brasko/meal@1": Verb("", "brasko.cli.plan", "meal_plan_of", "brasko.formats.meal", "MealIn"),
    "brasko/meal@2": Verb("", "brasko.cli.plan", "table_plan_of", "brasko.formats.table", "MealTableIn"),
}
"""What `brasko plan` reads besides a wish, by its format."""
AS_COOK = {
    "plan_of": "cook_of_wish",
    "meal_plan_of": "cooks_of_meal",
}
"""What `brasko plan --as-cook` answers with instead."""


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
            return _failed(say("main-format-is-not-one-that-this", named=named, meals=" and ".join(MEALS)), WRONG_INPUT)
        verb = MEALS.get(named, verb)
    if asked.command == "plan" and asked.as_cook:
        if verb.function not in AS_COOK:
            return _failed(say("main-a-table-is-not-told-as-cooks"), WRONG_INPUT)
        verb = replace(verb, function=AS_COOK[verb.function])
    return _answered(verb, raw)


def _answered(verb: Verb, raw: Any) -> int:
    from brasko.core.errors import Infeasible, InvalidInput

    try:
        with _without_scipy() if verb.alone else nullcontext():
            command = getattr(import_module(verb.module), verb.function)
            given = _validated(getattr(import_module(verb.formats), verb.reads), raw)
            told = command(given).model_dump_json(indent=1)
            print(told if verb.alone else _written_out(told, getattr(given, "units", "metric")))
    except Wrong as exc:
        return _failed(str(exc), WRONG_INPUT)
    except InvalidInput as exc:
        offer = say("main-earliest", suggestion=exc.suggestion) if exc.field == "eat_at" and exc.suggestion else ""
        return _failed(f"{_called(verb, exc.field)} {exc.message}{offer}", WRONG_INPUT)
    except Infeasible as exc:
        could = "; ".join(remedy.text for remedy in exc.remedies)
        return _failed(
            say("main-you-could", called=_called(verb, exc.field), reason=exc.reason, could=could),
            NOT_TO_BE_HAD,
        )
    return 0


def _written_out(told: str, units: str) -> str:
    """What is told as JSON, its messages and quantities written out."""
    from brasko.words import rendered

    def out(value: Any) -> Any:
        if isinstance(value, str):
            return rendered(value, units)
        if isinstance(value, dict):
            return {k: out(v) for k, v in value.items()}
        return [out(v) for v in value] if isinstance(value, list) else value

    return json.dumps(out(json.loads(told)), indent=1, ensure_ascii=False)


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

    return renamed(field, SPOKEN if verb.reads == "WishIn" else OUTSIDE)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="brasko",
        description="The computation of Brasko: JSON in, JSON out.",
        epilog="The application itself: brasko serve | backup FILE | restore FILE | check",
    )
    commands = parser.add_subparsers(dest="command", required=True, metavar="COMMAND")
    for name, verb in VERBS.items():
        command = commands.add_parser(name, help=verb.help, description=verb.help)
        command.add_argument("file", metavar="FILE.json", help='a file, or "-" for standard input')
        if name == "plan":
            command.add_argument("--as-cook", action="store_true", help="write each piece as a brasko/cook@1 document")
    return parser


def _failed(line: str, status: int) -> int:
    from brasko.words import rendered

    print(f"brasko: {' '.join(rendered(line).split())}", file=sys.stderr)
    return status


def _read(file: str) -> Any:
    try:
        text = sys.stdin.read() if file == "-" else Path(file).read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as exc:
        raise Wrong(say("main-cannot-be-read", file=file, exc=exc)) from exc
    try:
        return json.loads(text)
    except json.JSONDecodeError as exc:
        raise Wrong(
            say("main-is-not-json-at-line-column", file=file, msg=exc.msg, lineno=exc.lineno, colno=exc.colno)
        ) from exc


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
        raise Wrong(f"{place or say('main-the-input')} {said}") from exc


def _said(error: Any) -> str:
    kind, got = error["type"], error.get("input")
    if kind == "missing":
        return say("main-is-required")
    if kind == "extra_forbidden":
        return say("main-is-not-a-known-field")
    if kind == "value_error":
        return str(error["ctx"]["error"])
    if kind == "literal_error":
        return say("main-must-be-got", error=error["ctx"]["expected"], got=f"{got!r}")
    if kind in ("float_type", "finite_number"):
        return say("common-must-be-a-number-got", got=f"{got!r}")
    return say("main-is-wrong-got", error=error["msg"], got=f"{got!r}")


if __name__ == "__main__":
    sys.exit(main())

"""Messages written out with the sentences of the catalogue."""

from __future__ import annotations

import re
from collections.abc import Callable
from functools import cache
from importlib.resources import files
from typing import Any

from fluent.runtime import FluentBundle, FluentResource

from brasko.core.words import AND, BEGIN, END, quantity
from brasko.words.quantities import written

WHOLE = "en"
"""The language that has every sentence."""

_TAGS = [folder.name for folder in files("brasko.words").iterdir() if (folder / "language.ftl").is_file()]
LANGUAGES = tuple(sorted(_TAGS, key=lambda tag: (tag != WHOLE, tag)))
"""Languages of the catalogue by their tags: each is a folder of files. The whole one is first."""
NOT_OF_A_KEY = re.compile(r"[^a-z0-9]+")
INNERMOST = re.compile(rf"{BEGIN}([^{BEGIN}{END}]*){END}")
"""A message that has no other one as a value."""


def rendered(text: str, units: str = "metric", language: str = WHOLE) -> str:
    """The text with its messages and quantities written out, in "metric" or "us" units; other text stays as it is."""
    return written(sentences(text, language), units, decimal(language))


@cache
def decimal(language: str) -> str:
    """The sign between whole and part of a number."""
    return _said("language-decimal", language)


def sentences(text: str, language: str = WHOLE) -> str:
    """The text with its messages written out, its quantities still in SI; an unknown key is given back as it came."""
    found = 1
    while found:
        text, found = INNERMOST.subn(lambda m: _said(m.group(1), language), text)
    return text


def _said(message: str, language: str) -> str:
    key, *told = message.split(AND)
    values = {name: named(value, language) for name, _, value in (part.partition("=") for part in told)}
    for bundle in _bundles(language):
        if bundle.has_message(key):
            pattern = bundle.get_message(key).value
            return str(bundle.format_pattern(pattern, values)[0]) if pattern is not None else key
    return key


def named(name: str, language: str) -> str:
    """A name out of the core's tables (a cut, a word of doneness) as this language has it; any other text as it is."""
    key = f"name-{NOT_OF_A_KEY.sub('-', name.lower()).strip('-')}"
    bundle = _bundles(language)[0]
    pattern = bundle.get_message(key).value if language != WHOLE and bundle.has_message(key) else None
    return name if pattern is None else str(bundle.format_pattern(pattern, {})[0])


@cache
def _bundles(language: str) -> tuple[FluentBundle, ...]:
    tags = [language, WHOLE] if language in LANGUAGES and language != WHOLE else [WHOLE]
    return tuple(_bundle(tag) for tag in tags)


@cache
def _bundle(tag: str) -> FluentBundle:
    bundle = FluentBundle([tag], functions=FUNCTIONS, use_isolating=False)
    for file in sorted((files("brasko.words") / tag).iterdir(), key=lambda f: f.name):
        if file.name.endswith(".ftl"):
            bundle.add_resource(FluentResource(file.read_text("utf-8")))
    return bundle


def _constant(kind: Callable[[float], str]) -> Callable[[Any], str]:
    return lambda value: kind(float(value))


FUNCTIONS: dict[str, Callable[[Any], Any]] = {
    "LOWER": lambda text: str(text).lower(),
    "SMALL": lambda text: f"{str(text)[:1].lower()}{str(text)[1:]}",
    "BIG": lambda text: f"{str(text)[:1].upper()}{str(text)[1:]}",
    "HEAD": lambda text: str(text).partition(":")[0],
    "TEMP": _constant(quantity.temp),
    "LEAST": _constant(quantity.least),
    "RISE": _constant(quantity.rise),
    "LENGTH": _constant(quantity.length),
    "MASS": _constant(quantity.mass),
    "DOSE": _constant(quantity.dose),
    "SPAN": _constant(quantity.span),
}
"""What a sentence can do with its values: set their letters, and hold a quantity of its own in SI."""

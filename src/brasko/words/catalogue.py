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

LANGUAGES = {"en": "English", "de": "Deutsch"}
"""Languages of the catalogue by their tag, as they call themselves. The first one is whole."""

WHOLE = next(iter(LANGUAGES))
INNERMOST = re.compile(rf"{BEGIN}([^{BEGIN}{END}]*){END}")
"""A message that has no other one as a value."""


def rendered(text: str, units: str = "metric", language: str = WHOLE) -> str:
    """The text with its messages and quantities written out, in "metric" or "us" units; other text stays as it is."""
    return written(sentences(text, language), units, language)


def sentences(text: str, language: str = WHOLE) -> str:
    """The text with its messages written out, its quantities still in SI; an unknown key is given back as it came."""
    found = 1
    while found:
        text, found = INNERMOST.subn(lambda m: _said(m.group(1), language), text)
    return text


def _said(message: str, language: str) -> str:
    key, *told = message.split(AND)
    values = dict(part.partition("=")[::2] for part in told)
    for bundle in _bundles(language):
        if bundle.has_message(key):
            pattern = bundle.get_message(key).value
            return str(bundle.format_pattern(pattern, values)[0]) if pattern is not None else key
    return values.get("", key)


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
    "TEMP": _constant(quantity.temp),
    "LEAST": _constant(quantity.least),
    "RISE": _constant(quantity.rise),
    "LENGTH": _constant(quantity.length),
    "MASS": _constant(quantity.mass),
    "DOSE": _constant(quantity.dose),
    "SPAN": _constant(quantity.span),
}
"""What a sentence can do with its values: set their letters, and hold a quantity of its own in SI."""

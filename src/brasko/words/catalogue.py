"""Messages written out with the sentences of the catalogue."""

from __future__ import annotations

import re
from collections.abc import Callable
from functools import cache
from importlib.resources import files
from typing import Any

from fluent.runtime import FluentBundle, FluentResource

from brasko.core.words import AND, AS_TYPED, BEGIN, END, quantity
from brasko.words.quantities import written

WHOLE = "en"
"""The language that has every sentence."""

_TAGS = [folder.name for folder in files("brasko.words").iterdir() if (folder / "language.ftl").is_file()]
LANGUAGES = tuple(sorted(_TAGS, key=lambda tag: (tag != WHOLE, tag)))
"""Languages of the catalogue by their tags: each is a folder of files. The whole one is first."""
NOT_OF_A_KEY = re.compile(r"[^a-z0-9]+")
"""What parts the words of a key."""
ENTRY = re.compile(r"^([a-z][\w-]*) =.*(?:\n[ \t]+.*)*", re.MULTILINE)
"""A sentence in its file, with the lines that go on."""
INNERMOST = re.compile(rf"{BEGIN}([^{BEGIN}{END}]*){END}")
"""A message that has no other one as a value."""

DEEPEST, LONGEST = 12, 200_000
"""So deep is a message within others, and so long the text, at the most: no sentence of ours has half of it."""


def rendered(text: str, units: str = "metric", language: str = WHOLE) -> str:
    """The text with its messages and quantities written out, in "metric" or "us" units; other text stays as it is."""
    return written(sentences(text, language), units, decimal(language)).replace(AS_TYPED, "")


@cache
def decimal(language: str) -> str:
    """The sign between whole and part of a number."""
    return _said("language-decimal", language)


def sentences(text: str, language: str = WHOLE) -> str:
    """The text with its messages written out, its quantities still in SI; an unknown key is given back as it came."""
    for _ in range(DEEPEST):
        text, found = INNERMOST.subn(lambda m: _said(m.group(1), language), text)
        if not found or len(text) > LONGEST:
            break
    return text


def _said(message: str, language: str) -> str:
    key, *told = message.split(AND)
    values = {name: named(value, language) for name, _, value in (part.partition("=") for part in told)}
    for tag in dict.fromkeys((language, WHOLE)):
        if (written_out := _formatted(tag, key, values)) is not None:
            return written_out
    return key


def named(name: str, language: str) -> str:
    """A name out of the core's tables (a cut, a word of doneness) as this language has it; any other text as it is, and
    always one that a user gave."""
    if language == WHOLE or name.startswith(AS_TYPED):
        return name
    return _formatted(language, _key_of(name), {}) or name


@cache
def _names() -> frozenset[str]:
    return frozenset(key for tag in LANGUAGES for key in _entries(tag) if key.startswith("name-"))


def is_a_name(text: str) -> bool:
    """Whether some language has another name for this."""
    return _key_of(text) in _names()


def _key_of(name: str) -> str:
    return f"name-{NOT_OF_A_KEY.sub('-', name.lower()).strip('-')}"


def _formatted(tag: str, key: str, values: dict[str, str]) -> str | None:
    """A sentence of one language with its values; None where the language lacks it.

    Sentences are parsed as they are first said: all of them would take a second, and a command says a few.
    """
    entry = _entries(tag).get(key)
    if entry is None:
        return None
    bundle = _bundle(tag)
    if not bundle.has_message(key):
        bundle.add_resource(FluentResource(entry))
    pattern = bundle.get_message(key).value
    return None if pattern is None else str(bundle.format_pattern(pattern, values)[0])


@cache
def _bundle(tag: str) -> FluentBundle:
    return FluentBundle([tag], functions=FUNCTIONS, use_isolating=False)


@cache
def _entries(tag: str) -> dict[str, str]:
    """Every sentence of a language as it stands in its files, by its key; none where there is no such language."""
    if tag not in LANGUAGES:
        return {}
    folder = files("brasko.words") / tag
    texts = [file.read_text("utf-8") for file in folder.iterdir() if file.name.endswith(".ftl")]
    return {entry[1]: entry[0] for text in texts for entry in ENTRY.finditer(text)}


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

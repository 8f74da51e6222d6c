"""Text that a person or a device sends, made fit to be kept, shown, printed and sent on: one place for all of it.

What no reader sees and some program stumbles over is taken out or made plain; nothing is refused for it:
surrogates, which no encoding has; control characters, but for the tab and the end of a line; marks that turn the
direction of what stands around them; noncharacters of Unicode, with which Brasko parts messages from text
(`core.words.marks`). Source: Unicode Standard 15, 3.4 (noncharacters), 23.1 (control codes); UAX 9, 2.1 and 2.2
(explicit directional embeddings, overrides and isolates).
"""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Annotated, Any

from pydantic import BeforeValidator, PlainSerializer, SerializationInfo

from brasko.core.words import as_typed
from brasko.words.catalogue import is_a_name

_LINE_ENDS = re.compile("\r\n?|\u0085|\u2028|\u2029")
_PLANES = "".join(chr(0x10000 * plane + end) for plane in range(17) for end in (0xFFFE, 0xFFFF))
_ELSEWHERE = f"\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\u202a-\u202e\u2066-\u2069\ud800-\udfff\ufdd6-\ufdef{_PLANES}"
_NONE_SEES, _BUT_MARKS = re.compile(f"[{_ELSEWHERE}\ufdd0-\ufdd5]"), re.compile(f"[{_ELSEWHERE}]")
_BLANK = re.compile(r"\s+")


def clean(text: str) -> str:
    """The text without what nobody sees; its lines end as everywhere here.

    Checked: tests/core/test_text.py::test_no_text_keeps_what_nobody_sees.
    """
    if text.isascii() and text.isprintable():
        return text
    return _NONE_SEES.sub("", _LINE_ENDS.sub("\n", text))


def cleaned(told: Any, of: Callable[[str], str] = clean) -> Any:
    """The same of every text in something read from JSON, names of fields too."""
    if isinstance(told, str):
        return of(told)
    if isinstance(told, list):
        return [cleaned(each, of) for each in told]
    if isinstance(told, dict):
        return {clean(name): cleaned(each, of) for name, each in told.items()}
    return told


def clean_message(text: str) -> str:
    """The same of what Brasko said, which has its marks."""
    return _BUT_MARKS.sub("", text)


def in_a_line(text: Any) -> Any:
    """A name or a title: one line, single blanks, none around it. What is no text is left for others to refuse."""
    return _BLANK.sub(" ", clean(text)).strip() if isinstance(text, str) else text


def _told(name: str, info: SerializationInfo) -> str:
    """A user's name for a screen: where a language has another name for it, it says that it stays as it is."""
    asked = (info.context or {}).get("request")
    screen = asked is not None and not asked.path.endswith(".json")
    return as_typed(name) if screen and is_a_name(name) else name


def _name(text: Any) -> Any:
    # a name of ours is a message; out of what came in from outside the parser has taken every mark
    return _BLANK.sub(" ", clean_message(text)).strip() if isinstance(text, str) else text


Name = Annotated[str, BeforeValidator(_name), PlainSerializer(_told)]
"""A name or a title that a user gives: a line of text, never taken for a name out of a table."""

"""Messages as they stood in stores and files up to version 1 of their marks, made the present ones.

Then a message was ⟦key¦name=value⟧ and a quantity {kind:value}; a user could write both (see core.words.marks).
"""

from __future__ import annotations

import re
from typing import Any

from brasko.core.words import AND, BEGIN, END, quantity

_MARKS = str.maketrans({"⟦": BEGIN, "¦": AND, "⟧": END})
_BROKEN = re.compile(r"⟦[a-z0-9-]+¦")
_VALUE = re.compile(r"(?:^|¦)[a-z0-9_]+=")


def of_now(told: Any) -> Any:
    """What Brasko itself said, in something read from JSON, with the present marks; anything else as it is."""
    if isinstance(told, str):
        return quantity.of_data(told.translate(_MARKS))
    if isinstance(told, list):
        return [of_now(each) for each in told]
    if isinstance(told, dict):
        return {name: of_now(each) for name, each in told.items()}
    return told


def is_message(text: str) -> bool:
    """Whether a title is one of the messages that were kept as titles, whole or cut off."""
    return _BROKEN.match(text) is not None or re.fullmatch(r"⟦[a-z0-9-]+⟧", text) is not None


def salvaged(text: str) -> str:
    """What is left of a title that was cut off within a message: the last of its values, without marks."""
    return _VALUE.split(text)[-1].strip("⟦¦⟧ ") or text.strip("⟦¦⟧ ")

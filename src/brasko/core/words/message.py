"""A sentence as its key and its values."""

from __future__ import annotations

from brasko.core.words.marks import AND, BEGIN, END


def say(key: str, **values: object) -> str:
    """The message with this key and these values; None is said as nothing.

    Checked: tests/core/test_words.py::test_every_message_is_in_the_catalogue_with_its_values.
    """
    told = "".join(f"{AND}{name}={'' if value is None else value}" for name, value in values.items())
    return f"{BEGIN}{key}{told}{END}"

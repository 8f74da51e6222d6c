"""Messages as a reader has them, for checks of what is said."""

import re
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import pytest

from brasko.core.words import AS_TYPED, CLOSE, OPEN
from brasko.words.catalogue import sentences

NUMBER = re.compile(r"\{num:(-?[0-9.]+)\}")
READABLE = str.maketrans({OPEN: "{", CLOSE: "}", AS_TYPED: None})


def worded(said: Any) -> Any:
    """A text in English with its plain numbers; quantities stay in SI, their kind between braces. Of several, each."""
    if isinstance(said, str):
        return NUMBER.sub(r"\1", sentences(said).translate(READABLE))
    if isinstance(said, tuple | list | set | frozenset | Iterator):
        return [worded(each) for each in said]
    return said


@contextmanager
def refusing(error: type[BaseException], match: str) -> Iterator[pytest.ExceptionInfo[Any]]:
    """What is raised says this, as a reader has it."""
    with pytest.raises(error) as caught:
        yield caught
    said = worded(str(caught.value))
    assert re.search(match, said), said

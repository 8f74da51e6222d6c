"""Characters that part a message, a quantity and a name from the text around them.

All are noncharacters of Unicode: never exchanged between people (Unicode Standard, 23.7), so that no text of a user
holds one once `formats.text.clean` has read it, and no text of a user can be taken for a message.
"""

BEGIN, AND, END = "\ufdd0", "\ufdd1", "\ufdd2"
"""What a message stands between, and what parts its key and its values."""
OPEN, CLOSE = "\ufdd3", "\ufdd4"
"""What a quantity stands between."""
AS_TYPED = "\ufdd5"
"""Stands before a name that a user gave: it is no name out of a table, and stays as it is in every language."""


def as_typed(name: str) -> str:
    """A name that a user gave, as a value of a message or of a field in which names out of tables stand too.

    Checked: tests/core/test_words.py::test_a_name_that_a_user_gave_is_never_another.
    """
    return name if name.startswith(AS_TYPED) or not name else f"{AS_TYPED}{name}"

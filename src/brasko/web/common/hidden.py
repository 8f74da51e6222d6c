"""What the log must not have: a token that stands in an address is written as its digest."""

from __future__ import annotations

import hashlib
import logging
import re

IN_AN_ADDRESS = re.compile(r"(/(?:looks?|join|invitations)/)([A-Za-z0-9_-]{10,})")


def hidden(text: str) -> str:
    """The text with every token in an address as the beginning of its digest, by which two lines can be compared."""
    return IN_AN_ADDRESS.sub(lambda m: f"{m[1]}#{hashlib.sha256(m[2].encode()).hexdigest()[:8]}", text)


class HideTokens(logging.Filter):
    """Hides tokens in whatever is logged."""

    def filter(self, record: logging.LogRecord) -> bool:
        """Write the line out, without them."""
        said = record.getMessage()
        if (kept := hidden(said)) != said:
            record.msg, record.args = kept, None
        return True

"""Cells of a table that a spreadsheet will open: words that people gave are never taken for a formula."""

from __future__ import annotations

BEGINS_A_FORMULA = ("=", "+", "-", "@", "\t", "\r", "\n")
"""What spreadsheets take for the beginning of one (OWASP, CSV injection; from memory)."""


def words_cell(text: str) -> str:
    """Words as a cell that stays words.

    Checked: test_spreadsheet.test_words_stay_words
    """
    return f"'{text}" if text.startswith(BEGINS_A_FORMULA) else text

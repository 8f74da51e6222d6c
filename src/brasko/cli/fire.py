"""`brasko fire`: what a fire gives, or which to build, with its sentences in the reader's units."""

from __future__ import annotations

from typing import Any

from brasko.core.phrases import rendered
from brasko.formats.fire import FireIn, FireOut
from brasko.formats.fire_convert import fire_of_words


def fire_told(given: FireIn) -> FireOut:
    """The fire of the input. Raises InvalidInput, or Infeasible where it cannot be had."""
    return FireOut.model_validate(_said(fire_of_words(given).model_dump(), given.units))


def _said(value: Any, units: str) -> Any:
    if isinstance(value, str):
        return rendered(value, units)
    if isinstance(value, dict):
        return {k: _said(v, units) for k, v in value.items()}
    return [_said(v, units) for v in value] if isinstance(value, list) else value

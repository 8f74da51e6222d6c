"""What is read back of a stored piece: typed, whichever version of the program wrote it."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from brasko.formats.meal import PieceIn
    from brasko.web.plans.schemas import Programme


def stored_programme(raw: dict[str, Any]) -> Programme:
    """The programme of a stored result. Raises pydantic's ValidationError where something of it is missing."""
    from brasko.web.plans.schemas import Programme

    return Programme.model_validate(raw)


def stored_piece(raw: dict[str, Any]) -> PieceIn:
    """What was asked; answers that are not asked any more are left out."""
    from brasko.formats.meal import PieceIn

    return PieceIn(**{name: value for name, value in raw.items() if name in PieceIn.model_fields})


class Stored:
    """For a row with inputs and result."""

    inputs: Any
    result: Any

    @cached_property
    def programme(self) -> Programme:
        """How it was planned."""
        return stored_programme(self.result)

    @cached_property
    def asked(self) -> PieceIn:
        """What was asked of it."""
        return stored_piece(self.inputs)

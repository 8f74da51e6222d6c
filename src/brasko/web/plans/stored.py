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


def held_to_its_figure(asked: PieceIn, result: dict[str, Any]) -> dict[str, Any]:
    """A result that came from elsewhere, asking for no lower a reading of the middle than the core does of this wish.

    Whoever wrote it, no piece is called done below that. Raises InvalidInput where the wish is none.
    """
    from brasko.formats.meal_convert import spec_of

    needed, told = spec_of(asked).reading_c, result.get("reading_c")
    if needed is None or (isinstance(told, int | float) and told >= needed):
        return result
    return result | {"reading_c": needed}


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

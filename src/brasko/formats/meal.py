"""brasko/meal@1: a meal as it is planned, kept and taken along: pieces, hour and who is at the table.

Temperatures in °C, lengths in mm, masses in g.
"""

from __future__ import annotations

from typing import TYPE_CHECKING, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, create_model

from brasko.formats.bounds import Figure, Moment
from brasko.formats.piece import sent_fields
from brasko.formats.text import Name

MEAL_FORMAT = "brasko/meal@1"
"""Name of the published format."""
MAX_PIECES = 8
"""More are another meal."""


if TYPE_CHECKING:
    _Declared = BaseModel
else:
    _Declared = create_model("_Declared", **sent_fields())


class PieceIn(_Declared):
    """One piece as its eater wants it; everything but cut and thickness has a default."""

    model_config = ConfigDict(extra="forbid")

    if TYPE_CHECKING:

        def __getattr__(self, name: str) -> Any: ...


class EaterIn(BaseModel):
    """One who eats, and how warm in the middle they like it."""

    model_config = ConfigDict(extra="forbid")

    name: Name = Field(min_length=1, max_length=40)
    finish_c: Figure


class TableIn(BaseModel):
    """Who is at the table, and what the amounts are reckoned with."""

    model_config = ConfigDict(extra="forbid")

    eaters: int = Field(2, ge=1, le=60)
    appetite: str = "usual"
    salt_kind: str = "coarse_dense"
    price_kg: Figure | None = None
    wishes: list[EaterIn] = Field(default_factory=list, max_length=12)


class MealIn(BaseModel):
    """The whole of a planned meal. Read again it gives the same plan, as long as model_version is the same."""

    model_config = ConfigDict(extra="forbid")

    format: Literal["brasko/meal@1"]
    model_version: str = ""
    title: Name = Field("", max_length=120)
    eat_at: Moment
    table: TableIn = Field(default_factory=TableIn)
    pieces: list[PieceIn] = Field(min_length=1, max_length=MAX_PIECES)

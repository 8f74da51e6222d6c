"""What is put on the fire, whether it was planned as a meal or as a table."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import TYPE_CHECKING, Any

from brasko.web.cooks.schedule import Schedule

if TYPE_CHECKING:
    from brasko.web.plans.models import Plan


@dataclass(frozen=True)
class ToCook:
    """What goes on the fire, as it was planned: a plan's pieces, or a meal with its schedule."""

    title: str
    eat_at: datetime
    pieces: Sequence[ToCookPiece]
    plan: Plan | None = None
    schedule: Schedule = field(default_factory=Schedule)


@dataclass(frozen=True)
class ToCookPiece:
    """A piece with its wish and its programme, as plain data for the store."""

    name: str
    cut: str
    inputs: dict[str, Any]
    result: dict[str, Any]
    model_version: str

"""A value that remembers its unit, where it is from and how well it is known."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Basis = Literal["measured", "fitted", "assumed", "from memory", "common practice"]


@dataclass(frozen=True)
class Sourced:
    """One constant: its value, unit, source key (see references.bib), basis and the range it holds in."""

    value: float
    unit: str
    source: str
    basis: Basis
    low: float | None = None
    high: float | None = None

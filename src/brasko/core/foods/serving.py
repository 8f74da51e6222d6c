"""How much of a cut an eater wants, what of it is trimmed or bone, and how it is cut at the table."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import cache
from importlib import resources

from brasko.core.errors import UnknownName


@dataclass(frozen=True)
class Serving:
    """One cut at the table. portion_kg is raw meat without bone and trim for one eater; slice_m is 0 for what is
    served whole. Common practice, no source."""

    portion_kg: float
    trim_share: float
    bone_share: float
    slice_m: float
    across: str


@cache
def all_servings() -> dict[str, Serving]:
    """Every cut's serving by its key."""
    text = resources.files(__package__).joinpath("data/serving.csv").read_text(encoding="utf-8")
    return {
        row["key"]: Serving(
            float(row["portion_g"]) / 1000.0,
            float(row["trim_share"]),
            float(row["bone_share"]),
            float(row["slice_mm"]) / 1000.0,
            row["across"],
        )
        for row in csv.DictReader(text.splitlines())
    }


def serving_of(cut: str) -> Serving:
    """How a cut is served. Raises UnknownName."""
    servings = all_servings()
    if cut not in servings:
        raise UnknownName("cut", cut, servings)
    return servings[cut]

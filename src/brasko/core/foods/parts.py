"""Pieces that are not even: thin ends, and muscles that want another finish than the rest."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Literal

Where = Literal["end", "edge"]


@dataclass(frozen=True)
class Part:
    """One part of a cut that goes its own way. Common practice, no source.

    at          an "end" that is thinner, or the outer "edge"
    share       thickness of an end, of the thickest place
    inside_m    how far inside the edge its middle lies
    wants_k     how much more done than the rest it eats best
    tuck        what evens it out beforehand, in a sentence; empty where nothing does
    """

    key: str
    name: str
    at: Where
    share: float
    inside_m: float
    wants_k: float
    tuck: str


@cache
def all_parts() -> dict[str, tuple[Part, ...]]:
    """Uneven parts by the key of their cut."""
    text = resources.files(__package__).joinpath("data/parts.csv").read_text(encoding="utf-8")
    found: dict[str, tuple[Part, ...]] = {}
    for row in csv.DictReader(text.splitlines()):
        part = Part(
            row["key"],
            row["name"],
            "end" if row["at"] == "end" else "edge",
            float(row["share"]),
            float(row["inside_mm"]) / 1000.0,
            float(row["wants_k"]),
            row["tuck"],
        )
        found[row["cut"]] = (*found.get(row["cut"], ()), part)
    return found


def parts_of(cut: str) -> tuple[Part, ...]:
    """The uneven parts of a cut; none of most."""
    return all_parts().get(cut, ())

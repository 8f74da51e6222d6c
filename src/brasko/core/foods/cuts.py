"""Cuts of meat: composition, usual size and what the trade says of each."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Literal

from brasko.core.errors import UnknownName
from brasko.core.foods.properties import Composition, Material, material_from_composition

Kind = Literal["intact", "ground", "poultry"]


@dataclass(frozen=True)
class Cut:
    """One cut with its raw composition [mass fractions] and its usual size."""

    key: str
    name: str
    animal: str
    kind: Kind
    composition: Composition
    typical_thickness_m: float
    typical_mass_kg: float
    default_finish_c: float
    salt_share: float
    basis: str
    note: str

    @property
    def material(self) -> Material:
        """Thermal material of the raw cut."""
        return material_from_composition(self.composition)


@cache
def all_cuts() -> dict[str, Cut]:
    """Every cut by its key, in the order of the table."""
    text = resources.files(__package__).joinpath("data/cuts.csv").read_text(encoding="utf-8")
    return {row["key"]: _cut_of(row) for row in csv.DictReader(text.splitlines())}


def cut_named(key: str) -> Cut:
    """The cut with this key. Raises UnknownName with the nearest keys."""
    cuts = all_cuts()
    if key not in cuts:
        raise UnknownName("cut", key, cuts)
    return cuts[key]


def _cut_of(row: dict[str, str]) -> Cut:
    kind: Kind = "ground" if row["kind"] == "ground" else "poultry" if row["kind"] == "poultry" else "intact"
    return Cut(
        key=row["key"],
        name=row["name"],
        animal=row["animal"],
        kind=kind,
        composition=Composition(
            water=float(row["water"]),
            protein=float(row["protein"]),
            fat=float(row["fat"]),
            ash=float(row["ash"]),
        ),
        typical_thickness_m=float(row["typical_thickness_mm"]) / 1000.0,
        typical_mass_kg=float(row["typical_mass_g"]) / 1000.0,
        default_finish_c=float(row["default_finish_c"]),
        salt_share=float(row["salt_share"]),
        basis=row["basis"],
        note=row["note"],
    )

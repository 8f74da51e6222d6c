"""Cuts of meat: composition, usual size and what the trade says of each."""

from __future__ import annotations

import csv
from dataclasses import dataclass, replace
from functools import cache
from importlib import resources
from typing import Literal, get_args

from brasko.core.errors import UnknownName
from brasko.core.foods.properties import Composition, Material, material_from_composition
from brasko.core.foods.shape import Geometry, Shape, piece

Kind = Literal["intact", "ground", "poultry", "fish", "plant"]
KINDS: tuple[Kind, ...] = get_args(Kind)


@dataclass(frozen=True)
class Cut:
    """One cut with its raw composition [mass fractions], its shape and usual size, and how it is usually cooked.

    skin_passes is the share of vapour that its skin or casing lets through (assumed); gentle_c is the air it is usually
    roasted in, where that is not the gentle heat of the fire (common practice, no source); holding_shift_k and
    holding_share are of its juice (see foods.properties): fish gives it up some ten degrees sooner than meat (assumed),
    poultry loses three quarters of what red meat does, salted sausage meat half, plants none (from memory); length_m
    and bone_m are of a bar (see foods.shape); softens_s is how long its collagen takes at 85 °C, 0 for what is tender
    (common practice); method and crust are keys of the planner's tables.
    """

    key: str
    name: str
    group: str
    kind: Kind
    composition: Composition
    shape: Shape
    typical_thickness_m: float
    typical_mass_kg: float
    length_m: float
    bone_m: float
    default_finish_c: float
    softens_s: float
    skin_passes: float
    holding_shift_k: float
    holding_share: float
    gentle_c: float | None
    salt_share: float
    method: str
    crust: str
    basis: str
    note: str

    @property
    def material(self) -> Material:
        """Thermal material of the raw cut."""
        raw = material_from_composition(self.composition)
        return replace(raw, holding_shift_k=self.holding_shift_k, holding_share=self.holding_share)

    def usual_mass_kg(self, thickness_m: float) -> float:
        """Mass of a usual piece that is this thick: a thicker one weighs in proportion."""
        return self.typical_mass_kg * thickness_m / self.typical_thickness_m

    def geometry(self, thickness_m: float, mass_kg: float, *, boned: bool = False) -> Geometry:
        """The grid's idea of a piece of this cut, with its bone unless it is boned. Raises InvalidInput."""
        density = self.material.density_kg_m3
        return piece(thickness_m, mass_kg, density, self.shape, self.length_m, 0.0 if boned else self.bone_m)


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
    kind = next(k for k in KINDS if k == row["kind"])
    return Cut(
        key=row["key"],
        name=row["name"],
        group=row["group"],
        kind=kind,
        composition=Composition(
            water=float(row["water"]),
            protein=float(row["protein"]),
            fat=float(row["fat"]),
            ash=float(row["ash"]),
            carbohydrate=float(row["carbohydrate"]),
        ),
        shape="bar" if row["shape"] == "bar" else "disc",
        typical_thickness_m=float(row["typical_thickness_mm"]) / 1000.0,
        typical_mass_kg=float(row["typical_mass_g"]) / 1000.0,
        length_m=float(row["length_mm"]) / 1000.0,
        bone_m=float(row["bone_mm"]) / 1000.0,
        default_finish_c=float(row["default_finish_c"]),
        softens_s=float(row["softens_h"]) * 3600.0,
        skin_passes=float(row["skin_passes"]),
        holding_shift_k=float(row["holding_shift_k"]),
        holding_share=float(row["holding_share"]),
        gentle_c=float(row["gentle_c"]) if row["gentle_c"] else None,
        salt_share=float(row["salt_share"]),
        method=row["method"],
        crust=row["crust"],
        basis=row["basis"],
        note=row["note"],
    )

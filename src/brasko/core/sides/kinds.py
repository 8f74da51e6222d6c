"""Food that is not a steak: what it is made of, how much an eater has, and what "done" means for it."""

from __future__ import annotations

import csv
import math
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Literal, get_args

from brasko.core.errors import UnknownName
from brasko.core.foods.properties import Composition, Material, material_from_composition
from brasko.core.foods.shape import Geometry, Shape, piece
from brasko.core.words import say

DoneBy = Literal["soft", "water", "browned", "hot", "reading"]
Way = Literal["open", "basket", "foil", "husk", "pan", "pot"]
KERNELS_AT = 0.12
"""Middle of the kernels, as a share of a cob's thickness (assumed: 5 of 45 mm)."""
WAYS: dict[Way, str] = {
    "open": say("common-on-the-grate"),
    "basket": say("kinds-in-a-basket"),
    "foil": say("kinds-in-foil"),
    "husk": say("kinds-in-its-husk"),
    "pan": say("kinds-in-a-pan"),
    "pot": say("kinds-in-a-pot"),
}
"""How a side lies there, as it is said."""
Spot = Literal["hot", "cool"]
Rgb = tuple[int, int, int]


@dataclass(frozen=True)
class SideKind:
    """One kind of side, as it lies on the fire. Common practice, no source; composition [mass fractions] from memory.

    tissue          whose softening it has (see softening)
    thickness_m, mass_kg, length_m   of one; of what is in a pot, an eater's mass
    done_by         "soft": so much of its firmness is gone in the middle; "water": so much of its weight has steamed
                    away; "browned": both faces have a crust of this name; "hot", "reading": the middle has this
                    temperature [°C]
    target          of done_by: a share, the name of a crust, or a temperature
    turn_s          turned or tossed so often; 0 is once, half-way
    each            how many of them an eater has
    ways            how it can lie there, the usual one first
    place           where it usually goes: over the heat, or beside it
    rest_s          so long it rests after its reading, where the agency's figure asks for that (fsis_safe_temperatures)
    hold_s          so long it may wait for the table before it is past its best
    prep, prep_s    what is done beforehand, and how long hands are busy with one eater's
    done_words      how a cook sees that it is done
    usual_s         how long it usually takes there, at least and at most
    colours         outside raw, inside raw and inside done, as red, green and blue (0-255)
    """

    key: str
    name: str
    group: str
    tissue: str
    composition: Composition
    shape: Shape | Literal["pot"]
    thickness_m: float
    mass_kg: float
    length_m: float
    skin_passes: float
    done_by: DoneBy
    target: float | str
    turn_s: float
    each: float
    ways: tuple[Way, ...]
    place: Spot
    rest_s: float
    hold_s: float
    prep: str
    prep_s: float
    done_words: str
    usual_s: tuple[float, float]
    colours: tuple[Rgb, Rgb, Rgb]

    @property
    def material(self) -> Material:
        """Thermal material of the raw food; it holds its juice as plants do."""
        return material_from_composition(self.composition)

    def geometry(self, count: int = 1) -> Geometry:
        """The grid's idea of one; what is in a pot is a disc half as deep as it is wide, for so many eaters."""
        density = self.material.density_kg_m3
        if self.shape == "pot":
            mass = self.mass_kg * count
            # V = π/4 d² (d/2)
            return piece((mass / density / math.pi) ** (1.0 / 3.0), mass, density)
        return piece(self.thickness_m, self.mass_kg, density, self.shape, self.length_m)

    @property
    def depth_share(self) -> float:
        """Where it is softest to bite: the middle, but the kernels of a cob, whose own middle nobody eats."""
        return KERNELS_AT if self.tissue == "kernel" else 0.5

    @property
    def is_raw_meat(self) -> bool:
        """Whether it must be kept from what is ready to eat."""
        return self.done_by == "reading"

    def count_for(self, eaters: int) -> int:
        """How many are needed for so many eaters."""
        return max(1, round(self.each * eaters + 0.49))


@cache
def all_sides() -> dict[str, SideKind]:
    """Every kind by its key, in the order of the table."""
    text = resources.files(__package__).joinpath("data/sides.csv").read_text(encoding="utf-8")
    return {row["key"]: _kind(row) for row in csv.DictReader(text.splitlines())}


def side_named(key: str) -> SideKind:
    """The kind with this key. Raises UnknownName with the nearest keys."""
    kinds = all_sides()
    if key not in kinds:
        raise UnknownName("side", key, kinds)
    return kinds[key]


def _kind(row: dict[str, str]) -> SideKind:
    done_by = next(d for d in get_args(DoneBy) if d == row["done_by"])
    return SideKind(
        key=row["key"],
        name=row["name"],
        group=row["group"],
        tissue=row["tissue"],
        composition=Composition(
            **{name: float(row[name]) for name in ("water", "protein", "fat", "ash", "carbohydrate")}
        ),
        shape="pot" if row["shape"] == "pot" else "bar" if row["shape"] == "bar" else "disc",
        thickness_m=float(row["thickness_mm"]) / 1000.0,
        mass_kg=float(row["mass_g"]) / 1000.0,
        length_m=float(row["length_mm"]) / 1000.0,
        skin_passes=float(row["skin_passes"]),
        done_by=done_by,
        target=row["target"] if done_by == "browned" else float(row["target"]),
        turn_s=float(row["turn_s"]),
        each=float(row["each"]),
        ways=tuple(w for part in row["ways"].split() for w in WAYS if w == part),
        place="hot" if row["place"] == "hot" else "cool",
        rest_s=60.0 * float(row["rest_min"]),
        hold_s=60.0 * float(row["hold_min"]),
        prep=row["prep"],
        prep_s=float(row["prep_s"]),
        done_words=row["done_words"],
        usual_s=(60.0 * float(row["low_min"]), 60.0 * float(row["high_min"])),
        colours=(_rgb(row["raw"]), _rgb(row["inside_raw"]), _rgb(row["inside_done"])),
    )


def _rgb(hexed: str) -> Rgb:
    return int(hexed[0:2], 16), int(hexed[2:4], 16), int(hexed[4:6], 16)

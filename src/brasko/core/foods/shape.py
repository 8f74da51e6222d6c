"""The shape of a piece of food as the model sees it: a disc, or a long bar, with or without bone along one edge."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from brasko.core.errors import InvalidInput, require_between
from brasko.core.words import quantity, say

Shape = Literal["disc", "bar"]


@dataclass(frozen=True)
class Geometry:
    """The size of a piece: thickness is the short, vertical way.

    half_width_m is the radius of a disc, or half the width of a bar of length_m. A bar with bone_m > 0 has a strip of
    bone that wide along one edge, insulated behind; then half_width_m is the whole width, bone included.
    """

    shape: Shape
    thickness_m: float
    half_width_m: float
    length_m: float = 0.0
    bone_m: float = 0.0

    def __post_init__(self) -> None:
        if self.bone_m and (self.shape != "bar" or not 0.0 < self.bone_m < 0.5 * self.half_width_m):
            raise InvalidInput(
                "bone_mm",
                say(
                    "shape-must-be-a-strip-along-a",
                    bone=quantity.general(self.bone_m * 1000),
                    half_width=quantity.number(self.half_width_m * 1000),
                ),
            )

    @property
    def face_m2(self) -> float:
        """Area of one face."""
        return self.volume_m3 / self.thickness_m

    @property
    def volume_m3(self) -> float:
        """Volume of the whole piece."""
        if self.shape == "disc":
            return math.pi * self.half_width_m**2 * self.thickness_m
        return (1.0 if self.bone_m else 2.0) * self.half_width_m * self.length_m * self.thickness_m


def piece(
    thickness_m: float,
    mass_kg: float,
    density_kg_m3: float,
    shape: Shape = "disc",
    length_m: float = 0.0,
    bone_m: float = 0.0,
) -> Geometry:
    """Geometry of a piece of given thickness and mass. Raises InvalidInput with the field's name."""
    mm = thickness_m * 1000.0
    require_between("thickness_m", mm, 3.0, 200.0, "mm", say("shape-a-1-5-in-steak-is"))
    require_between("mass_kg", mass_kg * 1000.0, 5.0, 200000.0, "g", say("shape-a-1-5-in-ribeye-is"))
    area = mass_kg / (density_kg_m3 * thickness_m)
    if shape == "disc":
        return Geometry("disc", thickness_m, math.sqrt(area / math.pi))
    if shape == "bar":
        require_between("length_mm", length_m * 1000.0, 10.0, 2000.0, "mm")
        if bone_m:
            return Geometry("bar", thickness_m, area / length_m, length_m, bone_m)
        return Geometry("bar", thickness_m, area / length_m / 2.0, length_m)
    raise InvalidInput("shape", say("shape-must-be-disc-or-bar-got", shape=f"{shape!r}"))

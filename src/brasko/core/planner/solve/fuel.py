"""What a cook burns: laid, used and left."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from brasko.core.fire.burn_time import feeding_of, hours_of
from brasko.core.fire.kinds.kind import Hours
from brasko.core.fire.setup import FireSetup
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

RESERVE = Sourced(0.25, "-", "", "common practice")
"""Wind, cold and a late guest burn more than is computed."""


@dataclass(frozen=True)
class Fuel:
    """What a cook burns: laid_kg to start with (0 where nothing is laid), used_kg from lighting to the end of the heat.

    refuels     how often something has to be added on the way
    short_s     how long before the end of the heat the fire runs out, where nothing can be added; 0 where it lasts
    enough_kg   what lasts to the end when it is laid at once
    """

    name: str
    laid_kg: float
    used_kg: float
    refuels: int
    add_words: str
    short_s: float = 0.0
    enough_kg: float = 0.0

    @property
    def bought_kg(self) -> float:
        """What to have in the house: what is laid or burnt, whichever is more, and a reserve."""
        return (1.0 + RESERVE.value) * max(self.laid_kg, self.used_kg, self.enough_kg)

    @property
    def buy_words(self) -> str:
        """The same in words."""
        return say("fuel-about-of", used=quantity.mass(self.bought_kg * 1000), name=self.name)


def setup_of(spec: PieceSpec) -> FireSetup | None:
    """The fire as it is set; None for a kitchen burner."""
    if spec.own_fire is not None or spec.shipped_own is not None:
        return spec.own_as_set.setup
    return None


@lru_cache(maxsize=64)
def _hours(setup: FireSetup) -> Hours:
    return hours_of(setup)


def fuel_of(spec: PieceSpec, cooking_s: float) -> Fuel | None:
    """What the fire of a cook burns in so long from when the food goes on; None where the kitchen provides it."""
    setup = setup_of(spec)
    if setup is None or setup.grill.kind.indoors:
        return None
    hours = _hours(setup)
    used = hours.fuel_kg_h * (cooking_s + hours.ready_s) / 3600.0
    laid = setup.charcoal.mass_kg if setup.charcoal is not None and setup.grill.burns_coal else 0.0
    feeding = feeding_of(setup)
    refuels = 0 if feeding is None else len(feeding.moments(cooking_s))
    lasts = laid == 0.0 or feeding is not None or hours.usable_s >= cooking_s
    short_s = 0.0 if lasts else cooking_s - hours.usable_s
    enough = laid if lasts else laid * cooking_s / max(hours.usable_s, 60.0)
    return Fuel(hours.fuel_name, laid, max(used, 0.0), refuels, hours.add_words, short_s, enough)

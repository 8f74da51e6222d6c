"""What a cook burns: laid, used and left."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from brasko.core.fire.hours import hours_of
from brasko.core.fire.kinds.kind import Hours
from brasko.core.fire.setup import FireSetup
from brasko.core.planner.wish import Wish
from brasko.core.words import quantity, say


@dataclass(frozen=True)
class Fuel:
    """What must be there to burn: laid_kg to start with (0 where nothing is laid), used_kg by the end of the cook.

    refuels     how often something has to be added on the way
    """

    name: str
    laid_kg: float
    used_kg: float
    refuels: int
    add_words: str

    @property
    def lay_words(self) -> str:
        """How much to have at hand, in words."""
        if self.laid_kg > 0.0:
            return say("fuel-of", laid=quantity.mass(self.laid_kg * 1000), name=self.name)
        return say("fuel-about-of", used=quantity.mass(self.used_kg * 1000), name=self.name)


def setup_of(wish: Wish) -> FireSetup | None:
    """The fire as it is set; None for a kitchen burner."""
    if wish.own_fire is not None or wish.shipped_own is not None:
        return wish.own_as_set.setup
    return None


@lru_cache(maxsize=64)
def _hours(setup: FireSetup) -> Hours:
    return hours_of(setup)


def fuel_of(wish: Wish, cooking_s: float) -> Fuel | None:
    """What the fire of a cook burns in so long from when the food goes on; None where the kitchen provides it."""
    setup = setup_of(wish)
    if setup is None or setup.grill.kind.indoors:
        return None
    hours = _hours(setup)
    used = hours.fuel_kg_h * (cooking_s + hours.ready_s) / 3600.0
    laid = setup.charcoal.mass_kg if setup.charcoal is not None and setup.grill.burns_coal else 0.0
    refuels = sum(1 for at in hours.refuel_s if at < cooking_s)
    return Fuel(hours.fuel_name, laid, max(used, 0.0), refuels, hours.add_words)

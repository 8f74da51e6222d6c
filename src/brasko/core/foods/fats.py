"""Fats for a pan: how hot they may get, and how well a face touches the metal through them."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.sourced import Sourced
from brasko.core.words import say


@dataclass(frozen=True)
class Fat:
    """One fat: smoke_c is where it begins to smoke, contact how well it couples meat and metal beside a filmed pan."""

    name: str
    smoke_c: Sourced | None
    contact: Sourced


_FILMED = Sourced(1.0, "-", "", "assumed")
_DRY = Sourced(0.6, "-", "", "assumed")


def _smokes(celsius: float) -> Sourced:
    return Sourced(celsius, "°C", "", "from memory")


FATS: dict[str, Fat] = {
    "oil": Fat(say("fats-neutral-oil"), _smokes(230.0), _FILMED),
    "tallow": Fat(say("fats-beef-tallow"), _smokes(205.0), _FILMED),
    "clarified": Fat(say("fats-clarified-butter"), _smokes(230.0), _FILMED),
    "olive": Fat(say("fats-olive-oil"), _smokes(190.0), _FILMED),
    "butter": Fat(say("fats-butter"), _smokes(150.0), _FILMED),
    "spread": Fat(say("fats-egg-and-oil-spread"), _smokes(205.0), _FILMED),
    "none": Fat(say("fats-none-a-dry-pan"), None, _DRY),
}
"""Dry metal touches a rough face in spots only; fat fills the gaps."""

OIL_FILM_KG_M2 = Sourced(0.15, "kg m-2", "", "assumed")
"""A thin coat on every face: about a teaspoon for a steak."""
PAN_FILM_KG_M2 = Sourced(1.0, "kg m-2", "", "assumed")
"""Fat in a pan, over the area of the faces in it: about a tablespoon for a steak."""

"""Kinds of salt by the spoon: the same teaspoon holds from under three to six grams."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.errors import UnknownName
from brasko.core.sourced import Sourced
from brasko.core.words import say

TABLESPOON = 3.0
"""Teaspoons in a tablespoon."""


@dataclass(frozen=True)
class Salt:
    """One kind of salt and what a level teaspoon of it weighs."""

    name: str
    teaspoon_g: Sourced


SALT_KINDS: dict[str, Salt] = {
    "table": Salt(say("salts-table-salt-fine"), Sourced(6.0, "g", "usda_fdc", "from memory")),
    "fine_sea": Salt(say("salts-fine-sea-salt"), Sourced(5.5, "g", "", "from memory")),
    "coarse_dense": Salt(say("salts-coarse-salt-pressed-grains"), Sourced(4.8, "g", "", "from memory")),
    "coarse_light": Salt(say("salts-coarse-salt-hollow-grains"), Sourced(2.8, "g", "", "from memory")),
    "flakes": Salt(say("salts-flakes"), Sourced(2.2, "g", "", "from memory")),
}


def salt_named(key: str) -> Salt:
    """The kind of salt with this key. Raises UnknownName."""
    if key not in SALT_KINDS:
        raise UnknownName("salt_kind", key, SALT_KINDS)
    return SALT_KINDS[key]


def spoon_words(mass_g: float, kind: str) -> str:
    """A mass of salt in level spoons of this kind, to a quarter of a teaspoon: "1½ tsp", "2 tbsp and ¾ tsp"."""
    quarters = round(4.0 * mass_g / salt_named(kind).teaspoon_g.value)
    if quarters == 0:
        return "a pinch"
    tablespoons, rest = divmod(quarters, int(4 * TABLESPOON))
    whole, parts = divmod(rest, 4)
    part = ["", "¼", "½", "¾"][parts]
    small = say("salts-tsp", whole=whole or "", part=part) if rest else ""
    large = say("salts-tbsp", tablespoons=tablespoons) if tablespoons else ""
    return " and ".join(words for words in (large, small) if words)

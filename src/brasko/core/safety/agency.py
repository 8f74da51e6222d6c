"""What the public food-safety agency asks for, and the cautions that stand beside the steps."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.errors import Remedy
from brasko.core.foods.cuts import Cut
from brasko.core.units import celsius
from brasko.core.words import quantity, say


@dataclass(frozen=True)
class Minimum:
    """Agency figure for a food: core temperature [°C] and rest [s]. Source: fsis_safe_temperatures."""

    core_c: float
    rest_s: float
    words: str


@dataclass(frozen=True)
class Caution:
    """A danger note and where it belongs; with what would do better, where there is something."""

    key: str
    place: str
    text: str
    remedy: Remedy | None = None


_INTACT = Minimum(celsius(145.0), 180.0, say("agency-whole-cuts-of-beef-pork-lamb"))
_TENDERISED = Minimum(celsius(145.0), 180.0, say("agency-blade-tenderised-or-injected-cuts-and"))
_FISH = Minimum(celsius(145.0), 0.0, say("agency-fish"))
_GROUND = Minimum(celsius(160.0), 0.0, say("agency-ground-meat"))
_POULTRY = Minimum(celsius(165.0), 0.0, say("agency-poultry"))
"""The agency's figures by kind of food. Source: fsis_safe_temperatures."""


def minimum_for(cut: Cut, tenderised: bool = False) -> Minimum | None:
    """The agency figure for a cut; None for plants, which have none."""
    if cut.kind == "plant":
        return None
    if cut.kind == "intact":
        return _TENDERISED if tenderised else _INTACT
    return {"ground": _GROUND, "poultry": _POULTRY, "fish": _FISH}[cut.kind]


def needs_choice(cut: Cut, tenderised: bool = False) -> Literal["free", "recorded", "never"]:
    """Whether an eater may finish a cut below the agency figure: freely with a caution, on record, or not at all.

    Germs sit on the outside of whole cuts of red meat; grinding, blades and needles carry them inside.
    """
    if cut.kind == "poultry":
        return "never"
    return "recorded" if cut.kind == "ground" or tenderised else "free"


def reading_needed_c(cut: Cut, finish_c: float, *, tenderised: bool = False, at_risk: bool = False) -> float | None:
    """The temperature that a thermometer must show in the middle before the last heat may end [°C]; None where that is
    the eater's own choice. It is the agency figure, or a finish below it that was chosen on record.

    A forecast never stands between such food and the eater: what the rest adds is not counted on.
    """
    minimum = minimum_for(cut, tenderised)
    if minimum is None or (needs_choice(cut, tenderised) == "free" and not at_risk):
        return None
    return min(minimum.core_c, finish_c)


_CHARCOAL = (
    Caution(
        "carbon_monoxide", "light",
        say("agency-charcoal-makes-carbon-monoxide"),
    ),
    Caution("ash", "serve", say("agency-shut-the-vents-afterwards-ash-stays")),
)  # fmt: skip
_CHIMNEY = Caution("lit_chimney", "light", say("agency-a-lit-chimney-burns-skin-and"))
_GAS = Caution(
    "gas", "light",
    say("agency-lid-open-to-light-where-there"),
)  # fmt: skip
_GREASE = Caution("grease", "preheat", say("agency-clean-the-grease-tray-first-never"))
_PAN = Caution(
    "hot_fat", "heat_pan",
    say("agency-fat-in-a-pan-this-hot"),
)  # fmt: skip
RAW_AND_COOKED = Caution(
    "raw_and_cooked", "season", say("agency-raw-and-cooked-never-share-plates")
)  # fmt: skip
FIRE_CAUTIONS = frozenset(("carbon_monoxide", "lit_chimney", "ash", "gas", "grease", "hot_fat"))
"""Keys of those that are of a fire and not of what is cooked on it."""
_BATH = Caution(
    "fat_near_coals", "gentle",
    say("agency-a-pan-full-of-fat-near"),
)  # fmt: skip


def cautions_for(
    cut: Cut,
    finish_c: float,
    *,
    charcoal: bool = True,
    chimney: bool = False,
    gas: bool = False,
    in_pan: bool = False,
    in_fat: bool = False,
    tenderised: bool = False,
) -> tuple[Caution, ...]:
    """The danger notes of one plan, each once, at the place where the danger is."""
    minimum = minimum_for(cut, tenderised)
    notes = list(_CHARCOAL) if charcoal else [_GAS, _GREASE] if gas else []
    notes += [_CHIMNEY] * chimney + [_PAN] * (in_pan and not charcoal) + [_BATH] * in_fat
    if minimum is None:
        return tuple(notes)
    notes.append(RAW_AND_COOKED)
    if finish_c < minimum.core_c:
        free = needs_choice(cut, tenderised) == "free"
        own = say("agency-that-is-the-eaters-own-choice") if free else say("agency-the-eaters-choice-of-this-is")
        said = say(
            "agency-is-below-the-agency-figure-for", finish=quantity.temp(finish_c), words=minimum.words, own=own
        )
        notes.append(
            Caution(
                "below_agency",
                "finish",
                said,
            )
        )
    return tuple(notes)

"""What the public food-safety agency asks for, and the cautions that stand beside the steps."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.errors import Remedy
from brasko.core.foods.cuts import Cut
from brasko.core.safety.clock import fridge_limit_s
from brasko.core.units import celsius


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


_INTACT = Minimum(celsius(145.0), 180.0, "whole cuts of beef, pork, lamb and veal: {temp:62.8} and 3 min rest")
_TENDERISED = Minimum(
    celsius(145.0), 180.0, "blade-tenderised or injected cuts: {temp:62.8} and 3 min rest, or what the label says"
)
_FISH = Minimum(celsius(145.0), 0.0, "fish: {temp:62.8}")
_GROUND = Minimum(celsius(160.0), 0.0, "ground meat: {temp:71.1}")
_POULTRY = Minimum(celsius(165.0), 0.0, "poultry: {temp:73.9}")
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
        "Charcoal makes carbon monoxide: outdoors only, never in a garage, tent or porch, even while it cools. "
        "Local fire codes and bans come first. Keep clear of house, rails and branches, with an extinguisher at hand.",
    ),
    Caution("lit_chimney", "light", "A lit chimney burns skin and decking: gloves, closed shoes, a stable place to "
        "set it down."),
    Caution("ash", "serve", "Shut the vents afterwards. Ash stays hot for a day or two."),
)  # fmt: skip
_GAS = Caution(
    "gas", "light",
    "Lid open to light, where there is one. Test the hoses with soapy water after every change of bottle, and "
        "close the bottle afterwards. "
    "Outdoors only. Gas lines are work for a licensed fitter; local fire codes and bans come first.",
)  # fmt: skip
_GREASE = Caution("grease", "preheat", "Clean the grease tray first. Never water on burning grease: lid shut, gas off.")
_PAN = Caution(
    "hot_fat", "heat_pan",
    "Fat in a pan this hot can catch fire: lid at hand to smother it, never water. Open a window, or cook outside.",
)  # fmt: skip
RAW_AND_COOKED = Caution(
    "raw_and_cooked", "season", "Raw and cooked never share plates, boards, tools or marinades. Wash hands after "
        "touching raw meat."
)  # fmt: skip
FIRE_CAUTIONS = frozenset(("carbon_monoxide", "lit_chimney", "ash", "gas", "grease", "hot_fat"))
"""Keys of those that are of a fire and not of what is cooked on it."""
_BATH = Caution(
    "fat_near_coals", "gentle",
    "A pan full of fat near coals: half full at most, on the cool side, lid at hand. Never water on burning fat.",
)  # fmt: skip


def cautions_for(
    cut: Cut,
    finish_c: float,
    out_of_fridge_s: float,
    air_c: float,
    *,
    charcoal: bool = True,
    gas: bool = False,
    in_pan: bool = False,
    in_fat: bool = False,
    tenderised: bool = False,
) -> tuple[Caution, ...]:
    """The danger notes of one plan, each once, at the place where the danger is."""
    minimum = minimum_for(cut, tenderised)
    notes = list(_CHARCOAL) if charcoal else [_GAS, _GREASE] if gas else []
    notes += [_PAN] * (in_pan and not charcoal) + [_BATH] * in_fat
    if minimum is None:
        return tuple(notes)
    notes.append(RAW_AND_COOKED)
    if finish_c < minimum.core_c:
        free = needs_choice(cut, tenderised) == "free"
        own = "That is the eater's own choice." if free else "The eater's choice of this is on record with the plan."
        notes.append(
            Caution(
                "below_agency", "finish",
                f"{{temp:{finish_c:.1f}}} is below the agency figure for {minimum.words}. {own} "
                "Do not serve it to young children, or to pregnant, older or immune-weakened guests.",
            )
        )  # fmt: skip
    limit = fridge_limit_s(air_c)
    if out_of_fridge_s > limit:
        notes.append(
            Caution(
                "out_of_fridge", "temper",
                f"Out of the fridge for {{time:{out_of_fridge_s:.0f}}} before the heat: the limit is "
                    f"{{time:{limit:.0f}}} in all.",
            )
        )  # fmt: skip
    return tuple(notes)

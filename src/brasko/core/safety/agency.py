"""What the public food-safety agency asks for, and the cautions that stand beside the steps."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.foods.cuts import Cut
from brasko.core.units import celsius


@dataclass(frozen=True)
class Minimum:
    """Agency figure for a food: core temperature [°C] and rest [s]. Source: fsis_safe_temperatures."""

    core_c: float
    rest_s: float
    words: str


@dataclass(frozen=True)
class Caution:
    """A danger note and where it belongs."""

    key: str
    place: str
    text: str


_INTACT = Minimum(celsius(145.0), 180.0, "whole cuts of beef, pork, lamb and veal: {temp:62.8} and 3 min rest")
_GROUND = Minimum(celsius(160.0), 0.0, "ground meat: {temp:71.1}")
_POULTRY = Minimum(celsius(165.0), 0.0, "poultry: {temp:73.9}")

OUT_OF_FRIDGE_S = 2 * 3600.0
OUT_OF_FRIDGE_HOT_S = 3600.0
HOT_AIR_C = celsius(90.0)


def minimum_for(cut: Cut) -> Minimum:
    """The agency figure for a cut."""
    if cut.kind == "poultry":
        return _POULTRY
    return _GROUND if cut.kind == "ground" else _INTACT


def cautions_for(cut: Cut, finish_c: float, out_of_fridge_s: float, air_c: float) -> tuple[Caution, ...]:
    """The danger notes of one plan, each once, at the place where the danger is."""
    minimum = minimum_for(cut)
    notes = [
        Caution(
            "carbon_monoxide", "light",
            "Charcoal makes carbon monoxide: outdoors only, never in a garage, tent or porch, even while it cools. "
            "Local fire codes and bans come first. Keep clear of house, rails and branches, with an extinguisher at hand.",
        ),
        Caution("lit_chimney", "bank", "A lit chimney burns skin and decking: gloves, closed shoes, a stable place to set it down."),
        Caution("raw_and_cooked", "season", "Raw and cooked never share plates, boards, tools or marinades. Wash hands after touching raw meat."),
        Caution("ash", "serve", "Shut the vents afterwards. Ash stays hot for a day or two."),
    ]  # fmt: skip
    if finish_c < minimum.core_c:
        notes.append(
            Caution(
                "below_agency", "finish",
                f"{{temp:{finish_c:.1f}}} is below the agency figure for {minimum.words}. That is the eater's own choice. "
                "Do not serve it to young children, or to pregnant, older or immune-weakened guests.",
            )
        )  # fmt: skip
    limit = OUT_OF_FRIDGE_HOT_S if air_c > HOT_AIR_C else OUT_OF_FRIDGE_S
    if out_of_fridge_s > limit:
        notes.append(
            Caution(
                "out_of_fridge", "temper",
                f"Out of the fridge for {{time:{out_of_fridge_s:.0f}}} before the heat: the limit is {{time:{limit:.0f}}} in all.",
            )
        )  # fmt: skip
    return tuple(notes)

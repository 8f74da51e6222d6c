"""What can be chosen for a piece besides its method: crust, salt, marks, lid, wrap, baste, rub and the rest."""

from __future__ import annotations

from brasko.core.programme.steps import Baste
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.general import general
from brasko.core.words import say

TENDER_C = 85.0
"""A finish that only hours give: the cut is to fall apart."""
CRUST_ENOUGH = 0.8
"""A crust counts as met from this share of its dose on: browning doubles every 10 °C, so 0.8 is a matter of 3 °C."""
CRUSTS: dict[str, tuple[str, Sourced]] = {
    "none": (say("methods-as-it-comes"), Sourced(0.0, "of a good one", "", "common practice")),
    "golden": (say("methods-golden"), Sourced(0.25, "of a good one", "", "common practice")),
    "light": (say("methods-light"), Sourced(0.5, "of a good one", "", "common practice")),
    "good": (say("methods-good"), Sourced(1.0, "of a good one", "", "common practice")),
    "deep": (say("methods-deep"), Sourced(2.5, "of a good one", "", "common practice")),
}
"""Browning doses, as shares of a good crust's, which is fitted to the reference cooks."""


def crust_dose_s(crust: str) -> float:
    """Browning dose of a crust [s at 140 °C, dry]."""
    return CRUSTS[crust][1].value * general().good_s


def crust_had(browning_s: float) -> str:
    """Key of the crust that a browning dose makes [s]: the darkest of which it is nearly enough."""
    made = [key for key, (_, share) in CRUSTS.items() if browning_s >= CRUST_ENOUGH * share.value * general().good_s]
    return made[-1]


SALTS: dict[str, str] = {
    "hour": say("methods-50-minutes-before-the-fire"),
    "just_before": say("methods-right-before-it-goes-on"),
    "overnight": say("methods-the-night-before-open-in-the"),
    "twice": say("methods-half-the-night-before-half-at"),
}
"""How it is salted, by key."""

SALTED_SURFACE: dict[str, tuple[Sourced, Sourced]] = {
    "hour": (Sourced(0.02, "kg m-2", "", "assumed"), Sourced(0.0, "kg m-2", "", "assumed")),
    "just_before": (Sourced(0.02, "kg m-2", "", "assumed"), Sourced(0.0, "kg m-2", "", "assumed")),
    "overnight": (Sourced(0.0, "kg m-2", "", "assumed"), Sourced(0.2, "kg m-2", "", "common practice")),
    "twice": (Sourced(0.01, "kg m-2", "", "assumed"), Sourced(0.2, "kg m-2", "", "common practice")),
}
"""What lies on a salted surface when it goes on, and what the air of the fridge has taken out of its outside: a night
in the open costs a steak one to two per cent of its weight."""

TREATMENTS: dict[str, str] = {
    "whole": say("methods-whole-as-cut"),
    "tenderised": say("methods-blade-tenderised-or-injected"),
}
"""What was done to the meat before it was bought, by key."""

MARKS: dict[str, tuple[str, float]] = {
    "none": (say("methods-crust-all-over-keep-moving-it"), 0.0),
    "quarter": (say("methods-squares-a-quarter-turn-on-each"), 90.0),
    "diamond": (say("methods-diamonds-a-turn-by-45-on"), 45.0),
}
"""How a piece is turned on the rods, and by how many degrees: half of each side's time before the turn, half after."""

LIDS: dict[str, str] = {
    "usual": say("methods-as-is-usual-for-this-fire"),
    "open": say("methods-open"),
    "shut": say("methods-shut"),
}
"""How the lid stands, by key."""

WRAP_AT_C = Sourced(71.0, "°C", "", "common practice")
"""A long cook is wrapped once it stalls, about 160 °F."""
WRAPS: dict[str, str] = {
    "none": say("methods-not-wrapped"),
    "paper": say("methods-in-butcher-paper"),
    "foil": say("methods-in-foil"),
}
"""What it is wrapped in when it stalls, by key."""

BASTES: dict[str, tuple[str, Baste | None]] = {
    "none": (say("methods-not-basted"), None),
    "spritz": (say("methods-spritzed"), Baste(0.08, 5400.0, 2700.0)),
    "mop": (say("methods-mopped"), Baste(0.25, 5400.0, 3600.0)),
    "glaze": (say("methods-glazed"), None),
}
"""What a long cook is wetted with, by key: once its outside has set, after an hour and a half, every 45 to 60 minutes
(common practice, no source); how much (assumed). A glaze goes on at the end, too thick and too late to cool much."""
GLAZED_BEFORE_S = 20 * 60.0
"""Two thin coats of a glaze take so long to set (common practice, no source)."""

RUBS: dict[str, tuple[str, Sourced | None]] = {
    "none": (say("methods-salt-only"), None),
    "pepper": (say("methods-pepper-and-dry-spices"), Sourced(205.0, "°C", "", "from memory")),
    "sugar": (say("methods-a-rub-with-sugar"), Sourced(175.0, "°C", "", "from memory")),
}
"""Rubs and the surface temperature from which they scorch: sugar first."""

FINISHES: dict[str, str] = {
    "none": say("methods-nothing-more"),
    "butter": say("methods-butter-for-the-last-minute"),
    "herbs": say("methods-herbs-and-garlic-in-fat-for"),
    "oil": say("methods-good-oil-and-flakes-of-salt"),
}
"""What is done to it last, by key."""

THAWS: dict[str, str] = {
    "fridge": say("methods-in-the-fridge"),
    "cold_water": say("methods-in-cold-water-changed-every-half"),
}
"""How it is thawed, by key."""

"""The ways of cooking a piece: which phases, in which order, and which of them ends at the pull temperature."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.fire.fires import BURNER, KITCHEN
from brasko.core.fire.zones import Role
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.general import general

Phase = Literal["gentle", "wait", "sear"]


@dataclass(frozen=True)
class Method:
    """One way of cooking.

    phases          in order; a rest follows
    slow            the phase that ends at the pull temperature
    gentle_at, sear_at
                    the role of the zone where each happens
    fires           that can do it, the usual one first; where one has no searing side, the sear is done elsewhere
    flips_s         usual intervals between flips, the most usual first; the planner takes the one with the thinnest
                    grey rim
    plainly         why, for food without a grey rim; as for red meat where empty
    browns          it has a phase that is there for the crust
    """

    name: str
    why: str
    phases: tuple[Phase, ...]
    slow: Phase
    fires: tuple[str, ...]
    gentle_at: Role = "gentle"
    sear_at: Role = "sear"
    flips_s: tuple[float, ...] = (30.0,)
    browns: bool = True
    longest_s: float = 8 * 3600.0
    plainly: str = ""

    def why_for(self, kind: str) -> str:
        """Why it is done so: in words without a grey rim for what has none."""
        return self.plainly if self.plainly and kind != "intact" else self.why


_OFTEN = (30.0, 15.0, 60.0, 120.0)
_ANY = (30.0, 60.0, 120.0, 240.0)
_SELDOM = (120.0, 60.0, 300.0)
"""Seconds between flips that are tried, the usual first: for what is turned often, for anything, for what is turned
seldom (common practice, no source)."""

PANS = tuple(key for key in KITCHEN if key != BURNER.key)
"""Other pans and heats in a kitchen than a skillet on high."""

METHODS: dict[str, Method] = {
    "low_then_sear": Method(
        "Low, then sear",
        "gentle heat first, a short fierce sear last: the widest margin and the thinnest grey rim",
        ("gentle", "wait", "sear"),
        "gentle",
        ("kettle_two_zone", "kamado", "gas", "pellet", "offset"),
        flips_s=_OFTEN,
        plainly="gentle heat first brings it up evenly, a short fierce sear last gives it colour",
    ),
    "sear_then_low": Method(
        "Sear, then cool side",
        "the crust first, then the cool side with the lid on: less time, a little more rim",
        ("sear", "gentle"),
        "gentle",
        ("kettle_two_zone", "gas"),
        flips_s=_SELDOM,
        plainly="colour first, then the cool side with the lid on until it is done through",
    ),
    "direct": Method(
        "Over the fire all the way",
        "hot and fast with many flips: for what needs under about 20 minutes",
        ("sear",),
        "sear",
        ("kettle_two_zone", "gas", "kamado", "pellet"),
        flips_s=_ANY,
    ),
    "chimney": Method(
        "Over the chimney",
        "the strongest heat a backyard has: for thin steaks, crusted before the middle knows of it",
        ("sear",),
        "sear",
        ("chimney",),
        flips_s=(90.0, 75.0, 60.0),
    ),
    "char_then_bath": Method(
        "Char, then warm fat",
        "a hard char while the inside is still cold, then warm fat brings the middle up evenly",
        ("sear", "gentle"),
        "gentle",
        ("kettle_two_zone", "gas", "kamado"),
        gentle_at="bath",
        flips_s=_SELDOM,
    ),
    "skillet": Method(
        "In the skillet",
        "cast iron on high heat, hot before the meat arrives; more fat than you think, and turn it often",
        ("sear",),
        "sear",
        ("burner_skillet", "kettle_two_zone", "gas", "kamado", "flat_top", *PANS),
        sear_at="pan",
        flips_s=(60.0, 30.0, 120.0),
    ),
    "oven_then_skillet": Method(
        "Oven, then skillet",
        "gentle heat in the kitchen, then a pan that is as hot as it gets: no grill at all",
        ("gentle", "sear"),
        "gentle",
        ("oven_skillet",),
        sear_at="pan",
        flips_s=(30.0, 60.0),
    ),
    "low_and_slow": Method(
        "Low and slow",
        "hours in gentle heat and smoke, past the stall, until it gives way",
        ("gentle",),
        "gentle",
        ("kettle_ring", "offset", "kamado", "pellet", "gas", "kettle_two_zone", "oven_skillet"),
        browns=False,
        longest_s=30 * 3600.0,
    ),
}
"""Every method by its key, in the order in which it is offered."""

CRUSTS: dict[str, tuple[str, Sourced]] = {
    "none": ("As it comes", Sourced(0.0, "of a good one", "", "common practice")),
    "golden": ("Golden", Sourced(0.25, "of a good one", "", "common practice")),
    "light": ("Light", Sourced(0.5, "of a good one", "", "common practice")),
    "good": ("Good", Sourced(1.0, "of a good one", "", "common practice")),
    "deep": ("Deep", Sourced(2.5, "of a good one", "", "common practice")),
}
"""Browning doses, as shares of a good crust's, which is fitted to the reference cooks."""


def crust_dose_s(crust: str) -> float:
    """Browning dose of a crust [s at 140 °C, dry]."""
    return CRUSTS[crust][1].value * general().good_s


SALTS: dict[str, str] = {
    "hour": "50 minutes before the fire",
    "just_before": "right before it goes on",
    "overnight": "the night before, open in the fridge",
    "twice": "half the night before, half at the fire",
}
"""How it is salted, by key."""

TREATMENTS: dict[str, str] = {
    "whole": "Whole, as cut",
    "tenderised": "Blade-tenderised or injected",
}
"""What was done to the meat before it was bought, by key."""

MARKS: dict[str, tuple[str, float]] = {
    "none": ("Crust all over: keep moving it", 0.0),
    "quarter": ("Squares: a quarter turn on each side", 90.0),
    "diamond": ("Diamonds: a turn by 45° on each side", 45.0),
}
"""How a piece is turned on the rods, and by how many degrees: half of each side's time before the turn, half after."""

LIDS: dict[str, str] = {"usual": "As is usual for this fire", "open": "Open", "shut": "Shut"}
"""How the lid stands, by key."""

WRAP_AT_C = Sourced(71.0, "°C", "", "common practice")
"""A long cook is wrapped once it stalls, about 160 °F."""
WRAPS: dict[str, str] = {
    "none": "Not wrapped",
    "paper": "In butcher paper from {temp:71} on",
    "foil": "In foil from {temp:71} on",
}
"""What it is wrapped in when it stalls, by key."""

RUBS: dict[str, tuple[str, Sourced | None]] = {
    "none": ("Salt only", None),
    "pepper": ("Pepper and dry spices", Sourced(205.0, "°C", "", "from memory")),
    "sugar": ("A rub with sugar", Sourced(175.0, "°C", "", "from memory")),
}
"""Rubs and the surface temperature from which they scorch: sugar first."""

FINISHES: dict[str, str] = {
    "none": "Nothing more",
    "butter": "Butter for the last minute",
    "herbs": "Herbs and garlic in fat for the last minute",
    "oil": "Good oil and flakes of salt on the board",
}
"""What is done to it last, by key."""

THAWS: dict[str, str] = {"fridge": "In the fridge", "cold_water": "In cold water, changed every half hour"}
"""How it is thawed, by key."""


def why_not(method: str, fire: str, fire_name: str) -> str:
    """Why a fire cannot do a method, in a sentence."""
    how = METHODS[method]
    if fire == "chimney":
        return f"{fire_name} has no gentle side and no lid: it only sears."
    if fire == "flat_top":
        return (
            f"{fire_name} has no gentle side, no lid and no rods: food lies on the plate, so take the skillet "
            f"method there."
        )
    if fire in (*KITCHEN, "oven_skillet") and method == "direct":
        return f"{fire_name} has no grate over a fire: take the skillet method there."
    if fire in KITCHEN:
        return f"{fire_name} has no gentle side and no chamber: it only sears."
    if fire == "oven_skillet" and how.gentle_at != "bath" and "sear" in how.phases:
        return f"{fire_name} is for the order oven first, then skillet."
    if method == "chimney":
        return f"{how.name} needs the chimney starter itself."
    if method == "oven_then_skillet":
        return f"{how.name} is done in the kitchen; on {fire_name.lower()} the same order is called low, then sear."
    if fire == "kettle_ring":
        return f"{fire_name} is laid to glow for hours and has no searing side."
    if fire == "kamado" and method == "sear_then_low":
        return f"{fire_name} that has seared takes an hour to come down again: sear last."
    if fire == "offset":
        return (
            f"The chamber of {fire_name.lower()} sees no fire: do it low first, then sear over the coals of its "
            f"firebox."
        )
    if fire == "pellet":
        return f"{fire_name} does not get hot enough for that; do it low first and sear elsewhere."
    return f"{how.name} is not done on {fire_name.lower()}: use a kettle, a kamado or a gas grill."

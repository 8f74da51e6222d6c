"""The ways of cooking a piece: which phases, in which order, and which of them ends at the pull temperature."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.fire.fires import BURNER, KITCHEN
from brasko.core.fire.zones import Role
from brasko.core.programme.steps import Baste
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.general import general
from brasko.core.words import say

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
        say("methods-low-then-sear"),
        say("methods-gentle-heat-first-a-short-fierce"),
        ("gentle", "wait", "sear"),
        "gentle",
        ("kettle_two_zone", "kamado", "gas", "pellet", "offset"),
        flips_s=_OFTEN,
        plainly=say("methods-gentle-heat-first-brings-it-up"),
    ),
    "sear_then_low": Method(
        say("methods-sear-then-cool-side"),
        say("methods-the-crust-first-then-the-cool"),
        ("sear", "gentle"),
        "gentle",
        ("kettle_two_zone", "gas"),
        flips_s=_SELDOM,
        plainly=say("methods-colour-first-then-the-cool-side"),
    ),
    "direct": Method(
        say("methods-over-the-fire-all-the-way"),
        say("methods-hot-and-fast-with-many-flips"),
        ("sear",),
        "sear",
        ("kettle_two_zone", "gas", "kamado", "pellet"),
        flips_s=_ANY,
    ),
    "chimney": Method(
        say("common-over-the-chimney"),
        say("methods-the-strongest-heat-a-backyard-has"),
        ("sear",),
        "sear",
        ("chimney",),
        flips_s=(90.0, 75.0, 60.0),
    ),
    "char_then_bath": Method(
        say("methods-char-then-warm-fat"),
        say("methods-a-hard-char-while-the-inside"),
        ("sear", "gentle"),
        "gentle",
        ("kettle_two_zone", "gas", "kamado"),
        gentle_at="bath",
        flips_s=_SELDOM,
    ),
    "skillet": Method(
        say("methods-in-the-skillet"),
        say("methods-cast-iron-on-high-heat-hot"),
        ("sear",),
        "sear",
        ("burner_skillet", "kettle_two_zone", "gas", "kamado", "flat_top", *PANS),
        sear_at="pan",
        flips_s=(60.0, 30.0, 120.0),
    ),
    "oven_then_skillet": Method(
        say("methods-oven-then-skillet"),
        say("methods-gentle-heat-in-the-kitchen-then"),
        ("gentle", "sear"),
        "gentle",
        ("oven_skillet",),
        sear_at="pan",
        flips_s=(30.0, 60.0),
    ),
    "low_and_slow": Method(
        say("methods-low-and-slow"),
        say("methods-hours-in-gentle-heat-and-smoke"),
        ("gentle",),
        "gentle",
        ("kettle_ring", "offset", "kamado", "pellet", "gas", "kettle_two_zone", "oven_skillet"),
        browns=False,
        longest_s=30 * 3600.0,
    ),
}
"""Every method by its key, in the order in which it is offered."""

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


def why_not(method: str, fire: str, fire_name: str) -> str:
    """Why a fire cannot do a method, in a sentence."""
    how = METHODS[method]
    if fire == "chimney":
        return say("methods-has-no-gentle-side-and-no", fire_name=fire_name)
    if fire == "flat_top":
        return say("methods-has-no-gentle-side-no-lid", fire_name=fire_name)
    if fire in (*KITCHEN, "oven_skillet") and method == "direct":
        return say("methods-has-no-grate-over-a-fire", fire_name=fire_name)
    if fire in KITCHEN:
        return say("methods-has-no-gentle-side-and-no-2", fire_name=fire_name)
    if fire == "oven_skillet" and how.gentle_at != "bath" and "sear" in how.phases:
        return say("methods-is-for-the-order-oven-first", fire_name=fire_name)
    if method == "chimney":
        return say("methods-needs-the-chimney-starter-itself", name=how.name)
    if method == "oven_then_skillet":
        return say("methods-is-done-in-the-kitchen-on", name=how.name, fire_name=fire_name)
    if fire == "kettle_ring":
        return say("methods-is-laid-to-glow-for-hours", fire_name=fire_name)
    if fire == "kamado" and method == "sear_then_low":
        return say("methods-that-has-seared-takes-an-hour", fire_name=fire_name)
    if fire == "offset":
        return say("methods-the-chamber-of-sees-no-fire", fire_name=fire_name)
    if fire == "pellet":
        return say("methods-does-not-get-hot-enough-for", fire_name=fire_name)
    return say("methods-is-not-done-on-use-a", name=how.name, fire_name=fire_name)

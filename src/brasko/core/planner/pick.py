"""What Brasko picks for a cut by rule: method, fire, crust, salt and rest, and what makes no sense for it."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, replace

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.fire.own import fires_of_kind
from brasko.core.foods.cuts import Cut, cut_named
from brasko.core.planner.infeasible import TooFierce
from brasko.core.planner.invert import solved
from brasko.core.planner.methods import CRUSTS, METHODS, TENDER_C
from brasko.core.planner.wish import Wish
from brasko.core.safety.agency import needs_choice
from brasko.core.words import quantity, say

THIN_M, THICK_M = 0.0254, 0.0375
"""Under an inch over the fire, from an inch and a half low first (common practice, no source)."""
CHIMNEY_MOST_M, CHIMNEY_WIDTH_M = 0.032, 0.22
PAN_WIDTH_M = 0.26
FIERCE_MOST_M = 0.05
OVERNIGHT_NEEDS_S, HOUR_NEEDS_S = 15 * 3600.0, 45 * 60.0
HOT_GENTLE_C = 175.0
"""Birds and roots want a hotter cool side, about 350 °F: nothing in them is kept pink (common practice, no source)."""


def nonsense(
    cut: Cut, thickness_m: float, finish_c: float, method: str, mass_kg: float | None = None, boned: bool = False
) -> str:
    """Why a method makes no sense for a piece, in a sentence; empty where it does. Common practice, no source."""
    shape = cut.geometry(thickness_m, mass_kg or cut.usual_mass_kg(thickness_m), boned=boned)
    across = shape.half_width_m if shape.bone_m else 2.0 * shape.half_width_m
    longest = max(across, shape.length_m)
    name = cut.name
    if method == "low_and_slow" and cut.kind != "plant":
        if finish_c < TENDER_C and thickness_m < 0.075:
            return say("choose-is-done-in-a-fraction-of", name=name)
        return ""
    if finish_c >= TENDER_C and cut.kind != "plant":
        return say("choose-is-done-when-it-pulls-apart", name=name)
    if method == "chimney" and thickness_m > CHIMNEY_MOST_M:
        return say("choose-is-too-thick-for-the-chimney", name=name)
    if method == "chimney" and longest > CHIMNEY_WIDTH_M:
        return say("choose-does-not-fit-onto-a-chimney", name=name)
    if method == "chimney" and cut.kind in ("poultry", "plant", "fish"):
        return say("choose-burns-over-a-chimney-before-it", name=name)
    if method in ("skillet", "oven_then_skillet") and across > PAN_WIDTH_M:
        return say("choose-does-not-fit-into-the-skillet", name=name)
    if method in ("skillet", "direct") and thickness_m > FIERCE_MOST_M:
        return say("choose-is-too-thick-for-fierce-heat", name=name)
    if method == "char_then_bath" and (cut.kind != "intact" or cut.composition.fat < 0.1 or thickness_m < THIN_M):
        return say("choose-warm-fat-is-for-thick-fatty")
    if method in ("low_then_sear", "oven_then_skillet") and thickness_m < 0.019 and cut.kind != "plant":
        return say("choose-this-thin-is-done-before-a", name=name)
    if method in ("low_then_sear", "low_and_slow") and cut.kind == "plant":
        return say("choose-wants-a-hot-fire-gentle-heat", name=name)
    return ""


@dataclass(frozen=True)
class Pick:
    """What Brasko takes when only cut, thickness and hour are known, and why."""

    method: str
    fire: str
    gentle_c: float | None
    crust: str
    finish_c: float
    salt: str
    rest: str
    way_why: str
    salt_why: str

    @property
    def why(self) -> str:
        """Why so, in sentences."""
        return f"{self.way_why} {self.salt_why}".strip()

    def wish(self, cut: Cut, thickness_m: float) -> Wish:
        """A usual piece of the cut, so thick, as it is picked."""
        return Wish(
            cut.key,
            thickness_m,
            cut.usual_mass_kg(thickness_m),
            self.finish_c,
            method=self.method,
            fire=self.fire,
            gentle_c=self.gentle_c,
            crust=self.crust,
            salt=self.salt,
            rest=self.rest,
        )

    def salted_at_once(self) -> Pick:
        """The same where there is no time to salt ahead."""
        return replace(self, salt="just_before", salt_why=say("choose-the-time-is-short-salt-it"))


def picked(cut_key: str, thickness_m: float, available_s: float | None = None, kinds: Collection[str] = ()) -> Pick:
    """Method, fire, finish, salt and rest for a cut. available_s until eating; kinds of grill at hand, the first
    preferred.

    The cut's own way at its usual size; thinner steaks over the fire, thicker ones low first. Of the fires that can do
    it, the first that is at hand.
    """
    cut = cut_named(cut_key)
    method, why = _method_for(cut, thickness_m)
    at_hand = [f for kind in kinds for f in fires_of_kind(kind)]
    fire = next((f for f in at_hand if f in METHODS[method].fires), METHODS[method].fires[0])
    crust = cut.crust if METHODS[method].browns else "none"
    if method == "direct" and cut.kind == "intact" and list(CRUSTS).index(crust) > list(CRUSTS).index("light"):
        crust = "light" if thickness_m >= 0.019 else "none"
    if (
        available_s is not None
        and available_s > OVERNIGHT_NEEDS_S + 3600.0
        and thickness_m >= THICK_M
        and cut.kind == "intact"
    ):
        salt, salted = "overnight", say("choose-there-is-time-to-salt-it")
    elif cut.kind in ("ground", "plant", "fish") or (available_s is not None and available_s < HOUR_NEEDS_S + 3600.0):
        salted = (
            say("choose-salt-them-as-they-go-on")
            if cut.kind == "ground" and cut.salt_share
            else say("choose-salt-it-right-before-the-fire")
        )
        salted = salted if cut.salt_share else ""
        salt = "just_before"
    else:
        salt, salted = "hour", say("choose-salt-it-50-min-ahead-so")
    rest = "open" if cut.kind in ("ground", "plant", "fish") else "foil"
    pick = Pick(method, fire, _gentle_for(cut, method, fire), crust, cut.default_finish_c, salt, rest, why, salted)
    if needs_choice(cut) == "free":
        return pick
    return _that_gets_there(cut, thickness_m, pick, at_hand)


def _gentle_for(cut: Cut, method: str, fire: str) -> float | None:
    """A hotter cool side for birds and roots; None as the fire has it."""
    hot = cut.kind in ("poultry", "plant") and "gentle" in METHODS[method].phases
    return HOT_GENTLE_C if hot and fire not in ("offset", "kettle_ring") else None


_PATTY_WAYS = ("direct", "sear_then_low", "skillet", "low_then_sear")
_MUST_REACH_WAYS = ("sear_then_low", "low_then_sear", "direct", "skillet", "low_and_slow")
"""Methods in the order in which they are picked for patties, and for what must reach the agency's figure."""


def _that_gets_there(cut: Cut, thickness_m: float, pick: Pick, at_hand: Collection[str]) -> Pick:
    """The pick, or the first other way on a fire at hand in which the middle reads its figure before the outside burns.

    For what ends on a reading; each way is solved before it is taken, with less crust where the fire gives no more.
    """
    ways = _PATTY_WAYS if cut.kind == "ground" and cut.shape == "disc" else _MUST_REACH_WAYS
    mine = [(m, f) for m in dict.fromkeys((pick.method, *ways)) for f in at_hand if f in METHODS[m].fires]
    others = [(m, METHODS[m].fires[0]) for m in dict.fromkeys((pick.method, *ways))]
    burns = ""
    for method, fire in dict.fromkeys([*mine, *others]):
        if method != pick.method and nonsense(cut, thickness_m, pick.finish_c, method):
            continue
        for crust in _down_from(pick.crust) if METHODS[method].browns else ("none",):
            gentle = _gentle_for(cut, method, fire)
            found = replace(pick, method=method, fire=fire, crust=crust, gentle_c=gentle)
            try:
                solved(found.wish(cut, thickness_m), every_s=20.0, frame_s=60.0, quick=True)
            except TooFierce:
                burns = burns or say("choose-would-burn-the-outside-there-before", name=METHODS[method].name)
                break
            except (Infeasible, InvalidInput):
                continue
            if (method, fire) == (pick.method, pick.fire):
                return found
            return replace(found, way_why=f"{cut.name}: {METHODS[method].why_for(cut.kind)}. {burns}".strip())
    return pick


def _down_from(crust: str) -> tuple[str, ...]:
    order = list(CRUSTS)
    return tuple(reversed(order[: order.index(crust) + 1]))


def _method_for(cut: Cut, thickness_m: float) -> tuple[str, str]:
    name, own = cut.name, METHODS[cut.method]
    if cut.kind == "intact" and cut.method == "low_then_sear" and thickness_m < THIN_M:
        return "direct", say("choose-under-an-inch-is-done-over", name=name)
    if cut.kind == "intact" and cut.method == "direct" and thickness_m >= THICK_M:
        return "low_then_sear", say("choose-this-thick-would-be-grey-to", name=name)
    if cut.kind == "intact" and cut.method == "low_then_sear" and thickness_m >= THICK_M:
        return cut.method, say(
            "choose-thick", name=name, thickness=quantity.length(thickness_m * 1000), why_for=own.why_for(cut.kind)
        )
    return cut.method, f"{name}: {own.why_for(cut.kind)}."

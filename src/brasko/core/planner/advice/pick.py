"""What Brasko picks for a cut by rule: method, fire, crust, salt and rest, and what makes no sense for it."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, replace

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.fire.custom import fires_of_kind, kind_of_fire
from brasko.core.fire.kinds import KINDS
from brasko.core.foods.cuts import Cut, cut_named
from brasko.core.planner.solve.infeasible import TooFierce
from brasko.core.planner.solve.invert import solve_piece
from brasko.core.planner.spec.methods import METHODS, why_unsuited
from brasko.core.planner.spec.methods.method import THICK_M
from brasko.core.planner.spec.options import CRUSTS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.agency import needs_choice
from brasko.core.words import say

OVERNIGHT_NEEDS_S, HOUR_NEEDS_S = 15 * 3600.0, 45 * 60.0
HOT_GENTLE_C = 175.0
"""Birds and roots want a hotter cool side, about 350 °F: nothing in them is kept pink (common practice, no source)."""


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

    def spec(self, cut: Cut, thickness_m: float) -> PieceSpec:
        """A usual piece of the cut, so thick, as it is picked."""
        return PieceSpec(
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


def choose_method(
    cut_key: str, thickness_m: float, available_s: float | None = None, kinds: Collection[str] = ()
) -> Pick:
    """Method, fire, finish, salt and rest for a cut. available_s until eating; kinds of grill at hand, the first
    preferred.

    The cut's own way at its usual size; thinner steaks over the fire, thicker ones low first. Of the fires that can do
    it, the first that is at hand.
    """
    cut = cut_named(cut_key)
    method, why = METHODS[cut.method].for_thickness(cut, thickness_m)
    at_hand = [f for kind in kinds for f in fires_of_kind(kind)]
    fire = next((f for f in at_hand if f in METHODS[method].fires), METHODS[method].fires[0])
    crust = METHODS[method].crust_for(cut, thickness_m)
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
    kind = KINDS.get(kind_of_fire(fire))
    return HOT_GENTLE_C if hot and (kind is None or kind.roasts(fire)) else None


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
        if method != pick.method and why_unsuited(cut, thickness_m, pick.finish_c, method):
            continue
        for crust in _down_from(pick.crust) if METHODS[method].browns else ("none",):
            gentle = _gentle_for(cut, method, fire)
            found = replace(pick, method=method, fire=fire, crust=crust, gentle_c=gentle)
            try:
                solve_piece(found.spec(cut, thickness_m), every_s=20.0, frame_s=60.0, quick=True)
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

"""Reasoned refusals: why a wish cannot be had, and the nearest that can, each tried before it is offered."""

from __future__ import annotations

from dataclasses import replace

from brasko.core.errors import Infeasible, InvalidInput, Remedy
from brasko.core.heat.simulation import simulate
from brasko.core.planner.methods import CRUSTS, METHODS, crust_dose_s
from brasko.core.planner.programme import LEAST_SLOW_PHASE_K, MAX_SEAR_S, SEARCH_REFINE, programme_of, stretch
from brasko.core.planner.wish import Wish

PAN = "burner_skillet"
HIGHEST_SENSIBLE_C = 71.0
THICKER = (1.15, 1.3, 1.5, 1.75, 2.0, 2.5, 3.0)
OTHER_METHODS = ("chimney", "direct", "sear_then_low", "low_then_sear")


def could_be(wish: Wish) -> bool:
    """Whether some early pull leaves the peak at or below the wish, with the crust asked for."""
    lowest = wish.start_c + LEAST_SLOW_PHASE_K
    return any(_has_it(wish, pull_c) for pull_c in (lowest, wish.aim_c - 22.0, wish.aim_c - 12.0) if pull_c >= lowest)


def _has_it(wish: Wish, pull_c: float) -> bool:
    result = simulate(wish.food, programme_of(wish, pull_c), every_s=60.0, refine=SEARCH_REFINE)
    searing = stretch(result, "sear")
    if wish.how.slow == "sear":
        crusted = float(min(result.end.browning_s)) >= wish.crust_s
    else:
        crusted = searing is None or searing.reached != "time" or wish.crust_s == 0.0
    return crusted and result.peak_core_c <= wish.aim_c + 0.1


def no_such_finish(wish: Wish, excess_k: float) -> Infeasible:
    """The sear alone carries the core past the wish, however early it is pulled."""
    reachable = wish.finish_c + max(excess_k, 0.0)
    remedies = []
    if reachable <= HIGHEST_SENSIBLE_C:
        enough = f"{reachable + 0.3:.1f}"
        remedies.append(Remedy(f"finish at {{temp:{enough}}} or above", "finish_c", enough))
    lighter = next((c for c in reversed(_lighter(wish)) if could_be(replace(wish, crust=c))), None)
    if lighter is not None:
        remedies.append(_with_crust(lighter))
    for key in OTHER_METHODS:
        other = _with_method(wish, key)
        if other is not None and key != wish.method and could_be(other):
            remedies.append(Remedy(f"cook it by another method: {METHODS[key].name.lower()}", "method", key))
            break
    thicker = next((f for f in THICKER if _fits(wish, f) and could_be(wish.with_thickness(f))), None)
    if thicker is not None:
        mm = f"{wish.thickness_m * thicker * 1000:.0f}"
        remedies.append(Remedy(f"use a piece {{len:{mm}}} thick", "thickness_mm", mm))
    if wish.temper_s > 0:
        remedies.append(Remedy("put it on straight from the fridge", "temper_min", "0"))
    return Infeasible(
        f"A piece {{len:{wish.thickness_m * 1000:.0f}}} thick cannot have this crust and a middle of "
        f"{{temp:{wish.finish_c:.1f}}}: the sear alone carries the core to {{temp:{reachable:.1f}}}.",
        tuple(remedies),
        "finish_c",
    )


class TooFierce(Infeasible):
    """Held over this fire until the middle reads its figure, the outside turns to coal."""

    def __init__(self, wish: Wish, burnt_s: float, ways: tuple[Remedy, ...] = ()) -> None:
        self.wish, self.burnt_s = wish, burnt_s
        super().__init__(
            f"The outside is burnt before the middle reads {{least:{wish.reading_c:.2f}}}: it would be hot enough to turn to "
            f"coal for {{time:{burnt_s:.0f}}}. What the rest adds is not counted on here, so it wants gentler heat.",
            ways,
            "method",
        )


def not_in_time(wish: Wish, core_c: float, spent_s: float) -> Infeasible:
    """The phase that ends at the pull temperature never gets there."""
    remedies = []
    if wish.how.slow == "gentle":
        remedies.append(Remedy("make the gentle side hotter"))
    elif wish.method != "low_then_sear":
        remedies.append(Remedy("cook it low first, then sear", "method", "low_then_sear"))
    remedies.append(Remedy("use a thinner piece"))
    return Infeasible(
        f"Over this fire the middle is at {{temp:{core_c:.1f}}} after {{time:{spent_s:.0f}}}, and not done.",
        tuple(remedies),
        "method",
    )


def no_such_crust(wish: Wish, reached_s: float) -> Infeasible:
    """The fire does not brown the faces as much as asked, in all the time there is."""
    met = [key for key in _lighter(wish) if crust_dose_s(key) <= reached_s]
    remedies = [_with_crust(met[-1] if met else "none")]
    if wish.how.slow == "sear":
        reason = (
            f"Its middle is done before a {CRUSTS[wish.crust][0].lower()} crust has formed: this piece gets "
            f"{round(100 * reached_s / wish.crust_s)} % of it."
        )
        remedies += [Remedy("make the fire hotter"), Remedy("use a thicker piece")]
        remedies.append(Remedy("cook it low first, then sear", "method", "low_then_sear"))
    else:
        reason = f"This fire does not give a {CRUSTS[wish.crust][0].lower()} crust within {{time:{MAX_SEAR_S:.0f}}} of searing."
        elsewhere = replace(wish, sear_fire=PAN, marks="none", lid="usual") if wish.sear_fire != PAN else None
        if elsewhere is not None and could_be(elsewhere):
            remedies.append(Remedy("sear it in a hot skillet instead", "sear_fire", PAN))
        remedies.append(Remedy("make the searing side hotter"))
    return Infeasible(reason, tuple(remedies), "crust")


def _with_crust(key: str) -> Remedy:
    if key == "none":
        return Remedy("take it as it comes, without asking for a crust", "crust", key)
    return Remedy(f"ask for a {CRUSTS[key][0].lower()} crust", "crust", key)


def _lighter(wish: Wish) -> list[str]:
    order = list(CRUSTS)
    return order[: order.index(wish.crust)]


def _with_method(wish: Wish, key: str) -> Wish | None:
    try:
        return replace(
            wish, method=key, fire=None, gentle_c=None, sear_fire=None, marks="none", lid="usual", wrap="none"
        )
    except InvalidInput:
        return None


def _fits(wish: Wish, factor: float) -> bool:
    try:
        wish.with_thickness(factor)
    except InvalidInput:
        return False
    return True

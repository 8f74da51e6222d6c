"""What each step of the food is called, and why it is as it is."""

from __future__ import annotations

from brasko.core.foods.serving import serving_of
from brasko.core.planner.by_hand import by_hand_words
from brasko.core.planner.ending import carry_over_k
from brasko.core.planner.fuel import fuel_of
from brasko.core.planner.invert import Solution
from brasko.core.planner.methods import CRUSTS, MARKS, WRAPS
from brasko.core.planner.wish import Wish


def step_name(wish: Wish, step: str) -> str:
    """A step as the cook would say it."""
    if step == "gentle" and wish.gentle_zone is not None:
        return wish.gentle_zone.doing
    if step == "sear" and wish.sear_zone is not None:
        place = wish.sear_zone.doing
        return f"On, {place}" if wish.how.phases[0] == "sear" else f"Sear {place}"
    return {
        "wait": "Pull, let it wait",
        "rest": "Rest",
        "gentle_wrapped": f"Wrap it: {wish.wrap}",
        "sear_over": "Over",
        "sear_turned": f"Turn it {wish.turn_deg:.0f}°",
        "sear_over_turned": f"Turn it {wish.turn_deg:.0f}° again",
    }.get(step, step)


def step_why(wish: Wish, solution: Solution, step: str) -> str:
    """The reason beside a step, with its figures."""
    result = solution.result
    if step == "gentle" and wish.wrap != "none":
        return (
            "Open in the smoke until it stalls: the surface dries and darkens, and evaporation holds the middle back."
        )
    if step in ("gentle", "gentle_wrapped"):
        return _gentle_why(wish, solution, step)
    if step == "wait":
        if wish.sears_elsewhere:
            return f"Off, on a rack, and over to the other fire: {wish.searing_fire.name.lower()}."
        return "Off the heat on a rack while the fire gets hot. The surface cools and dries: less rim, better crust."
    if step.startswith("sear_"):
        return f"{MARKS[wish.marks][0].split(':')[0]}: each set of marks takes a quarter of the time over the fire."
    if step == "sear":
        return _sear_why(wish, solution)
    if wish.the_cut.kind == "plant":
        return "A few minutes off the heat: it softens on."
    rest = wish.minimum.rest_s if wish.minimum is not None and wish.finish_c >= wish.minimum.core_c - 0.05 else 0.0
    agency = f" The agency's {{time:{rest:.0f}}} of rest are in it." if rest > 0.0 else ""
    climbs = carry_over_k(result) > 0.5
    said = (
        f"The core climbs on and peaks at {{temp:{result.peak_core_c:.2f}}}."
        if climbs
        else "It does not climb any more."
    )
    sliced = serving_of(wish.cut).slice_m > 0.0
    return f"{said}{' Slice after the peak.' if sliced else ''}{agency}"


def _gentle_why(wish: Wish, solution: Solution, step: str) -> str:
    if wish.the_cut.kind == "plant":
        return "Until a skewer goes in without a push. No flipping needed."
    if wish.reading_c is not None and wish.how.phases[-1] == "gentle":
        return (
            f"Until the middle reads {{temp:{solution.pull_c:.2f}}}, never below {{least:{wish.reading_c:.2f}}}. "
            f"No flipping needed."
        )
    if wish.reading_c is not None:
        return (
            f"Until the middle reads {{temp:{solution.pull_c:.2f}}}; over the fire it then goes on to "
            f"{{least:{wish.reading_c:.2f}}} at least. No flipping needed."
        )
    rise = solution.result.peak_core_c - solution.pull_c
    before_sear = wish.how.phases[0] == "gentle" and "sear" in wish.how.phases
    later = "the sear and the rest add" if before_sear else "the rest adds"
    said = (
        f"Until the core reads {{temp:{solution.pull_c:.2f}}}: {later} "
        f"{{rise:{rise:.1f}}}.{by_hand_words(wish, solution)} No flipping needed."
    )
    if wish.pull_offset_k is not None:
        said += (
            f" Your own pull: it ends at {{temp:{solution.result.peak_core_c:.2f}}}, wanted "
            f"{{temp:{wish.finish_c:.1f}}}."
        )
    return f"{WRAPS[wish.wrap]}: no more drying, so the stall is over. {said}" if step == "gentle_wrapped" else said


def _sear_why(wish: Wish, solution: Solution) -> str:
    rise = solution.result.peak_core_c - solution.pull_c
    if wish.how.slow == "sear":
        way = f"Flip every {{time:{solution.flip_every_s:.0f}}}"
        if wish.turn_deg:
            way = (
                f"Turn it {wish.turn_deg:.0f}° after {{time:{solution.sear_s / 4:.0f}}}, over after "
                f"{{time:{solution.sear_s / 2:.0f}}}, the same again,"
            )
        if wish.the_cut.kind == "plant":
            return f"{way} until it has colour and gives to the tongs."
        if wish.reading_c is not None:
            return (
                f"{way} until the middle reads {{temp:{solution.pull_c:.2f}}}, never below "
                f"{{least:{wish.reading_c:.2f}}}."
            )
        return (
            f"{way} until the core reads {{temp:{solution.pull_c:.2f}}}: the rest adds "
            f"{{rise:{rise:.1f}}}.{by_hand_words(wish, solution)}"
        )
    side = solution.sear_s / 2.0
    flips = round(solution.sear_s / solution.flip_every_s) - 1
    how = "flip once" if flips <= 1 else f"flip every {{time:{solution.flip_every_s:.0f}}}, {flips} flips"
    if wish.turn_deg:
        how = f"turn it {wish.turn_deg:.0f}° half-way on each side"
    what = "for colour" if wish.crust == "none" else f"enough for a {CRUSTS[wish.crust][0].lower()} crust"
    ends_it = wish.reading_c is not None and wish.how.phases[-1] == "sear"
    more = "" if not ends_it else f" Longer where the middle does not read {{least:{wish.reading_c:.2f}}} yet."
    return f"{{time:{side:.0f}}} a side in all, {how}: {what}.{more}"


def fuel_for_step(wish: Wish) -> str:
    """What must be there to burn, in a sentence."""
    need = fuel_of(wish, 3600.0)
    return "" if need is None else f"Fuel: {need.lay_words}."

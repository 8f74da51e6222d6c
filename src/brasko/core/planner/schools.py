"""Where cooks disagree: the same piece by each school, computed, and what the figures say."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.errors import Infeasible, InvalidInput, UnknownName
from brasko.core.fire.rests import RESTS
from brasko.core.planner.methods import LIDS, MARKS, RUBS, WRAPS
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.programme import the_phase
from brasko.core.planner.wish import Wish

LITTLE_S, LITTLE_SHARE, LITTLE_K = 90.0, 0.02, 0.6
"""Differences below these are told as none (assumed): a minute and a half, two per cent of rim, a degree Fahrenheit."""


@dataclass(frozen=True)
class Variant:
    """One school's way with the piece. on_s from the fire to the table; rise_k what follows the pull adds.

    why is filled where it cannot be had.
    """

    name: str
    mine: bool
    wish: Wish | None
    on_s: float = 0.0
    pull_c: float = 0.0
    rise_k: float = 0.0
    grey_rim_share: float = 0.0
    mass_loss_share: float = 0.0
    why: str = ""


@dataclass(frozen=True)
class School:
    """One question, its answers, and what the computation says."""

    key: str
    question: str
    variants: tuple[Variant, ...]
    says: str


Asked = tuple[str, list[tuple[str, Wish | str]]]


def questions(mine: PiecePlan) -> dict[str, str]:
    """The questions that make sense for a planned piece, by their keys."""
    return {**{key: question for key, (question, _) in _asked(mine).items()}, "rub": "Pepper and rubs before the sear?"}


def school_of(mine: PiecePlan, key: str) -> School:
    """One question with every answer computed; quick, good to about 1 K. Raises UnknownName."""
    asked = _asked(mine)
    if key == "rub":
        return _rubs(mine)
    if key not in asked:
        raise UnknownName("school", key, [*asked, "rub"])
    question, answers = asked[key]
    made = tuple(_variant(mine, name, wish) for name, wish in answers)
    return School(key, question, made, _says(key, made))


def _asked(mine: PiecePlan) -> dict[str, Asked]:
    wish = mine.wish
    asked: dict[str, Asked] = {}
    if "sear" in wish.how.phases and not wish.turn_deg:
        sear = the_phase(mine.solution.result, "sear")
        once = min(5.0 * max(2, round((sear.end_s - sear.start_s) / 10.0)), 600.0)
        times = sorted({15.0, 30.0, 60.0, once, mine.solution.flip_every_s})
        flips = [("once" if t == once else f"every {{time:{t:.0f}}}", _changed(wish, flip_every_s=t)) for t in times]
        asked["flips"] = ("Flip once, or often?", flips)
    out = [
        (f"{{time:{60 * m}}} out of it" if m else "straight from the fridge", _changed(wish, temper_s=60.0 * m))
        for m in (0, 30, 60)
    ]
    asked["temper"] = ("Temper it, or straight on?", out)
    if wish.can_mark:
        turns = [(name.split(":")[0], _changed(wish, marks=key, flip_every_s=None)) for key, (name, _) in MARKS.items()]
        asked["marks"] = ("Marks, or a crust all over?", turns)
        if wish.has_lid:
            lids = [(LIDS[key], _changed(wish, lid=key)) for key in ("open", "shut")]
            asked["lid"] = ("Lid open or shut over the fire?", lids)
    if wish.method == "low_and_slow":
        asked["wrap"] = ("Wrap it?", [(name, _changed(wish, wrap=key)) for key, name in WRAPS.items()])
    rests = [(name, _changed(wish, rest=key)) for key, (name, _) in RESTS.items()]
    asked["rest"] = ("Open, wrapped or on sauce to rest?", rests)
    return asked


def _changed(wish: Wish, **change: object) -> Wish | str:
    try:
        return replace(wish, **change)  # type: ignore[arg-type]
    except InvalidInput as exc:
        return exc.message


def _variant(mine: PiecePlan, name: str, wish: Wish | str) -> Variant:
    if isinstance(wish, str):
        return Variant(name, False, None, why=wish)
    same = wish == mine.wish or (
        wish.flip_every_s == mine.solution.flip_every_s
        and replace(wish, flip_every_s=mine.wish.flip_every_s) == mine.wish
    )
    rested = wish if wish.rest_s is not None else replace(wish, rest_s=mine.solution.rest_s)
    try:
        plan = planned(rested, quick=True)
    except Infeasible as exc:
        return Variant(name, same, wish, why=exc.reason)
    result = plan.solution.result
    return Variant(
        name,
        same,
        wish,
        -plan.on_s,
        plan.solution.pull_c,
        result.peak_core_c - plan.solution.pull_c,
        result.grey_rim_share,
        result.mass_loss_share,
    )


def _says(key: str, variants: tuple[Variant, ...]) -> str:
    """The largest difference that matters, in a sentence."""
    had = [v for v in variants if not v.why]
    if len(had) < 2:
        return "Only one of them can be had here."
    if key == "rest":
        low, high = min(had, key=lambda v: v.rise_k), max(had, key=lambda v: v.rise_k)
        if high.rise_k - low.rise_k < LITTLE_K:
            return "The carry-over is the same within a degree: choose by the crust you like."
        return (
            f"{_start(high.name)} adds {{rise:{high.rise_k:.1f}}} after the pull, {_lower(low.name)} "
            f"{{rise:{low.rise_k:.1f}}}: the pull is moved by as much."
        )
    said = []
    thin, thick = min(had, key=lambda v: v.grey_rim_share), max(had, key=lambda v: v.grey_rim_share)
    if thick.grey_rim_share - thin.grey_rim_share > LITTLE_SHARE:
        said.append(
            f"{_start(thin.name)} leaves {thin.grey_rim_share * 100:.0f} % grey, {_lower(thick.name)} "
            f"{thick.grey_rim_share * 100:.0f} %"
        )
    fast, slow = min(had, key=lambda v: v.on_s), max(had, key=lambda v: v.on_s)
    if slow.on_s - fast.on_s > LITTLE_S:
        said.append(
            f"{_start(fast.name) if not said else _lower(fast.name)} is {{time:{slow.on_s - fast.on_s:.0f}}} "
            f"sooner at the table than {_lower(slow.name)}"
        )
    return (
        "; ".join(said) + "."
        if said
        else "No difference that shows: under a minute and a half, and two per cent of rim."
    )


def _start(name: str) -> str:
    return name[0].upper() + name[1:]


def _lower(name: str) -> str:
    return name[0].lower() + name[1:]


def _rubs(mine: PiecePlan) -> School:
    """Pepper and rubs before a fierce sear: by the hottest the surface gets."""
    hottest = float(mine.solution.result.end.peak_c.max())
    variants = tuple(
        Variant(
            name,
            key == mine.wish.rub,
            _kept(_changed(mine.wish, rub=key)),
            why=""
            if at is None or hottest <= at.value
            else f"scorches from about {{temp:{at.value:.0f}}} on: put it on after the sear.",
        )
        for key, (name, at) in RUBS.items()
    )
    return School("rub", "Pepper and rubs before the sear?", variants, f"The surface reaches {{temp:{hottest:.0f}}}.")


def _kept(wish: Wish | str) -> Wish | None:
    return wish if isinstance(wish, Wish) else None

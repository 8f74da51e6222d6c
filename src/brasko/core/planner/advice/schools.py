"""Where cooks disagree: the same piece by each school, computed, and what the figures say."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.errors import Infeasible, InvalidInput, UnknownName
from brasko.core.fire.rests import RESTS
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.solve.programme import the_phase
from brasko.core.planner.solve.rendered_fat import weight_lost_share
from brasko.core.planner.spec.options import BASTES, LIDS, MARKS, RUBS, WRAPS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say

LITTLE_S, LITTLE_SHARE, LITTLE_K = 90.0, 0.02, 0.6
"""Differences below these are told as none (assumed): a minute and a half, two per cent of rim, a degree Fahrenheit."""


SEARS_S = (20.0, 45.0, 90.0)
"""A side: a kiss of the fire, the usual, and long (common practice, no source)."""
GENTLE_C = (107.0, 135.0, 163.0)
"""225, 275 and 325 °F, as cooks set the gentle side (common practice, no source)."""
LONGEST_THIRD_S = 45 * 60.0
"""Nobody rests a steak for longer, whatever a third of its time is (assumed)."""


@dataclass(frozen=True)
class Variant:
    """One school's way with the piece. on_s from the fire to the table; rise_k what follows the pull adds.

    why is filled where it cannot be had.
    """

    name: str
    mine: bool
    spec: PieceSpec | None
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


Asked = tuple[str, list[tuple[str, PieceSpec | str]]]


def questions(mine: PiecePlan) -> dict[str, str]:
    """The questions that make sense for a planned piece, by their keys."""
    return {
        **{key: question for key, (question, _) in _asked(mine).items()},
        "rub": say("schools-pepper-and-rubs-before-the-sear"),
    }


def school_of(mine: PiecePlan, key: str) -> School:
    """One question with every answer computed; quick, good to about 1 K. Raises UnknownName."""
    asked = _asked(mine)
    if key == "rub":
        return _rubs(mine)
    if key not in asked:
        raise UnknownName("school", key, [*asked, "rub"])
    question, answers = asked[key]
    made = tuple(_variant(mine, name, spec) for name, spec in answers)
    return School(key, question, made, _says(key, made))


def _asked(mine: PiecePlan) -> dict[str, Asked]:
    spec = mine.spec
    asked: dict[str, Asked] = {}
    if "sear" in spec.how.phases and not spec.turn_deg:
        sear = the_phase(mine.solution.result, "sear")
        once = min(5.0 * max(2, round((sear.end_s - sear.start_s) / 10.0)), 600.0)
        times = sorted({15.0, 30.0, 60.0, once, mine.solution.flip_every_s})
        flips = [
            (
                say("schools-once") if t == once else say("schools-every", t=quantity.span(t)),
                _changed(spec, flip_every_s=t),
            )
            for t in times
        ]
        asked["flips"] = (say("schools-flip-once-or-often"), flips)
    out = [
        (
            say("schools-out-of-it", m=quantity.span(60 * m)) if m else say("schools-straight-from-the-fridge"),
            _changed(spec, temper_s=60.0 * m),
        )
        for m in (0, 30, 60)
    ]
    asked["temper"] = (say("schools-temper-it-or-straight-on"), out)
    if spec.can_mark:
        turns = [
            (say("in-short", text=name), _changed(spec, marks=key, flip_every_s=None))
            for key, (name, _) in MARKS.items()
        ]
        asked["marks"] = (say("schools-marks-or-a-crust-all-over"), turns)
        if spec.has_lid:
            lids = [(LIDS[key], _changed(spec, lid=key)) for key in ("open", "shut")]
            asked["lid"] = (say("schools-lid-open-or-shut-over-the"), lids)
    if spec.how.is_long:
        asked["wrap"] = (say("schools-wrap-it"), [(name, _changed(spec, wrap=key)) for key, name in WRAPS.items()])
        basted = [(name, _changed(spec, baste=key)) for key, (name, _) in BASTES.items()]
        asked["baste"] = (say("schools-baste-it"), basted)
    rests = [(name, _changed(spec, rest=key)) for key, (name, _) in RESTS.items()]
    asked["rest"] = (say("schools-open-wrapped-or-on-sauce-to"), rests)
    if not spec.how.is_long:
        asked["rest_for"] = (say("schools-how-long-to-rest"), _rest_lengths(mine))
    if {"gentle", "sear"} <= set(spec.how.phases) and spec.how.gentle_at == "gentle":
        asked["sear_for"] = (
            say("schools-how-long-to-sear"),
            [(say("schools-a-side", t=quantity.span(t)), _changed(spec, sear_side_s=t)) for t in SEARS_S],
        )
        asked["gentle"] = (
            say("schools-how-hot-the-gentle-side"),
            [(say("schools-gentle-at", air=quantity.temp(c)), _changed(spec, gentle_c=c)) for c in GENTLE_C],
        )
    return asked


def _rest_lengths(mine: PiecePlan) -> list[tuple[str, PieceSpec | str]]:
    """A couple of minutes, ten, or a third of the time over the heat: what the schools say."""
    third_s = min(round(mine.solution.result.steps[-1].start_s / 180.0) * 60.0, LONGEST_THIRD_S)
    lengths = sorted({120.0, 600.0, max(third_s, 180.0)})
    return [(say("schools-rest-for", t=quantity.span(t)), _changed(mine.spec, rest_s=t)) for t in lengths]


def _changed(spec: PieceSpec, **change: object) -> PieceSpec | str:
    try:
        return replace(spec, **change)  # type: ignore[arg-type]
    except InvalidInput as exc:
        return exc.message


def _variant(mine: PiecePlan, name: str, spec: PieceSpec | str) -> Variant:
    if isinstance(spec, str):
        return Variant(name, False, None, why=spec)
    same = spec == mine.spec or (
        spec.flip_every_s == mine.solution.flip_every_s
        and replace(spec, flip_every_s=mine.spec.flip_every_s) == mine.spec
    )
    rested = spec if spec.rest_s is not None else replace(spec, rest_s=mine.solution.rest_s)
    try:
        plan = planned(rested, quick=True)
    except Infeasible as exc:
        return Variant(name, same, spec, why=exc.reason)
    result = plan.solution.result
    return Variant(
        name,
        same,
        spec,
        -plan.on_s,
        plan.solution.pull_c,
        result.peak_core_c - plan.solution.pull_c,
        result.grey_rim_share,
        weight_lost_share(spec.the_cut, result),
    )


def _says(key: str, variants: tuple[Variant, ...]) -> str:
    """The largest difference that matters, in a sentence."""
    had = [v for v in variants if not v.why]
    if len(had) < 2:
        return say("schools-only-one-of-them-can-be")
    if key in ("rest", "rest_for"):
        low, high = min(had, key=lambda v: v.rise_k), max(had, key=lambda v: v.rise_k)
        if high.rise_k - low.rise_k < LITTLE_K:
            return say("schools-the-carry-over-is-the-same")
        return say(
            "schools-adds-after-the-pull-the-pull",
            start=_start(high.name),
            rise=quantity.rise(high.rise_k),
            lower=_lower(low.name),
            rise2=quantity.rise(low.rise_k),
        )
    said = []
    thin, thick = min(had, key=lambda v: v.grey_rim_share), max(had, key=lambda v: v.grey_rim_share)
    if thick.grey_rim_share - thin.grey_rim_share > LITTLE_SHARE:
        said.append(
            say(
                "schools-leaves-grey",
                start=_start(thin.name),
                grey_rim_share=quantity.number(thin.grey_rim_share * 100),
                lower=_lower(thick.name),
                grey_rim_share2=quantity.number(thick.grey_rim_share * 100),
            )
        )
    fast, slow = min(had, key=lambda v: v.on_s), max(had, key=lambda v: v.on_s)
    if slow.on_s - fast.on_s > LITTLE_S:
        said.append(
            say(
                "schools-is-sooner-at-the-table-than",
                start=_start(fast.name) if not said else _lower(fast.name),
                on=quantity.span(slow.on_s - fast.on_s),
                lower=_lower(slow.name),
            )
        )
    return "; ".join(said) + "." if said else say("schools-no-difference-that-shows-under-a")


def _start(name: str) -> str:
    return say("start-of-sentence", text=name)


def _lower(name: str) -> str:
    return say("within-sentence", text=name)


def _rubs(mine: PiecePlan) -> School:
    """Pepper and rubs before a fierce sear: by the hottest the surface gets."""
    hottest = float(mine.solution.result.end.peak_c.max())
    variants = tuple(
        Variant(
            name,
            key == mine.spec.rub,
            _kept(_changed(mine.spec, rub=key)),
            why=""
            if at is None or hottest <= at.value
            else say("schools-scorches-from-about-on-put-it", value=quantity.temp(at.value)),
        )
        for key, (name, at) in RUBS.items()
    )
    return School(
        "rub",
        say("schools-pepper-and-rubs-before-the-sear"),
        variants,
        say("schools-the-surface-reaches", hottest=quantity.temp(hottest)),
    )


def _kept(spec: PieceSpec | str) -> PieceSpec | None:
    return spec if isinstance(spec, PieceSpec) else None

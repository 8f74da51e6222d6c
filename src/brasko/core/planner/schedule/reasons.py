"""What each step of the food is called, and why it is as it is."""

from __future__ import annotations

from brasko.core.foods.serving import serving_of
from brasko.core.planner.solve.ending import carry_over_k
from brasko.core.planner.solve.fuel import fuel_of
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.programme import the_phase
from brasko.core.planner.spec.options import CRUSTS, MARKS, WRAPS, crust_had
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say


def step_name(spec: PieceSpec, step: str) -> str:
    """A step as the cook would say it."""
    if step == "gentle" and spec.gentle_zone is not None:
        return spec.gentle_zone.doing
    if step == "sear" and spec.sear_zone is not None:
        place = spec.sear_zone.doing
        return say("reasons-on", place=place) if spec.how.phases[0] == "sear" else say("reasons-sear", place=place)
    return {
        "wait": say("reasons-pull-let-it-wait"),
        "rest": say("reasons-rest"),
        "gentle_wrapped": say("reasons-wrap-it", wrap=say("in-short", text=WRAPS[spec.wrap])),
        "gentle_soft": say("reasons-leave-it-on-until-soft"),
        "sear_over": say("reasons-over"),
        "sear_turned": say("reasons-turn-it", turn=quantity.number(spec.turn_deg)),
        "sear_over_turned": say("reasons-turn-it-again", turn=quantity.number(spec.turn_deg)),
    }.get(step, step)


def step_why(spec: PieceSpec, solution: Solution, step: str) -> str:
    """The reason beside a step, with its figures."""
    result = solution.result
    if step == "gentle" and spec.wrap != "none":
        return say("reasons-open-until-wrapped", at=quantity.temp(spec.wraps_at_c))
    if step in ("gentle", "gentle_wrapped"):
        return _gentle_why(spec, solution, step)
    if step == "gentle_soft":
        return say(
            "reasons-hot-enough-and-not-yet-soft",
            hold=quantity.span(solution.softens_s),
            end=quantity.temp(solution.result.steps[-2].core_c),
        )
    if step == "wait":
        if spec.sears_elsewhere:
            return say("reasons-off-on-a-rack-and-over", name=spec.searing_fire.name)
        return say("reasons-off-the-heat-on-a-rack")
    if step.startswith("sear_"):
        return say("reasons-each-set-of-marks-takes-a", split=say("in-short", text=MARKS[spec.marks][0]))
    if step == "sear":
        return _sear_why(spec, solution)
    if spec.the_cut.kind == "plant":
        return say("reasons-a-few-minutes-off-the-heat")
    rest = spec.minimum.rest_s if spec.minimum is not None and spec.finish_c >= spec.minimum.core_c - 0.05 else 0.0
    agency = say("reasons-the-agencys-of-rest-are-in", rest=quantity.span(rest)) if rest > 0.0 else ""
    climbs = carry_over_k(result) > 0.5
    said = (
        say("reasons-the-core-climbs-on-and-peaks", peak_core=quantity.temp(result.peak_core_c))
        if climbs
        else say("reasons-it-does-not-climb-any-more")
    )
    sliced = serving_of(spec.cut).slice_m > 0.0
    return f"{said}{say('reasons-slice-after-the-peak')}{agency}" if sliced else f"{said}{agency}"


def _gentle_why(spec: PieceSpec, solution: Solution, step: str) -> str:
    if spec.the_cut.kind == "plant":
        return say("reasons-until-a-skewer-goes-in-without")
    if spec.reading_c is not None and spec.how.phases[-1] == "gentle":
        return say(
            "reasons-until-the-middle-reads-never-below",
            pull=quantity.temp(solution.pull_c),
            reading=quantity.least(spec.reading_c),
        )
    if spec.reading_c is not None:
        return say(
            "reasons-until-the-middle-reads-over-the",
            pull=quantity.temp(solution.pull_c),
            reading=quantity.least(spec.reading_c),
        )
    if solution.softens_s > 0.0:
        soft = say("reasons-until-it-reads-then-until-soft", pull=quantity.temp(solution.pull_c))
        return _with_wrap(spec, step, soft)
    rise = solution.result.peak_core_c - solution.pull_c
    before_sear = spec.how.phases[0] == "gentle" and "sear" in spec.how.phases
    later = say("reasons-the-sear-and-the-rest-add") if before_sear else say("reasons-the-rest-adds")
    said = say(
        "reasons-until-the-core-reads-no-flipping",
        pull=quantity.temp(solution.pull_c),
        later=later,
        rise=quantity.rise(rise),
        coldest_words=_coldest_words(spec, solution),
    )
    if spec.pull_offset_k is not None:
        said += say(
            "reasons-your-own-pull-it-ends-at",
            peak_core=quantity.temp(solution.result.peak_core_c),
            finish=quantity.temp(spec.finish_c),
        )
    return _with_wrap(spec, step, said)


def _with_wrap(spec: PieceSpec, step: str, said: str) -> str:
    """What is said of a step, after from when on it is wrapped and by what sign."""
    if step != "gentle_wrapped":
        return said
    return say(
        "reasons-no-more-drying-so-the-stall",
        wraps=WRAPS[spec.wrap],
        at=quantity.temp(spec.wraps_at_c),
        said=said,
    )


COLDEST_TOLD_K = 0.5
"""A degree Fahrenheit; less is within what a thermometer is good for."""


def _coldest_words(spec: PieceSpec, solution: Solution) -> str:
    """How cold the coldest point is at the pull, in a sentence; empty where it makes no difference."""
    end = the_phase(solution.result, spec.how.slow)
    if end.core_c - end.coldest_c < COLDEST_TOLD_K:
        return ""
    return say("reasons-the-coldest-point-is-at", coldest=quantity.temp(end.coldest_c))


def _sear_why(spec: PieceSpec, solution: Solution) -> str:
    rise = solution.result.peak_core_c - solution.pull_c
    if spec.how.slow == "sear":
        way = say("reasons-flip-every", flip_every=quantity.span(solution.flip_every_s))
        if spec.turn_deg:
            way = say(
                "reasons-turn-it-after-over-after-the",
                turn=quantity.number(spec.turn_deg),
                sear=quantity.span(solution.sear_s / 4),
                sear2=quantity.span(solution.sear_s / 2),
            )
        if spec.the_cut.kind == "plant":
            return say("reasons-until-it-has-colour-and-gives", way=way)
        if spec.reading_c is not None:
            return say(
                "reasons-until-the-middle-reads-never-below-2",
                way=way,
                pull=quantity.temp(solution.pull_c),
                reading=quantity.least(spec.reading_c),
            )
        return say(
            "reasons-until-the-core-reads-the-rest",
            way=way,
            pull=quantity.temp(solution.pull_c),
            rise=quantity.rise(rise),
            coldest_words=_coldest_words(spec, solution),
        )
    side = solution.sear_s / 2.0
    flips = round(solution.sear_s / solution.flip_every_s) - 1
    how = (
        say("reasons-flip-once")
        if flips <= 1
        else say("reasons-flip-every-flips", flip_every=quantity.span(solution.flip_every_s), flips=flips)
    )
    if spec.turn_deg:
        how = say("reasons-turn-it-half-way-on-each", turn=quantity.number(spec.turn_deg))
    had = crust_had(float(min(solution.result.end.browning_s)))
    what = say("reasons-for-colour") if had == "none" else say("reasons-enough-for-a-crust", crusts=CRUSTS[had][0])
    read_c = spec.reading_c if spec.how.phases[-1] == "sear" else None
    more = "" if read_c is None else say("reasons-longer-where-the-middle-does-not", reading=quantity.least(read_c))
    return say("reasons-a-side-in-all", side=quantity.span(side), how=how, what=what, more=more)


def fuel_for_step(spec: PieceSpec, solution: Solution) -> str:
    """What must be there to burn for this cook, in a sentence."""
    need = fuel_of(spec, solution.result.steps[-1].start_s)
    return "" if need is None else say("reasons-fuel", buy_words=need.buy_words)

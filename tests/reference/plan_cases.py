"""Figures of the trade about the whole plan: pulls, rests, salt, doneness minutes, holding."""

from dataclasses import replace
from functools import cache

from case import MEMORY, TRADE, Case

from brasko.core.foods.cuts import all_cuts
from brasko.core.foods.doneness import SCALES
from brasko.core.planner.advice.late import holdings
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.schedule.timeline import timeline
from brasko.core.planner.solve.programme import the_phase
from brasko.core.planner.solve.search import tempered_start
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.clock import thaw_s
from brasko.core.units import celsius, fahrenheit

RIBEYE = PieceSpec("ribeye", 0.0381, 0.45, 57.0)
BURGER = PieceSpec("burger_80_20", 0.019, 0.17, 71.5, method="direct", crust="light")
POUND = 0.45359237


@cache
def plan(spec: PieceSpec) -> PiecePlan:
    return planned(spec)


def rest_share(spec: PieceSpec) -> float:
    """The rest, of the time over the fire [%]."""
    steps = plan(spec).solution.result.steps
    return 100.0 * (steps[-1].end_s - steps[-1].start_s) / steps[-1].start_s


def rise(spec: PieceSpec) -> float:
    """How far below the finish it is pulled [°F]."""
    made = plan(spec)
    return 1.8 * (made.solution.result.peak_core_c - made.solution.pull_c)


def minutes_to_pull(spec: PieceSpec) -> float:
    """Minutes of the phase that ends at the pull."""
    slow = the_phase(plan(spec).solution.result, spec.how.slow)
    return (slow.end_s - slow.start_s) / 60.0


def salt_percent(cut: str) -> float:
    """Salt, of the raw weight [%]."""
    return 100.0 * all_cuts()[cut].salt_share


def salted_ahead(salt: str) -> float:
    """Minutes from salting to the fire."""
    tasks = timeline(replace(RIBEYE, salt=salt), plan(RIBEYE).solution)
    at = {t.key: t.start_s for t in tasks}
    return (at["on"] - at["season"]) / 60.0


def tempering_gains() -> float:
    """What an hour on the counter brings the middle of a 1.5 in steak [°F]."""
    spec = replace(RIBEYE, temper_s=3600.0)
    state = tempered_start(spec, spec.food)
    assert state is not None
    return 1.8 * (float(state.temp_c.min()) - spec.start_c)


def doneness(word: str, scale: str, high: bool) -> float:
    """A border of a word on a scale [°F]."""
    band = next(b for b in SCALES[scale].bands if b.word == word)
    return fahrenheit(band.high_c if high else band.low_c)


def shoulder_in_its_box() -> float:
    """Core of a wrapped shoulder after an hour in a warmed box [°F]."""
    shoulder = plan(PieceSpec("pork_shoulder", 0.13, 2.8, 93.0, method="low_and_slow", crust="none"))
    box = next(h for h in holdings(shoulder.spec, shoulder.solution, 3600.0) if h.key == "box")
    return fahrenheit(box.served_core_c or 0.0)


PLAN_CASES = (
    Case(
        "burger_rest",
        TRADE,
        "patty: rest, of the cook time (30-40 %)",
        30.0,
        40.0,
        "%",
        lambda: rest_share(BURGER),
        25.0,
        "ours rests until its middle has peaked, so that the agency figure is reached",
    ),
    Case(
        "rise_gentle",
        TRADE,
        "sear first, then the cool side: what the rest adds (a couple of degrees to about 10)",
        1.0,
        10.0,
        "°F",
        lambda: rise(replace(RIBEYE, method="sear_then_low")),
        1.0,
        "after an hour on the cool side hardly anything is left to even out",
    ),
    Case(
        "rise_hard",
        TRADE,
        "after fierce heat all the way it is more",
        10.0,
        40.0,
        "°F",
        lambda: rise(replace(RIBEYE, method="direct")),
    ),
    Case(
        "rise_usual",
        TRADE,
        "1.5 in, low then seared in a skillet: the usual rule, 10 °F under",
        5.0,
        15.0,
        "°F",
        lambda: rise(replace(RIBEYE, sear_fire="burner_skillet")),
        4.0,
        "as above: a good crust takes our pan a minute a side",
    ),
    Case(
        "gentle_240",
        TRADE,
        "1.5 in strip, kamado at 240 °F, to the pull (30-45 min)",
        30.0,
        45.0,
        "min",
        lambda: minutes_to_pull(
            PieceSpec("strip", 0.0381, 0.38, celsius(125.0), fire="kamado", gentle_c=celsius(240.0))
        ),
        20.0,
        "over the plate the air is still, and this one is pulled later: the skillet-hot sear adds little",
    ),
    Case(
        "salt_usual",
        TRADE,
        "salt for a strip steak (about 1 % of the weight)",
        0.9,
        1.2,
        "%",
        lambda: salt_percent("strip"),
    ),
    Case("salt_lean", TRADE, "less for lean: venison", 0.6, 0.95, "%", lambda: salt_percent("venison_loin")),
    Case("salt_fatty", TRADE, "up to 2 % for fatty cuts: ribeye", 1.0, 2.0, "%", lambda: salt_percent("ribeye")),
    Case("salt_hour", TRADE, "salted 45-60 min before the fire", 45.0, 60.0, "min", lambda: salted_ahead("hour")),
    Case("salt_now", TRADE, "or right before (under 10 min)", 0.0, 10.0, "min", lambda: salted_ahead("just_before")),
    Case(
        "temper",
        TRADE,
        "an hour on the counter warms the middle of a 1.5 in steak by some degrees",
        2.0,
        20.0,
        "°F",
        tempering_gains,
    ),
    Case(
        "scale_mr_low",
        TRADE,
        "kitchen scale: medium rare from (130 °F)",
        126.0,
        131.0,
        "°F",
        lambda: doneness("medium rare", "kitchen", False),
    ),
    Case(
        "scale_m_high",
        TRADE,
        "kitchen scale: medium up to (145 °F)",
        144.0,
        147.0,
        "°F",
        lambda: doneness("medium", "kitchen", True),
    ),
    Case(
        "scale_home",
        TRADE,
        "home scale: medium from (140 °F)",
        139.0,
        141.0,
        "°F",
        lambda: doneness("medium", "home", False),
    ),
    Case(
        "thaw_fridge",
        f"fsis_big_thaw, {MEMORY}",
        "thawing 10 lb in the fridge, a day for every 4-5 lb",
        48.0,
        60.0,
        "h",
        lambda: thaw_s(10 * POUND, "fridge") / 3600.0,
    ),
    Case(
        "thaw_water",
        f"fsis_big_thaw, {MEMORY}",
        "thawing 3.5 lb in cold water, half an hour a pound",
        100.0,
        120.0,
        "min",
        lambda: thaw_s(3.5 * POUND, "cold_water") / 60.0,
    ),
    Case(
        "box",
        TRADE,
        "a wrapped shoulder after an hour in a cool box: still above 140 °F",
        140.0,
        210.0,
        "°F",
        shoulder_in_its_box,
    ),
)

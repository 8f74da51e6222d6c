"""What is allowed in a wish. Every refusal names the field and says what to do."""

from __future__ import annotations

from typing import TYPE_CHECKING

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire.custom import PLANNER_FIRES, searing_fires
from brasko.core.fire.zones import GENTLE_HINT, HOTTEST_GENTLE_C, with_gentle_air
from brasko.core.foods.cuts import cut_named
from brasko.core.planner.spec.fields import check_answers
from brasko.core.safety.agency import needs_choice
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.planner.spec.piece import PieceSpec

LONGEST_OPEN_REST_S = 120 * 60.0
"""Nothing rests longer on a board or rack: it is cold by then (assumed)."""


def checked(spec: PieceSpec) -> None:
    """Raise InvalidInput or UnknownName where the wish breaks a bound."""
    cut_named(spec.cut)
    check_answers(spec)
    _check_sizes(spec)
    _check_fire(spec)
    _check_sear_fire(spec)
    _check_ways(spec)
    _check_finish(spec)


def _check_sizes(spec: PieceSpec) -> None:
    cut = cut_named(spec.cut)
    if spec.boned and not cut.bone_m:
        raise InvalidInput("boned", say("checks-cannot-be-has-no-bone-to", name=cut.name))
    spec.geometry  # noqa: B018 - it refuses what cannot be
    if spec.pull_offset_k is not None:
        _check_own_pull(spec, spec.pull_offset_k)
        if spec.finish_c - spec.pull_offset_k < spec.start_c + 3.0:
            raise InvalidInput("pull_offset_k", say("checks-is-so-large-that-it-would"))


def _check_own_pull(spec: PieceSpec, offset_k: float) -> None:
    """A pull of one's own must not end the last heat below the reading that has to end it."""
    reading = spec.reading_c
    if reading is None:
        return
    ends_at_pull = spec.how.phases[-1] == spec.how.slow
    if not ends_at_pull or spec.finish_c - offset_k < reading - 0.05:
        raise InvalidInput(
            "pull_offset_k",
            say("checks-would-take-it-off-before-a", reading=quantity.least(reading)),
        )


def _check_fire(spec: PieceSpec) -> None:
    if spec.own_fire is not None:
        _check_own_fire(spec)
        return
    name = PLANNER_FIRES[spec.fire_key]
    if spec.fire_key not in spec.how.fires:
        usable = ", ".join(spec.how.fires)
        raise InvalidInput(
            "fire",
            say("checks-cannot-do-this-it-needs-one", why_not=spec.how.why_not_on(spec.fire_key, name), usable=usable),
            suggestion=spec.how.fires[0],
        )
    if spec.gentle_c is not None and "gentle" in spec.how.phases:
        if spec.shipped_own is None or spec.how.gentle_at == "bath":
            with_gentle_air(spec.the_fire, spec.gentle_c, spec.how.gentle_at)
        else:
            require_between("gentle_c", spec.gentle_c, 80.0, HOTTEST_GENTLE_C, "°C", GENTLE_HINT)
        _check_warm_enough(spec, spec.gentle_c)


def _check_own_fire(spec: PieceSpec) -> None:
    if "gentle" in spec.how.phases:
        spec.the_fire.zone(spec.how.gentle_at)
        _check_warm_enough(spec, spec.the_fire.zone(spec.how.gentle_at).air_c)
    if "sear" in spec.how.phases and spec.sear_fire is None:
        spec.the_fire.zone(spec.how.sear_at)


def _check_sear_fire(spec: PieceSpec) -> None:
    if spec.sear_side_s is not None and not ("gentle" in spec.how.phases and "sear" in spec.how.phases):
        raise InvalidInput("sear_side_s", say("checks-is-for-a-cook-in-two", name=spec.how.name))
    if spec.sear_fire is None:
        return
    if "gentle" not in spec.how.phases or "sear" not in spec.how.phases:
        raise InvalidInput("sear_fire", say("checks-is-for-a-cook-in-two", name=spec.how.name))
    if spec.sear_fire not in searing_fires():
        raise InvalidInput(
            "sear_fire",
            say("checks-cannot-sear-has-no-searing-side", name=spec.searing_fire.name),
            suggestion="burner_skillet",
        )


def _check_ways(spec: PieceSpec) -> None:
    if spec.marks != "none" and not spec.can_mark:
        raise InvalidInput("marks", say("checks-need-the-rods-of-a-hot"), suggestion="none")
    if spec.marks != "none" and spec.flip_every_s is not None:
        raise InvalidInput("flip_every_s", say("checks-cannot-go-with-marks-marks-want"))
    if spec.lid != "usual" and not spec.has_lid:
        raise InvalidInput("lid", say("checks-is-not-there-this-sear-has"), suggestion="usual")
    if spec.rest_s is not None and spec.rest_s > LONGEST_OPEN_REST_S and spec.rest != "cooler":
        longest = quantity.span(LONGEST_OPEN_REST_S)
        raise InvalidInput("rest_s", say("checks-rests-so-long-in-a-cooler-only", longest=longest), suggestion="120")
    if spec.wrap != "none" and not spec.how.is_long:
        raise InvalidInput("wrap", say("checks-is-for-the-long-cooks-low"), suggestion="none")
    if spec.wrap_c is not None and spec.wrap == "none":
        raise InvalidInput("wrap_c", say("checks-wrap-at-without-wrap"))
    if spec.baste != "none" and not spec.how.is_long:
        raise InvalidInput("baste", say("checks-is-for-the-long-cooks-low"), suggestion="none")


def _check_warm_enough(spec: PieceSpec, gentle_c: float) -> None:
    if gentle_c <= spec.finish_c:
        raise InvalidInput(
            "gentle_c",
            say(
                "checks-must-be-above-the-wanted-finish",
                finish=quantity.temp(spec.finish_c),
                gentle=quantity.temp(gentle_c),
            ),
        )


def _check_finish(spec: PieceSpec) -> None:
    cut = cut_named(spec.cut)
    if spec.start_c >= spec.finish_c - 1.0:
        raise InvalidInput(
            "start_c",
            say(
                "checks-must-be-below-the-wanted-finish",
                start=quantity.temp(spec.start_c),
                finish=quantity.temp(spec.finish_c),
            ),
        )
    minimum = spec.minimum
    if minimum is None or spec.finish_c >= minimum.core_c - 0.05:
        return
    agency = f"{minimum.core_c:.1f}"
    choice = needs_choice(cut, spec.treatment == "tenderised")
    if choice == "never":
        raise InvalidInput(
            "finish_c", say("checks-must-reach-the-agency-figure-for", words=minimum.words), suggestion=agency
        )
    if spec.at_risk:
        raise InvalidInput(
            "finish_c",
            say("checks-must-reach-the-agency-figure-for-2", words=minimum.words),
            suggestion=agency,
        )
    if choice == "recorded" and not spec.below_agency_accepted:
        raise InvalidInput(
            "finish_c",
            say("checks-is-below-the-agency-figure-for", words=minimum.words),
            suggestion=agency,
        )

"""What is allowed in a wish. Every refusal names the field and says what to do."""

from __future__ import annotations

from typing import TYPE_CHECKING

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire.own import PLANNER_FIRES, searing_fires
from brasko.core.fire.zones import GENTLE_HINT, HOTTEST_GENTLE_C, with_gentle_air
from brasko.core.foods.cuts import cut_named
from brasko.core.planner.piece import check_answers
from brasko.core.safety.agency import needs_choice
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.planner.wish import Wish

LONGEST_OPEN_REST_S = 120 * 60.0
"""Nothing rests longer on a board or rack: it is cold by then (assumed)."""


def checked(wish: Wish) -> None:
    """Raise InvalidInput or UnknownName where the wish breaks a bound."""
    cut_named(wish.cut)
    check_answers(wish)
    _check_sizes(wish)
    _check_fire(wish)
    _check_sear_fire(wish)
    _check_ways(wish)
    _check_finish(wish)


def _check_sizes(wish: Wish) -> None:
    cut = cut_named(wish.cut)
    if wish.boned and not cut.bone_m:
        raise InvalidInput("boned", say("checks-cannot-be-has-no-bone-to", name=cut.name))
    wish.geometry  # noqa: B018 - it refuses what cannot be
    if wish.pull_offset_k is not None:
        _check_own_pull(wish, wish.pull_offset_k)
        if wish.finish_c - wish.pull_offset_k < wish.start_c + 3.0:
            raise InvalidInput("pull_offset_k", say("checks-is-so-large-that-it-would"))


def _check_own_pull(wish: Wish, offset_k: float) -> None:
    """A pull of one's own must not end the last heat below the reading that has to end it."""
    reading = wish.reading_c
    if reading is None:
        return
    ends_at_pull = wish.how.phases[-1] == wish.how.slow
    if not ends_at_pull or wish.finish_c - offset_k < reading - 0.05:
        raise InvalidInput(
            "pull_offset_k",
            say("checks-would-take-it-off-before-a", reading=quantity.least(reading)),
        )


def _check_fire(wish: Wish) -> None:
    if wish.own_fire is not None:
        _check_own_fire(wish)
        return
    name = PLANNER_FIRES[wish.fire_key]
    if wish.fire_key not in wish.how.fires:
        usable = ", ".join(wish.how.fires)
        raise InvalidInput(
            "fire",
            say("checks-cannot-do-this-it-needs-one", why_not=wish.how.why_not_on(wish.fire_key, name), usable=usable),
            suggestion=wish.how.fires[0],
        )
    if wish.gentle_c is not None and "gentle" in wish.how.phases:
        if wish.shipped_own is None or wish.how.gentle_at == "bath":
            with_gentle_air(wish.the_fire, wish.gentle_c, wish.how.gentle_at)
        else:
            require_between("gentle_c", wish.gentle_c, 80.0, HOTTEST_GENTLE_C, "°C", GENTLE_HINT)
        _check_warm_enough(wish, wish.gentle_c)


def _check_own_fire(wish: Wish) -> None:
    if "gentle" in wish.how.phases:
        wish.the_fire.zone(wish.how.gentle_at)
        _check_warm_enough(wish, wish.the_fire.zone(wish.how.gentle_at).air_c)
    if "sear" in wish.how.phases and wish.sear_fire is None:
        wish.the_fire.zone(wish.how.sear_at)


def _check_sear_fire(wish: Wish) -> None:
    if wish.sear_fire is None:
        return
    if "gentle" not in wish.how.phases or "sear" not in wish.how.phases:
        raise InvalidInput("sear_fire", say("checks-is-for-a-cook-in-two", name=wish.how.name))
    if wish.sear_fire not in searing_fires():
        raise InvalidInput(
            "sear_fire",
            say("checks-cannot-sear-has-no-searing-side", name=wish.searing_fire.name),
            suggestion="burner_skillet",
        )


def _check_ways(wish: Wish) -> None:
    if wish.marks != "none" and not wish.can_mark:
        raise InvalidInput("marks", say("checks-need-the-rods-of-a-hot"), suggestion="none")
    if wish.marks != "none" and wish.flip_every_s is not None:
        raise InvalidInput("flip_every_s", say("checks-cannot-go-with-marks-marks-want"))
    if wish.lid != "usual" and not wish.has_lid:
        raise InvalidInput("lid", say("checks-is-not-there-this-sear-has"), suggestion="usual")
    if wish.rest_s is not None and wish.rest_s > LONGEST_OPEN_REST_S and wish.rest != "cooler":
        longest = quantity.span(LONGEST_OPEN_REST_S)
        raise InvalidInput("rest_s", say("checks-rests-so-long-in-a-cooler-only", longest=longest), suggestion="120")
    if wish.wrap != "none" and not wish.how.is_long:
        raise InvalidInput("wrap", say("checks-is-for-the-long-cooks-low"), suggestion="none")
    if wish.wrap_c is not None and wish.wrap == "none":
        raise InvalidInput("wrap_c", say("checks-wrap-at-without-wrap"))
    if wish.baste != "none" and not wish.how.is_long:
        raise InvalidInput("baste", say("checks-is-for-the-long-cooks-low"), suggestion="none")


def _check_warm_enough(wish: Wish, gentle_c: float) -> None:
    if gentle_c <= wish.finish_c:
        raise InvalidInput(
            "gentle_c",
            say(
                "checks-must-be-above-the-wanted-finish",
                finish=quantity.temp(wish.finish_c),
                gentle=quantity.temp(gentle_c),
            ),
        )


def _check_finish(wish: Wish) -> None:
    cut = cut_named(wish.cut)
    if wish.start_c >= wish.finish_c - 1.0:
        raise InvalidInput(
            "start_c",
            say(
                "checks-must-be-below-the-wanted-finish",
                start=quantity.temp(wish.start_c),
                finish=quantity.temp(wish.finish_c),
            ),
        )
    minimum = wish.minimum
    if minimum is None or wish.finish_c >= minimum.core_c - 0.05:
        return
    agency = f"{minimum.core_c:.1f}"
    choice = needs_choice(cut, wish.treatment == "tenderised")
    if choice == "never":
        raise InvalidInput(
            "finish_c", say("checks-must-reach-the-agency-figure-for", words=minimum.words), suggestion=agency
        )
    if wish.at_risk:
        raise InvalidInput(
            "finish_c",
            say("checks-must-reach-the-agency-figure-for-2", words=minimum.words),
            suggestion=agency,
        )
    if choice == "recorded" and not wish.below_agency_accepted:
        raise InvalidInput(
            "finish_c",
            say("checks-is-below-the-agency-figure-for", words=minimum.words),
            suggestion=agency,
        )

"""What was learned of a fire, as it is told."""

from __future__ import annotations

import math

from brasko.core.fire.own import PLANNER_FIRES
from brasko.core.learning.fires import OWN, Learned, learned
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD
from brasko.core.words import quantity, say
from brasko.web.yard.actions.learn import taught_by
from brasko.web.yard.models import Teaching
from brasko.web.yard.schemas import LearnedOut, TeachingOut


def learned_schema(fire: str, some: list[Teaching]) -> LearnedOut:
    """A fire, what its cooks say together, and each of them; the latest first."""
    has = learned(taught_by(some))
    return LearnedOut(
        fire=fire,
        name=PLANNER_FIRES.get(fire, fire.removeprefix(OWN)),
        words=_words(has),
        cooks=has.cooks,
        air_more_k=has.air_more_k,
        air_sd_k=has.air_sd_k,
        film_more=has.film_more,
        film_sd=has.film_sd,
        taught=[
            TeachingOut(
                id=each.id,
                title=each.title,
                at=each.at,
                air_more_k=FIRE_SD.value * each.air,
                film_more=math.exp(FILM_SD.value * each.film),
                left_out=each.left_out,
            )
            for each in reversed(some)
        ],
    )


def _words(has: Learned) -> str:
    if has.cooks == 0:
        return say("learned-nothing-counts")
    way = say("plan-hotter") if has.air_more_k > 0.0 else say("plan-cooler")
    more = say("plan-more") if has.film_more > 1.0 else say("plan-less")
    return say(
        "learned-of-a-fire",
        rise=quantity.rise(abs(has.air_more_k)),
        way=way,
        sure=quantity.rise(1.28 * has.air_sd_k),
        percent=quantity.number(100.0 * abs(has.film_more - 1.0)),
        more=more,
        sure2=quantity.number(100.0 * 1.28 * has.film_sd),
        cooks=has.cooks,
    )

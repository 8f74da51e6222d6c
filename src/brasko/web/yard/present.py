"""What was learned of a fire, as it is told."""

from __future__ import annotations

import math

from brasko.core.fire.custom import PLANNER_FIRES
from brasko.core.learning.fires import OWN, Learned
from brasko.core.learning.habits import HABITS, HabitKnown
from brasko.core.planner.spec.options import CRUSTS
from brasko.core.uncertainty.unknowns import FILM_SD, FIRE_SD
from brasko.core.words import as_typed, quantity, say
from brasko.web.yard.actions.learn import Lessons
from brasko.web.yard.actions.taste import Taste
from brasko.web.yard.schemas import FigureOut, HabitOut, LearnedOut, TasteOut, TeachingOut, VerdictOut


def learned_schema(lessons: Lessons) -> LearnedOut:
    """A fire, what its cooks say together, and each of them; the latest first."""
    has, fire = lessons.known, lessons.fire
    return LearnedOut(
        fire=fire,
        name=PLANNER_FIRES.get(fire) or as_typed(fire.removeprefix(OWN)),
        words=_words(has) if lessons.taught else "",
        cooks=has.cooks,
        air_more_k=has.air_more_k,
        air_sd_k=has.air_sd_k,
        film_more=has.film_more,
        film_sd=has.film_sd,
        taught=[
            TeachingOut(
                id=each.pk,
                title=each.title,
                at=each.at,
                air_more_k=FIRE_SD.value * each.air,
                film_more=math.exp(FILM_SD.value * each.film),
                left_out=each.left_out,
            )
            for each in reversed(lessons.taught)
        ],
        habits=[
            HabitOut(
                key=key,
                words=habit_words(key, has.habits[key]) if key in has.habits else say("learned-nothing-counts"),
                figures=[
                    FigureOut(id=f.pk, title=f.title, at=f.at, value=f.value, left_out=f.left_out)
                    for f in reversed(lessons.figures[key])
                ],
            )
            for key in HABITS
            if key in lessons.figures
        ],
    )


AS_USUAL = 0.03
"""So near to the usual length is as usual (assumed)."""


def habit_words(key: str, has: HabitKnown) -> str:
    """What is known of one habit, give or take, and from how many cooks."""
    if HABITS[key].is_factor:
        percent, sure = quantity.number(100.0 * abs(has.figure - 1.0)), quantity.number(128.0 * has.sd)
        if abs(has.figure - 1.0) < AS_USUAL:
            if key == "start":
                return say("learned-start-as-usual", sure=sure, cooks=has.cooks)
            return say("learned-convert-as-usual", sure=sure, cooks=has.cooks)
        slower = say("learned-longer") if has.figure > 1.0 else say("learned-shorter")
        if key == "start":
            return say("learned-start", percent=percent, way=slower, sure=sure, cooks=has.cooks)
        return say("learned-convert", percent=percent, way=slower, sure=sure, cooks=has.cooks)
    rise, sure = quantity.rise(abs(has.figure)), quantity.rise(1.28 * has.sd)
    if key == "gauge":
        way = say("learned-above") if has.figure > 0.0 else say("learned-below")
        return say("learned-gauge", rise=rise, way=way, sure=sure, cooks=has.cooks)
    way = say("plan-hotter") if has.figure > 0.0 else say("plan-cooler")
    return say("learned-sear", rise=rise, way=way, sure=sure, cooks=has.cooks)


def taste_schema(taste: Taste) -> TasteOut:
    """How an eater likes a cut, and what was said; the latest first."""
    cut, finish, crust = taste.the_cut, taste.finish, taste.crust
    words = []
    if finish is not None:
        words.append(
            say(
                "tastes-finish",
                finish=quantity.temp(finish.at),
                sure=quantity.rise(1.28 * finish.sd),
                usual=quantity.temp(cut.default_finish_c),
                verdicts=finish.verdicts,
            )
        )
    if crust is not None:
        words.append(say("tastes-crust", crust=CRUSTS[crust][0], verdicts=taste.crust_verdicts))
    return TasteOut(
        eater=taste.eater,
        cut=cut.key,
        cut_name=cut.name,
        words=" ".join(words) or say("tastes-one-more-is-needed"),
        finish_c=taste.planned_c,
        crust=crust,
        verdicts=[
            VerdictOut(
                id=v.pk,
                title=v.title,
                at=v.at,
                ate_c=v.ate_c,
                doneness=v.doneness,
                crust=v.crust,
                left_out=v.left_out,
            )
            for v in reversed(taste.verdicts)
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

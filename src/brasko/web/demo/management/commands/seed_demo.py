"""Fill the demo household; may be run at every start, and then only adds what is missing."""

import random
import secrets
import time
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

import numpy as np
from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandParser
from django.db import OperationalError, close_old_connections, transaction
from django.utils import timezone

from brasko.core.forecast.history import Began, cook_history
from brasko.core.practice.truth import Shown, Truth, drawn_truth, reading_of, true_probe
from brasko.formats.meal import PieceIn
from brasko.formats.table import MealTableIn
from brasko.web.accounts.api import DEMO_USERNAME
from brasko.web.accounts.models import Household
from brasko.web.cooks.actions.past_cook import begun, marked
from brasko.web.cooks.actions.rate import rate
from brasko.web.cooks.actions.record import finish
from brasko.web.cooks.events import WeatherLogged
from brasko.web.cooks.forecaster import wish_for
from brasko.web.cooks.lessons import learn_here
from brasko.web.cooks.models import Cook, Event, Piece, Reading
from brasko.web.cooks.reading import READ_TASK
from brasko.web.cooks.schemas import RatingIn
from brasko.web.demo.season import (
    GRILL,
    HOUSEHOLD,
    RUNNING_FOR_S,
    RUNNING_SHARE,
    SEASON,
    STORIES,
    TABLE,
    TABLE_TITLE,
    TONIGHT,
    TONIGHT_TITLE,
    PastCook,
)
from brasko.web.demo.yard import furnish
from brasko.web.devices.management.commands.simulate_probe import CHANNELS
from brasko.web.machine.quotas import Waiter
from brasko.web.plans.actions.save_plan import save_plan
from brasko.web.plans.models import Plan
from brasko.web.plans.schemas import PlanIn
from brasko.web.tables.actions.save_table import save_table
from brasko.web.tables.models import Table
from brasko.web.yard.actions.start_yard import start_yard
from brasko.web.yard.stand_ins import practice_probe

EVERY_S = 20.0
"""The demo's thermometers read so often."""


class Command(BaseCommand):
    help = "Fill the demo household with a season of cooks, a plan for tonight and a cook in progress."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--every", type=float, help="go on for ever, looking again after so many seconds")

    def handle(self, *args: object, every: float | None = None, **options: object) -> None:
        if every is None:
            self.filled()
            return
        while True:
            time.sleep(every)
            close_old_connections()
            try:
                self.filled()
            except OperationalError as error:  # a store that is busy or full now may not be the next time
                self.stderr.write(f"The demo household is looked after again later: {error}")

    def filled(self) -> None:
        """The demo household as it is to be found now."""
        users = get_user_model().objects
        owner = users.filter(household__demo=True).first()
        if owner is None:
            with transaction.atomic():
                taken = users.filter(username__iexact=DEMO_USERNAME).exists()
                owner = users.create_user(f"{DEMO_USERNAME}-{secrets.token_hex(3)}" if taken else DEMO_USERNAME)
                Household.objects.create(user=owner, name=HOUSEHOLD, demo=True)
                start_yard(owner, GRILL)
                for past in SEASON:
                    log_cook(owner, past)
        furnish(owner)
        tidied(owner)
        if not Plan.objects.filter(owner=owner, title=TONIGHT_TITLE, eat_at__gt=timezone.now() + IN_TIME).exists():
            save_plan(
                Waiter(owner.pk, apart=False),
                owner,
                PlanIn(title=TONIGHT_TITLE, eat_at=tonight(), pieces=[PieceIn(**TONIGHT)]),
            )
        if not Table.objects.filter(owner=owner, title=TABLE_TITLE, eat_at__gt=timezone.now()).exists():
            lay_table(owner)
        if not Cook.objects.filter(owner=owner, ended_at=None, eat_at__gt=timezone.now() - EATEN).exists():
            run_cook(owner, *next_story(owner))
        self.stdout.write("The demo household is ready.")


def tonight(now: datetime | None = None) -> datetime:
    """19:00 today, or the next quarter past three hours from now, or 19:00 tomorrow when that is too late."""
    now = now or datetime.now().astimezone()
    seven = now.replace(hour=19, minute=0, second=0, microsecond=0)
    soonest = now + timedelta(hours=3)
    if soonest <= seven:
        return seven
    soonest += timedelta(minutes=15 - soonest.minute % 15)
    if soonest.day == now.day and soonest.hour < 23:
        return soonest.replace(second=0, microsecond=0)
    return seven + timedelta(days=1)


def lay_table(owner: User) -> Table:
    """A whole table for the evening after tonight's."""
    asked = MealTableIn(title=TABLE_TITLE, eat_at=tonight() + timedelta(days=1), **TABLE)
    return save_table(Waiter(owner.pk, apart=False), owner, asked)


def truth_of(piece: Piece, air_k: float = 0.0) -> Truth:
    """A kitchen like any, its fire as far off as is told."""
    return replace(drawn_truth(piece.id), fire_offset_k=air_k)


def true_curve(piece: Piece, steps: list[tuple[str, float]], upto_s: float, truth: Truth) -> Shown:
    # the fire itself knows nothing of what the log says of it
    plan, spec = piece.programme, replace(wish_for(piece), air_more_k=0.0, film_more=1.0)
    so_far = cook_history(spec, plan.pull_c, (plan.sear_s, plan.flip_every_s), [Began(*s) for s in steps])
    return true_probe(spec, truth, so_far, upto_s)


def keep_readings(cook: Cook, piece: Piece, on_at: datetime, shown: Shown, every_s: float) -> None:
    truth = drawn_truth(piece.id)
    rows = []
    for since in np.arange(every_s, float(shown.time_s[-1]), every_s):
        at = on_at + timedelta(seconds=float(since))
        for number, channel in enumerate(CHANNELS):
            temp = reading_of(truth, shown.at(channel, float(since)), at, piece.id, channel)
            if temp is not None:
                rows.append(
                    Reading(
                        cook=cook,
                        piece=piece,
                        thermometer=piece.thermometer,
                        sequence=int(since * 10) * len(CHANNELS) + number,
                        at=at,
                        recorded_at=at,
                        temp_c=temp,
                        source=channel,
                    )
                )
    Reading.objects.bulk_create(rows)


SLOW_TO_LIGHT = 1.2
"""The demo's coals take so many times as long as is usual."""
TAUGHT_DAYS, SEASON_MEMBERS = 120, 72
"""The cooks of the last months have taught the demo yard, by so many kitchens each."""


def log_cook(owner: User, past: PastCook) -> None:
    """A cook that is over: the plan as it would have been made, carried out in a kitchen that differed from it."""
    day = datetime.now().astimezone() - timedelta(days=past.days_ago)
    eat_at = day.replace(hour=past.hour, minute=0, second=0, microsecond=0)
    payload = PlanIn(title=past.title, eat_at=eat_at, pieces=[PieceIn(**past.piece)])
    plan = save_plan(Waiter(owner.pk, apart=False), owner, payload, now=eat_at - timedelta(days=2))
    plan.set_aside_at = timezone.now()
    plan.save()
    lead = timedelta(seconds=plan.pieces.all()[0].programme.lead_s)
    cook, piece = begun(plan, practice_probe(owner, 0), practice=False, started=eat_at - lead - timedelta(minutes=5))
    result = piece.programme
    planned = [(s.name, s.start_s) for s in result.steps]
    slow = next(i for i, (name, _) in enumerate(planned) if name == result.slow_step)
    longest = result.steps[slow].end_s * 2.0
    truth = truth_of(piece, past.air_k)
    slowly = true_curve(piece, planned[: slow + 1], longest, truth)
    time_s, temp_c = slowly.time_s, slowly.channels["tip"]
    reached = np.argmax(temp_c >= result.pull_c) if (temp_c >= result.pull_c).any() else len(time_s) - 1
    late = float(time_s[reached]) + past.late_s - result.steps[slow].end_s
    real = [(name, begin + (late if i > slow else 0.0)) for i, (name, begin) in enumerate(planned)]
    end_s = result.steps[-1].end_s + late
    on_at = cook.moment(result.on_s)
    dice = random.Random(past.days_ago)
    for task in result.tasks:
        moved = late if task.start_s > result.on_s + planned[slow][1] + 1.0 else 0.0
        shown = {"temp_c": round(float(temp_c[reached]), 1), "source": "probe"} if task.key == READ_TASK else {}
        # this kettle takes its time to be ready: it is lit as much earlier
        early_s = 0.0
        if task.key == "light":
            slower = (SLOW_TO_LIGHT + dice.uniform(-0.08, 0.08)) / piece.asked.start_more
            early_s = (slower - 1.0) * (task.end_s - task.start_s)
        marked(cook, piece, task.key, cook.moment(task.start_s + moved - early_s), **shown)
    if past.wind:
        told = WeatherLogged(rain="none", wind=past.wind).payload()
        Event(cook=cook, client_id=uuid4(), kind=Event.Kind.WEATHER, at=on_at, payload=told).save()
    keep_readings(cook, piece, on_at, true_curve(piece, real, end_s, truth), EVERY_S)
    cook = finish(cook, on_at + timedelta(seconds=end_s + 60.0))
    piece.refresh_from_db()
    rate(
        cook,
        RatingIn.model_validate(
            {
                **{name: getattr(past, name) for name in ("stars", "doneness", "crust", "rim", "note")},
                "eaters": [
                    {"piece_id": piece.id, "eater": eater, "doneness": done, "crust": crust}
                    for eater, done, crust in past.eaters
                ],
            }
        ),
    )
    if past.days_ago <= TAUGHT_DAYS:
        learn_here(cook, SEASON_MEMBERS)


EATEN = timedelta(minutes=20)
"""A story is over so long after its hour of eating."""
IN_TIME = timedelta(hours=2)
"""A plan for tonight can be begun until so long before it is eaten."""


def tidied(owner: User) -> None:
    """End the story that has been eaten, and put away what was for an evening that is over."""
    now = timezone.now()
    stories = Cook.objects.filter(owner=owner, practice=True, title__in=[title for title, _ in STORIES])
    for cook in stories.filter(ended_at=None, eat_at__lt=now - EATEN):
        finish(cook, cook.eat_at)
    Plan.objects.filter(owner=owner, title=TONIGHT_TITLE, set_aside_at=None, eat_at__lte=now + IN_TIME).update(
        set_aside_at=now
    )
    Table.objects.filter(owner=owner, title=TABLE_TITLE, set_aside_at=None, eat_at__lt=now).update(set_aside_at=now)


def next_story(owner: User) -> tuple[str, dict[str, Any]]:
    """The stories in turn."""
    told = Cook.objects.filter(owner=owner, practice=True, title__in=[title for title, _ in STORIES]).count()
    return STORIES[told % len(STORIES)]


def run_cook(owner: User, title: str, asked: dict[str, Any]) -> None:
    """A cook in progress, well into its slow phase on a practice probe."""
    now = timezone.now()
    draft = PlanIn(title=title, eat_at=now + timedelta(hours=6), pieces=[PieceIn(**asked)])
    plan = save_plan(Waiter(owner.pk, apart=False), owner, draft)
    programme = plan.pieces.all()[0].programme
    on_s, lead_s = programme.on_s, programme.lead_s
    slow_s = next(s.end_s for s in programme.steps if s.name == programme.slow_step)
    on_for_s = min(RUNNING_FOR_S, RUNNING_SHARE * slow_s)
    plan.eat_at = now + timedelta(seconds=-on_s - on_for_s)
    plan.set_aside_at = now
    plan.save()
    began = plan.eat_at - timedelta(seconds=lead_s + 60)
    cook, piece = begun(plan, practice_probe(owner, 0), practice=True, started=began)
    for task in piece.programme.tasks:
        if task.start_s <= on_s:
            marked(cook, piece, task.key, cook.moment(task.start_s))
    shown = true_curve(piece, [(piece.programme.slow_step, 0.0)], on_for_s, drawn_truth(piece.id))
    keep_readings(cook, piece, cook.moment(on_s), shown, 10.0)

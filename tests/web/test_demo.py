"""The demo household: alive, complete, and made once."""

import os
import sqlite3
from contextlib import closing
from datetime import timedelta
from pathlib import Path

import pytest
from django.core.management import call_command
from django.db import connection
from django.test import Client
from django.utils import timezone
from server import seed
from wording import worded

from brasko.formats.fire import OwnFireIn
from brasko.formats.fire_convert import own_of
from brasko.web.accounts.api import DEMO_USERNAME
from brasko.web.cooks.models import Cook
from brasko.web.cooks.schemas import OutcomeOut
from brasko.web.demo.season import SEASON, STORIES
from brasko.web.plans.models import Plan
from brasko.web.yard.models import Grill, LaidFire, Pan, Thermometer


@pytest.fixture
def demo(transactional_db, settings, tmp_path):
    """The demo household as `seed_demo` has filled it, once for this test and for those in the browser."""
    folder = seed(Path(os.environ.get("BRASKO_SEEDED", tmp_path / "seeded")))
    connection.ensure_connection()
    with closing(sqlite3.connect(folder / "brasko.sqlite3")) as seeded:
        seeded.backup(connection.connection)
    settings.DEMO = True


def test_the_demo_has_a_season_a_plan_and_a_cook_in_progress(demo):
    logged = Cook.objects.exclude(ended_at=None)
    assert logged.count() == len(SEASON) >= 10
    for cook in logged:
        outcome = cook.pieces.get().outcome
        assert abs(outcome["peak_measured_c"] - outcome["peak_foreseen_c"]) < 8.0
        assert cook.readings.count() > 15
    running = Cook.objects.get(ended_at=None)
    assert running.readings.count() > 100
    assert Plan.objects.filter(set_aside_at=None).count() == 1
    call_command("seed_demo")
    assert Cook.objects.count() == len(SEASON) + 1
    its_yard_is_furnished_once()
    client = Client()
    assert worded(client.post("/api/session/demo").json()["household"]["name"]) == "Fennimore household"
    assert len(client.get("/api/cooks").json()) == len(SEASON) + 1
    it_goes_on()
    for past in SEASON:
        cook = Cook.objects.get(title=past.title)
        agrees(past, OutcomeOut(**cook.pieces.get().outcome), cook)


def its_yard_is_furnished_once():
    assert Grill.objects.filter(owner__username=DEMO_USERNAME).count() == 5
    assert Pan.objects.filter(owner__username=DEMO_USERNAME).count() == 2
    kept = LaidFire.objects.get(owner__username=DEMO_USERNAME)
    assert own_of(OwnFireIn.model_validate(kept.fire)).setup.grill.kind.key == "kettle"
    pocket = Thermometer.objects.get(name="Pocket thermometer")
    assert pocket.checks.count() == 2
    assert -1.0 < pocket.offset_k < 0.0


def it_goes_on():
    """When a story has been eaten the next one is on the fire, and tonight is never over."""
    at_table = Cook.objects.get(ended_at=None)
    Cook.objects.filter(ended_at=None).update(eat_at=timezone.now() - timedelta(minutes=10))
    Plan.objects.filter(set_aside_at=None).update(eat_at=timezone.now() + timedelta(hours=1))
    call_command("seed_demo")
    assert Cook.objects.get(ended_at=None) == at_table, "one story at a time"
    assert Plan.objects.get(set_aside_at=None).eat_at > timezone.now() + timedelta(hours=1.9)
    for title, _ in STORIES[1:]:
        over = timezone.now() - timedelta(hours=1)
        Cook.objects.filter(ended_at=None).update(eat_at=over)
        Plan.objects.filter(set_aside_at=None).update(eat_at=over)
        call_command("seed_demo")
        running = Cook.objects.get(ended_at=None)
        assert running.title == title
        assert running.eat_at > timezone.now() + timedelta(minutes=5)
        assert running.readings.count() > 30
        assert Plan.objects.get(set_aside_at=None).eat_at > timezone.now()


def agrees(past, came: OutcomeOut, cook: Cook) -> None:
    """Ratings of a cook is what its curve says."""
    off_k = came.peak_measured_c - came.peak_foreseen_c
    if past.doneness == "over":
        assert off_k > 1.0, past.title
    elif past.doneness == "under":
        assert off_k < -1.0, past.title
    else:
        assert abs(off_k) < 3.0, (past.title, off_k)
    if "cooler" in past.note:
        assert came.mean_gap_k < 0.0, past.title
    if "Wind" in past.note:
        assert any(e.kind == "weather" for e in cook.events.all())
    if "not quite ready" in past.note:
        assert came.slow_measured_s > 1.05 * came.slow_foreseen_s
    if past.stars == 5:
        assert past.doneness == "right"

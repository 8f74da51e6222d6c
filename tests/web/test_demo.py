"""The demo household: alive, complete, and made once."""

import pytest
from django.core.management import call_command
from django.test import Client
from wording import worded

from brasko.web.cooks.models import Cook
from brasko.web.demo.season import SEASON
from brasko.web.plans.models import Plan


@pytest.mark.django_db
def test_the_demo_has_a_season_a_plan_and_a_cook_in_progress(settings):
    settings.DEMO = True
    call_command("seed_demo")
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
    client = Client()
    assert worded(client.post("/api/session/demo").json()["household"]["name"]) == "Fennimore household"
    assert len(client.get("/api/cooks").json()) == len(SEASON) + 1

"""A household's cooks teach its fires: kept, used by the next plan, shown, left out, and off by choice."""

from datetime import timedelta

import pytest
from django.db.models import F
from django.utils import timezone
from examples import some_of
from households import RIBEYE
from test_watch import on_the_fire, read_by_probe
from wording import worded

from brasko.core.learning.fires import Taught
from brasko.core.practice.truth import drawn_truth
from brasko.formats.fire import OwnFireIn
from brasko.formats.meal import PieceIn
from brasko.web.cooks.figures import figures_of
from brasko.web.cooks.history import story_of
from brasko.web.cooks.models import Cook, Reading
from brasko.web.yard.actions.learn import (
    MAX_TAUGHT,
    as_learned,
    fire_of,
    keep_figure,
    keep_teaching,
    learned_of,
)
from brasko.web.yard.actions.taste import keep_verdict
from brasko.web.yard.models import FireFigure, Teaching, Verdict

KETTLE = "kettle_two_zone"
LOW = {**RIBEYE, "method": "low_then_sear", "fire": KETTLE}


def taught(owner, *cooks, fire=KETTLE, sd=0.3):
    for n, (film, air) in enumerate(cooks):
        at = timezone.now() - timedelta(days=len(cooks) - n)
        said = Taught((film, air), ((sd**-2, 0.0), (0.0, sd**-2)))
        number = Teaching.objects.count() + 1000
        keep_teaching(owner, fire, number, f"Cook {n}", at, said)


def finished(mara, practice=False, slip_k=0.0) -> Cook:
    """A cook in a hidden kitchen that is hotter than planned, read until it comes off; its probe may slip half-way."""
    cook = on_the_fire(mara, 7200.0)
    piece = cook.pieces.get()
    seed = next(n for n in range(100) if drawn_truth(n).fire_offset_k > 9.0)
    slow_s = (piece.result["steps"][0]["end_s"] - piece.result["steps"][0]["start_s"]) * 0.9
    read_by_probe(cook, seed, slow_s, every_s=30.0)
    on_at = story_of(piece, cook.events.all()).on_at
    late = Reading.objects.filter(piece=piece, at__gt=on_at + timedelta(seconds=slow_s / 2)).exclude(source="air")
    late.update(temp_c=F("temp_c") + slip_k)
    mara.mark(cook.id, "wait", at=(on_at + timedelta(seconds=slow_s)).isoformat())
    Cook.objects.filter(id=cook.id).update(practice=practice)
    mara.call("POST", f"/api/cooks/{cook.id}/finish")
    return Cook.objects.get(id=cook.id)


def preview(visitor, **piece):
    asked = {"pieces": [{**LOW, **piece}], "quick": True}
    return visitor.call("POST", "/api/plans/preview", asked).json()["result"]


def gentle_s(told):
    return next(t["end_s"] - t["start_s"] for t in told["tasks"] if t["step"] == "gentle")


def test_a_fire_that_runs_hot_is_planned_hot(mara):
    before = preview(mara)
    taught(mara.user, (0.5, 1.0), (0.6, 0.9), (0.4, 1.1), (0.5, 1.0))
    after = preview(mara)
    assert gentle_s(after) < 0.9 * gentle_s(before)
    assert "Your log says the gentle side of this fire is" in worded(after["headline"])
    assert "As your fire" not in worded(before["headline"])


def test_another_fire_and_another_household_are_as_they_were(mara, odell):
    before = preview(mara, fire="kamado"), preview(odell)
    taught(mara.user, (0.5, 1.0), (0.5, 1.0), (0.5, 1.0))
    assert gentle_s(preview(mara, fire="kamado")) == pytest.approx(gentle_s(before[0]))
    assert gentle_s(preview(odell)) == pytest.approx(gentle_s(before[1]))


def test_what_is_kept_is_planned_by_it_and_says_so(mara):
    taught(mara.user, (0.0, -1.0), (0.0, -1.1), (0.1, -0.9))
    piece = mara.plan(method="low_then_sear", fire=KETTLE).pieces.get()
    assert piece.asked.air_more_k < -5.0
    assert piece.asked.air_spread < 0.8


def test_what_a_browser_sends_is_not_taken_for_it(mara):
    """Factors are the log's to say."""
    said = as_learned(mara.user, [PieceIn(**LOW, air_more_k=30.0, film_more=1.9)])[0]
    assert (said.air_more_k, said.film_more) == (0.0, 1.0)


def test_cooks_are_listed_and_can_be_left_out_and_counted_again(mara):
    taught(mara.user, (0.5, 1.0), (0.5, 1.0), (-2.0, -2.0))
    (fire,) = mara.client.get("/api/yard/learned").json()["fires"]
    assert (fire["fire"], fire["cooks"], len(fire["taught"])) == (KETTLE, 3, 3)
    assert "From 3 cooks" in worded(fire["words"])
    wild = fire["taught"][0]
    assert wild["air_more_k"] < 0.0 < fire["air_more_k"]
    without = mara.call("PATCH", f"/api/yard/learned/{wild['id']}", {"left_out": True}).json()["fires"][0]
    assert without["cooks"] == 2
    assert without["air_more_k"] > fire["air_more_k"]
    again = mara.call("PATCH", f"/api/yard/learned/{wild['id']}", {"left_out": False}).json()["fires"][0]
    assert again == fire


def test_who_does_not_want_it_is_planned_as_usual(mara):
    before = preview(mara)
    taught(mara.user, (0.5, 1.0), (0.5, 1.0), (0.5, 1.0))
    mara.call("PATCH", "/api/preferences", {"learns": False})
    mara.user.refresh_from_db()
    assert gentle_s(preview(mara)) == pytest.approx(gentle_s(before))
    mara.user.household.refresh_from_db()
    assert learned_of(mara.user) == {}


def test_a_cook_that_is_looked_at_again_counts_once(mara):
    said = Taught((0.5, 0.5), ((9.0, 0.0), (0.0, 9.0)))
    for _ in range(2):
        keep_teaching(mara.user, KETTLE, 77, "Once", timezone.now(), said)
    assert Teaching.objects.filter(owner=mara.user).count() == 1


def test_only_the_latest_cooks_of_a_fire_count(mara):
    taught(mara.user, *[(0.1, 0.1)] * (MAX_TAUGHT + 5))
    assert learned_of(mara.user)[KETTLE].cooks == MAX_TAUGHT


def test_fires_of_ones_own_are_known_by_their_name():
    own = OwnFireIn.model_construct(name="Back door, banked")
    assert fire_of(PieceIn.model_construct(own_fire=own, fire=None)) == "own:Back door, banked"
    assert fire_of(PieceIn(**LOW)) == KETTLE
    assert fire_of(PieceIn(**RIBEYE, method="low_then_sear")) == KETTLE, "the method's usual one"
    assert fire_of(PieceIn(**{**RIBEYE, "method": "nonsense"})) == ""


def test_other_ways_and_picks_are_on_the_fire_as_it_is_known(mara):
    """Compared is like with like: another way over the same kettle is as hot or cool as the plan's own."""

    def asked():
        body = {"pieces": [LOW]}
        other = mara.call("POST", "/api/plans/choices", body).json()["others"]
        return next(o for o in other if o["piece"]["method"] == "sear_then_low")

    before = asked()
    taught(mara.user, *[(0.3, 0.8)] * 4)
    after = asked()
    assert after["piece"]["fire"] == KETTLE
    assert after["piece"]["air_more_k"] > 4.0
    assert abs(after["on_s"]) < abs(before["on_s"])
    picked = mara.call("POST", "/api/plans/pick", {"cut": "ribeye", "thickness_mm": 38}).json()["piece"]
    assert picked["air_more_k"] == pytest.approx(after["piece"]["air_more_k"])


def test_readings_that_no_kitchen_agrees_with_teach_nothing(mara, settings):
    """A probe that slips half-way out would have the fire far hotter than it is."""
    settings.FORECASTS = "at once"
    cook = finished(mara, slip_k=25.0)
    assert not cook.practice
    assert not Teaching.objects.filter(owner=mara.user).exists()


@pytest.mark.parametrize("practice", some_of([False, True], every=2))
def test_a_cook_that_is_over_teaches_its_fire_and_a_practice_does_not(mara, settings, practice):
    settings.FORECASTS = "at once"
    finished(mara, practice=practice)
    said = list(Teaching.objects.filter(owner=mara.user))
    assert len(said) == (0 if practice else 1)
    if said:
        assert said[0].air > 0.3, "the hidden fire was hotter than planned"
        assert learned_of(mara.user)[said[0].fire].air_more_k > 1.0


# --- what else a cook says of its fire, and what an eater says of a cut -----------------------------------------------


def figures(owner, *values, habit="start", fire=KETTLE):
    for n, value in enumerate(values):
        at = timezone.now() - timedelta(days=len(values) - n)
        keep_figure(owner, fire, habit, FireFigure.objects.count() + 500, f"Cook {n}", at, value)


def task(told, key):
    return next(t for t in told["tasks"] if t["key"] == key)


def lasts_s(told, key):
    return task(told, key)["end_s"] - task(told, key)["start_s"]


def test_a_fire_that_is_slow_to_be_ready_is_lit_earlier(mara):
    before = preview(mara)
    figures(mara.user, 1.4, 1.5, 1.4, 1.5)
    after = preview(mara)
    assert lasts_s(after, "light") > 1.2 * lasts_s(before, "light")
    assert after["lead_s"] > before["lead_s"]
    # a quick plan begins from what was planned before, and is good to about a degree
    assert gentle_s(after) == pytest.approx(gentle_s(before), rel=0.1), "the meat is none the wiser"


def test_a_fire_that_is_slow_to_open_up_is_waited_for(mara):
    before = preview(mara)
    figures(mara.user, 2.0, 2.1, 2.0, habit="convert")
    assert lasts_s(preview(mara), "wait") > 1.3 * lasts_s(before, "wait")


def test_a_searing_side_that_was_read_cooler_sears_longer(mara):
    before = preview(mara)
    figures(mara.user, -60.0, -70.0, -65.0, habit="sear")
    after = preview(mara)
    assert after["sear_s"] > before["sear_s"] or min(after["browning_a_s"], after["browning_b_s"]) < min(
        before["browning_a_s"], before["browning_b_s"]
    )


def test_a_gauge_that_reads_high_is_told_with_what_it_will_show(mara):
    before = task(preview(mara), "preheat")["why"]
    figures(mara.user, 15.0, 15.0, 15.0, 15.0, habit="gauge")
    after = task(preview(mara), "preheat")["why"]
    assert worded(after) != worded(before)


def test_marks_by_hand_say_how_long_the_fire_took(mara):
    cook = mara.start(mara.plan(method="low_then_sear", fire=KETTLE), practice=False)
    piece = Cook.objects.get(id=cook["id"]).pieces.get()
    planned = {t.key: t for t in piece.programme.tasks}
    at = timezone.now()
    Cook.objects.filter(id=cook["id"]).update(started_at=at - timedelta(hours=3))
    lit = at - timedelta(minutes=90)
    took_s = 1.5 * (planned["light"].end_s - planned["light"].start_s)
    mara.mark(cook["id"], "light", at=lit.isoformat())
    mara.mark(cook["id"], "bank", at=(lit + timedelta(seconds=took_s)).isoformat())
    assert figures_of(Cook.objects.get(id=cook["id"]), piece)["start"] == pytest.approx(1.5, rel=0.01)
    mara.call("POST", f"/api/cooks/{cook['id']}/finish")
    kept = FireFigure.objects.get(owner=mara.user, habit="start")
    assert kept.value == pytest.approx(1.5, rel=0.01)
    (fire,) = mara.client.get("/api/yard/learned").json()["fires"]
    assert "Ready" in worded(fire["habits"][0]["words"])
    mara.call("PATCH", f"/api/yard/figures/{kept.pk}", {"left_out": True})
    assert learned_of(mara.user)[KETTLE].habits == {}


def said(visitor, *verdicts, cut="ribeye", eater=""):
    for n, (ate_c, doneness, crust) in enumerate(verdicts):
        number = Verdict.objects.count() + 900
        keep_verdict(visitor.user, eater, cut, number, f"Cook {n}", timezone.now(), ate_c, 1.0, doneness, crust)


def tastes(visitor):
    return visitor.client.get("/api/yard/learned").json()["tastes"]


def test_verdicts_move_what_is_planned_for_an_eater(mara):
    said(mara, (58.0, "over", ""), (57.0, "over", "thin"), (54.0, "right", "thin"))
    (taste,) = tastes(mara)
    assert taste["finish_c"] < 57.0
    assert taste["crust"] == "deep"
    assert "from 3 ratings" in worded(taste["words"])
    first = taste["verdicts"][-1]["id"]
    without = mara.call("PATCH", f"/api/yard/verdicts/{first}", {"left_out": True}).json()["tastes"][0]
    assert without["finish_c"] != taste["finish_c"]


def test_each_eater_has_a_taste_of_their_own_and_one_verdict_is_a_mood(mara):
    said(mara, (58.0, "over", ""), (58.0, "over", ""), eater="Wren")
    said(mara, (52.0, "under", ""), (52.0, "under", ""), eater="Tobias")
    said(mara, (52.0, "under", ""))
    found = {t["eater"]: t["finish_c"] for t in tastes(mara)}
    assert found["Wren"] < found["Tobias"]
    assert found[""] is None


@pytest.mark.parametrize("cut", ["chicken_thigh", "burger_80_20"])
def test_no_taste_moves_a_finish_that_is_an_agencys(mara, cut):
    said(mara, (75.0, "over", ""), (75.0, "over", ""), (75.0, "over", ""), cut=cut)
    assert tastes(mara)[0]["finish_c"] is None


def test_pork_is_not_moved_below_its_agency_figure_by_taste(mara):
    """FSIS: whole cuts of pork at 145 °F and three minutes of rest."""
    said(mara, *[(63.0, "over", "")] * 5, cut="pork_chop")
    assert tastes(mara)[0]["finish_c"] >= 62.7


def test_what_was_said_of_a_cook_is_kept_by_eater_and_a_practice_tastes_of_nothing(mara, odell):
    cook = finished(mara)
    piece = cook.pieces.get()
    rating = {
        "stars": 4,
        "doneness": "over",
        "eaters": [{"piece_id": piece.id, "eater": "Wren", "doneness": "right", "crust": "thin"}],
    }
    told = mara.call("PUT", f"/api/cooks/{cook.id}/rating", rating).json()["rating"]
    assert told["eaters"] == [{"piece_id": piece.id, "eater": "Wren", "doneness": "right", "crust": "thin"}]
    assert {(v.eater, v.doneness) for v in Verdict.objects.filter(owner=mara.user)} == {("", "over"), ("Wren", "right")}
    mara.call("PUT", f"/api/cooks/{cook.id}/rating", {"stars": 4, "doneness": ""})
    assert not Verdict.objects.exists(), "taken back it is gone"
    wrong = {**rating, "eaters": [{"piece_id": 999_999, "eater": "Wren", "doneness": "right"}]}
    assert mara.call("PUT", f"/api/cooks/{cook.id}/rating", wrong).status_code == 422
    practised = finished(odell, practice=True)
    odell.call("PUT", f"/api/cooks/{practised.id}/rating", {"stars": 4, "doneness": "over"})
    assert not Verdict.objects.exists()

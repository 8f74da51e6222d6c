"""The Lab: experiments asked, worked out, stopped, gone on with, kept and shared."""

import json
import subprocess
import sys
import time
from functools import cache
from types import SimpleNamespace

import pytest
from households import RIBEYE, errors

from brasko.core.lab import experiment, sweep, variants
from brasko.core.lab.spread import Lost
from brasko.formats.experiment import ExperimentIn, ExperimentOut
from brasko.web.lab.executors import Here, OnMachine, cluster, working
from brasko.web.lab.models import Experiment
from brasko.web.lab.runner import Labour, labour, worked_out


@pytest.fixture(autouse=True, scope="module")
def worked_out_once():
    """Each way and point of a sweep, for all tests of this file; whether it is right, the tests of the core judge."""
    with pytest.MonkeyPatch.context() as patch:
        for module, name in ((variants, "told"), (sweep, "point")):
            once = cache(getattr(module, name))
            patch.setattr(module, name, once)
            patch.setattr(experiment, name, once)
        yield


DIRECT = {**RIBEYE, "thickness_mm": 19, "method": "direct"}
ASKED = {
    "format": "brasko/experiment@1",
    "title": "Thin or thick",
    "variants": [{"name": "thin", "piece": DIRECT}, {"name": "thick", "piece": {**DIRECT, "thickness_mm": 30}}],
    "sweep": {"of": 0, "axes": [{"field": "thickness_mm", "low": 15, "high": 25, "n": 3}]},
}


def ask(visitor, **change):
    return visitor.call("POST", "/api/lab/experiments", {**ASKED, **change})


def test_an_experiment_is_asked_worked_out_and_kept(mara):
    made = ask(mara).json()
    assert made["state"] == "done"
    assert (made["done"], made["of"]) == (5, 5)
    thin, thick = made["told"]["variants"]
    assert thin["figures"]["minutes_s"] < thick["figures"]["minutes_s"]
    assert thick["words"]
    assert len(thin["section"]["time_s"]) > 5
    points = made["told"]["sweep"]["points"]
    assert [p["at"] for p in points] == [[15.0], [20.0], [25.0]]
    assert points[0]["minutes_s"] < points[2]["minutes_s"]
    (line,) = mara.client.get("/api/lab/experiments").json()
    assert (line["id"], line["ways"]) == (made["id"], ["thin", "thick"])


def test_the_file_of_an_experiment_is_the_experiment(mara):
    made = ask(mara).json()
    file = mara.client.get(f"/api/lab/experiments/{made['id']}/experiment.json").json()
    again = mara.call("POST", "/api/lab/experiments", file).json()
    alike(again["told"], made["told"])
    assert ExperimentIn.model_validate(file).title == "Thin or thick"


def test_what_cannot_be_cooked_says_so_and_the_others_stand(mara):
    odd = {"name": "odd", "piece": {**RIBEYE, "thickness_mm": 6, "finish_c": 38, "method": "low_then_sear"}}
    made = ask(mara, variants=[*ASKED["variants"], odd], sweep=None).json()
    assert made["state"] == "done"
    assert made["told"]["variants"][2]["figures"] is None
    assert made["told"]["variants"][2]["why"]
    assert made["told"]["variants"][1]["figures"]


@pytest.mark.parametrize(
    ("change", "field", "said"),
    [
        ({"variants": []}, "variants", ""),
        ({"variants": [ASKED["variants"][0]] * 2}, "name", "of another way"),
        ({"variants": [{"name": "x", "piece": {**RIBEYE, "thickness_mm": 900}}], "sweep": None}, "thickness_mm", ""),
        ({"sweep": {"axes": [{"field": "thickness_mm", "low": 10, "high": 60, "n": 1_000_000}]}}, "axes", "1000000"),
        ({"sweep": {"axes": [{"field": "wings", "low": 10, "high": 60, "n": 5}]}}, "field", "wings"),
        ({"sweep": {"axes": [{"field": "method", "low": 1, "high": 2, "n": 5}]}}, "values", "names"),
        ({"sweep": {"axes": [{"field": "thickness_mm", "values": ["direct", "pan"]}]}}, "values", "numbers"),
        ({"sweep": {"axes": [{"field": "thickness_mm", "values": [20, 20]}]}}, "values", "twice"),
        ({"sweep": {"axes": [{"field": "thickness_mm", "low": 60, "high": 10, "n": 5}]}}, "high", "above low"),
        ({"sweep": {"of": 9, "axes": [{"field": "thickness_mm", "low": 10, "high": 60, "n": 5}]}}, "of", ""),
    ],
)
def test_what_makes_no_sense_is_answered_at_its_field_and_nothing_is_kept(mara, change, field, said):
    refused = ask(mara, **change)
    assert refused.status_code == 422
    assert said in errors(refused)[field]
    assert not Experiment.objects.exists()


def test_asked_anew_it_is_worked_out_anew(mara):
    made = ask(mara, sweep=None).json()
    path = f"/api/lab/experiments/{made['id']}"
    other = mara.call("PUT", path, {**ASKED, "variants": ASKED["variants"][:1], "sweep": None}).json()
    assert len(other["told"]["variants"]) == 1
    refused = mara.call("PUT", path, {**ASKED, "variants": []})
    assert refused.status_code == 422
    assert len(mara.client.get(path).json()["asked"]["variants"]) == 1, "what stood still stands"


def test_it_is_set_aside_and_comes_back(mara):
    made = ask(mara, sweep=None).json()
    path = f"/api/lab/experiments/{made['id']}"
    assert mara.call("DELETE", path).status_code == 200
    assert mara.client.get("/api/lab/experiments").json() == []
    mara.call("POST", f"{path}/restore")
    assert len(mara.client.get("/api/lab/experiments").json()) == 1


def test_stopped_on_the_way_it_keeps_what_is_there_and_goes_on(mara):
    kept = Experiment.objects.get(id=ask(mara, sweep=None).json()["id"])
    asked = {**kept.asked_json, "sweep": {"of": 0, "axes": [{"field": "start_c", "low": 1, "high": 20, "n": 20}]}}
    kept.asked_json = asked
    told = kept.told_json
    values = [[float(n) for n in range(1, 21)]]
    told["sweep"] = {"of": 0, "fields": ["start_c"], "values": values, "points": [None] * 20}
    kept.told_json, kept.state = told, "waiting"
    kept.save()
    seen = []

    def stopped():
        seen.append(Experiment.objects.get(id=kept.id))
        return len(seen) > 4

    worked_out(kept.id, mara.user.pk, stopped)
    half = mara.client.get(f"/api/lab/experiments/{kept.id}").json()
    assert half["state"] == "stopped"
    there = [p for p in half["told"]["sweep"]["points"] if p is not None]
    assert 0 < len(there) < 20
    whole = mara.call("POST", f"/api/lab/experiments/{kept.id}/go-on").json()
    assert whole["state"] == "done"
    assert all(whole["told"]["sweep"]["points"])
    assert there[0] in whole["told"]["sweep"]["points"], "what was there is not worked out again"


def test_what_was_at_work_when_the_server_ended_can_be_gone_on_with(mara):
    made = ask(mara, sweep=None).json()
    Experiment.objects.filter(id=made["id"]).update(state="running")
    assert not labour.is_at(made["id"])
    assert mara.client.get(f"/api/lab/experiments/{made['id']}").json()["state"] == "stopped"
    assert mara.call("POST", f"/api/lab/experiments/{made['id']}/go-on").json()["state"] == "done"


class Dies(Here):
    """A cluster that is lost after some work."""

    def __init__(self, after):
        self.after = after

    def submit(self, fn, /, *args, **kwargs):
        self.after -= 1
        if self.after < 0:
            raise RuntimeError("the scheduler is gone")
        return super().submit(fn, *args, **kwargs)


@pytest.mark.long
def test_a_cluster_that_dies_is_told_and_nothing_is_lost(mara):
    made = ask(mara).json()
    kept = Experiment.objects.get(id=made["id"])
    blank = json.loads(json.dumps(kept.told_json))
    for way in blank["variants"]:
        way["figures"] = way["line"] = way["section"] = None
    blank["sweep"]["points"] = [None] * 3
    Experiment.objects.filter(id=kept.id).update(told_json=blank)
    worked_out(kept.id, mara.user.pk, lambda: False, lambda: Dies(3))
    again = mara.client.get(f"/api/lab/experiments/{kept.id}").json()
    assert again["state"] == "done"
    alike(again["told"]["sweep"], made["told"]["sweep"])
    assert "nothing was lost" in rendered_note(again)


def rendered_note(kept):
    from brasko.words import rendered

    return rendered(kept["note"])


def test_a_cluster_that_is_not_there_is_done_without(mara, settings, monkeypatch):
    monkeypatch.setattr("brasko.web.lab.executors.CONNECT_S", 0.5)
    settings.CLUSTER = "tcp://127.0.0.1:9"
    assert cluster() is None
    made = ask(mara, sweep=None).json()
    assert made["state"] == "done"
    assert "on this machine" in rendered_note(made)


@pytest.mark.django_db(transaction=True)
@pytest.mark.long
def test_a_local_cluster_and_the_machines_processes_answer_alike(mara, settings):
    distributed = pytest.importorskip("distributed")
    here = ask(mara).json()["told"]
    with distributed.LocalCluster(n_workers=1, threads_per_worker=1, dashboard_address=None, processes=True) as there:
        settings.CLUSTER = there.scheduler_address
        made = ask(mara).json()
    assert made["note"] == ""
    alike(made["told"], here)
    kept = Experiment.objects.get(id=made["id"])
    try:
        worked_out(kept.id, mara.user.pk, lambda: False, lambda: OnMachine(mara.user.pk))
    finally:
        working.stop()
    kept.refresh_from_db()
    alike(kept.told.model_dump(mode="json")["sweep"], here["sweep"])


def alike(one, other):
    """The same answer, but for the last digits: what a process has at hand from before decides in which order it
    adds."""
    if isinstance(one, dict):
        assert one.keys() == other.keys()
        for key in one:
            alike(one[key], other[key])
    elif isinstance(one, list):
        assert len(one) == len(other)
        for a, b in zip(one, other, strict=True):
            alike(a, b)
    elif isinstance(one, float):
        assert one == pytest.approx(other, rel=1e-4, abs=0.11)
    elif not (isinstance(one, str) and len(one) > 200):
        assert one == other


def test_lost_is_what_a_broken_executor_is():
    with pytest.raises(RuntimeError):
        Dies(0).submit(int)
    assert issubclass(Lost, Exception)


def test_questions_open_as_experiments_that_can_be_worked_out(mara):
    reference = mara.client.get("/api/lab/reference").json()
    assert len(reference["questions"]) >= 6
    question = next(q for q in reference["questions"] if q["key"] == "rest")
    made = mara.call("POST", "/api/lab/experiments", question["asked"]).json()
    assert all(way["figures"] for way in made["told"]["variants"])
    assert {f["field"] for f in reference["sweepable"]} >= {"thickness_mm", "flip_every_s", "method"}


@pytest.mark.long
def test_the_command_line_answers_as_the_place_does(mara, tmp_path):
    made = ask(mara).json()
    file = tmp_path / "asked.json"
    file.write_text(json.dumps({**ASKED, "title": "Thin or thick"}))
    done = subprocess.run(
        [sys.executable, "-m", "brasko.cli.main", "compare", str(file)], capture_output=True, text=True, check=False
    )
    assert done.returncode == 0, done.stderr
    told = ExperimentOut.model_validate_json(done.stdout)
    minutes = [v["figures"]["minutes_s"] for v in made["told"]["variants"]]
    assert [v.figures.minutes_s for v in told.variants] == pytest.approx(minutes, rel=1e-6)
    file.write_text(json.dumps({**ASKED, "variants": []}))
    refused = subprocess.run(
        [sys.executable, "-m", "brasko.cli.main", "compare", str(file)], capture_output=True, text=True, check=False
    )
    assert refused.returncode == 2
    assert "variants" in refused.stderr


def at_work(settings, monkeypatch) -> tuple[Labour, list[str]]:
    """A labour whose experiments take until they are stopped."""
    told: list[str] = []

    def until_stopped(number, household, stopped, *_):
        told.append(f"began {number}")
        while not stopped():
            time.sleep(0.01)
        told.append(f"ended {number}")

    monkeypatch.setattr("brasko.web.lab.runner.worked_out", until_stopped)
    monkeypatch.setattr("brasko.web.lab.runner.connection", SimpleNamespace(close=lambda: None))
    settings.COMPUTE_APART = True
    return Labour(), told


def test_one_experiment_is_at_work_once_and_ends_before_another_takes_its_place(settings, monkeypatch):
    here, told = at_work(settings, monkeypatch)
    here.begin(1, 7)
    here.begin(1, 7)
    assert here.is_at(1)
    assert here.ended(1, within_s=5.0)
    assert told == ["began 1", "ended 1"]
    here.begin(1, 7)
    assert here.ended(1, within_s=5.0)
    assert told == ["began 1", "ended 1"] * 2
    assert here.ended(99), "what never was at work is over"


def test_all_of_them_end_with_the_server(settings, monkeypatch):
    here, told = at_work(settings, monkeypatch)
    for number in (1, 2):
        here.begin(number, 7)
    here.end()
    assert here.ended(1, within_s=5.0)
    assert here.ended(2, within_s=5.0)
    assert sorted(told) == ["began 1", "began 2", "ended 1", "ended 2"]

"""The Lab: experiments asked, worked out, stopped, kept, shared as files."""

from __future__ import annotations

from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Status

from brasko.formats.experiment import ExperimentIn
from brasko.web.accounts.auth import CookRequest
from brasko.web.common.versions import unchanged
from brasko.web.lab.actions.ask import ask, go_on
from brasko.web.lab.models import Experiment
from brasko.web.lab.present import kept_schema, lab_reference, line_schema
from brasko.web.lab.runner import labour
from brasko.web.lab.schemas import ExperimentLine, KeptExperiment, LabReference

router = Router(tags=["lab"])


def _mine(request: CookRequest, experiment_id: int) -> Experiment:
    return get_object_or_404(Experiment, id=experiment_id, owner=request.user)


def _out(kept: Experiment) -> KeptExperiment:
    return kept_schema(kept, labour.is_at(kept.pk))


@router.get("lab/reference", response=LabReference, operation_id="get_lab_reference")
def get_lab_reference(request: CookRequest) -> LabReference:
    return lab_reference()


@router.get("lab/experiments", response=list[ExperimentLine], operation_id="list_experiments")
def list_experiments(request: CookRequest) -> list[ExperimentLine]:
    kept = Experiment.objects.filter(owner=request.user, set_aside_at=None).defer("told_json")
    return [line_schema(each, labour.is_at(each.pk)) for each in kept]


@router.post("lab/experiments", response={201: KeptExperiment}, operation_id="ask_experiment")
def ask_experiment(request: CookRequest, payload: ExperimentIn) -> Status[KeptExperiment]:
    """Keep an experiment (brasko/experiment@1) and begin to work it out."""
    return Status(201, _out(ask(request.user, payload)))


@router.get("lab/experiments/{int:experiment_id}", response=KeptExperiment, operation_id="get_experiment")
def get_experiment(request: CookRequest, experiment_id: int) -> KeptExperiment:
    """An experiment with as much of its answer as there is."""
    return _out(_mine(request, experiment_id))


@router.put("lab/experiments/{int:experiment_id}", response=KeptExperiment, operation_id="ask_experiment_anew")
def ask_experiment_anew(request: CookRequest, experiment_id: int, payload: ExperimentIn) -> KeptExperiment:
    """Ask something else in its place."""
    kept = _mine(request, experiment_id)
    unchanged(request, kept.version, lambda: _out(kept))
    return _out(ask(request.user, payload, kept))


@router.post("lab/experiments/{int:experiment_id}/stop", response=KeptExperiment, operation_id="stop_experiment")
def stop_experiment(request: CookRequest, experiment_id: int) -> KeptExperiment:
    """Let it go on no further; what is worked out stays."""
    labour.stop(_mine(request, experiment_id).pk)
    return _out(_mine(request, experiment_id))


@router.post("lab/experiments/{int:experiment_id}/go-on", response=KeptExperiment, operation_id="go_on_experiment")
def go_on_experiment(request: CookRequest, experiment_id: int) -> KeptExperiment:
    """Go on with what was stopped."""
    return _out(go_on(_mine(request, experiment_id)))


@router.get(
    "lab/experiments/{int:experiment_id}/experiment.json", response=ExperimentIn, operation_id="export_experiment"
)
def export_experiment(request: CookRequest, experiment_id: int) -> ExperimentIn:
    """The experiment as brasko/experiment@1."""
    kept = _mine(request, experiment_id)
    return kept.asked.model_copy(update={"title": kept.title})


@router.delete("lab/experiments/{int:experiment_id}", response=KeptExperiment, operation_id="set_experiment_aside")
def set_experiment_aside(request: CookRequest, experiment_id: int) -> KeptExperiment:
    """Take an experiment off the list. It can be brought back."""
    kept = _mine(request, experiment_id)
    labour.stop(kept.pk)
    kept.set_aside_at = kept.set_aside_at or timezone.now()
    kept.save(update_fields=["set_aside_at"])
    return _out(kept)


@router.post(
    "lab/experiments/{int:experiment_id}/restore", response=KeptExperiment, operation_id="bring_experiment_back"
)
def bring_experiment_back(request: CookRequest, experiment_id: int) -> KeptExperiment:
    kept = _mine(request, experiment_id)
    kept.set_aside_at = None
    kept.save(update_fields=["set_aside_at"])
    return _out(kept)

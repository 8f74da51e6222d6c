"""Ask an experiment: keep it, and have it worked out."""

from __future__ import annotations

from django.contrib.auth.models import User

from brasko.core.words import as_typed, say
from brasko.formats.experiment import ExperimentIn
from brasko.formats.experiment_convert import blank, experiment_of
from brasko.web.accounts.plainly import plainly
from brasko.web.common.problem import Conflict
from brasko.web.common.rows import room_for
from brasko.web.lab.models import Experiment
from brasko.web.lab.runner import labour
from brasko.web.lab.schemas import ResultOut
from brasko.web.yard.actions.learn import as_learned

MAX_EXPERIMENTS = 300
"""Kept by one household, set aside or not."""


def ask(owner: User, given: ExperimentIn, kept: Experiment | None = None) -> Experiment:
    """Keep an experiment, a new one or another in its place, and begin to work it out. Raises InvalidInput with the
    field; nothing is changed then."""
    if kept is None:
        room_for(Experiment.objects.filter(owner=owner), MAX_EXPERIMENTS, say("lab-experiments"))
    given = _on_known_fires(owner, given)
    experiment = experiment_of(given)
    told = ResultOut(**blank(given, experiment).model_dump())
    if kept is not None and not labour.ended(kept.pk):
        raise Conflict(say("lab-is-still-being-stopped"))
    kept = kept or Experiment(owner=owner)
    kept.title = given.title or plainly(owner, _untitled(given))
    kept.asked_json, kept.told_json = given.model_dump(mode="json"), told.model_dump(mode="json")
    kept.state, kept.done, kept.of, kept.note = Experiment.State.WAITING, 0, experiment.points, ""
    kept.save()
    labour.begin(kept.pk, owner.pk)
    kept.refresh_from_db()
    return kept


def go_on(kept: Experiment) -> Experiment:
    """Go on with an experiment that was stopped; what is there stays."""
    kept.state = Experiment.State.WAITING
    kept.save(update_fields=["state"])
    labour.begin(kept.pk, kept.owner_id)
    kept.refresh_from_db()
    return kept


def _untitled(given: ExperimentIn) -> str:
    return say("lab-untitled", ways=" / ".join(as_typed(v.name) for v in given.variants))


def _on_known_fires(owner: User, given: ExperimentIn) -> ExperimentIn:
    """Pieces on their fires as the household's log has them."""
    pieces = [v.piece for v in given.variants if v.piece is not None]
    known = iter(as_learned(owner, pieces))
    return given.model_copy(
        update={
            "variants": [v if v.piece is None else v.model_copy(update={"piece": next(known)}) for v in given.variants]
        }
    )

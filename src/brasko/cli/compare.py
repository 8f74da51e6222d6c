"""`brasko compare`: an experiment without a page."""

from __future__ import annotations

import os
from concurrent.futures import ProcessPoolExecutor
from multiprocessing import get_context

from brasko.core.lab.experiment import carried_out
from brasko.formats.experiment import ExperimentIn, ExperimentOut
from brasko.formats.experiment_convert import blank, experiment_of, filled_in


def compared(given: ExperimentIn) -> ExperimentOut:
    """Work an experiment out by as many processes as the machine has. Raises InvalidInput with the field."""
    experiment = experiment_of(given)
    told = blank(given, experiment)
    processes = min(os.cpu_count() or 1, experiment.points)
    with ProcessPoolExecutor(processes, mp_context=get_context("spawn")) as pool:
        for found in carried_out(experiment, pool):
            if found is not None:
                filled_in(told, experiment, found)
    return told

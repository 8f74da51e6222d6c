"""A process of its own that simulates kitchens, household by household (decision 15)."""

from __future__ import annotations

from concurrent.futures import Future

from django.conf import settings

from brasko.core.forecast.ensemble import Ensemble, SamplingRegion, ensemble
from brasko.core.forecast.history import CookHistory
from brasko.core.planner.spec.piece import PieceSpec
from brasko.web.machine.pool import Pool

LONGEST_S = 600.0
"""No kitchens take nearly as long, on a slow machine that is busy besides: a process that does is ended."""

forecasting = Pool("kitchens", processes=1, nice=settings.COMPUTE_NICE + 3)
"""What nobody waits for at a screen: the plan's times stand until it is there."""


def simulated(household: int, spec: PieceSpec, so_far: CookHistory, near: SamplingRegion | None) -> Future[Ensemble]:
    """Kitchens in a while, when it is the household's turn; a process that was ended is followed by another."""
    args = (spec, so_far, near, settings.FORECAST_MEMBERS)
    job = forecasting.ask(household, ensemble, *args, limit_s=LONGEST_S)
    answer: Future[Ensemble] = Future()

    def told(done: Future[tuple[Ensemble, float]]) -> None:
        if answer.cancelled():
            return
        if done.cancelled():
            answer.cancel()
        elif error := done.exception():
            answer.set_exception(error)
        else:
            answer.set_result(done.result()[0])

    job.future.add_done_callback(told)
    answer.add_done_callback(lambda own: forecasting.let_go(job, end=False) if own.cancelled() else None)
    return answer

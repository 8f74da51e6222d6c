"""One piece, planned: the wish, its programme, its timeline, its cautions and what the computation says."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.foods.doneness import SCALES
from brasko.core.heat.simulation import MODEL_VERSION
from brasko.core.planner.invert import Solution, solved
from brasko.core.planner.ranges import Ranges, ensemble_ranges
from brasko.core.planner.timeline import Task, lead_s, timeline
from brasko.core.planner.wish import Wish
from brasko.core.safety.agency import Caution, Minimum, cautions_for


@dataclass(frozen=True)
class PiecePlan:
    """A plan for one piece. Nothing in it depends on the clock: times count from the hour of eating."""

    wish: Wish
    model_version: str
    solution: Solution
    tasks: tuple[Task, ...]
    cautions: tuple[Caution, ...]
    minimum: Minimum | None
    headline: str
    finish_words: dict[str, str]
    ranges: Ranges | None

    @property
    def lead_s(self) -> float:
        """From the first task to the table [s]."""
        return lead_s(self.tasks)


def planned(wish: Wish, *, with_ranges: bool = False, quick: bool = False) -> PiecePlan:
    """Plan one piece; quick, for a slider that is still moving, is good to about 1 K.

    Raises InvalidInput or Infeasible.
    """
    solution = solved(wish, every_s=20.0, frame_s=60.0, quick=True) if quick else solved(wish)
    tasks = timeline(wish, solution)
    rise = solution.result.peak_core_c - solution.pull_c
    zone = wish.gentle_zone
    return PiecePlan(
        wish=wish,
        model_version=MODEL_VERSION,
        solution=solution,
        tasks=tasks,
        cautions=_placed(
            tasks,
            cautions_for(
                wish.the_cut,
                wish.finish_c,
                wish.temper_s,
                wish.air_c,
                charcoal=wish.the_fire.charcoal,
                gas=wish.the_fire.gas,
                in_pan=wish.sear_zone is not None and wish.sear_zone.pan is not None,
                in_fat=zone is not None and zone.in_fat,
                tenderised=wish.treatment == "tenderised",
            ),
        ),
        minimum=wish.minimum,
        headline=f"{wish.how.name}: {wish.how.why}. Pull at {{temp:{solution.pull_c:.1f}}}; what follows adds {{rise:{rise:.1f}}}.",
        finish_words={k: s.word_for(wish.finish_c) for k, s in SCALES.items() if wish.the_cut.kind != "plant"},
        ranges=ensemble_ranges(wish, solution) if with_ranges else None,
    )


def _placed(tasks: tuple[Task, ...], cautions: tuple[Caution, ...]) -> tuple[Caution, ...]:
    """Every caution beside a task that is there: where its own is not, beside the first."""
    keys = {task.key for task in tasks} | {"finish"}
    return tuple(c if c.place in keys else replace(c, place=tasks[0].key) for c in cautions)

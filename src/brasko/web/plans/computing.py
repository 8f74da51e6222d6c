"""What is computed for the Plan place, in a process of its own: from what was asked to what is told."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from brasko.core.planner.meal import Meal
from brasko.core.planner.schedule.timeline import check_eating_time
from brasko.core.planner.solve.effort import effort_s
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import filled, spec_of, wishes_of
from brasko.web.plans.kept import kept_plans
from brasko.web.plans.present import piece_schema, preview_schema, task_schema
from brasko.web.plans.schemas import PreviewIn, PreviewOut

LONGEST_THICKNESS_M = 0.15
"""What is thicker is refused in a moment, and costs no more than this."""


def effort_of(pieces: Sequence[PieceIn], *, quick: bool = False, ranged: Sequence[int] = ()) -> float:
    """CPU seconds that planning these pieces is likely to take; pieces that are alike are planned once."""
    alike: dict[str, float] = {}
    for n, piece in enumerate(pieces):
        thickness_m = min(max(piece.thickness_mm / 1000.0, 0.0), LONGEST_THICKNESS_M)
        key = piece.model_dump_json()
        alike[key] = max(alike.get(key, 0.0), effort_s(thickness_m, quick=quick, ranges=n in ranged))
    return sum(alike.values())


def previewed(payload: PreviewIn, now: datetime) -> PreviewOut:
    """A plan that is not kept."""
    quick = payload.quick and not payload.ranges
    ranged = (payload.focus,) if payload.ranges else ()
    made = kept_plans.meal(wishes_of(payload.pieces), ranged=ranged, quick=quick)
    eat_at = None if payload.anchor is None else made.eat_at(payload.anchor.what, payload.anchor.at)
    if eat_at is not None:
        check_eating_time(eat_at, now, made.tasks, made.plans[0].spec)
    return preview_schema(made, payload.pieces[payload.focus], payload.focus, eat_at, now, quick=quick)


@dataclass(frozen=True)
class Prepared:
    """A plan as it is kept: plain data for the store."""

    title: str
    lead_s: float
    notes: list[str]
    order: list[dict[str, Any]]
    pieces: list[tuple[str, dict[str, Any], dict[str, Any], str]]
    """Of each piece its cut, what was asked, what came of it, and the model's version."""


def planned_alone(piece: PieceIn) -> None:
    """One piece, planned with its ranges; what is found stays at hand for the whole."""
    kept_plans.piece(spec_of(piece), with_ranges=True)


def prepared(pieces: list[PieceIn], eat_at: datetime | None, now: datetime) -> Prepared:
    """A whole plan with ranges. Raises InvalidInput where it cannot be eaten at that hour; None leaves the hour
    open."""
    made = kept_plans.meal(wishes_of(pieces), ranged=tuple(range(len(pieces))))
    if eat_at is not None:
        check_eating_time(eat_at, now, made.tasks, made.plans[0].spec)
    return Prepared(
        title=titled(made),
        lead_s=made.lead_s,
        notes=list(made.notes),
        order=[task_schema(task).model_dump() for task in made.tasks],
        pieces=[
            (
                piece.cut,
                filled(piece).model_dump(),
                piece_schema(plan, said=piece.own_fire).model_dump(mode="json"),
                plan.model_version,
            )
            for piece, plan in zip(pieces, made.plans, strict=True)
        ],
    )


def titled(made: Meal) -> str:
    """What a plan is called when nobody named it."""
    first = made.plans[0]
    if len(made.plans) > 1:
        return ", ".join(dict.fromkeys(p.spec.the_cut.name for p in made.plans))[:120]
    word = first.finish_words.get("kitchen")
    return first.spec.the_cut.name if word is None else f"{first.spec.the_cut.name}, {word}"

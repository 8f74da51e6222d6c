"""A practice that is over, scored and explained: from what was done to what is told, in a process of its own."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass

import numpy as np

from brasko.core.forecast.history import FireChange
from brasko.core.planner.solve.programme import phase_of
from brasko.core.practice.debrief import Hands, Went, as_it_went, crust_of, moments, other_hands
from brasko.core.practice.score import Came, Score, scored
from brasko.core.practice.truth import Truth
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import wish_with_flips
from brasko.web.practice.schemas import DebriefPiece, HandsOut

LINE_EVERY_S = 20.0


@dataclass(frozen=True)
class OnePiece:
    """A piece of a drill as it went. steps: (name, begin, end) as planned since going on [s]."""

    name: str
    asked: PieceIn
    truth: Truth
    went: Went
    happened: tuple[FireChange, ...]
    steps: tuple[tuple[str, float, float], ...]
    planned_rim_share: float
    planned_peak_c: float
    planned_time_s: tuple[float, ...]
    planned_core_c: tuple[float, ...]
    late_s: float
    readings: int
    reading_needed_c: float | None


def debriefed(piece: OnePiece) -> DebriefPiece:
    """One piece, scored and explained."""
    spec = wish_with_flips(piece.asked, piece.went.sear[1])
    result = as_it_went(spec, piece.truth, piece.went)
    off_s = next((b.at_s for b in piece.went.began if phase_of(b.step) == "rest"), piece.went.over_s)
    came = Came(
        peak_c=result.peak_core_c,
        finish_c=piece.planned_peak_c if spec.reading_c is not None else spec.finish_c,
        rim_share=result.grey_rim_share,
        planned_rim_share=piece.planned_rim_share,
        crust_share=crust_of(spec, result),
        late_s=piece.late_s,
        readings=piece.readings,
        reading_needed_c=piece.reading_needed_c,
        reading_c=float(np.interp(off_s, result.time_s, result.core_c)),
    )
    score = scored(came)
    step = max(1, int(LINE_EVERY_S / 5.0))
    return DebriefPiece(
        name=piece.name,
        points=score.points,
        safe=score.safe,
        parts=list(score.parts),
        moments=list(moments(spec, piece.truth, piece.went, piece.steps)),
        hands=[_hands(h, came) for h in other_hands(spec, piece.truth, piece.happened)],
        time_s=_rounded(result.time_s[::step]),
        core_c=_rounded(result.core_c[::step]),
        planned_time_s=list(piece.planned_time_s),
        planned_core_c=list(piece.planned_core_c),
        finish_c=spec.finish_c,
    )


def _hands(hands: Hands, came: Came) -> HandsOut:
    """Other hands are on time, and read as the plan has it."""
    score: Score = scored(
        Came(
            hands.peak_c,
            came.finish_c,
            hands.rim_share,
            came.planned_rim_share,
            hands.crust_share,
            0.0,
            1,
            came.reading_needed_c,
            None if came.reading_needed_c is None else hands.peak_c,
        )
    )
    return HandsOut(points=score.points, **asdict(hands))


def _rounded(values: Sequence[float] | np.ndarray) -> list[float]:
    return [round(float(v), 1) for v in values]

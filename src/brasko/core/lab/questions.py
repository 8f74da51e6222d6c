"""Questions on which cooks disagree, as experiments that are ready to run."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from brasko.core.words import say


@dataclass(frozen=True)
class Way:
    """One answer: what it is called, and a piece as brasko/meal@1 has it."""

    name: str
    piece: dict[str, Any] = field(hash=False)


@dataclass(frozen=True)
class Question:
    """A question, why it is one, and its answers."""

    key: str
    words: str
    why: str
    ways: tuple[Way, ...]


STEAK = {"cut": "ribeye", "thickness_mm": 38.1, "finish_c": 55.0}
THIN = {"cut": "ribeye", "thickness_mm": 19.05, "finish_c": 55.0}


def _ways(*named: tuple[str, dict[str, Any]]) -> tuple[Way, ...]:
    return tuple(Way(name, piece) for name, piece in named)


def _over_brazier(height_mm: float) -> dict[str, Any]:
    """A steak over an open bed of coals, the grate so high above it."""
    fire = {
        "name": say("lab-brazier"),
        "setup": {"grill": {"like": "brazier", "height_mm": height_mm}},
        "gentle": {"x_mm": -200.0, "y_mm": 0.0},
        "sear": {"x_mm": 0.0, "y_mm": 0.0},
    }
    return {"cut": "ribeye", "thickness_mm": 25.4, "finish_c": 55.0, "method": "direct", "own_fire": fire}


QUESTIONS: tuple[Question, ...] = (
    Question(
        "direct",
        say("lab-question-direct"),
        say("lab-question-direct-why"),
        _ways(
            (say("lab-way-low-first"), {**STEAK, "method": "low_then_sear"}),
            (say("lab-way-sear-first"), {**STEAK, "method": "sear_then_low"}),
            (say("lab-way-direct"), {**STEAK, "method": "direct"}),
        ),
    ),
    Question(
        "flips",
        say("lab-question-flips"),
        say("lab-question-flips-why"),
        _ways(
            (say("lab-way-fifteen-s"), {**STEAK, "method": "direct", "flip_every_s": 15.0}),
            (say("lab-way-each-minute"), {**STEAK, "method": "direct", "flip_every_s": 60.0}),
            (say("lab-way-once"), {**STEAK, "method": "direct", "flip_every_s": 360.0}),
        ),
    ),
    Question(
        "temper",
        say("lab-question-temper"),
        say("lab-question-temper-why"),
        _ways(
            (say("lab-way-fridge"), {**STEAK, "method": "direct", "temper_min": 0.0}),
            (say("lab-way-hour-out"), {**STEAK, "method": "direct", "temper_min": 60.0}),
        ),
    ),
    Question(
        "rest",
        say("lab-question-rest"),
        say("lab-question-rest-why"),
        _ways(
            (say("lab-way-foil"), {**STEAK, "rest": "foil"}),
            (say("lab-way-open"), {**STEAK, "rest": "open"}),
            (say("lab-way-board"), {**STEAK, "rest": "board"}),
        ),
    ),
    Question(
        "thick",
        say("lab-question-thick"),
        say("lab-question-thick-why"),
        _ways(
            (say("lab-way-thin"), {**THIN, "method": "direct"}),
            (say("lab-way-thick"), {**STEAK, "thickness_mm": 50.8, "method": "direct"}),
            (say("lab-way-thick-low-first"), {**STEAK, "thickness_mm": 50.8, "method": "low_then_sear"}),
        ),
    ),
    Question(
        "pull",
        say("lab-question-pull"),
        say("lab-question-pull-why"),
        _ways(
            (say("lab-way-computed"), {**STEAK}),
            (say("lab-way-five-under"), {**STEAK, "pull_offset": 2.8}),
            (say("lab-way-ten-under"), {**STEAK, "pull_offset": 5.6}),
        ),
    ),
    Question(
        "distance",
        say("lab-question-distance"),
        say("lab-question-distance-why"),
        _ways((say("lab-way-far"), _over_brazier(254.0)), (say("lab-way-near"), _over_brazier(127.0))),
    ),
    Question(
        "gentle",
        say("lab-question-gentle"),
        say("lab-question-gentle-why"),
        _ways(
            (say("lab-way-cooler"), {**STEAK, "method": "low_then_sear", "gentle_c": 95.0}),
            (say("lab-way-usual"), {**STEAK, "method": "low_then_sear", "gentle_c": 120.0}),
            (say("lab-way-hotter"), {**STEAK, "method": "low_then_sear", "gentle_c": 160.0}),
        ),
    ),
)
"""Every question, in the order they are offered."""

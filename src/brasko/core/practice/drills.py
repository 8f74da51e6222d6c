"""Drills of growing trouble: each a story, and a hidden truth that nobody at the fire is told."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, Literal

from brasko.core.forecast.history import FireChange
from brasko.core.practice.truth import Truth, drawn_truth
from brasko.core.words import say

Trouble = Literal["", "slipped", "lid", "dying", "battery", "dropouts"]


@dataclass(frozen=True)
class Announcement:
    """What the cook is told at a moment, counted from putting it on [s]; before that, of the story."""

    at_s: float
    words: str


@dataclass(frozen=True)
class Drill:
    """One drill.

    pieces      as brasko/meal@1 has them
    truth       how its kitchen differs, by the fields of Truth; the rest is drawn
    fire        what happens to the fire behind the cook's back
    told        what happens that can be seen
    trouble     what a probe does
    guests_late_min, guests_at_s
                how late the guests are, and when that is told
    behind_min  so much later than its plan it begins
    mending     what mends it, as kinds of marks: any of them in time counts as having seen to it
    """

    key: str
    name: str
    story: str
    watch: str
    pieces: tuple[dict[str, Any], ...] = field(hash=False)
    truth: Mapping[str, float] = field(default_factory=dict, hash=False)
    fire: tuple[FireChange, ...] = ()
    told: tuple[Announcement, ...] = ()
    trouble: Trouble = ""
    guests_late_min: float = 0.0
    guests_at_s: float = 0.0
    behind_min: float = 0.0
    mending: tuple[str, ...] = ()

    def truth_of(self, seed: int) -> Truth:
        """Its kitchen: what it says, and for the rest one like any."""
        return replace(drawn_truth(seed), **self.truth)

    def hidden(self, upto_s: float) -> list[FireChange]:
        """What has happened to the fire so far."""
        return [change for change in self.fire if change.at_s <= upto_s]

    def said(self, upto_s: float) -> list[Announcement]:
        """What can be seen by now."""
        return [each for each in self.told if each.at_s <= upto_s]


MIN = 60.0
KETTLE = "kettle_two_zone"
STEAK = {"cut": "ribeye", "thickness_mm": 38.0, "finish_c": 55.0, "method": "low_then_sear", "fire": KETTLE}
STRIP = {"cut": "strip", "thickness_mm": 40.0, "finish_c": 54.0, "method": "low_then_sear", "fire": KETTLE}
EVEN = {"film_factor": 1.0, "thickness_factor": 1.0, "start_offset_k": 0.0, "fire_offset_k": 0.0}


def _falling(begins_s: float, every_s: float, steps: int, by_k: float) -> tuple[FireChange, ...]:
    """A fire that loses heat step by step."""
    return tuple(FireChange(begins_s + n * every_s, by_k) for n in range(steps))


DRILLS: tuple[Drill, ...] = (
    Drill(
        "first_fire",
        say("drill-first-fire"),
        say("drill-first-fire-story"),
        say("drill-first-fire-watch"),
        (STEAK,),
        EVEN,
    ),
    Drill(
        "thin_chimney",
        say("drill-thin-chimney"),
        say("drill-thin-chimney-story"),
        say("drill-thin-chimney-watch"),
        ({"cut": "skirt", "thickness_mm": 14.0, "finish_c": 54.0, "method": "chimney", "fire": "chimney"},),
        {"film_factor": 1.12, "fire_offset_k": 8.0},
    ),
    Drill(
        "behind",
        say("drill-behind"),
        say("drill-behind-story"),
        say("drill-behind-watch"),
        (STRIP,),
        {"fire_offset_k": -4.0},
        behind_min=14.0,
        mending=("vent", "pull", "move"),
    ),
    Drill(
        "cool_grate",
        say("drill-cool-grate"),
        say("drill-cool-grate-story"),
        say("drill-cool-grate-watch"),
        ({**STRIP, "crust": "good"},),
        {"fire_offset_k": -18.0, "film_factor": 0.9},
        mending=("reading", "pull", "vent"),
    ),
    Drill(
        "flare",
        say("drill-flare"),
        say("drill-flare-story"),
        say("drill-flare-watch"),
        ({**STEAK, "method": "direct"},),
        {"fire_offset_k": 4.0},
        fire=(FireChange(4.0 * MIN, 60.0), FireChange(6.0 * MIN, -50.0)),
        told=(Announcement(4.0 * MIN, say("drill-flare-flames")), Announcement(6.0 * MIN, say("drill-flare-over"))),
        mending=("move", "lid"),
    ),
    Drill(
        "kamado",
        say("drill-kamado"),
        say("drill-kamado-story"),
        say("drill-kamado-watch"),
        ({**STEAK, "fire": "kamado"},),
        {"fire_offset_k": 2.0},
        fire=(FireChange(12.0 * MIN, 22.0), FireChange(16.0 * MIN, 14.0)),
        told=(Announcement(11.0 * MIN, say("drill-kamado-draught")),),
        mending=("vent",),
    ),
    Drill(
        "dying",
        say("drill-dying"),
        say("drill-dying-story"),
        say("drill-dying-watch"),
        (STRIP,),
        {"fire_offset_k": -2.0},
        fire=_falling(9.0 * MIN, 4.0 * MIN, 6, -7.0),
        mending=("vent",),
    ),
    Drill(
        "slipped",
        say("drill-slipped"),
        say("drill-slipped-story"),
        say("drill-slipped-watch"),
        (STEAK,),
        {"fire_offset_k": 3.0},
        trouble="slipped",
        mending=("reading",),
    ),
    Drill(
        "late_guests",
        say("drill-late-guests"),
        say("drill-late-guests-story"),
        say("drill-late-guests-watch"),
        (STEAK,),
        {"fire_offset_k": 1.0},
        guests_late_min=40.0,
        guests_at_s=20.0 * MIN,
        told=(Announcement(20.0 * MIN, say("drill-late-guests-call")),),
        mending=("vent", "pull", "move", "pause"),
    ),
    Drill(
        "wind_and_rain",
        say("drill-wind-and-rain"),
        say("drill-wind-and-rain-story"),
        say("drill-wind-and-rain-watch"),
        (STRIP,),
        {"fire_offset_k": -2.0, "film_factor": 1.05},
        fire=(FireChange(10.0 * MIN, -12.0), FireChange(18.0 * MIN, -10.0)),
        told=(Announcement(10.0 * MIN, say("drill-wind-gets-up")), Announcement(18.0 * MIN, say("drill-rain-sets-in"))),
        mending=("weather", "vent"),
    ),
    Drill(
        "four_cuts",
        say("drill-four-cuts"),
        say("drill-four-cuts-story"),
        say("drill-four-cuts-watch"),
        (
            STEAK,
            {"cut": "filet", "thickness_mm": 45.0, "finish_c": 53.0, "method": "low_then_sear", "fire": KETTLE},
            {"cut": "pork_chop", "thickness_mm": 30.0, "finish_c": 63.0, "method": "low_then_sear", "fire": KETTLE},
            {"cut": "sirloin", "thickness_mm": 28.0, "finish_c": 56.0, "method": "low_then_sear", "fire": KETTLE},
        ),
        {"fire_offset_k": 5.0},
    ),
    Drill(
        "whole_table",
        say("drill-whole-table"),
        say("drill-whole-table-story"),
        say("drill-whole-table-watch"),
        (
            {**STEAK, "count": 3},
            {"cut": "chicken_thigh", "thickness_mm": 30.0, "finish_c": 75.0, "fire": KETTLE},
            {"cut": "strip", "thickness_mm": 30.0, "finish_c": 58.0, "method": "low_then_sear", "fire": KETTLE},
        ),
        {"fire_offset_k": -5.0},
        fire=(FireChange(14.0 * MIN, -8.0),),
        told=(Announcement(15.0 * MIN, say("drill-whole-table-hungry")),),
        trouble="dropouts",
        mending=("vent", "reading"),
    ),
)
"""Every drill, the easiest first."""


def drill_named(key: str) -> Drill | None:
    """The drill with this key; None where there is none."""
    return next((drill for drill in DRILLS if drill.key == key), None)


def truth_for(key: str, seed: int) -> Truth:
    """The kitchen of a practice: a drill's, or one like any."""
    drill = drill_named(key)
    return drawn_truth(seed) if drill is None else drill.truth_of(seed)


def changes_for(key: str, changes: Sequence[FireChange], upto_s: float) -> list[FireChange]:
    """What was done to the fire together with what happened to it."""
    drill = drill_named(key)
    return list(changes) if drill is None else sorted([*changes, *drill.hidden(upto_s)], key=lambda c: c.at_s)

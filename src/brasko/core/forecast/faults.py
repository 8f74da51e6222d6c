"""What goes wrong with a probe, a lid or a fire, told from the readings alone.

The rules look at how fast a sensor changes: the middle of a piece cannot jump, the air over a fire that runs out falls
steadily, under an opened lid at once. Figures are assumed and checked against simulated cooks (tools/forecast_trial).
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from brasko.core.forecast.readings import Reading
from brasko.core.words import quantity, say

Floats = NDArray[np.float64]

SILENT_S = 90.0
LOW_BATTERY = 0.15
JUMP_K, JUMP_WITHIN_S, JUMP_BEFORE_S = 4.0, 60.0, 240.0
JUMP_SHOWS_K, JUMP_KEPT_S = 0.8, 300.0
MIDDLE_MAX_K_S = 0.06
"""The middle of a piece hardly warms faster, over the fiercest fire."""
LID_K, LID_WITHIN_S = 18.0, 60.0
LID_SHUT_K = 8.0
"""The lid is taken for shut again when the air is back so near to where it was."""
DYING_K, MIN_DYING_K, DYING_OVER_S, KNOWN_S = 1.8, 5.5, 100.0, 420.0
STEADY_S = 900.0
FLARE_K, FLARE_WITHIN_S = 45.0, 40.0
STALL_S, STALL_K, STALL_FROM_C, STALL_TO_C = 1500.0, 1.0, 60.0, 78.0
ODD_MISFIT_K = 1.1
ODD_FROM_S = 600.0
APART_K = 4.0
MISPLACED = ("slipped", "off_centre")
"""Faults by which a probe does not tell of the middle."""


@dataclass(frozen=True)
class Fault:
    """Something that is wrong: since when [s since putting it on], in words, and what to do about it."""

    key: str
    since_s: float
    words: str
    advice: str


@dataclass(frozen=True)
class Series:
    """One sensor's readings in the order of time."""

    at_s: Floats
    temp_c: Floats

    def since(self, from_s: float, to_s: float | None = None) -> Series:
        """The part from a moment on, up to another."""
        inside = (self.at_s >= from_s) & (self.at_s <= (np.inf if to_s is None else to_s))
        return Series(self.at_s[inside], self.temp_c[inside])

    @property
    def empty(self) -> bool:
        """Whether there is nothing in it."""
        return len(self.at_s) == 0


def series(readings: Iterable[Reading], source: str) -> Series:
    """The readings of one source."""
    found = sorted((r.at_s, r.temp_c) for r in readings if r.source == source)
    return Series(np.array([t for t, _ in found]), np.array([c for _, c in found]))


def faults(
    readings: Sequence[Reading],
    now_s: float,
    *,
    phase_since_s: float = 0.0,
    gentle: bool = True,
    lid_told: bool = False,
    misfit_k: float = 0.0,
    early_gap_k: float = 0.0,
    battery: float | None = None,
) -> tuple[Fault, ...]:
    """Everything that is wrong at this moment.

    Args: phase_since_s  when the surroundings last changed: a sensor may jump then;  gentle  whether the food is on the
    gentle side;  lid_told  the cook has said that the lid is open;  misfit_k  how far the readings lie from any
                  kitchen;
    early_gap_k  how far they lay above (or below) it in the first half.
    """
    tip, air = series(readings, "tip"), series(readings, "air")
    found: list[Fault | None] = [
        _silent(tip, now_s),
        _battery(battery, now_s),
        slipped(tip, now_s, max(phase_since_s, 0.0)) if gentle else None,
    ]
    opened = None if lid_told or not gentle else lid_open(air, now_s, phase_since_s)
    found.append(opened)
    if gentle and opened is None and not lid_told:
        found.append(dying(air, now_s, phase_since_s))
    found += [flare(air, now_s, phase_since_s), _stall(tip, now_s), _apart(readings, now_s)]
    if gentle and misfit_k > ODD_MISFIT_K and now_s > ODD_FROM_S and found[2] is None:
        found.append(_odd(now_s, early_gap_k))
    return tuple(f for f in found if f is not None)


def slipped(tip: Series, now_s: float, from_s: float = 0.0) -> Fault | None:
    """The probe has slipped: its reading has left what the middle can do, and stays away."""
    lately = tip.since(max(from_s, now_s - JUMP_BEFORE_S - JUMP_KEPT_S))
    if len(lately.at_s) < 8:
        return None
    jumps = np.nonzero(np.abs(np.diff(lately.temp_c)) > JUMP_SHOWS_K)[0] + 1
    for n in jumps[(jumps >= 5) & (jumps < len(lately.at_s) - 1)]:
        at = float(lately.at_s[n])
        before = lately.since(at - JUMP_BEFORE_S, float(lately.at_s[n - 1]))
        if len(before.at_s) < 5:
            continue
        slope, level = np.polyfit(before.at_s - at, before.temp_c, 1)
        after = lately.since(at, at + JUMP_WITHIN_S)
        if len(after.at_s) < 2:
            continue
        rate = float(np.clip(slope, -0.01, MIDDLE_MAX_K_S))
        away = after.temp_c - (level + rate * (after.at_s - at))
        limit = JUMP_K + 60.0 * max(rate, 0.0)
        if (away > limit).sum() >= 2 or (away < -limit).sum() >= 2:
            hotter = float(away[-1]) > 0.0
            return Fault(
                "slipped",
                at,
                say(
                    "faults-the-probe-jumped-it-has-slipped",
                    away=quantity.rise(abs(float(away[-1]))),
                    value=say("faults-up") if hotter else say("faults-down"),
                ),
                say("faults-put-it-back-in-from-the"),
            )
    return None


def lid_open(air: Series, now_s: float, from_s: float = 0.0) -> Fault | None:
    """The air fell at once, and is not back."""
    lately = air.since(max(from_s, now_s - 900.0))
    if len(lately.at_s) < 4:
        return None
    since: float | None = None
    before_c = 0.0
    for n, at in enumerate(lately.at_s):
        if since is None:
            window = lately.since(float(at) - LID_WITHIN_S, float(at))
            top = float(window.temp_c.max())
            if top - float(lately.temp_c[n]) > LID_K:
                since, before_c = float(at), top
        elif float(lately.temp_c[n]) > before_c - LID_SHUT_K:
            since = None
    if since is None:
        return None
    return Fault(
        "lid",
        since,
        say("faults-the-air-fell-at-once-the"),
        say("faults-shut-it-a-look-costs-some"),
    )


def dying(air: Series, now_s: float, from_s: float = 0.0) -> Fault | None:
    """The fire runs out: the air falls steadily, minute by minute, below where it was."""
    whole = air.since(max(from_s, now_s - STEADY_S))
    if len(whole.at_s) < 12 or float(whole.at_s[-1] - whole.at_s[0]) < KNOWN_S:
        return None
    smooth = np.convolve(whole.temp_c, np.ones(3) / 3.0, mode="valid")
    at = whole.at_s[2:]
    before = smooth[at < now_s - DYING_OVER_S]
    if len(before) < 6 or len(before) == len(smooth):
        return None
    newest, lowest = float(smooth[-1]), float(before.min())
    level = float(np.median(before))
    lately = smooth[at >= now_s - DYING_OVER_S]
    if newest < lowest - DYING_K and newest <= float(lately.min()) + 0.5 and newest < level - MIN_DYING_K:
        return Fault(
            "dying",
            now_s - DYING_OVER_S / 2.0,
            say("faults-the-fire-is-going-down-in", level=quantity.rise(level - newest)),
            say("faults-open-the-bottom-vent-if-that"),
        )
    return None


def flare(air: Series, now_s: float, from_s: float = 0.0) -> Fault | None:
    """Fat is burning under the food."""
    lately = air.since(max(from_s, now_s - 120.0))
    if len(lately.at_s) < 3:
        return None
    newest = lately.since(float(lately.at_s[-1]) - FLARE_WITHIN_S)
    if float(newest.temp_c[-1] - newest.temp_c.min()) > FLARE_K:
        return Fault(
            "flare",
            float(newest.at_s[0]),
            say("faults-the-air-leapt-up-fat-is"),
            say("faults-move-the-food-to-the-cool"),
        )
    return None


def _silent(tip: Series, now_s: float) -> Fault | None:
    if tip.empty or now_s - float(tip.at_s[-1]) < SILENT_S:
        return None
    return Fault(
        "silent",
        float(tip.at_s[-1]),
        say("faults-no-reading-for", now=quantity.span(now_s - float(tip.at_s[-1]))),
        say("faults-the-forecast-goes-on-without-it"),
    )


def _battery(share: float | None, now_s: float) -> Fault | None:
    if share is None or share > LOW_BATTERY:
        return None
    return Fault(
        "battery",
        now_s,
        say("faults-the-probes-battery-is-at", share=quantity.number(100.0 * share)),
        say("faults-have-the-hand-thermometer-ready"),
    )


def _stall(tip: Series, now_s: float) -> Fault | None:
    lately = tip.since(now_s - STALL_S)
    if len(lately.at_s) < 12 or float(lately.at_s[-1] - lately.at_s[0]) < 0.9 * STALL_S:
        return None
    third = len(lately.temp_c) // 3
    rise = float(np.median(lately.temp_c[-third:]) - np.median(lately.temp_c[:third]))
    if rise < STALL_K and STALL_FROM_C < float(lately.temp_c[-1]) < STALL_TO_C:
        return Fault(
            "stall",
            now_s - STALL_S,
            say("faults-it-stalls-drying-takes-as-much"),
            say("faults-this-is-foreseen-wait-or-wrap"),
        )
    return None


def _apart(readings: Sequence[Reading], now_s: float) -> Fault | None:
    """A hand reading that does not fit the probe that is in."""
    hands = [r for r in readings if r.source == "hand" and r.at_s > now_s - 900.0]
    tip = series(readings, "tip")
    if not hands or tip.empty:
        return None
    hand = max(hands, key=lambda r: r.at_s)
    beside = tip.since(hand.at_s - 45.0, hand.at_s + 45.0)
    if beside.empty:
        return None
    gap = float(np.median(beside.temp_c)) - hand.temp_c
    if abs(gap) < APART_K:
        return None
    if gap > 0.0:
        return Fault(
            "off_centre",
            hand.at_s,
            say("faults-by-hand-the-middle-is-cooler", gap=quantity.rise(gap)),
            say("faults-the-lower-one-counts-set-the"),
        )
    return Fault(
        "disagree",
        hand.at_s,
        say("faults-by-hand-it-reads-more-than", gap=quantity.rise(-gap)),
        say("faults-draw-the-hand-thermometer-through-once"),
    )


def _odd(now_s: float, early_gap_k: float) -> Fault:
    if early_gap_k > 0.0:
        return Fault(
            "bone",
            now_s,
            say("faults-the-probe-warmed-sooner-than-meat"),
            say("faults-set-it-anew-away-from-the"),
        )
    return Fault(
        "fat",
        now_s,
        say("faults-the-probe-warms-slower-than-meat"),
        say("faults-set-it-anew-a-fingers-width"),
    )

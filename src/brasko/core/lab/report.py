"""What the figures of an experiment say, in words."""

from __future__ import annotations

from brasko.core.lab.ensemble import UNKNOWNS, Matters
from brasko.core.lab.variants import Figures
from brasko.core.words import quantity, say

LITTLE_S, LITTLE_SHARE, LITTLE_K = 90.0, 0.02, 0.6
"""Differences below these are told as none (assumed): a minute and a half, two per cent, a degree Fahrenheit."""
LITTLE_CRUST = 0.15
"""Of a good crust (assumed)."""


def than_first(mine: Figures, first: Figures, name: str) -> str:
    """How one way differs from the first, in words."""
    said = []
    longer = mine.minutes_s - first.minutes_s
    if abs(longer) >= LITTLE_S:
        by = quantity.span(abs(longer))
        said.append(say("lab-longer", by=by) if longer > 0.0 else say("lab-shorter", by=by))
    if mine.hands_s is not None and first.hands_s is not None and abs(mine.hands_s - first.hands_s) >= LITTLE_S:
        more = mine.hands_s - first.hands_s
        by = quantity.span(abs(more))
        said.append(say("lab-more-hands", by=by) if more > 0.0 else say("lab-fewer-hands", by=by))
    rim = mine.rim_share - first.rim_share
    if abs(rim) >= LITTLE_SHARE:
        percent = quantity.number(100.0 * abs(rim))
        said.append(say("lab-more-rim", percent=percent) if rim > 0.0 else say("lab-less-rim", percent=percent))
    crust = mine.crust_share - first.crust_share
    if abs(crust) >= LITTLE_CRUST:
        said.append(say("lab-more-crust") if crust > 0.0 else say("lab-less-crust"))
    loss = mine.loss_share - first.loss_share
    if abs(loss) >= LITTLE_SHARE:
        percent = quantity.number(100.0 * abs(loss))
        said.append(say("lab-more-loss", percent=percent) if loss > 0.0 else say("lab-less-loss", percent=percent))
    peak = mine.peak_c - first.peak_c
    if abs(peak) >= LITTLE_K:
        by = quantity.rise(abs(peak))
        said.append(say("lab-warmer", by=by) if peak > 0.0 else say("lab-cooler", by=by))
    if mine.late_k is not None and first.late_k is not None and abs(mine.late_k - first.late_k) >= LITTLE_K:
        by = quantity.rise(abs(mine.late_k))
        dearer = mine.late_k > first.late_k
        said.append(say("lab-less-forgiving", by=by) if dearer else say("lab-more-forgiving", by=by))
    if not said:
        return say("lab-no-difference", name=name)
    return say("lab-than-first", name=name, said="; ".join(said))


def matters_words(found: Matters) -> str:
    """What matters most for one outcome, and by how much it differs from cook to cook."""
    most = max(range(len(UNKNOWNS)), key=lambda n: found.whole[n])
    if found.sd == 0.0:
        return say("lab-nothing-changes-it")
    by = {
        "minutes": quantity.span(1.28 * found.sd),
        "peak": quantity.rise(1.28 * found.sd),
    }.get(found.outcome, say("lab-percent", percent=quantity.number(128.0 * found.sd)))
    return say(
        "lab-mostly",
        what=UNKNOWNS[most].words,
        percent=quantity.number(100.0 * found.whole[most]),
        by=by,
    )

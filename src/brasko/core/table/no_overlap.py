"""What two dishes cannot do at once, as the differences of their waits that keep it apart: one person's hands, one
fire's states, raw beside ready. Rule and solver stand on it; the checker does not.
"""

from __future__ import annotations

from collections.abc import Iterable
from math import ceil, floor

from brasko.core.table.problem import GRID_S, Dish, Problem, Variant

Span = tuple[int, int]
ENDLESS = 100_000
"""On the grid: a gap that no table has."""


def allowed_of(least: int, most: int, forbidden: Iterable[Span]) -> list[Span]:
    """The whole numbers from least to most that lie in none of the spans, as spans; both ends belong to a span."""
    found: list[Span] = []
    at = least
    for low, high in sorted(forbidden):
        if low > most:
            break
        if low > at:
            found.append((at, min(low - 1, most)))
        at = max(at, high + 1)
    if at <= most:
        found.append((at, most))
    return found


def steps_of(seconds: float) -> int:
    return int(seconds // GRID_S)


def on_the_grid(start_s: float, end_s: float, serve_s: float) -> Span:
    start = floor((serve_s + start_s) / GRID_S + 1e-6)
    return start, max(ceil((serve_s + end_s) / GRID_S - 1e-6), start + 1)


def _clash_of(one: Span, other: Span, gap_after_one: int, gap_after_other: int) -> Span:
    """Differences of waits (one's less the other's) at which neither is over, with its gap, before the other begins."""
    # one - wait1 ends by other - wait2: wait1 - wait2 >= one.end + gap - other.start, and the same the other way round
    return one[0] - other[1] - gap_after_other + 1, one[1] + gap_after_one - other[0] - 1


def forbidden_by_hands(a: Dish, first: Variant, b: Dish, second: Variant) -> list[Span]:
    return [
        _clash_of((s + a_start, s + a_start + a_length), (t + b_start, t + b_start + b_length), 0, 0)
        for s, t in ((round(a.serve_s / GRID_S), round(b.serve_s / GRID_S)),)
        for a_start, a_length in first.calls
        for b_start, b_length in second.calls
    ]


def forbidden_by_fires(problem: Problem, a: Dish, first: Variant, b: Dish, second: Variant) -> list[Span]:
    found: list[Span] = []
    for mine in first.stays:
        for theirs in second.stays:
            if problem.places[mine.place].fire != problem.places[theirs.place].fire:
                continue
            forth: float | None = 0.0
            back: float | None = 0.0
            if mine.state != theirs.state:
                forth = problem.change_s(mine.place, mine.state, theirs.state)
                back = problem.change_s(mine.place, theirs.state, mine.state)
            elif mine.place != theirs.place or {mine.kept, theirs.kept} != {"raw", "ready"}:
                continue
            one = on_the_grid(mine.start_s, mine.end_s, a.serve_s)
            other = on_the_grid(theirs.start_s, theirs.end_s, b.serve_s)
            # an order that cannot be is one with an endless gap
            gaps = [ENDLESS if gap is None else ceil(gap / GRID_S) for gap in (forth, back)]
            found.append(_clash_of(one, other, gaps[0], gaps[1]))
    return found

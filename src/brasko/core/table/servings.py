"""Eaters who come later: what can be shared out is cooked again for them, what cannot is carved for them at the
hour."""

from __future__ import annotations

from dataclasses import replace

from brasko.core.sides.kinds import side_named
from brasko.core.table.ask import DishAsk, TableAsk
from brasko.core.table.problem import Pin


def seated(ask: TableAsk) -> TableAsk:
    """The table with a dish for each sitting of what comes in pieces. Checked: tests/core/test_table_sittings.py."""
    if not ask.sittings:
        return ask
    dishes = [part for dish in ask.dishes for part in _parts(ask, dish)]
    return replace(ask, dishes=tuple(dishes), sittings=())


def _parts(ask: TableAsk, dish: DishAsk) -> list[DishAsk]:
    count = count_of(ask, dish)
    later = [round(count * sitting.eaters / ask.eaters) for sitting in ask.sittings]
    first = count - sum(later)
    if first < 1 or min(later) < 1:
        return [dish]
    parts = [_part(dish, first)]
    for n, (sitting, portion) in enumerate(zip(ask.sittings, later, strict=True), start=1):
        part = replace(
            _part(dish, portion), key=f"{dish.key}.s{n}", sitting=n, pin=Pin(), serve_s=dish.serve_s + sitting.after_s
        )
        parts.append(part)
    return parts


def _part(dish: DishAsk, count: int) -> DishAsk:
    if dish.spec is not None:
        return replace(dish, spec=replace(dish.spec, count=count))
    return replace(dish, count=count)


def count_of(ask: TableAsk, dish: DishAsk) -> int:
    """In how many pieces a dish comes."""
    if dish.spec is not None:
        return dish.spec.count
    kind = side_named(dish.side or "")
    return 1 if kind.shape == "pot" else dish.count or kind.count_for(ask.eaters)


def kept_for_later(asked: TableAsk) -> tuple[tuple[DishAsk, float], ...]:
    """What cannot be shared out: those who come last have it so much later."""
    if not asked.sittings:
        return ()
    return tuple((dish, asked.sittings[-1].after_s) for dish in asked.dishes if len(_parts(asked, dish)) == 1)

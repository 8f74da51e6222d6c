"""The danger notes of a table, each once, with the fire or the dish that it is of."""

from __future__ import annotations

from dataclasses import dataclass

from brasko.core.safety import fires as dangers
from brasko.core.safety.agency import FIRE_CAUTIONS, RAW_AND_COOKED
from brasko.core.table.ask import FireAsk, TableAsk
from brasko.core.table.problem import Problem, Schedule


@dataclass(frozen=True)
class Note:
    """A danger note; of is the key of a fire or of a dish."""

    of: str
    text: str


def cautions(ask: TableAsk, problem: Problem, schedule: Schedule) -> tuple[Note, ...]:
    """Notes of the fires that are used, then of the dishes. Checked: tests/core/test_whole_table.py."""
    used = {problem.places[s.place].fire for each in schedule.laid for s in each.variant.stays}
    notes = [Note(fire.key, text) for fire in ask.fires if fire.key in used for text in _of_fire(fire)]
    for each in sorted(schedule.laid, key=lambda laid: laid.at(laid.variant.on_s)):
        dish = problem.dishes[each.dish]
        if ask.dishes[each.dish].spec is None and any(s.kept == "raw" for s in each.variant.stays):
            notes.append(Note(dish.key, RAW_AND_COOKED.text))
        notes += [Note(dish.key, c.text) for c in each.variant.cautions if c.key not in FIRE_CAUTIONS]
    first: dict[str, Note] = {}
    for note in notes:
        first.setdefault(note.text, note)
    return tuple(first.values())


def _of_fire(fire: FireAsk) -> tuple[str, ...]:
    own = fire.set_up
    if own is None:
        return (dangers.KITCHEN,)
    return (*own.setup.grill.kind.dangers(own.setup), dangers.WATCHED, dangers.LOCAL)

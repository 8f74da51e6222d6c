"""What a step of a steak's order of work looks and feels like, and what it needs, for whoever has never done it.

Common practice, no source. None of it ends the heat: that is a reading.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable

from brasko.core.foods.colour import tissue_of
from brasko.core.foods.cuts import Cut
from brasko.core.words import say

SIGNS: dict[str, str] = {
    "shop": say("signs-bright-red-with-white-flecks"),
    "season": say("signs-it-glistens-and-small-pools-come-up"),
    "temper": say("signs-still-cool-in-the-middle-and-that"),
    "light": say("signs-flames-from-the-top-then-white-ash"),
    "bank": say("signs-a-red-glow-on-one-side-only"),
    "preheat": say("signs-the-gauge-climbs-and-stands-the"),
    "heat_pan": say("signs-a-drop-of-water-dances-and-is"),
    "oil": say("signs-the-rods-shine-faintly-nothing-drips"),
    "on": say("signs-hardly-a-sizzle-it-turns-grey-brown"),
    "turn": say("signs-it-lets-go-of-the-grate-by"),
    "wait": say("signs-dull-and-dry-outside-without-a-crust"),
    "convert": say("signs-the-coals-glow-through-nobody-can"),
    "sear": say("signs-a-hiss-that-does-not-stop-dark"),
    "rest": say("signs-the-crust-stays-dry-the-figure-climbs"),
    "serve": say("signs-pink-from-edge-to-edge-a-thin"),
}
"""By the key of a task of the order of work."""

_NEEDS: dict[str, tuple[str, ...]] = {
    "season": (say("kit-salt"), say("kit-paper-towels"), say("kit-a-rack-over-a-plate")),
    "light": (say("kit-heat-proof-gloves"),),
    "bank": (say("kit-charcoal-chimney-and-lighter"), say("kit-a-long-poker-or-tongs-for")),
    "fuse": (say("kit-charcoal-chimney-and-lighter"), say("kit-a-long-poker-or-tongs-for")),
    "preheat": (say("kit-fuel-for-an-hour"),),
    "oil": (say("kit-a-brush-without-loose-bristles-oil"),),
    "heat_pan": (say("kit-a-heavy-pan-and-its-holder"),),
    "on": (say("kit-a-thermometer-read-in-seconds"), say("kit-long-tongs-for-meat-only")),
    "rest": (say("kit-a-clean-rack-or-board"),),
    "serve": (say("kit-a-sharp-knife"),),
}
_ALWAYS = (say("kit-what-puts-a-fire-out"),)


_OF_COALS = {"light", "convert"}
"""Steps that burners and pellets have too, and that look otherwise there."""


def sign_of(task: str, cut: Cut, tasks: Collection[str]) -> str:
    """What shows that a step goes as it should, in an order of so many tasks; empty where that is said of a steak only,
    or of coals out of a chimney only."""
    if cut.kind != "intact" or tissue_of(cut) != "red":
        return ""
    if task in _OF_COALS and not {"bank", "fuse"} & set(tasks):
        return ""
    if task == "on" and "wait" not in tasks:
        # it goes straight over the fire: it hisses, and is not to lie quietly
        return ""
    return SIGNS.get(task, "")


def kit_for(tasks: Iterable[str]) -> tuple[str, ...]:
    """What to lay out for an order of work, in the order in which it is needed, each once.

    Tasks are named as in the order of a meal: by their piece and their own key, "0:light".
    """
    needed = [thing for task in tasks for thing in _NEEDS.get(task.rpartition(":")[2], ())]
    return (*dict.fromkeys(needed), *_ALWAYS)

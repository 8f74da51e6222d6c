"""Quick drills of feel and look: seconds of a palm, colours of a face, firmness, smoke. Each is computed."""

from __future__ import annotations

import random
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from brasko.core.fire.hand import PALM_ABOVE_M, SKIN_C, hand_seconds
from brasko.core.foods.colour import COLOURS
from brasko.core.foods.doneness import SCALES
from brasko.core.heat.constants import STEFAN_BOLTZMANN
from brasko.core.words import quantity, say

Kind = Literal["hand", "colour", "firmness", "smoke"]
KINDS: dict[Kind, str] = {
    "hand": say("feel-hand"),
    "colour": say("feel-colour"),
    "firmness": say("feel-firmness"),
    "smoke": say("feel-smoke"),
}
"""What can be drilled, by key."""
QUESTIONS, CHOICES = 8, 4
AIR_H_W_M2K = 12.0
"""Still warm air on a palm (assumed)."""


@dataclass(frozen=True)
class Question:
    """One question: what is asked, a colour to look at or none, what can be answered, which is right, and why."""

    asked: str
    colour: str
    choices: tuple[str, ...]
    right: int
    why: str


def round_of(kind: Kind, seed: int) -> tuple[Question, ...]:
    """A round of questions; the same seed asks the same.

    Checked: tests/core/test_practice.py::test_a_round_of_feel_is_computed_and_repeatable.
    """
    dice = random.Random(f"{kind}-{seed}")
    make = {"hand": _hand, "colour": _colour, "firmness": _firmness, "smoke": _smoke}[kind]
    return tuple(make(dice, n) for n in range(QUESTIONS))


def palm_seconds(place_c: float) -> float:
    """How long a palm bears a place that is like a black one of this temperature [s]."""
    hot, skin = place_c + 273.15, SKIN_C + 273.15
    flux = STEFAN_BOLTZMANN.value * (hot**4 - skin**4) + AIR_H_W_M2K * (place_c - SKIN_C) * 0.5
    return float(hand_seconds(flux))


def _among(dice: random.Random, right: str, others: list[str]) -> tuple[tuple[str, ...], int]:
    some = [right, *dice.sample([o for o in dict.fromkeys(others) if o != right], CHOICES - 1)]
    dice.shuffle(some)
    return tuple(some), some.index(right)


PLACES_C = (110.0, 135.0, 165.0, 200.0, 240.0, 290.0, 350.0)


def _hand(dice: random.Random, n: int) -> Question:
    place_c = dice.choice(PLACES_C)
    seconds = palm_seconds(place_c)
    far = [c for c in PLACES_C if abs(palm_seconds(c) / seconds - 1.0) > 0.25]
    choices, right = _among(dice, quantity.temp(place_c), [quantity.temp(c) for c in far])
    above = quantity.length(PALM_ABOVE_M * 1000.0)
    return Question(
        say("feel-hand-asked", seconds=quantity.number(seconds, 1), above=above),
        "",
        choices,
        right,
        say("feel-hand-why", place=quantity.temp(place_c), seconds=quantity.number(seconds, 1)),
    )


COLOURS_C = (45.0, 50.0, 54.0, 57.0, 60.0, 65.0, 71.0)


def _colour(dice: random.Random, n: int) -> Question:
    core_c = dice.choice(COLOURS_C)
    far = [c for c in COLOURS_C if abs(c - core_c) >= 4.0]
    choices, right = _among(dice, quantity.temp(core_c), [quantity.temp(c) for c in far])
    word = SCALES["kitchen"].word_for(core_c)
    return Question(
        say("feel-colour-asked"),
        mixed(core_c),
        choices,
        right,
        say("feel-colour-why", core=quantity.temp(core_c), word=word),
    )


def mixed(core_c: float) -> str:
    """The colour of a face that has been at a temperature, between the anchors of the painted one."""
    for (low, one, _), (high, other, _) in pairwise(COLOURS["red"]):
        if low <= core_c <= high:
            share = (core_c - low) / (high - low)
            both = [(int(one[i : i + 2], 16), int(other[i : i + 2], 16)) for i in (1, 3, 5)]
            return "#" + "".join(f"{round(a + share * (b - a)):02x}" for a, b in both)
    return COLOURS["red"][-1][1]


FIRM: tuple[tuple[float, str], ...] = (
    (46.0, say("feel-firm-soft")),
    (53.0, say("feel-firm-gives")),
    (57.0, say("feel-firm-springs")),
    (63.0, say("feel-firm-little")),
    (70.0, say("feel-firm-hard")),
)
"""How a steak feels under a finger by the temperature of its middle (common practice, no source): a word, no
thermometer."""


def _firmness(dice: random.Random, n: int) -> Question:
    core_c, felt = dice.choice(FIRM)
    words = [SCALES["kitchen"].word_for(c) for c, _ in FIRM]
    choices, right = _among(dice, SCALES["kitchen"].word_for(core_c), words)
    return Question(
        say("feel-firm-asked", felt=felt), "", choices, right, say("feel-firm-why", core=quantity.temp(core_c))
    )


SMOKES: tuple[tuple[str, str, str, str], ...] = (
    ("#b9c6cf", say("feel-smoke-thin"), say("feel-smoke-thin-means"), say("feel-smoke-thin-do")),
    ("#e9e7e2", say("feel-smoke-white"), say("feel-smoke-white-means"), say("feel-smoke-white-do")),
    ("#6f6a60", say("feel-smoke-grey"), say("feel-smoke-grey-means"), say("feel-smoke-grey-do")),
    ("#1f1c1a", say("feel-smoke-black"), say("feel-smoke-black-means"), say("feel-smoke-black-do")),
    ("#ffffff", say("feel-smoke-none"), say("feel-smoke-none-means"), say("feel-smoke-none-do")),
)
"""Smoke as it looks, what it means, and what is done (common practice, no source). Colours from memory."""


def _smoke(dice: random.Random, n: int) -> Question:
    colour, seen, means, do = dice.choice(SMOKES)
    of_meaning = n % 2 == 0
    choices, right = _among(dice, means if of_meaning else do, [m if of_meaning else d for _, _, m, d in SMOKES])
    asked = say("feel-smoke-asked", seen=seen) if of_meaning else say("feel-smoke-asked-do", seen=seen)
    return Question(asked, colour, choices, right, say("feel-smoke-why", means=means, do=do))

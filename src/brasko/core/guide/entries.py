"""The guide: short entries that the plan's reasons link to, from the tables of the core and from a table of its own."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Literal, get_args

from brasko.core.fire.rests import RESTS
from brasko.core.foods.cuts import Cut, all_cuts
from brasko.core.foods.doneness import SCALES, Scale
from brasko.core.foods.serving import serving_of
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.options import SALTS
from brasko.core.safety.agency import minimum_for
from brasko.core.words import quantity, say

Kind = Literal["cut", "scale", "method", "salt", "fire", "danger", "school", "glossary"]
KINDS: tuple[Kind, ...] = get_args(Kind)
KIND_NAMES: dict[Kind, str] = {
    "cut": say("entries-cuts"), "scale": say("entries-doneness"), "method": say("entries-methods"), "salt": say("common-salt-and-fat"), "fire": say("entries-fires"), "danger": say("entries-dangers"),
    "school": say("common-where-cooks-disagree"), "glossary": say("entries-words"),
}  # fmt: skip


@dataclass(frozen=True)
class Entry:
    """One entry. text carries quantities as tokens (see phrases); see names other entries."""

    key: str
    kind: Kind
    title: str
    text: str
    see: tuple[str, ...]


@cache
def all_entries() -> dict[str, Entry]:
    """Every entry by its key, in the order of the kinds."""
    found = [
        *(_of_cut(cut) for cut in all_cuts().values()),
        *(_of_scale(scale) for scale in SCALES.values()),
        *(
            Entry(f"method:{key}", "method", m.name, say("entries-why-and-what-for", why=m.why, good_for=m.good_for), ("school:order",))
            for key, m in METHODS.items()
        ),
        *(Entry(f"salt:{k}", "salt", say("entries-salt", name=name), _salt_text(k), ("salt:wet", "salt:dose")) for k, name in SALTS.items()),
        *(
            Entry(f"rest:{k}", "glossary", say("entries-rest", name=name), _REST_TEXT[k], ("school:rest", "glossary:carry-over"))
            for k, (name, _) in RESTS.items()
        ),
        *_written(),
    ]  # fmt: skip
    order = {kind: n for n, kind in enumerate(KINDS)}
    return {entry.key: entry for entry in sorted(found, key=lambda e: order[e.kind])}


_REST_TEXT = {
    "open": say("entries-air-all-round-the-crust-stays"),
    "board": say("entries-the-board-warms-under-it-the"),
    "foil": say("entries-loose-foil-holds-heat-and-steam"),
    "sauce": say("entries-warm-sauce-or-juices-under-it"),
    "paper": say("entries-paper-lets-some-steam-through-between"),
    "cooler": say("entries-a-cooler-keeps-a-roast-hot"),
}
"""What each way of resting does."""


def _salt_text(key: str) -> str:
    return {
        "hour": say("entries-by-then-the-salt-has-drawn"),
        "just_before": say("entries-the-surface-has-no-time-to"),
        "overnight": say("entries-open-in-the-fridge-salt-goes"),
        "twice": say("entries-half-goes-in-overnight-half-stays"),
    }[key]


def _of_cut(cut: Cut) -> Entry:
    serving, minimum = serving_of(cut.key), minimum_for(cut)
    said = [
        f"{cut.note[0].upper()}{cut.note[1:]}.",
        say(
            "entries-usually-thick-fat",
            typical_thickness=quantity.length(cut.typical_thickness_m * 1000),
            typical_mass=quantity.mass(cut.typical_mass_kg * 1000),
            fat=quantity.number(cut.composition.fat * 100),
        ),
        say("entries-usual-finish", default_finish=quantity.temp(cut.default_finish_c), name=METHODS[cut.method].name),
        f"{serving.across}."
        if serving.slice_m == 0.0
        else say("entries-thick", across=serving.across, slice=quantity.length(serving.slice_m * 1000)),
        say("entries-for-one-eater-about-without-bone", portion=quantity.mass(serving.portion_kg * 1000)),
    ]
    if minimum is not None:
        said.append(say("entries-agency", words=minimum.words))
    return Entry(f"cut:{cut.key}", "cut", cut.name, " ".join(said), (f"method:{cut.method}", "danger:agency"))


def _of_scale(scale: Scale) -> Entry:
    bands = "; ".join(
        say("entries-to", word=b.word, low=quantity.temp(b.low_c), high=quantity.temp(b.high_c))
        for b in scale.bands[:-1]
    )
    last = scale.bands[-1]
    text = say("entries-from-on-the-agencys-figures-are", bands=bands, word=last.word, low=quantity.temp(last.low_c))
    return Entry(f"scale:{scale.key}", "scale", scale.name, text, ("school:words", "danger:agency"))


def _written() -> list[Entry]:
    text = quantity.of_data(resources.files(__package__).joinpath("data/guide.csv").read_text(encoding="utf-8"))
    return [
        Entry(
            row["key"], next(k for k in KINDS if k == row["kind"]), row["title"], row["text"], tuple(row["see"].split())
        )
        for row in csv.DictReader(text.splitlines())
    ]

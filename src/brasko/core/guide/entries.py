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
from brasko.core.planner.methods import METHODS, SALTS
from brasko.core.safety.agency import minimum_for

Kind = Literal["cut", "scale", "method", "salt", "fire", "danger", "school", "glossary"]
KINDS: tuple[Kind, ...] = get_args(Kind)
KIND_NAMES: dict[Kind, str] = {
    "cut": "Cuts", "scale": "Doneness", "method": "Methods", "salt": "Salt and fat", "fire": "Fires", "danger": "Dangers",
    "school": "Where cooks disagree", "glossary": "Words",
}  # fmt: skip
_GOOD_FOR = {
    "low_then_sear": "At 200-275 °F to a core of 110-120 °F, off, fire hot, then 30 s to 3 min a side. For thick or "
    "costly cuts.",
    "sear_then_low": "Very hot first, 30 s to 5 min a side, then the cool side with the lid on.",
    "direct": "Under an inch, skirt, flank, burgers: anything that needs under about 20 min.",
    "chimney": "Thin steaks, flipped every 60-90 s.",
    "char_then_bath": "Fatty steaks taken to medium. The fat is held a little above the target and never bubbles; "
    "measure under the meat, where it is hottest.",
    "skillet": "Any finish, for whoever has a pan. Hot before the meat arrives.",
    "oven_then_skillet": "No grill at all: oven at about 275 °F to 110 °F, then the pan.",
    "low_and_slow": "Shoulder and roasts, 225-275 °F for hours.",
}
"""What each method is good for."""


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
            Entry(f"method:{key}", "method", m.name, f"{m.why[0].upper()}{m.why[1:]}. {_GOOD_FOR[key]}", ("school:order",))
            for key, m in METHODS.items()
        ),
        *(Entry(f"salt:{k}", "salt", f"Salt {name}", _salt_text(k), ("salt:wet", "salt:dose")) for k, name in SALTS.items()),
        *(
            Entry(f"rest:{k}", "glossary", f"Rest: {name[0].lower()}{name[1:]}", _REST_TEXT[k], ("school:rest", "glossary:carry-over"))
            for k, (name, _) in RESTS.items()
        ),
        *_written(),
    ]  # fmt: skip
    order = {kind: n for n, kind in enumerate(KINDS)}
    return {entry.key: entry for entry in sorted(found, key=lambda e: order[e.kind])}


_REST_TEXT = {
    "open": "Air all round: the crust stays crisp, and it cools soonest.",
    "board": "The board warms under it; the underside softens a little.",
    "foil": "Loose foil holds heat and steam: the core climbs further, the crust softens.",
    "sauce": "Warm sauce or juices under it: the underside stays moist and gives up its crust.",
    "paper": "Paper lets some steam through: between foil and open.",
}
"""What each way of resting does."""


def _salt_text(key: str) -> str:
    return {
        "hour": "By then the salt has drawn juice out and taken it in again, and the surface is dry.",
        "just_before": "The surface has no time to turn wet. Most of the salt stays outside.",
        "overnight": "Open in the fridge: salt goes in all the way and the surface dries, so that it browns at once.",
        "twice": "Half goes in overnight, half stays on the surface.",
    }[key]


def _of_cut(cut: Cut) -> Entry:
    serving, minimum = serving_of(cut.key), minimum_for(cut)
    said = [
        f"{cut.note[0].upper()}{cut.note[1:]}.",
        f"Usually {{len:{cut.typical_thickness_m * 1000:.0f}}} thick, "
        f"{{mass:{cut.typical_mass_kg * 1000:.0f}}}; {cut.composition.fat * 100:.0f} % fat.",
        f"Usual finish {{temp:{cut.default_finish_c:.1f}}}, "
        f"{METHODS[cut.method].name[0].lower()}{METHODS[cut.method].name[1:]}.",
        f"{serving.across}."
        if serving.slice_m == 0.0
        else f"{serving.across}, {{len:{serving.slice_m * 1000:.0f}}} thick.",
        f"For one eater about {{mass:{serving.portion_kg * 1000:.0f}}} without bone and trim.",
    ]
    if minimum is not None:
        said.append(f"Agency: {minimum.words}.")
    return Entry(f"cut:{cut.key}", "cut", cut.name, " ".join(said), (f"method:{cut.method}", "danger:agency"))


def _of_scale(scale: Scale) -> Entry:
    bands = "; ".join(f"{b.word} {{temp:{b.low_c:.1f}}} to {{temp:{b.high_c:.1f}}}" for b in scale.bands[:-1])
    last = scale.bands[-1]
    text = f"{bands}; {last.word} from {{temp:{last.low_c:.1f}}} on. The agency's figures are drawn on it."
    return Entry(f"scale:{scale.key}", "scale", scale.name, text, ("school:words", "danger:agency"))


def _written() -> list[Entry]:
    text = resources.files(__package__).joinpath("data/guide.csv").read_text(encoding="utf-8")
    return [
        Entry(
            row["key"], next(k for k in KINDS if k == row["kind"]), row["title"], row["text"], tuple(row["see"].split())
        )
        for row in csv.DictReader(text.splitlines())
    ]

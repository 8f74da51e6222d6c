"""Everything the interface offers to choose from."""

from functools import cache, lru_cache

from brasko.core.fire.custom import AT_HAND, PLANNER_FIRES, kind_of_fire, searing_fires, shipped
from brasko.core.foods.colour import COLOURS, tissue_of
from brasko.core.foods.cuts import Cut, all_cuts
from brasko.core.foods.doneness import SCALES
from brasko.core.foods.salts import SALT_KINDS
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.methods.method import Method
from brasko.core.planner.spec.piece import SALTED_ON
from brasko.core.safety.agency import needs_choice
from brasko.core.words import say
from brasko.formats.fire import OwnFireIn
from brasko.formats.fire_convert import said_setup, spot_schema
from brasko.web.plans.present import plan_grate
from brasko.web.plans.reference_schemas import (
    BandOut,
    ColourStop,
    CutOut,
    FireChoiceOut,
    GentleOut,
    GrateOut,
    MethodOut,
    ReferenceOut,
    ScaleOut,
    TissueColours,
)
from brasko.web.plans.schemas import ChoiceOut


def _named(names: dict[str, str]) -> list[ChoiceOut]:
    return [ChoiceOut(key=key, name=say("start-of-sentence", text=name), why="") for key, name in names.items()]


@cache
def reference() -> ReferenceOut:
    """Everything the interface offers to choose from; it changes only with the program."""
    return ReferenceOut(
        cuts=[_cut(c) for c in all_cuts().values()],
        scales=[
            ScaleOut(
                key=s.key,
                name=s.name,
                bands=[BandOut(word=b.word, low_c=b.low_c, high_c=b.high_c) for b in s.bands],
            )
            for s in SCALES.values()
        ],
        methods=[_method(k, m) for k, m in METHODS.items()],
        appetites=_named({"small": "Small", "usual": "Usual", "large": "Large"}),
        salt_kinds=_named({k: s.name for k, s in SALT_KINDS.items()}),
        colours=[
            TissueColours(tissue=tissue, stops=[ColourStop(temp_c=t, colour=c, word=w) for t, c, w in stops])
            for tissue, stops in COLOURS.items()
        ],
        grates=_shipped_grates(),
    )


def _cut(c: Cut) -> CutOut:
    return CutOut(
        key=c.key,
        name=c.name,
        group=c.group,
        typical_thickness_mm=c.typical_thickness_m * 1000.0,
        typical_mass_g=c.typical_mass_kg * 1000.0,
        default_finish_c=c.default_finish_c,
        method=c.method,
        crust=c.crust,
        is_side=c.kind == "plant",
        may_be_tenderised=c.kind == "intact",
        below_agency=needs_choice(c),
        below_agency_tenderised=needs_choice(c, True),
        note=c.note,
        has_bone=c.bone_m > 0.0,
        tissue=tissue_of(c),
        ground=c.kind == "ground",
        fat_share=c.composition.fat,
        patty=c.kind == "ground" and c.shape == "disc",
        salted_ahead=c.salt_share > 0.0 and c.kind not in SALTED_ON,
    )


def _method(key: str, how: Method) -> MethodOut:
    two_parts = "gentle" in how.phases and "sear" in how.phases
    return MethodOut(
        key=key,
        name=how.name,
        why=how.why,
        sears_apart=how.slow == "gentle" and "sear" in how.phases,
        browns=how.browns,
        gentle=_gentle(how),
        fires=[_fire(f) for f in how.fires],
        sear_fires=[ChoiceOut(key=f, name=PLANNER_FIRES[f], why="") for f in searing_fires()] if two_parts else [],
        wraps=how.is_long,
    )


def _fire(key: str) -> FireChoiceOut:
    kind = kind_of_fire(key)
    return FireChoiceOut(key=key, name=PLANNER_FIRES[key], why="", kind=kind, at_hand=kind in AT_HAND)


def _gentle(how: Method) -> GentleOut | None:
    """What the gentle phase of a method may be set to, where it has one."""
    if "gentle" not in how.phases:
        return None
    low_c, high_c = how.gentle_range_c
    return GentleOut(name=how.gentle_name, usual_c=how.gentle_usual_c(), low_c=low_c, high_c=high_c)


@lru_cache(maxsize=1)
def _shipped_grates() -> list[GrateOut]:
    found = []
    for key, own in shipped().items():
        gentle, sear = spot_schema(own.gentle), spot_schema(own.sear)
        assert gentle is not None
        assert sear is not None
        said = OwnFireIn(name=own.name, setup=said_setup(own.setup), gentle=gentle, sear=sear)
        found.append(GrateOut(fire=key, grate=plan_grate(said, own)))
    return found

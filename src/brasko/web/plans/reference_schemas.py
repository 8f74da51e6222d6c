"""What the interface offers to choose from: cuts, ways, scales, colours, grates. Temperatures in °C, lengths in mm."""

from typing import Literal

from ninja import Schema

from brasko.core.foods.colour import Tissue
from brasko.web.plans.schemas import ChoiceOut, PlanGrate


class CutOut(Schema):
    key: str
    name: str
    group: str
    typical_thickness_mm: float
    typical_mass_g: float
    default_finish_c: float
    method: str
    crust: str
    may_be_tenderised: bool
    is_side: bool
    below_agency: Literal["free", "recorded", "never"]
    below_agency_tenderised: Literal["free", "recorded", "never"]
    note: str
    has_bone: bool
    tissue: Tissue
    ground: bool
    fat_share: float
    patty: bool
    salted_ahead: bool


class BandOut(Schema):
    word: str
    low_c: float
    high_c: float


class GentleOut(Schema):
    """What a gentle phase may be set to; usual_c is null where it follows from the finish."""

    name: str
    usual_c: float | None
    low_c: float
    high_c: float


class FireChoiceOut(ChoiceOut):
    """A fire that a method can be done on; at_hand: every household has such a thing, whatever its grills are."""

    kind: str
    at_hand: bool


class MethodOut(Schema):
    """A way of cooking. sears_apart: its sear has a length of its own; browns: a crust can be asked of it."""

    key: str
    name: str
    why: str
    sears_apart: bool
    browns: bool
    gentle: GentleOut | None
    fires: list[FireChoiceOut]
    sear_fires: list[ChoiceOut]
    wraps: bool


class ScaleOut(Schema):
    key: str
    name: str
    bands: list[BandOut]


class ColourStop(Schema):
    temp_c: float
    colour: str
    word: str


class TissueColours(Schema):
    """How the inside of one kind of food changes colour with heat."""

    tissue: Tissue
    stops: list[ColourStop]


class GrateOut(Schema):
    fire: str
    grate: PlanGrate


class ReferenceOut(Schema):
    """Everything the interface offers to choose from."""

    cuts: list[CutOut]
    scales: list[ScaleOut]
    methods: list[MethodOut]
    appetites: list[ChoiceOut]
    salt_kinds: list[ChoiceOut]
    colours: list[TissueColours]
    grates: list[GrateOut]

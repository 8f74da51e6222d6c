"""brasko/simulation@1: a food, its steps and what each side sees. SI, temperatures in °C, lengths in mm, masses in
g."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, Field, FiniteFloat, model_validator

from brasko.formats.strict import Strict

FORMAT = "brasko/simulation@1"
RESULT_FORMAT = "brasko/simulation-result@1"
"""Names of the published formats."""


class PropertiesIn(Strict):
    """Constant thermal properties."""

    conductivity_w_mk: FiniteFloat
    density_kg_m3: FiniteFloat
    specific_heat_j_kgk: FiniteFloat


class CompositionIn(Strict):
    """Mass fractions, adding up to 1."""

    water: FiniteFloat
    protein: FiniteFloat = 0.0
    fat: FiniteFloat = 0.0
    ash: FiniteFloat = 0.0
    carbohydrate: FiniteFloat = 0.0


class FoodIn(Strict):
    """A piece: exactly one of properties, composition and cut says what it is made of."""

    shape: Literal["disc", "bar"] = "disc"
    thickness_mm: FiniteFloat
    mass_g: FiniteFloat
    length_mm: FiniteFloat | None = Field(None, description="of a bar")
    bone_mm: FiniteFloat = Field(0.0, description="width of a strip of bone along one edge of a bar")
    start_c: FiniteFloat
    properties: PropertiesIn | None = None
    composition: CompositionIn | None = None
    cut: str | None = None
    moisture: bool | None = Field(
        None, description="false: no evaporation, boiling or drip; if not given, true but with constant properties"
    )
    film_kg_m2: FiniteFloat | None = Field(None, description="water on the surface at the start")
    probe_depth_share: FiniteFloat = 0.5

    @model_validator(mode="after")
    def _one_material(self) -> FoodIn:
        given = [n for n in ("properties", "composition", "cut") if getattr(self, n) is not None]
        if len(given) != 1:
            raise ValueError(
                f"needs exactly one of properties, composition and cut (got {', '.join(given) or 'none'})."
            )
        if self.properties is not None and self.moisture:
            raise ValueError("moisture|must be false with properties: constant properties hold no water.")
        if self.shape == "bar" and self.length_mm is None:
            raise ValueError("length_mm|is required for a bar.")
        return self


class SideIn(Strict):
    """What one side sees; "bottom" is towards the fire, whichever face is down."""

    air_c: FiniteFloat | None = None
    h_w_m2k: FiniteFloat = 0.0
    radiant_c: FiniteFloat | None = None
    view_factor: FiniteFloat = 1.0
    emissivity: FiniteFloat = 0.9
    contact_c: FiniteFloat | None = None
    contact_w_m2k: FiniteFloat | None = None
    vapour_kg_m3: FiniteFloat | None = None
    in_liquid: bool = Field(False, description="under fat or water: nothing evaporates below boiling")

    @model_validator(mode="after")
    def _complete(self) -> SideIn:
        if self.h_w_m2k != 0.0 and self.air_c is None:
            raise ValueError("air_c|is required with h_w_m2k.")
        if (self.contact_c is None) != (self.contact_w_m2k is None):
            raise ValueError("contact_w_m2k|and contact_c belong together: give both or neither.")
        return self


class MoistAirIn(Strict):
    """Water vapour about the food, as a density or as relative humidity at an air temperature."""

    vapour_kg_m3: FiniteFloat | None = None
    relative_humidity: FiniteFloat | None = Field(None, ge=0.0, le=1.0)
    air_c: FiniteFloat | None = None

    @model_validator(mode="after")
    def _one_way(self) -> MoistAirIn:
        if (self.vapour_kg_m3 is None) == (self.relative_humidity is None):
            raise ValueError("needs either vapour_kg_m3 or relative_humidity.")
        if self.relative_humidity is not None and self.air_c is None:
            raise ValueError("air_c|is required with relative_humidity.")
        return self


class MetalIn(Strict):
    """A skillet or the rods of a grate below the food, a body with its own heat."""

    contact_w_m2k: FiniteFloat
    heat_j_k: FiniteFloat
    share: FiniteFloat = 1.0
    hidden: FiniteFloat | None = None
    power_w: FiniteFloat = 0.0
    loss_w_k: FiniteFloat = 0.0
    around_c: FiniteFloat = 20.0
    start_c: FiniteFloat | None = None


class UntilIn(Strict):
    """When a step ends: whichever comes first."""

    core_c: FiniteFloat | None = None
    probe_c: FiniteFloat | None = None
    crust_s: FiniteFloat | None = None
    fallen_k: FiniteFloat | None = None
    max_s: FiniteFloat | None = None

    @model_validator(mode="after")
    def _some(self) -> UntilIn:
        if all(value is None for value in (self.core_c, self.probe_c, self.crust_s, self.fallen_k, self.max_s)):
            raise ValueError("needs at least one of core_c, probe_c, crust_s, fallen_k and max_s.")
        return self


class StepIn(Strict):
    """One stretch in unchanging surroundings. A missing side is insulated."""

    name: str = Field(min_length=1)
    bottom: SideIn | None = None
    top: SideIn | None = None
    edge: SideIn | None = None
    surroundings: MoistAirIn | None = None
    until: UntilIn
    flip_every_s: FiniteFloat | None = None
    flip_at_crust_s: FiniteFloat | None = None
    flip_first: bool = False
    turn_deg: FiniteFloat = 0.0
    metal: MetalIn | None = None


class SimulationIn(Strict):
    """What `brasko simulate` reads."""

    format: Literal["brasko/simulation@1"]
    food: FoodIn
    steps: list[StepIn] = Field(min_length=1, max_length=100)
    every_s: FiniteFloat = 10.0
    field: bool = Field(False, description="give the temperature field at the end too")


class StepOut(BaseModel):
    """How a step went; reached says which of its conditions ended it."""

    name: str
    start_s: float
    end_s: float
    core_c: float
    reached: Literal["time", "core", "probe", "crust", "peak"]


class FacesOut(BaseModel):
    """Browning of each face: seconds at 140 °C that brown as much."""

    a: float
    b: float


class LethalityOut(BaseModel):
    """Decimal reductions of Salmonella."""

    core: float
    surface: float


class BalanceOut(BaseModel):
    """Relative errors of the books of heat and water."""

    energy_relative_error: float
    water_relative_error: float


class MarkOut(BaseModel):
    """One set of marks from the rods of a grate."""

    face: Literal["a", "b"]
    turn_deg: float
    browning_s: float


class FieldOut(BaseModel):
    """Temperatures at the end, rows by height above face a, columns by distance from the axis (or from the bone)."""

    z_mm: list[float]
    r_mm: list[float]
    temp_c: list[list[float]]
    peak_c: list[list[float]]


class SimulationOut(BaseModel):
    """What `brasko simulate` prints. Curves share time_s; face a starts down."""

    format: Literal["brasko/simulation-result@1"]
    model_version: str
    time_s: list[float]
    core_c: list[float]
    face_a_c: list[float]
    face_b_c: list[float]
    probe_c: list[float]
    metal_c: list[float] | None
    steps: list[StepOut]
    flips_s: list[float]
    peak_core_c: float
    grey_rim_share: float
    mass_loss_share: float
    evaporated_share: float
    drip_share: float
    browning: FacesOut
    marks: list[MarkOut]
    salmonella_log10: LethalityOut
    balance: BalanceOut
    field: FieldOut | None

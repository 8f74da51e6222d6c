"""What the endpoints beside a plan take and give: picks, other ways, schools, amounts, shares, patties and holding."""

from ninja import Schema
from pydantic import ConfigDict, Field

from brasko.formats.bounds import Figure, Moment
from brasko.formats.meal import MAX_PIECES, PieceIn, TableIn
from brasko.web.plans.schemas import ChoiceOut, SmokeOut


class PickIn(Schema):
    model_config = ConfigDict(extra="forbid")

    cut: str
    thickness_mm: Figure
    eat_at: Moment | None = None


class PickOut(Schema):
    """What Brasko takes for a cut, and why."""

    piece: PieceIn
    why: str


class WayOut(Schema):
    """One way to cook the piece, computed. saved is what it gains and costs beside the plan's own way."""

    piece: PieceIn
    name: str
    fire_name: str
    on_s: float
    lead_s: float
    hands_s: float
    grey_rim_share: float
    crust_share: float
    climb_k_min: float
    fuel_kg: float
    fuel_name: str
    mass_loss_share: float
    smoke: SmokeOut
    trade_off: str


class RefusedOut(Schema):
    method: str
    name: str
    why: str


class ChoicesOut(Schema):
    """questions are those where cooks disagree, by their keys."""

    questions: list[ChoiceOut]
    why: str
    mine: WayOut
    others: list[WayOut]
    refused: list[RefusedOut]


class SchoolIn(Schema):
    """One of the questions where cooks disagree."""

    model_config = ConfigDict(extra="forbid")

    piece: PieceIn
    key: str


class VariantOut(Schema):
    name: str
    mine: bool
    on_s: float
    pull_c: float
    rise_k: float
    grey_rim_share: float
    mass_loss_share: float
    why: str
    change: dict[str, str | float | None]


class SchoolOut(Schema):
    key: str
    question: str
    says: str
    variants: list[VariantOut]


class MealAsk(Schema):
    """Pieces and table, to be told amounts, shares and holding plans of."""

    model_config = ConfigDict(extra="forbid")

    pieces: list[PieceIn] = Field(min_length=1, max_length=MAX_PIECES)
    table: TableIn = Field(default_factory=TableIn)
    late_min: Figure = 30.0


class FuelOut(Schema):
    name: str
    laid_kg: float
    used_kg: float
    refuels: int
    add_words: str


class AmountsOut(Schema):
    cut_name: str
    count: int
    eaters: int
    raw_kg: float
    needed_kg: float
    pieces_needed: int
    cooked_kg: float
    plate_kg: float
    cost: float | None
    salt_g: float
    salt_spoons: str
    fat_g: float
    fuel: FuelOut | None
    enough: bool
    words: str


class PattyOut(Schema):
    mass_kg: float
    width_m: float
    thickness_m: float
    cooked_width_m: float
    cheese_s: float
    words: str
    for_bun: str


class PartOut(Schema):
    eater: str
    piece: int
    from_share: float
    to_share: float
    peak_c: float
    off_k: float
    words: str


class HoldingOut(Schema):
    key: str
    name: str
    when: str
    served_core_c: float | None
    peak_core_c: float
    within_clock: bool
    words: str


class PieceDetails(Schema):
    amounts: AmountsOut
    patty: PattyOut | None
    parts: list[PartOut]
    holdings: list[HoldingOut]
    clock_s: float
    clock_limit_s: float
    warm_zone_s: float


class DetailsOut(Schema):
    pieces: list[PieceDetails]
    cost: float | None
    words: str


class BurgerIn(Schema):
    model_config = ConfigDict(extra="forbid")

    fat_share: Figure = 0.2
    thickness_mm: Figure = 19.0
    bun_mm: Figure = 105.0
    lean_fat: Figure = 0.05
    rich_fat: Figure = 0.3
    patties: int = Field(4, ge=1, le=24)


class BurgerOut(Schema):
    piece: PieceIn
    lean_g: float
    rich_g: float
    patty: PattyOut

"""What a household has, kind by kind, as its file tells it (brasko/household@1): declared once, for out and in.

A row is an object of the fields of its table, times in ISO 8601, with `id` its number in the file; what points at a row
of another kind holds that number. Readings are CSV, pictures are JPEG, all else is JSON.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from datetime import UTC
from functools import cached_property
from typing import Any

from django.core.exceptions import ValidationError
from django.db import models
from pydantic import StrictFloat, TypeAdapter

from brasko.core.fire.grills import COOKWARE
from brasko.core.foods.cuts import cut_named
from brasko.core.learning.habits import HABITS
from brasko.formats.experiment import ExperimentIn
from brasko.formats.fire import GrillIn, OwnFireIn
from brasko.formats.meal_convert import spec_of
from brasko.formats.older_words import of_now
from brasko.formats.table import MealTableIn, TableOut
from brasko.formats.text import clean, clean_message, cleaned, in_a_line
from brasko.web.cooks.convert import cook_out
from brasko.web.cooks.events import deed_of
from brasko.web.cooks.models import Cook, Event, Photo, Piece, Reading
from brasko.web.cooks.schedule import Schedule
from brasko.web.lab.models import Experiment
from brasko.web.lab.schemas import ResultOut
from brasko.web.plans.api import plan_out
from brasko.web.plans.models import Plan, PlanPiece
from brasko.web.plans.schemas import PlanOut
from brasko.web.plans.stored import stored_piece, stored_programme
from brasko.web.practice.models import Attempt, FeelRound
from brasko.web.tables.models import Table
from brasko.web.yard.actions.taste import OF_CRUST, OF_DONENESS
from brasko.web.yard.models import Check, FireFigure, Grill, LaidFire, Pan, Teaching, Thermometer, Verdict, Zone

FORMAT = "brasko/household@1"
PREFERENCES = ("name", "units", "clock", "eaters", "scale", "scheme", "language", "learns")
"""Of the household itself."""
OPTIONAL_PREFERENCES = ("altitude_m",)
"""The same, which files made by older versions have not."""


SAID = ("order", "notes", "result", "outcome", "told_json", "cooked")
"""Columns of what Brasko said, as messages."""
LARGEST, FASTEST, MAX_STARS = 1e7, 3600.0, 5
"""No figure of a row is larger; no practice's clock runs faster."""
FARTHEST = 100.0
"""So many standard deviations from the usual, nothing was learned."""


@dataclass(frozen=True)
class Kind:
    """One kind of thing.

    of          how a row's owner is found
    points      fields that hold the number of a row of another kind
    without     fields that stay where they are
    sound       what must be readable of a row's stored documents; raises where it is not
    """

    name: str
    model: type[models.Model]
    of: str = "owner"
    points: Mapping[str, str] = field(default_factory=dict, hash=False)
    without: tuple[str, ...] = ()
    sound: Callable[[Mapping[str, Any]], object] = lambda row: None

    @cached_property
    def fields(self) -> tuple[models.Field[Any, Any], ...]:
        """What a row has, in order; neither number nor owner."""
        left_out = {"id", "owner", *self.without}
        return tuple(f for f in self.model._meta.concrete_fields if f.name not in left_out)

    @cached_property
    def attributes(self) -> dict[str, str]:
        """How the attribute of each field is called."""
        return {f.name: f.attname for f in self.fields}

    @cached_property
    def written_by_itself(self) -> tuple[str, ...]:
        """Fields that the table writes by itself."""
        by_itself = [f for f in self.fields if getattr(f, "auto_now", False) or getattr(f, "auto_now_add", False)]
        return tuple(f.attname for f in by_itself)

    @property
    def rows(self) -> models.QuerySet[Any]:
        """All rows, those that were let go too."""
        return self.model._base_manager.all()

    def told(self, row: Any) -> dict[str, Any]:
        """A row as the file has it."""
        return {"id": row.pk} | {f.name: _told(f, getattr(row, f.attname)) for f in self.fields}

    def read(self, row: Mapping[str, Any]) -> dict[str, Any]:
        """The values of a row, by the attributes of its table; what points elsewhere is as the file says it.

        Raises ValidationError where a value is missing or is none; what else is in the row is not looked at.
        """
        values: dict[str, Any] = {}
        for each in self.fields:
            if each.name not in row and not each.has_default() and not each.null:
                raise ValidationError(f"{each.name} is missing")
            raw = row.get(each.name, each.get_default())
            values[each.attname] = _read(each, raw)
        self.sound(values)
        return values


def _told(of: models.Field[Any, Any], value: Any) -> Any:
    if value is None or isinstance(of, models.JSONField | models.BooleanField | models.FloatField):
        return value
    if isinstance(of, models.IntegerField | models.ForeignKey):
        return value
    return value.isoformat() if isinstance(of, models.DateTimeField) else str(value)


def _read(of: models.Field[Any, Any], raw: Any) -> Any:
    if raw is None:
        if not of.null:
            raise ValidationError(f"{of.name} is missing")
        return None
    if isinstance(of, models.ForeignKey):
        if not isinstance(raw, int) or isinstance(raw, bool):
            raise ValidationError(f"{of.name} is no number of a row")
        return raw
    if isinstance(of, models.JSONField):
        # what Brasko said of it may have been said by an earlier one
        return cleaned(of_now(raw), clean_message) if of.name in SAID else cleaned(raw)
    if isinstance(raw, str):
        raw = clean(raw) if isinstance(of, models.TextField) else in_a_line(raw)
    if isinstance(raw, list | dict):
        raise ValidationError(f"{of.name} is a list or an object")
    try:
        value = of.to_python(raw)
        of.run_validators(value)
        if of.choices and value not in (of.blank and "", *dict(of.flatchoices)):
            raise ValidationError("is not one of those there are")
    except ValidationError as exc:
        raise ValidationError(f"{of.name}: {'; '.join(exc.messages)}") from exc
    if isinstance(of, models.FloatField) and not abs(value) <= LARGEST:
        raise ValidationError(f"{of.name} is larger than anything that is measured here")
    if isinstance(of, models.DateTimeField):
        if value.tzinfo is None:
            raise ValidationError(f"{of.name} has no time zone")
        # an hour at the ends of the calendar is none elsewhere
        return value.astimezone(UTC)
    return value


def _pan(row: Mapping[str, Any]) -> None:
    size = (row["width_mm"] / 1000, row["depth_mm"] / 1000)
    COOKWARE[row["like"]].like_this(row["name"], *size, row["heat_j_k"])


MAX_TASKS = 2000
"""Of one meal: more than twelve dishes turned all evening come to."""


def _cook(row: Mapping[str, Any]) -> None:
    if not 0.0 < row["clock_speed"] <= FASTEST or (row["stars"] or 0) > MAX_STARS:
        raise ValidationError("its clock or its stars are none that a cook can have")
    if len(Schedule.model_validate(row["schedule"] or {}).tasks) > MAX_TASKS:
        raise ValidationError("its schedule is longer than any meal's")


def _piece(row: Mapping[str, Any]) -> None:
    if cut_named(row["cut"]).key != stored_piece(row["inputs"]).cut:
        raise ValidationError("its cut is not the one that was asked for")
    stored_programme(row["result"])


def _table(row: Mapping[str, Any]) -> None:
    asked, told = MealTableIn.model_validate(row["asked_json"]), TableOut.model_validate(row["told_json"])
    eaten = {dish.key for dish in told.dishes if not dish.left_out}
    for dish in asked.dishes:
        needed = None if dish.piece is None or dish.key not in eaten else spec_of(dish.piece).reading_c
        shown = [w.least_c for w in told.work if w.of == dish.key and w.least_c is not None]
        # nobody calls it done below that, whoever wrote the file
        if needed is not None and min(shown, default=0.0) < needed:
            raise ValidationError(f"{dish.key} is taken off below its figure, or without a reading")


def _experiment(row: Mapping[str, Any]) -> None:
    ExperimentIn.model_validate(row["asked_json"])
    ResultOut.model_validate(row["told_json"])


_Row = tuple[StrictFloat, StrictFloat]
_two_by_two: TypeAdapter[tuple[_Row, _Row]] = TypeAdapter(tuple[_Row, _Row])


def _teaching(row: Mapping[str, Any]) -> None:
    (a, b), (c, d) = _two_by_two.validate_python(row["information"])
    if not (a > 0.0 and d > 0.0 and a * d > b * c and abs(b - c) <= 1e-9 * (a + d)):
        raise ValidationError("what it says it knows cannot be known")
    if max(abs(row["film"]), abs(row["air"])) > FARTHEST:
        raise ValidationError("it lies farther from the usual than any fire")


def _figure(row: Mapping[str, Any]) -> None:
    habit = HABITS.get(row["habit"])
    if habit is None:
        raise ValidationError(f"there is no habit {row['habit']}")
    if (habit.is_factor and row["value"] <= 0.0) or abs(habit.away(row["value"])) > FARTHEST:
        raise ValidationError("it lies farther from the usual than any fire")


def _verdict(row: Mapping[str, Any]) -> None:
    cut_named(row["cut"])
    if row["doneness"] not in ("", *OF_DONENESS) or row["crust"] not in ("", *OF_CRUST):
        raise ValidationError("what was said of it is no word for it")


KINDS: tuple[Kind, ...] = (
    Kind("grills", Grill, sound=lambda row: GrillIn.model_validate(row["spec"])),
    Kind("zones", Zone, "grill__owner", {"grill": "grills"}),
    Kind("pans", Pan, sound=_pan),
    Kind("fires", LaidFire, sound=lambda row: OwnFireIn.model_validate(row["fire"])),
    # a token opens this machine and no other: paired anew elsewhere
    Kind("thermometers", Thermometer, without=("token_digest", "expires_at", "revoked_at")),
    Kind("checks", Check, "thermometer__owner", {"thermometer": "thermometers"}),
    Kind("plans", Plan, points={"grill": "grills"}),
    Kind("plan_pieces", PlanPiece, "plan__owner", {"plan": "plans"}, sound=_piece),
    Kind("cooks", Cook, points={"plan": "plans", "grill": "grills"}, sound=_cook),
    Kind("pieces", Piece, "cook__owner", {"cook": "cooks", "thermometer": "thermometers"}, ("spark",), _piece),
    Kind(
        "events",
        Event,
        "cook__owner",
        {"cook": "cooks", "piece": "pieces"},
        sound=lambda row: deed_of(row["kind"], row["payload"]),
    ),
    Kind("tables", Table, points={"cook": "cooks"}, sound=_table),
    Kind("experiments", Experiment, sound=_experiment),
    Kind("attempts", Attempt, points={"cook_id": "cooks"}),
    Kind("feel_rounds", FeelRound),
    Kind(
        "teachings",
        Teaching,
        points={"piece_id": "pieces"},
        sound=_teaching,
    ),
    Kind("figures", FireFigure, points={"piece_id": "pieces"}, sound=_figure),
    Kind("verdicts", Verdict, points={"piece_id": "pieces"}, sound=_verdict),
)
"""In an order in which everything points at what came before."""
PICTURES = Kind("pictures", Photo, "cook__owner", {"cook": "cooks"}, without=("jpeg",))
READINGS = Kind("readings", Reading, "cook__owner", {"cook": "cooks", "piece": "pieces", "thermometer": "thermometers"})
READING_COLUMNS = ("piece", "thermometer", "source", "sequence", "at", "recorded_at", "temp_c", "raw_c")
"""Of readings/COOK.csv."""


_PAGES: Mapping[str, Callable[[Any], object]] = {
    "plans": lambda plan: PlanOut.model_validate(plan_out(plan)),
    "cooks": cook_out,
}
SHOWN: Mapping[Kind, Callable[[Any], object]] = {kind: _PAGES[kind.name] for kind in KINDS if kind.name in _PAGES}
"""How rows come to a page: what cannot be shown is not taken in."""


def schema() -> dict[str, Any]:
    """The JSON Schema of the files of a household's zip, by their names."""

    def of(each: models.Field[Any, Any]) -> dict[str, Any]:
        if isinstance(each, models.JSONField):
            return {}
        if isinstance(each, models.BooleanField):
            kind: dict[str, Any] = {"type": "boolean"}
        elif isinstance(each, models.FloatField):
            kind = {"type": "number"}
        elif isinstance(each, models.IntegerField | models.ForeignKey):
            kind = {"type": "integer"}
        elif isinstance(each, models.DateTimeField):
            kind = {"type": "string", "format": "date-time"}
        else:
            kind = {"type": "string"}
            if each.choices:
                kind["enum"] = [key for key, _ in each.flatchoices] + ([""] if each.blank else [])
        return {"anyOf": [kind, {"type": "null"}]} if each.null else kind

    def rows(kind: Kind) -> dict[str, Any]:
        known = {"id": {"type": "integer"}} | {f.name: of(f) for f in kind.fields}
        needed = ["id"] + [f.name for f in kind.fields if not f.null and not f.has_default()]
        points = {"x-points-at": dict(kind.points)} if kind.points else {}
        return {"type": "array", "items": {"type": "object", "properties": known, "required": needed} | points}

    about = {
        "type": "object",
        "properties": {
            "format": {"const": FORMAT},
            "household": {"type": "string", "format": "uuid"},
            "made_at": {"type": "string", "format": "date-time"},
            "brasko": {"type": "string"},
            "preferences": {"type": "object", "required": list(PREFERENCES)},
        },
        "required": ["format", "household", "made_at", "preferences"],
    }
    files = {"about.json": about} | {f"{kind.name}.json": rows(kind) for kind in (*KINDS, PICTURES)}
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": FORMAT,
        "description": "Files of a zip. Beside them readings/COOK.csv with the columns "
        f"{', '.join(READING_COLUMNS)}, and pictures/COOK.jpg.",
        "type": "object",
        "properties": files,
        "required": ["about.json"],
    }

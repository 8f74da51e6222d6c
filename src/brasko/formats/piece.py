"""From the declared answers about a piece to the fields of formats, and between the two."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any

from pydantic import BaseModel, Field

from brasko.core.foods.cuts import Cut, all_cuts, cut_named
from brasko.core.foods.doneness import scale_named
from brasko.core.planner.spec.fields import Declared, Kind, declared
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.formats import words
from brasko.formats.bounds import Count, Figure
from brasko.formats.fire import OwnFireIn
from brasko.formats.fire_convert import own_of
from brasko.words import rendered

ANSWERS = declared(PieceSpec)
OUTSIDE = {name: each.outside for name, each in ANSWERS.items()}
SPOKEN = {name: each.spoken for name, each in ANSWERS.items()}
_TYPES: Mapping[Kind, Any] = {"cut": str, "name": str, "flag": bool, "count": Count, "fire": OwnFireIn}
_IN_WORDS: Mapping[Kind, Any] = {"length": words.length_mm, "mass": words.mass_g, "temperature": words.temperature_c}
DONENESS = "finish_c"
"""The answer that may be a word of a doneness scale."""


def sent_fields() -> dict[str, Any]:
    """The fields of a piece as it is sent, for pydantic's create_model."""
    return {each.outside: _field(each, _TYPES.get(each.answer.kind, Figure)) for each in ANSWERS.values()}


def spoken_fields() -> dict[str, Any]:
    """The fields of a piece on the command line: quantities in words, and what the cut brings may be left out."""
    found = {}
    for each in ANSWERS.values():
        kind = each.answer.kind
        type_: Any = str | Figure if kind in _IN_WORDS else _TYPES.get(kind, Figure)
        if each.answer.of_cut is not None:
            found[each.spoken] = (
                type_ | None,
                Field(None, description=rendered(f"{each.answer.words}; the cut's, if not given")),
            )
        else:
            found[each.spoken] = _field(each, type_)
    return found


def _field(each: Declared, type_: Any) -> tuple[Any, Any]:
    default: Any = ...
    if each.has_default:
        default, type_ = each.to_outside(each.default), type_ | None if each.is_optional else type_
    elif each.answer.of_cut is not None and not each.answer.must:
        default, type_ = None, type_ | None
    return type_, Field(default, description=rendered(each.answer.words) or None)


def sent_values(piece: BaseModel) -> dict[str, Any]:
    """What a piece answers, by the core's names and in its units."""
    return {name: _core_value(each, getattr(piece, each.outside)) for name, each in ANSWERS.items()}


def _core_value(each: Declared, value: Any) -> Any:
    if each.answer.kind == "fire":
        return None if value is None else own_of(value)
    return each.to_core(value)


def spoken_wish(given: Any, scale: str) -> PieceSpec:
    """The wish of a piece in a cook's words. Raises InvalidInput with the field's name as it is spoken."""
    values: dict[str, Any] = {}
    for name, each in ANSWERS.items():
        said = getattr(given, each.spoken)
        values[name] = said if said is None else _understood(each, said, scale)
    cut = cut_named(values["cut"])
    return PieceSpec(**values | dict(_of_cut(cut, values)))


def _of_cut(cut: Cut, values: dict[str, Any]) -> Iterator[tuple[str, Any]]:
    """What the cut brings where nothing was said; a thickness comes before what hangs on it."""
    thickness_m = values["thickness_m"]
    for name, each in ANSWERS.items():
        if values[name] is None and each.answer.of_cut is not None:
            brought = each.answer.of_cut(cut, cut.typical_thickness_m if thickness_m is None else thickness_m)
            yield name, brought


def _understood(each: Declared, said: Any, scale: str) -> Any:
    kind = each.answer.kind
    if each.name == DONENESS:
        return words.finish_c(each.spoken, said, scale_named(scale))
    if kind in _IN_WORDS:
        return each.to_core(_IN_WORDS[kind](each.spoken, said))
    if kind == "cut":
        return words.key_of(each.spoken, said, {c.key: c.name for c in all_cuts().values()})
    if kind == "name":
        return words.key_of(each.spoken, said, each.answer.named())
    return _core_value(each, said)


def filled_values(piece: BaseModel) -> dict[str, Any]:
    """What a piece leaves to its cut and its method, by the names outside."""
    values = {name: each.to_core(getattr(piece, each.outside)) for name, each in ANSWERS.items()}
    cut = cut_named(values["cut"])
    found = {}
    for name, value in _of_cut(cut, values):
        outside = ANSWERS[name].to_outside(value)
        found[ANSWERS[name].outside] = max(round(outside), 0) if ANSWERS[name].answer.kind == "mass" else outside
    usual = METHODS[values["method"]].fires[0] if values["method"] in METHODS else None
    found["fire"] = (values["fire"] or usual) if values["own_fire"] is None else None
    return found


def renamed(field: str, names: Mapping[str, str] = OUTSIDE) -> str:
    """An error's field with its last part as it is called outside."""
    place, dot, last = field.rpartition(".")
    return f"{place}{dot}{names.get(last, last)}"


def outside_text(field: str, value: str | float) -> str:
    """A value that a remedy offers for an answer, as it is written outside."""
    if isinstance(value, str):
        return value
    each = ANSWERS.get(field)
    return f"{value if each is None else each.to_outside(value):.6g}"


def outside_changes(spec: PieceSpec, other: PieceSpec) -> dict[str, Any]:
    """Answers in which another wish differs, by the names outside; a fire of the cook's own can only be taken away."""
    return {
        each.outside: each.to_outside(getattr(other, name))
        for name, each in ANSWERS.items()
        if getattr(other, name) != getattr(spec, name) and (each.answer.kind != "fire" or getattr(other, name) is None)
    }

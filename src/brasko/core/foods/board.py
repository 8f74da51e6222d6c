"""A cut as it lies on the board, seen from above: outline, bone, fat, grain, where the probe goes and how it is sliced.

The shapes are ours, drawn from memory of the trade (data/boards.json); the size is computed: a usual piece covers the
area that its weight, thickness and density give it, and a bar is as long as the table of cuts says.
"""

from __future__ import annotations

import csv
import json
import math
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Any

import numpy as np
import shapely
from scipy.interpolate import CubicSpline
from shapely import LineString, MultiLineString, Point, Polygon
from shapely.affinity import scale as stretched
from shapely.geometry.base import BaseGeometry
from shapely.ops import split

from brasko.core.foods.cuts import Cut
from brasko.core.foods.serving import serving_of
from brasko.core.words import quantity

Points = tuple[tuple[float, float], ...]
"""A line or a closed outline [m]: x to the right, y away from whoever stands at the board."""

FLECK_M = 0.0035
"""Half the length of one fleck of fat (assumed); how many there are follows from the cut's fat."""
FLECKS_OF_ALL_FAT = 260
"""Flecks on a piece that would be nothing but fat (assumed, to look at)."""
GRAIN_EVERY_M, SHORTEST_M, MAX_SLICES = 0.009, 0.003, 11
"""How far fibres are drawn apart, the shortest line worth drawing, the most slices that can be told apart (assumed)."""
KEPT_FROM_BONE_M = 0.006
"""So far off the bone a probe is drawn at least (assumed)."""


@dataclass(frozen=True)
class Counter:
    """What to ask for when buying, and which side goes towards the fire. Common practice, no source."""

    board: str
    ask: str
    to_fire: str


@dataclass(frozen=True)
class Probe:
    """A probe pushed in level with the middle: where it enters and where its tip ends [m]; off_bone_m from the bone."""

    enters: tuple[float, float]
    tip: tuple[float, float]
    off_bone_m: float | None


@dataclass(frozen=True)
class Board:
    """One usual piece from above [m]. fire_deg is the way to the fire, anticlockwise from the right; None: any side.

    grain is of lines along the fibres, none where they stand on end; slices lie across them; thin is the part that is
    done first, none where there is no such part.

    Checked: tests/core/test_board.py
    """

    outline: Points
    bones: tuple[Points, ...]
    fat: tuple[Points, ...]
    seams: tuple[Points, ...]
    thin: tuple[Points, ...]
    grain: tuple[Points, ...]
    flecks: tuple[Points, ...]
    slices: tuple[Points, ...]
    probes: tuple[Probe, ...]
    fire_deg: float | None
    skin: bool
    inner: tuple[Points, ...]


PLAIN = {"disc": "tender", "bar": "loin"}
"""How a cut without a row of its own is drawn, by its shape."""


def counter_of(cut: Cut) -> Counter:
    """Return what to ask for at the counter; without words where no row says."""
    return _counters().get(cut.key) or Counter(PLAIN[cut.shape], "", "")


@cache
def _counters() -> dict[str, Counter]:
    text = quantity.of_data(resources.files(__package__).joinpath("data/counter.csv").read_text(encoding="utf-8"))
    return {
        row["cut"]: Counter(row["board"], row["ask"], row["touch_side"]) for row in csv.DictReader(text.splitlines())
    }


@cache
def _shapes() -> dict[str, Any]:
    return dict(json.loads(resources.files(__package__).joinpath("data/boards.json").read_text(encoding="utf-8")))


@cache
def board_of(cut: Cut) -> Board:
    """A usual piece of this cut on the board."""
    shape = _shapes()[counter_of(cut).board]
    raw = _closed(shape["outline"])
    geometry = cut.geometry(cut.typical_thickness_m, cut.typical_mass_kg)
    low_x, _low_y, high_x, _high_y = raw.bounds
    across = math.sqrt(geometry.face_m2 / raw.area)
    size = (across, across)
    if cut.length_m and not shape.get("bones"):
        size = (cut.length_m / (high_x - low_x), geometry.face_m2 / raw.area / (cut.length_m / (high_x - low_x)))

    def real(what: BaseGeometry) -> BaseGeometry:
        return stretched(what, *size, origin=(0.0, 0.0))

    outline = real(raw)
    bones = [real(_closed(b)) for b in shape.get("bones", [])]
    bone = shapely.union_all(bones) if bones else None
    meat = outline if bone is None else outline.difference(bone)
    fat = [real(_closed(f)).intersection(meat) for f in shape.get("fat", [])]
    for rim in shape.get("rim", []):
        along = real(LineString(_smooth(rim, closed=False)))
        fat.append(along.buffer(shape["rim_width"] * min(size)).intersection(meat))
    lean = meat.difference(shapely.union_all(fat)) if fat else meat
    thin = [real(Polygon(shape["thin"])).intersection(meat)] if "thin" in shape else []
    ways = [(side, math.radians(w["deg"])) for w, side in _sides(shape, real, lean) if w["deg"] is not None]
    return Board(
        outline=_ring(outline),
        bones=tuple(p for b in bones for p in _rings(b)),
        fat=tuple(p for f in fat for p in _rings(f)),
        seams=tuple(
            p for s in shape.get("seams", []) for p in _lines(real(LineString(_smooth(s, closed=False))), meat)
        ),
        thin=tuple(p for t in thin for p in _rings(t)),
        grain=tuple(p for side, way in ways for p in _parallels(side, way, GRAIN_EVERY_M, broken=True)),
        flecks=_flecks(lean, cut) if cut.kind in {"intact", "ground"} else (),
        slices=_slices(cut, meat, ways, bool(shape["grain"])),
        probes=tuple(_probe(shape[k], size, outline, bone) for k in ("probe", "second") if shape.get(k)),
        fire_deg=shape.get("fire_deg"),
        skin=bool(shape.get("skin")),
        inner=_inner(shape, outline),
    )


def _smooth(points: list[list[float]], *, closed: bool) -> list[tuple[float, float]]:
    """A cubic spline through the points, by the length of the chords between them."""
    at = np.array([*points, points[0]] if closed else points, dtype=float)
    along = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(at, axis=0).T))])
    curve = CubicSpline(along, at, bc_type="periodic" if closed else "natural")
    return [(float(x), float(y)) for x, y in curve(np.linspace(0.0, along[-1], 6 * len(points) + 1))]


def _closed(points: list[list[float]]) -> Polygon:
    made = Polygon(_smooth(points, closed=True))
    return made if made.is_valid else made.buffer(0)


def _sides(shape: dict[str, Any], real: Any, lean: BaseGeometry) -> list[tuple[dict[str, Any], BaseGeometry]]:
    """Each way of the grain with the part of the meat that has it."""
    found: list[tuple[dict[str, Any], BaseGeometry]] = []
    for way in shape["grain"]:
        turn = way.get("left_of") or way.get("right_of")
        if not turn:
            found.append((way, lean))
            continue
        (x0, y0), (x1, y1) = turn
        line = real(LineString([(x0 + 2 * (x0 - x1), y0 + 2 * (y0 - y1)), (x1 + 2 * (x1 - x0), y1 + 2 * (y1 - y0))]))
        middle = line.centroid.x
        halves = [g for g in split(lean, line).geoms if (g.centroid.x < middle) == ("left_of" in way)]
        found.append((way, shapely.union_all(halves)))
    return found


def _parallels(within: BaseGeometry, way: float, every_m: float, *, broken: bool = False) -> list[Points]:
    """Lines in one direction across an area; broken ones leave gaps, as fibres are seen."""
    middle, reach = (
        within.centroid,
        math.hypot(*(within.bounds[2] - within.bounds[0], within.bounds[3] - within.bounds[1])),
    )
    if reach == 0.0:
        return []
    along, side = (math.cos(way), math.sin(way)), (-math.sin(way), math.cos(way))
    inside, lines = within.buffer(-0.0015) if broken else within, []
    for n in range(-int(reach / every_m), int(reach / every_m) + 1):
        x, y = middle.x + side[0] * n * every_m, middle.y + side[1] * n * every_m
        if not broken:
            lines.append(
                LineString([(x - along[0] * reach, y - along[1] * reach), (x + along[0] * reach, y + along[1] * reach)])
            )
            continue
        step = 0.02
        for m in range(-int(reach / step), int(reach / step) + 1):
            at = (m + 0.37 * (n % 3)) * step
            lines.append(LineString([(x + along[0] * a, y + along[1] * a) for a in (at, at + 0.55 * step)]))
    return _lines(MultiLineString(lines), inside)


def _slices(
    cut: Cut, meat: BaseGeometry, ways: list[tuple[BaseGeometry, float]], has_grain: bool
) -> tuple[Points, ...]:
    """Where the knife goes: across the fibres, and across the long way where they stand on end."""
    every = serving_of(cut.key).slice_m
    if every == 0.0 or not has_grain:
        return ()
    low_x, low_y, high_x, high_y = meat.bounds
    if not ways:
        ways = [(meat, 0.0 if high_x - low_x >= high_y - low_y else math.pi / 2.0)]
    # so many lines as can be told apart: thinner slices are drawn at a multiple of their thickness
    shown = every * math.ceil(max(high_x - low_x, high_y - low_y) / MAX_SLICES / every)
    return tuple(p for side, way in ways for p in _parallels(side, way + math.pi / 2.0, shown))


def _flecks(lean: BaseGeometry, cut: Cut) -> tuple[Points, ...]:
    """Flecks of fat spread evenly over the lean, as many as the cut's share of fat asks for; always the same ones."""
    low_x, low_y, high_x, high_y = lean.bounds
    inside = lean.buffer(-0.003)
    wanted = int(cut.composition.fat * FLECKS_OF_ALL_FAT)
    found: list[Points] = []
    for n in range(1, 4000):
        if len(found) >= wanted or inside.is_empty:
            break
        x, y = low_x + (high_x - low_x) * (n * 0.754877666 % 1.0), low_y + (high_y - low_y) * (n * 0.569840291 % 1.0)
        if not inside.contains(Point(x, y)):
            continue
        turn, half = n * 2.399963, FLECK_M * (0.4 + 0.6 * (n * 0.618034 % 1.0))
        dx, dy = half * math.cos(turn), half * math.sin(turn)
        found.append(_told([(x - dx, y - dy), (x + 0.3 * dy, y - 0.3 * dx), (x + dx, y + dy)]))
    return tuple(found)


def _probe(at: dict[str, Any], size: tuple[float, float], outline: BaseGeometry, bone: BaseGeometry | None) -> Probe:
    """In through the edge, straight to the tip."""
    tip = Point(at["tip"][0] * size[0], at["tip"][1] * size[1])
    way, far = math.radians(at["from_deg"]), 10.0
    ray = LineString([tip, (tip.x + far * math.cos(way), tip.y + far * math.sin(way))])
    edge = ray.intersection(outline.boundary)
    enters = min(getattr(edge, "geoms", [edge]), key=tip.distance)
    return Probe((enters.x, enters.y), (tip.x, tip.y), None if bone is None else tip.distance(bone))


def _inner(shape: dict[str, Any], outline: BaseGeometry) -> tuple[Points, ...]:
    """What marks a piece without grain: a dimple, gills, rows of kernels, flakes, strings round a roast."""
    low_x, low_y, high_x, high_y = outline.bounds
    half, middle = (high_x - low_x) / 2.0, Point((low_x + high_x) / 2.0, (low_y + high_y) / 2.0)
    if "dimple" in shape:
        return (_ring(middle.buffer(shape["dimple"] * half)),)
    if shape.get("gills"):
        spokes = [
            LineString([(middle.x + r * half * math.cos(t), middle.y + r * half * math.sin(t)) for r in (0.2, 0.88)])
            for t in np.linspace(0.0, 2.0 * math.pi, 40, endpoint=False)
        ]
        return (_ring(middle.buffer(0.16 * half)), *_lines(MultiLineString(spokes), outline))
    if shape.get("kernels"):
        return tuple(
            _parallels(outline.buffer(-0.003), 0.0, 0.008) + _parallels(outline.buffer(-0.003), math.pi / 2, 0.008)
        )
    if shape.get("flakes"):
        bows = [
            LineString([(x - 0.006, low_y), (x + 0.006, middle.y), (x - 0.006, high_y)])
            for x in np.arange(low_x, high_x, 0.012)
        ]
        return tuple(_lines(MultiLineString(bows), outline.buffer(-0.004)))
    if "strings" in shape:
        return tuple(
            p
            for s in shape["strings"]
            for p in _lines(LineString([(s * half, 2.0 * low_y), (s * half, 2.0 * high_y)]), outline)
        )
    return ()


def _told(points: Any) -> Points:
    return tuple((round(float(x), 4), round(float(y), 4)) for x, y in points)


def _ring(polygon: BaseGeometry) -> Points:
    largest = max(getattr(polygon, "geoms", [polygon]), key=lambda p: p.area)
    return _told(largest.exterior.coords)


def _rings(area: BaseGeometry) -> list[Points]:
    return [
        _told(p.exterior.coords) for p in getattr(area, "geoms", [area]) if p.geom_type == "Polygon" and not p.is_empty
    ]


def _lines(lines: BaseGeometry, within: BaseGeometry) -> list[Points]:
    kept = lines.intersection(within)
    pieces = getattr(kept, "geoms", [kept])
    return [_told(p.coords) for p in pieces if p.geom_type == "LineString" and p.length >= SHORTEST_M]

"""Pictures of the cuts on the board, as path data of SVG in millimetres."""

from __future__ import annotations

from functools import lru_cache

from ninja import Schema

from brasko.core.foods.board import Board, Points, Probe, board_of, counter_of
from brasko.core.foods.colour import RAW_COLOURS
from brasko.core.foods.cuts import Cut, all_cuts
from brasko.core.foods.parts import parts_of
from brasko.core.foods.serving import serving_of
from brasko.core.words import quantity, say


class ProbePathOut(Schema):
    """A probe from where it enters to its tip, in mm from the middle of the picture, down is positive."""

    enters_x_mm: float
    enters_y_mm: float
    tip_x_mm: float
    tip_y_mm: float


class BoardOut(Schema):
    """A usual piece from above. Outline, bones and so on are path data in mm; left, top, width and height its box."""

    cut: str
    left_mm: float
    top_mm: float
    width_mm: float
    height_mm: float
    colour: str
    outline: str
    bones: str
    fat: str
    seams: str
    thin: str
    grain: str
    flecks: str
    slices: str
    inner: str
    skin: bool
    probes: list[ProbePathOut]
    fire_deg: float | None
    ask: str
    where_to_probe: str
    towards_fire: str
    how_to_slice: str
    thin_parts: list[str]


@lru_cache(maxsize=1)
def boards() -> list[BoardOut]:
    """Every cut on the board, in the order of the table."""
    return [_told(cut, board_of(cut)) for cut in all_cuts().values()]


def _told(cut: Cut, board: Board) -> BoardOut:
    every = [board.outline, *board.bones, *((p.enters, p.tip) for p in board.probes)]
    xs, ys = [x for line in every for x, _ in line], [y for line in every for _, y in line]
    counter, serving = counter_of(cut), serving_of(cut.key)
    sliced = serving.slice_m > 0.0
    return BoardOut(
        cut=cut.key,
        left_mm=min(xs) * 1000.0,
        top_mm=-max(ys) * 1000.0,
        width_mm=(max(xs) - min(xs)) * 1000.0,
        height_mm=(max(ys) - min(ys)) * 1000.0,
        colour=RAW_COLOURS.get(cut.key) or RAW_COLOURS[cut.group],
        outline=_path((board.outline,), closed=True),
        bones=_path(board.bones, closed=True),
        fat=_path(board.fat, closed=True),
        seams=_path(board.seams),
        thin=_path(board.thin, closed=True),
        grain=_path(board.grain),
        flecks=_path(board.flecks),
        slices=_path(board.slices),
        inner=_path(board.inner),
        skin=board.skin,
        probes=[_probe(p) for p in board.probes],
        fire_deg=board.fire_deg,
        ask=counter.ask,
        where_to_probe=_where(board),
        towards_fire=counter.to_fire,
        how_to_slice=say("entries-thick", across=serving.across, slice=quantity.length(serving.slice_m * 1000))
        if sliced
        else f"{serving.across}.",
        thin_parts=[part.tuck for part in parts_of(cut.key) if part.tuck],
    )


def _where(board: Board) -> str:
    if not board.probes:
        return say("board-it-is-pressed-not-probed")
    if len(board.probes) > 1:
        return say("board-breast-and-thigh-both")
    off = board.probes[0].off_bone_m
    level = say("board-from-the-edge-level-with-the-middle")
    return level if off is None else f"{level} {say('board-keep-off-the-bone')}"


def _probe(probe: Probe) -> ProbePathOut:
    (x0, y0), (x1, y1) = probe.enters, probe.tip
    return ProbePathOut(enters_x_mm=x0 * 1000.0, enters_y_mm=-y0 * 1000.0, tip_x_mm=x1 * 1000.0, tip_y_mm=-y1 * 1000.0)


def _path(lines: tuple[Points, ...], *, closed: bool = False) -> str:
    """Path data with y downwards, to half a millimetre."""
    end = "Z" if closed else ""
    return "".join("M" + "L".join(f"{_half(x)} {_half(-y)}" for x, y in line) + end for line in lines)


def _half(at_m: float) -> str:
    return f"{round(at_m * 2000.0) / 2.0:g}"

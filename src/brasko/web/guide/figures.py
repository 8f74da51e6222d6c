"""The living figures of the guide, computed once by each process that is asked."""

from __future__ import annotations

from functools import lru_cache

from ninja import Schema

from brasko.core.guide.figures import carry_over, half_distance, usual_fires, wet_window
from brasko.formats.fire import FireSideOut, MapOut
from brasko.formats.fire_convert import map_schema, side_schema
from brasko.web.plans.present import curve_schema, section_schema
from brasko.web.plans.schemas import CurveOut, SectionOut

REST_FRAMES = 20
"""Pictures of a rest."""


class CarryOverOut(Schema):
    """A thick steak from the pull on; times count from it."""

    pulled_c: float
    peak_c: float
    peak_s: float
    grey_rim_share: float
    lasts_s: float
    curve: CurveOut
    section: SectionOut


class HalfDistanceOut(Schema):
    """One fire felt at the grate and half as far above the coals; gain is what a spot sees of it, times."""

    gap_mm: float
    gain: float
    far: MapOut
    near: MapOut


class WetWindowOut(Schema):
    """Water on a face [g/m2] so long after salting; wet between from_s and to_s; costs_s more of sear."""

    time_s: list[float]
    film_g_m2: list[float]
    from_s: float
    to_s: float
    costs_s: float


class FireFigureOut(Schema):
    """The usual fire of a kind, at the entry that tells of it."""

    entry: str
    side: FireSideOut


class GuideFiguresOut(Schema):
    fires: list[FireFigureOut]
    carry_over: CarryOverOut
    half_distance: HalfDistanceOut
    wet_window: WetWindowOut


@lru_cache(maxsize=1)
def figures() -> GuideFiguresOut:
    """All of them."""
    carried, halved, wet = carry_over(), half_distance(), wet_window()
    rested = carried.rested
    return GuideFiguresOut(
        fires=[FireFigureOut(entry=entry, side=side_schema(*fire)) for entry, fire in usual_fires().items()],
        carry_over=CarryOverOut(
            pulled_c=carried.pulled_core_c,
            peak_c=rested.peak_core_c,
            peak_s=carried.peak_s,
            grey_rim_share=rested.grey_rim_share,
            lasts_s=rested.duration_s,
            curve=curve_schema(rested),
            section=section_schema(rested, REST_FRAMES),
        ),
        half_distance=HalfDistanceOut(
            gap_mm=halved.gap_m * 1000.0,
            gain=halved.gain,
            far=map_schema(halved.setup, halved.far),
            near=map_schema(halved.setup, halved.near),
        ),
        wet_window=WetWindowOut(
            time_s=[float(t) for t in wet.time_s],
            film_g_m2=[round(float(f) * 1000.0, 1) for f in wet.film_kg_m2],
            from_s=wet.from_s,
            to_s=wet.to_s,
            costs_s=wet.costs_s,
        ),
    )

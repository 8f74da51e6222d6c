"""Between the published fire format and the core."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import numpy as np

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire import chamber, setting
from brasko.core.fire.advisor import Advised, advised
from brasko.core.fire.burn_time import goes_out_s, hours_of
from brasko.core.fire.coals import Charcoal
from brasko.core.fire.custom import OwnFire, preparations_of
from brasko.core.fire.fuels import coal_mass_kg
from brasko.core.fire.grate import GrateMap, drip_pan_of, half_distance_gain
from brasko.core.fire.grills import Burner, Grill, Spot, with_size
from brasko.core.fire.kinds import grill_named
from brasko.core.fire.placing import LocalExposure, Placed, Table, laid, spot
from brasko.core.fire.request import FireRequest
from brasko.core.fire.setup import FireSetup, opening_words, usual_setup
from brasko.core.fire.side import side_of
from brasko.core.fire.simulation import SAMPLE_S, brought_up, poured, simulate_fire
from brasko.core.fire.weather import Weather
from brasko.core.words import quantity, say
from brasko.formats import fire as out
from brasko.formats.fire import (
    BurnerIn,
    CharcoalIn,
    FireIn,
    GrillIn,
    OwnFireIn,
    PlacedIn,
    SetupIn,
    SpotIn,
    WeatherIn,
    WishedIn,
)

LONGEST_TOLD = 400
"""Points of a told course."""


def grill_of(given: str | GrillIn) -> Grill:
    """The core's grill. Raises InvalidInput with the field's name."""
    if isinstance(given, str):
        return grill_named(given)
    grill = grill_named(given.like)
    main = grill.grates[0]
    if given.width_mm is not None or given.depth_mm is not None or given.height_mm is not None:
        sizes = (given.width_mm, given.depth_mm, given.height_mm)
        usual = (main.width_m, main.depth_m, main.height_m)
        width, depth, height = (u if mm is None else mm / 1000.0 for mm, u in zip(sizes, usual, strict=True))
        grill = with_size(grill, width, depth, height)
    if given.burners is not None:
        burners = tuple(
            Burner(
                f"burner{i + 1}",
                b.name or say("common-burner", i=i + 1),
                b.x_mm / 1000.0,
                b.y_mm / 1000.0,
                b.width_mm / 1000.0,
                b.depth_mm / 1000.0,
                b.power_w,
                b.kind,
            )
            for i, b in enumerate(given.burners)
        )
        grill = replace(grill, burners=burners)
    require_between("grill.loses", given.loses, 0.3, 3.0, "times")
    require_between("grill.draws", given.draws, 0.3, 2.0, "times")
    if grill.body is not None:
        body = replace(
            grill.body,
            outer_w_k=grill.body.outer_w_k * given.loses,
            used_share=min(grill.body.used_share * given.draws, 0.95),
        )
        grill = replace(grill, body=body)
    return grill


def charcoal_of(given: CharcoalIn) -> Charcoal:
    """The core's charcoal."""
    mass = coal_mass_kg(given.fuel, given.amount, given.unit)
    return Charcoal(given.layout, mass, given.fuel, given.side, given.wood)


def setup_of(given: SetupIn) -> FireSetup:
    """The core's setup: the usual one for the grill, with what was said. Raises InvalidInput with the field's name."""
    sky = given.weather
    weather = Weather(sky.air_c, sky.wind_m_s, sky.sun_w_m2, sky.humidity, sky.rain_mm_h)
    usual = usual_setup(grill_of(given.grill), weather)
    said = {
        "charcoal": None if given.charcoal is None else charcoal_of(given.charcoal),
        "bottom_share": given.bottom_share,
        "top_share": given.top_share,
        "knobs": None if given.knobs is None else tuple(given.knobs),
        "set_c": given.set_c,
        "deflector": given.deflector,
        "drip_pan": given.drip_pan,
        "smoker_box": given.smoker_box,
        "coal_tray_kg": given.coal_tray_kg,
    }
    return replace(usual, lid_open=given.lid_open, **{k: v for k, v in said.items() if v is not None})  # type: ignore[arg-type]


def said_grill(grill: Grill) -> str | GrillIn:
    """A grill, back in the format's words: the key of one that ships, or what differs from it.

    Raises InvalidInput where that does not make it.
    """
    ships, main = grill_named(grill.key), grill.grates[0]
    sizes = {"width_mm": main.width_m, "depth_mm": main.depth_m, "height_mm": main.height_m}
    usual = ships.grates[0]
    if (main.width_m, main.depth_m, main.height_m) == (usual.width_m, usual.depth_m, usual.height_m):
        sizes = {}
    said: dict[str, Any] = {"like": grill.key, **{key: 1000.0 * size_m for key, size_m in sizes.items()}}
    if grill.burners != ships.burners:
        said["burners"] = [
            BurnerIn(
                name="" if b.name == say("common-burner", i=i + 1) else b.name,
                x_mm=1000.0 * b.x_m,
                y_mm=1000.0 * b.y_m,
                width_mm=1000.0 * b.width_m,
                depth_mm=1000.0 * b.depth_m,
                power_w=b.power_w,
                kind=b.kind,
            )
            for i, b in enumerate(grill.burners)
        ]
    sized = grill_of(GrillIn(**said))
    if grill.body is not None and sized.body is not None:
        said["loses"] = grill.body.outer_w_k / sized.body.outer_w_k
        said["draws"] = grill.body.used_share / sized.body.used_share
    found = GrillIn(**said)
    if not _alike(grill_of(found), grill):
        raise InvalidInput("fire", say("formats-no-file-can-describe-this-grill", name=grill.name))
    return grill.key if found == GrillIn(like=grill.key) else found


def _alike(grill: Grill, other: Grill) -> bool:
    """Whether two grills are the same but for rounding and their names."""
    pairs = zip(_figures(grill), _figures(other), strict=True)
    return grill.key == other.key and all(math.isclose(a, b, rel_tol=1e-6, abs_tol=1e-9) for a, b in pairs)


def _figures(grill: Grill) -> list[float]:
    parts = [*grill.grates, *grill.burners, *([] if grill.body is None else [grill.body])]
    return [value for part in parts for value in vars(part).values() if isinstance(value, float)]


def said_setup(setup: FireSetup) -> SetupIn:
    """A setup, back in the format's words. Raises InvalidInput for a grill that they do not make."""
    coal = setup.charcoal if setup.grill.burns_coal else None
    sky = setup.weather
    return SetupIn(
        grill=said_grill(setup.grill),
        charcoal=None
        if coal is None
        else CharcoalIn(layout=coal.layout, amount=coal.mass_kg, fuel=coal.fuel, side=coal.side, wood=coal.wood),
        bottom_share=setup.bottom_share,
        top_share=setup.top_share,
        knobs=list(setup.knobs) or None,
        set_c=setup.set_c,
        lid_open=setup.lid_open,
        deflector=setup.deflector,
        drip_pan=setup.drip_pan,
        smoker_box=None if setup.smoker_box == "none" else setup.smoker_box,
        coal_tray_kg=setup.coal_tray_kg or None,
        weather=WeatherIn(
            air_c=sky.air_c,
            wind_m_s=sky.wind_m_s,
            sun_w_m2=sky.sun_w_m2,
            humidity=sky.humidity,
            rain_mm_h=sky.rain_mm_h,
        ),
    )


def own_of(given: OwnFireIn) -> OwnFire:
    """The core's own fire. Raises InvalidInput with the field's name."""
    return OwnFire(given.name, setup_of(given.setup), spot_of(given.gentle), spot_of(given.sear))


def wanted_of(given: WishedIn) -> FireRequest:
    """The core's wish for zones."""
    return FireRequest(given.gentle_low_c, given.gentle_high_c, given.sear, given.hours, given.fatty, given.fuel)


def placed_of(given: PlacedIn) -> Placed:
    """The core's piece."""
    return Placed(
        given.key,
        given.x_mm / 1000.0,
        given.y_mm / 1000.0,
        given.width_mm / 1000.0,
        given.depth_mm / 1000.0,
        given.thickness_mm / 1000.0,
        given.fat_share,
        given.grate,
    )


def spot_of(given: SpotIn) -> Spot:
    """The core's spot."""
    return Spot(given.x_mm / 1000.0, given.y_mm / 1000.0, given.grate)


def spot_schema(given: Spot | None) -> SpotIn | None:
    """A spot, told."""
    return None if given is None else SpotIn(x_mm=given.x_m * 1000.0, y_mm=given.y_m * 1000.0, grate=given.grate)


def fire_of_words(given: FireIn) -> out.FireOut:
    """All that `brasko fire` tells. Raises InvalidInput, or Infeasible where it cannot be had."""
    setup = setup_of(given)
    advice = None
    if given.wished is not None:
        advice = advised(setup.grill, wanted_of(given.wished), setup.weather)
        setup = advice.setup
    elif given.wanted_c is not None:
        setup = setting.set_for(setup, given.wanted_c)
    table = laid(setup, [placed_of(p) for p in given.pieces], given.grate)
    return out.FireOut(
        format="brasko/fire-result@1",
        grill=setup.grill.key,
        setup=setup_schema(setup),
        settled=settled_schema(setup),
        hours=hours_schema(setup),
        map=map_schema(setup, table.map),
        half_distance_gain=half_distance_gain(setup),
        **food_schema(table),
        spots=[reading_schema(setup, s) for s in given.spots],
        steps=steps_schema(setup),
        course=course_schema(setup, given.hours),
        advised=None if advice is None else advice_schema(advice),
    )


def setup_schema(setup: FireSetup) -> out.SetupOut:
    """The settings, with vents in words."""
    coal = setup.charcoal if setup.grill.burns_coal else None
    return out.SetupOut(
        bottom_share=setup.bottom_share,
        bottom_words=opening_words(setup.bottom_share),
        top_share=setup.top_share,
        top_words=opening_words(setup.top_share),
        knobs=list(setup.knobs),
        set_c=setup.set_c,
        lid_open=setup.lid_open,
        deflector=setup.deflector,
        drip_pan=setup.drip_pan,
        smoker_box=setup.smoker_box,
        coal_tray_kg=setup.coal_tray_kg,
        tray_burner=setup.grill.kind.tray_burner(setup),
        layout=coal and coal.layout,
        charcoal_kg=coal and coal.mass_kg,
        fuel=coal and coal.fuel,
        side=coal and coal.side,
        wood=coal and coal.wood,
    )


def settled_schema(setup: FireSetup) -> out.SettledOut:
    """Where the fire settles, the highest it could, and when it dies if it does."""
    state = chamber.steady_state(setup)
    return out.SettledOut(
        air_c=state.gas_c,
        wall_c=state.wall_c,
        coal_c=state.coal_c if setup.grill.burns_coal else None,
        power_w=state.power_w,
        flow_kg_s=state.flow_kg_s,
        limited_by=state.limited_by,
        alight=state.alight,
        zones_c=list(state.zones_c),
        balance_error=state.balance.relative_error,
        highest_c=setting.highest_c(setup) if setup.grill.body is not None else None,
        dies_after_s=goes_out_s(setup),
    )


def hours_schema(setup: FireSetup) -> out.HoursOut:
    """Ready, usable, refuelling."""
    found = hours_of(setup)
    return out.HoursOut.model_validate({**vars(found), "refuel_s": list(found.refuel_s)})


def steps_schema(setup: FireSetup) -> list[out.PreparationOut]:
    """What is done to the fire beforehand, for the heat it settles at."""
    target = quantity.temp(chamber.steady_state(setup).gas_c)
    return [
        out.PreparationOut(
            key=p.key, lane=p.lane, name=p.name, lasts_s=p.lasts_s, why=p.why.replace("{target}", target)
        )
        for p in preparations_of(setup)
    ]


def map_schema(setup: FireSetup, shown: GrateMap) -> out.MapOut:
    """A map, rounded to what it is good for."""
    boxes = [_box(e.name, s, e.temp_c) for e in shown.emitters for s in e.strips]
    if setup.bed is not None:
        boxes += [_box("unlit", s, None) for s in setup.bed.unlit]
    if setup.drip_pan and not setup.deflector:
        boxes.append(_box("drip pan", drip_pan_of(setup), None))
    return out.MapOut(
        grate=shown.grate.key,
        name=shown.grate.name,
        shape=shown.grate.shape,
        width_mm=shown.grate.width_m * 1000.0,
        depth_mm=shown.grate.depth_m * 1000.0,
        x_mm=[round(float(v) * 1000.0, 1) for v in shown.x_m],
        y_mm=[round(float(v) * 1000.0, 1) for v in shown.y_m],
        equivalent_c=_rows(shown.equivalent_c, 0),
        hand_s=_rows(shown.hand_s, 1),
        flux_kw_m2=_rows(shown.flux_w_m2 / 1000.0, 1),
        zones=[
            out.NamedZoneOut(
                key=z.key,
                name=z.name,
                share=z.share,
                x_mm=z.x_m * 1000.0,
                y_mm=z.y_m * 1000.0,
                equivalent_c=z.equivalent_c,
            )
            for z in shown.zones
        ],
        refuge_share=shown.refuge_share,
        fire=boxes,
    )


def side_schema(setup: FireSetup, shown: GrateMap) -> out.FireSideOut:
    """A fire from its front."""
    side = side_of(setup, shown)
    return out.FireSideOut(
        parts=[
            out.FirePartOut(
                kind=p.kind,
                left_mm=round(p.left_m * 1000.0, 1),
                right_mm=round(p.right_m * 1000.0, 1),
                low_mm=round(p.low_m * 1000.0, 1),
                high_mm=round(p.high_m * 1000.0, 1),
            )
            for p in side.parts
        ],
        half_width_mm=side.half_width_m * 1000.0,
        floor_mm=side.floor_m * 1000.0,
        grate_mm=side.grate_m * 1000.0,
        lid=side.lid,
        bottom_share=side.bottom_share,
        top_share=side.top_share,
    )


def _box(name: str, r: object, temp_c: float | None) -> out.BoxOut:
    edges = {f"{k[:-2]}_mm": round(v * 1000.0, 1) for k, v in vars(r).items()}
    return out.BoxOut(name=name, temp_c=temp_c, **edges)


def _rows(values: np.ndarray, digits: int) -> list[list[float | None]]:
    return [[None if v != v else v for v in row] for row in np.round(values, digits).tolist()]


def food_schema(table: Table) -> dict[str, Any]:
    """The food's part of an answer."""
    return {
        "pieces": [exposure_schema(f) for f in table.felt],
        "cover": table.cover,
        "refuge_share": table.refuge_share,
        "warnings": [out.AdviceOut(key=w.key, text=w.text, pieces=list(w.pieces)) for w in table.warnings],
    }


def exposure_schema(felt: LocalExposure) -> out.FeltOut:
    """What a piece feels."""
    return out.FeltOut(
        key=felt.key,
        place=felt.zone.name,
        role=felt.zone.role,
        equivalent_c=felt.equivalent_c,
        air_c=felt.zone.air_c,
        flux_kw_m2=felt.flux_w_m2 / 1000.0,
        hand_s=felt.hand_s,
        flare=out.FlareOut(risk=felt.flare.risk, words=felt.flare.words),
    )


def reading_schema(setup: FireSetup, at: SpotIn) -> out.SpotOut:
    """The read-out at a spot. Raises InvalidInput off the grate."""
    read = spot(setup, at.x_mm / 1000.0, at.y_mm / 1000.0, at.grate)
    return out.SpotOut(
        x_mm=at.x_mm,
        y_mm=at.y_mm,
        equivalent_c=read["equivalent_c"],
        flux_kw_m2=read["flux_w_m2"] / 1000.0,
        hand_s=read["hand_s"],
        air_c=read["air_c"],
    )


def course_schema(setup: FireSetup, hours: float) -> out.CourseOut:
    """The fire's course, as it is brought up and then left alone."""
    stages = brought_up(setup)
    run = simulate_fire(stages, hours, lit=poured(setup))
    every = max(1, math.ceil(hours * 3600.0 / SAMPLE_S / LONGEST_TOLD))
    coals = setup.grill.burns_coal

    def thinned(values: np.ndarray, digits: int = 1) -> list[float]:
        return [round(float(v), digits) for v in values[::every]]

    return out.CourseOut(
        time_s=thinned(run.time_s, 0),
        gauge_c=thinned(run.gauge_c),
        grate_c=thinned(run.grate_c),
        coal_c=[v if coals else None for v in thinned(run.coal_c)],
        power_w=thinned(run.power_w, 0),
        fuel_kg=thinned(run.fuel_kg, 3),
        changes=[
            out.ChangeOut(
                at_s=c.at_s,
                bottom_words=opening_words(c.setup.bottom_share),
                top_words=opening_words(c.setup.top_share),
            )
            for c in stages
        ]
        if coals and setup.grill.body is not None
        else [],
    )


def advice_schema(found: Advised) -> out.AdvisedOut:
    """Why, where and when."""
    return out.AdvisedOut(
        why=list(found.why),
        gentle=spot_schema(found.gentle),
        gentle_c=found.gentle_c,
        sear=spot_schema(found.sear),
        sear_c=found.sear_c,
        sear_hand_s=found.sear_hand_s,
        convert_s=found.convert_s,
        light_before_s=found.light_before_s,
    )

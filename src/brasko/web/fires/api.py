"""The Fire place."""

from datetime import datetime
from functools import lru_cache

from django.http import HttpResponse
from django.utils import timezone
from ninja import Router

from brasko.core.fire.coals import LAYOUTS
from brasko.core.fire.fuels import COALS
from brasko.core.fire.grills import COOKWARE, Grill
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.kinds.gas import KNOB_MARKS
from brasko.core.fire.setup import usual_setup
from brasko.core.fire.weather import Weather
from brasko.core.foods.cuts import Cut, all_cuts
from brasko.core.words import quantity, say
from brasko.formats.fire import SetupOut
from brasko.formats.fire_convert import (
    setup_schema,
)
from brasko.web.accounts.auth import CookRequest, signed_in
from brasko.web.devices.weather import SOURCE, hours_from, weather_at
from brasko.web.fires.computing import advice_for, course_of, food_on, looked_at, set_for
from brasko.web.fires.schemas import (
    AdviseIn,
    AdviseOut,
    BurnerOfGrill,
    CourseAnswer,
    CourseAskIn,
    FireReference,
    FoodKind,
    FoodOut,
    FuelKind,
    GrateOfGrill,
    GrillKind,
    KnobMark,
    LookIn,
    LookOut,
    Named,
    SetForIn,
    WareKind,
    WeatherHour,
    WeatherOut,
)
from brasko.web.machine.answers import computed_answer

router = Router(tags=["fire"])
SOME_S = 3.0
"""What looking at a fire may take, at the most."""


@router.get("fire/reference", response=FireReference, operation_id="get_fire_reference")
def get_fire_reference(request: CookRequest) -> FireReference:
    return _reference()


@router.post("fire/look", response=LookOut, auth=signed_in, operation_id="look_at_fire")
async def look_at_fire(request: CookRequest, payload: LookIn) -> HttpResponse:
    """The grate as this fire heats it, settled or so long after lighting, with food on it."""
    return await computed_answer(request, SOME_S, looked_at, payload)


@router.post("fire/food", response=FoodOut, auth=signed_in, operation_id="look_at_food")
async def look_at_food(request: CookRequest, payload: LookIn) -> HttpResponse:
    """What food feels while it is dragged: no map."""
    return await computed_answer(request, SOME_S, food_on, payload)


@router.post("fire/course", response=CourseAnswer, auth=signed_in, operation_id="get_fire_course")
async def get_fire_course(request: CookRequest, payload: CourseAskIn) -> HttpResponse:
    return await computed_answer(request, SOME_S, course_of, payload)


@router.post("fire/set", response=SetupOut, auth=signed_in, operation_id="set_fire_for")
async def set_fire_for(request: CookRequest, payload: SetForIn) -> HttpResponse:
    """Vents, knobs or controller for a wished temperature."""
    return await computed_answer(request, SOME_S, set_for, payload)


@router.post("fire/advise", response=AdviseOut, auth=signed_in, operation_id="advise_fire")
async def advise_fire(request: CookRequest, payload: AdviseIn) -> HttpResponse:
    """Which fire to build for wished zones, and why."""
    return await computed_answer(request, SOME_S, advice_for, payload)


@router.get("weather", response=WeatherOut, operation_id="get_weather")
def get_weather(request: CookRequest) -> WeatherOut:
    now = timezone.localtime()
    sky = weather_at(now)
    return WeatherOut(
        source=SOURCE,
        now=_told_hour(now, sky),
        hours=[_told_hour(at, then) for at, then in hours_from(now)],
        fridge_clock_s=sky.fridge_clock_s,
        words=_words(sky),
    )


def _told_hour(at: datetime, sky: Weather) -> WeatherHour:
    return WeatherHour(at=at, air_c=sky.air_c, wind_m_s=sky.wind_m_s, sun_w_m2=sky.sun_w_m2, humidity=sky.humidity)


def _words(sky: Weather) -> str:
    wind = (
        say("api-hardly-any-wind")
        if sky.wind_m_s < 2
        else "a breeze"
        if sky.wind_m_s < 4
        else say("api-windy-shelter-the-fire")
    )
    light = "sun" if sky.sun_w_m2 > 400 else "clouds" if sky.sun_w_m2 > 0 else "dark"
    return say("api", air=quantity.temp(sky.air_c), wind=wind, light=light)


@lru_cache(maxsize=1)
def _reference() -> FireReference:
    return FireReference(
        grills=[_kind(g) for g in GRILLS.values()],
        layouts=[Named(key=k, name=name, why=why) for k, (name, why) in LAYOUTS.items()],
        fuels=[FuelKind(key=c.key, name=c.name, chimney_kg=c.chimney_kg.value) for c in COALS.values()],
        wares=[
            WareKind(
                key=w.key,
                name=w.name,
                width_mm=w.width_m * 1000,
                depth_mm=w.depth_m * 1000,
                heat_j_k=w.heat_j_k,
                heat_j_gk=w.specific_j_kgk / 1000,
            )
            for w in COOKWARE.values()
        ],
        foods=[_food(c) for c in all_cuts().values()],
        half_distance=say("api-halve-the-distance-and-the-heat"),
    )


def _food(cut: Cut) -> FoodKind:
    shape = cut.geometry(cut.typical_thickness_m, cut.typical_mass_kg)
    across = shape.half_width_m if shape.bone_m else 2.0 * shape.half_width_m
    along = shape.length_m if shape.shape == "bar" else across
    return FoodKind(
        key=cut.key,
        name=cut.name,
        group=cut.group,
        width_mm=round(min(across, along) * 1000),
        depth_mm=round(max(across, along) * 1000),
        thickness_mm=cut.typical_thickness_m * 1000,
        fat_share=cut.composition.fat,
    )


def _kind(grill: Grill) -> GrillKind:
    usual = usual_setup(grill)
    control = grill.controller
    return GrillKind(
        key=grill.key,
        name=grill.name,
        kind=grill.kind.key,
        grates=[
            GrateOfGrill(
                key=g.key,
                name=g.name,
                shape=g.shape,
                width_mm=g.width_m * 1000,
                depth_mm=g.depth_m * 1000,
                height_mm=g.height_m * 1000,
            )
            for g in grill.grates
        ],
        burners=[
            BurnerOfGrill(
                key=b.key,
                name=b.name,
                kind=b.kind,
                x_mm=b.x_m * 1000,
                y_mm=b.y_m * 1000,
                width_mm=b.width_m * 1000,
                depth_mm=b.depth_m * 1000,
                power_w=b.power_w,
            )
            for b in grill.burners
        ],
        layouts=list(grill.kind.layouts_known(grill)),
        burns_coal=grill.burns_coal,
        has_knobs=grill.kind.rules == "knobs",
        knob_marks=[
            KnobMark(key=key, name=name, share=share)
            for key, (name, share) in (KNOB_MARKS if grill.kind.rules == "knobs" else {}).items()
        ],
        has_box=grill.kind.has_box,
        has_lid=grill.body is not None,
        has_vents=grill.body is not None and grill.body.bottom_m2 > 0.0,
        has_deflector=grill.deflector is not None,
        set_low_c=None if control is None else control.lowest_c,
        set_high_c=None if control is None else control.highest_c,
        usual=setup_schema(usual),
    )

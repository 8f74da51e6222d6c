"""Grills, pans, kept fires and thermometers of the signed-in cook."""

from typing import Any, TypeVar

from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Status

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.fire import altitude
from brasko.core.fire.grills import COOKWARE, Cookware
from brasko.core.fire.kinds import GRILLS
from brasko.core.heat import vapour
from brasko.core.learning.fires import USUAL
from brasko.formats.fire import GrillIn, OwnFireIn
from brasko.formats.fire_convert import grill_of, own_of
from brasko.web.accounts.auth import CookRequest
from brasko.web.common.rows import room_for
from brasko.web.common.versions import unchanged
from brasko.web.yard.actions.check_thermometer import check_thermometer, correction_with, kind_of, take_back
from brasko.web.yard.actions.learn import lessons_of
from brasko.web.yard.actions.taste import tastes_of
from brasko.web.yard.models import (
    Check,
    FireFigure,
    Grill,
    LaidFire,
    Pan,
    SetAside,
    Teaching,
    Thermometer,
    Verdict,
)
from brasko.web.yard.present import learned_schema, taste_schema
from brasko.web.yard.schemas import (
    CheckEffectOut,
    CheckIn,
    CheckOut,
    GrillBody,
    GrillOut,
    LaidFireOut,
    LearnedFiresOut,
    LeaveOutIn,
    NameIn,
    PairedOut,
    PanBody,
    PanOut,
    ThermometerIn,
    ThermometerOut,
    TrueOut,
)

router = Router(tags=["yard"])
MAX_KEPT = 500
"""Of each kind, put away or not."""
Kept = TypeVar("Kept", bound=SetAside)


def _mine(model: type[Kept], request: CookRequest, id_: int) -> Kept:
    return get_object_or_404(model, id=id_, owner=request.user)


def _put_away(thing: Kept, away: bool) -> Kept:
    thing.set_aside_at = timezone.now() if away else None
    thing.save(update_fields=["set_aside_at"])
    return thing


# --- grills -----------------------------------------------------------------------------------------------------------


def _grill(grill: Grill) -> GrillOut:
    spec = GrillIn.model_validate(grill.spec)
    told: dict[str, Any] = {"id": grill.id, "version": grill.version, "name": grill.name, "fire": grill.fire}
    kind = GRILLS[spec.like].kind.key if spec.like in GRILLS else ""
    return GrillOut(**told, kind=kind, spec=spec, set_aside=grill.set_aside_at is not None)


def _write_grill(grill: Grill, payload: GrillBody) -> GrillOut:
    grill_of(payload.spec)
    grill.name, grill.spec = payload.name, payload.spec.model_dump(exclude_none=True)
    grill.save(update_fields=None if grill.pk is None else ["name", "spec"])
    return _grill(grill)


@router.get("grills", response=list[GrillOut], operation_id="list_grills")
def list_grills(request: CookRequest) -> list[GrillOut]:
    return [_grill(g) for g in Grill.objects.filter(owner=request.user, set_aside_at=None).order_by("id")]


@router.post("grills", response={201: GrillOut}, operation_id="add_grill")
def add_grill(request: CookRequest, payload: GrillBody) -> Status[GrillOut]:
    room_for(Grill.objects.filter(owner=request.user), MAX_KEPT, "grills")
    return Status(201, _write_grill(Grill(owner=request.user), payload))


@router.put("grills/{int:grill_id}", response=GrillOut, operation_id="change_grill")
def change_grill(request: CookRequest, grill_id: int, payload: GrillBody) -> GrillOut:
    with transaction.atomic():
        grill = _mine(Grill, request, grill_id)
        unchanged(request, grill.version, lambda: _grill(grill))
        return _write_grill(grill, payload)


@router.delete("grills/{int:grill_id}", response=GrillOut, operation_id="put_grill_away")
def put_grill_away(request: CookRequest, grill_id: int) -> GrillOut:
    return _grill(_put_away(_mine(Grill, request, grill_id), True))


@router.post("grills/{int:grill_id}/restore", response=GrillOut, operation_id="restore_grill")
def restore_grill(request: CookRequest, grill_id: int) -> GrillOut:
    return _grill(_put_away(_mine(Grill, request, grill_id), False))


# --- pans -------------------------------------------------------------------------------------------------------------


def _ware(of: Pan | PanBody) -> Cookware:
    return COOKWARE[of.like].like_this(of.name, of.width_mm / 1000, of.depth_mm / 1000, of.heat_j_k)


def _pan(pan: Pan) -> PanOut:
    ware = _ware(pan)
    wide = []
    for grill in Grill.objects.filter(owner=pan.owner, set_aside_at=None).order_by("id"):
        try:
            ware.fitting(grill_of(GrillIn.model_validate(grill.spec)).grates[0])
        except InvalidInput:
            wide.append(grill.name)
    return PanOut(
        id=pan.id,
        version=pan.version,
        name=pan.name,
        like=pan.like,
        width_mm=pan.width_mm,
        depth_mm=pan.depth_mm,
        heat_j_k=pan.heat_j_k,
        mass_g=ware.mass_kg * 1000,
        heft=ware.heft,
        set_aside=pan.set_aside_at is not None,
        too_wide_for=wide,
    )


def _write_pan(pan: Pan, payload: PanBody) -> PanOut:
    if payload.like not in COOKWARE:
        raise UnknownName("like", payload.like, COOKWARE)
    _ware(payload)
    for field, value in payload.model_dump().items():
        setattr(pan, field, value)
    pan.save(update_fields=None if pan.pk is None else list(payload.model_fields_set))
    return _pan(pan)


@router.get("pans", response=list[PanOut], operation_id="list_pans")
def list_pans(request: CookRequest) -> list[PanOut]:
    return [_pan(p) for p in Pan.objects.filter(owner=request.user, set_aside_at=None)]


@router.post("pans", response={201: PanOut}, operation_id="add_pan")
def add_pan(request: CookRequest, payload: PanBody) -> Status[PanOut]:
    room_for(Pan.objects.filter(owner=request.user), MAX_KEPT, "pans")
    return Status(201, _write_pan(Pan(owner=request.user), payload))


@router.put("pans/{int:pan_id}", response=PanOut, operation_id="change_pan")
def change_pan(request: CookRequest, pan_id: int, payload: PanBody) -> PanOut:
    with transaction.atomic():
        pan = _mine(Pan, request, pan_id)
        unchanged(request, pan.version, lambda: _pan(pan))
        return _write_pan(pan, payload)


@router.delete("pans/{int:pan_id}", response=PanOut, operation_id="put_pan_away")
def put_pan_away(request: CookRequest, pan_id: int) -> PanOut:
    return _pan(_put_away(_mine(Pan, request, pan_id), True))


@router.post("pans/{int:pan_id}/restore", response=PanOut, operation_id="restore_pan")
def restore_pan(request: CookRequest, pan_id: int) -> PanOut:
    return _pan(_put_away(_mine(Pan, request, pan_id), False))


# --- kept fires -------------------------------------------------------------------------------------------------------


def _laid(kept: LaidFire) -> LaidFireOut:
    return LaidFireOut(
        id=kept.id,
        version=kept.version,
        fire=OwnFireIn.model_validate(kept.fire),
        set_aside=kept.set_aside_at is not None,
    )


def _write_laid(kept: LaidFire, payload: OwnFireIn) -> LaidFireOut:
    own_of(payload)
    kept.name, kept.fire = payload.name, payload.model_dump(exclude_none=True)
    kept.save(update_fields=None if kept.pk is None else ["name", "fire"])
    return _laid(kept)


@router.get("fires", response=list[LaidFireOut], operation_id="list_fires")
def list_fires(request: CookRequest) -> list[LaidFireOut]:
    return [_laid(f) for f in LaidFire.objects.filter(owner=request.user, set_aside_at=None)]


@router.post("fires", response={201: LaidFireOut}, operation_id="keep_fire")
def keep_fire(request: CookRequest, payload: OwnFireIn) -> Status[LaidFireOut]:
    room_for(LaidFire.objects.filter(owner=request.user), MAX_KEPT, "fires")
    return Status(201, _write_laid(LaidFire(owner=request.user), payload))


@router.put("fires/{int:fire_id}", response=LaidFireOut, operation_id="change_fire")
def change_fire(request: CookRequest, fire_id: int, payload: OwnFireIn) -> LaidFireOut:
    with transaction.atomic():
        kept = _mine(LaidFire, request, fire_id)
        unchanged(request, kept.version, lambda: _laid(kept))
        return _write_laid(kept, payload)


@router.delete("fires/{int:fire_id}", response=LaidFireOut, operation_id="put_fire_away")
def put_fire_away(request: CookRequest, fire_id: int) -> LaidFireOut:
    return _laid(_put_away(_mine(LaidFire, request, fire_id), True))


@router.post("fires/{int:fire_id}/restore", response=LaidFireOut, operation_id="restore_fire")
def restore_fire(request: CookRequest, fire_id: int) -> LaidFireOut:
    return _laid(_put_away(_mine(LaidFire, request, fire_id), False))


# --- thermometers -----------------------------------------------------------------------------------------------------


def _thermometer(found: Thermometer) -> ThermometerOut:
    checks = [
        CheckOut(
            id=c.id,
            kind=c.kind,
            read_c=c.read_c,
            altitude_m=c.altitude_m,
            at=c.at,
            true_c=altitude.Check(kind_of(c), c.read_c, c.altitude_m).true_c,
        )
        for c in found.checks.all()
    ]
    told: dict[str, Any] = {f: getattr(found, f) for f in ThermometerOut.model_fields if f != "checks"}
    return ThermometerOut(**told, checks=checks)


def _own_thermometer(request: CookRequest, id_: int) -> Thermometer:
    return get_object_or_404(Thermometer, id=id_, owner=request.user)


@router.get("thermometers", response=list[ThermometerOut], operation_id="list_thermometers")
def list_thermometers(request: CookRequest) -> list[ThermometerOut]:
    found = Thermometer.objects.filter(owner=request.user).prefetch_related("checks").order_by("id")
    return [_thermometer(t) for t in found]


@router.post("thermometers", response={201: PairedOut}, operation_id="pair_thermometer")
def pair_thermometer(request: CookRequest, payload: ThermometerIn) -> Status[PairedOut]:
    room_for(Thermometer.objects.filter(owner=request.user), MAX_KEPT, "thermometers")
    thermometer = Thermometer(owner=request.user, name=payload.name, simulated=payload.simulated, kind=payload.kind)
    token = thermometer.give_token()
    thermometer.save()
    return Status(201, PairedOut(thermometer=_thermometer(thermometer), token=token))


@router.post("thermometers/{int:thermometer_id}/token", response=PairedOut, operation_id="pair_again")
def pair_again(request: CookRequest, thermometer_id: int) -> PairedOut:
    thermometer = _own_thermometer(request, thermometer_id)
    token = thermometer.give_token()
    thermometer.save(update_fields=["token_digest", "paired_at", "expires_at", "revoked_at"])
    return PairedOut(thermometer=_thermometer(thermometer), token=token)


@router.put("thermometers/{int:thermometer_id}/name", response=ThermometerOut, operation_id="name_thermometer")
def name_thermometer(request: CookRequest, thermometer_id: int, payload: NameIn) -> ThermometerOut:
    with transaction.atomic():
        thermometer = _own_thermometer(request, thermometer_id)
        unchanged(request, thermometer.version, lambda: _thermometer(thermometer))
        thermometer.name = payload.name
        thermometer.save(update_fields=["name"])
    return _thermometer(thermometer)


@router.delete("thermometers/{int:thermometer_id}", response=ThermometerOut, operation_id="revoke_thermometer")
def revoke_thermometer(request: CookRequest, thermometer_id: int) -> ThermometerOut:
    thermometer = _own_thermometer(request, thermometer_id)
    thermometer.revoked_at = timezone.now()
    thermometer.save(update_fields=["revoked_at"])
    return _thermometer(thermometer)


@router.get("yard/true", response=TrueOut, operation_id="get_true_readings")
def get_true_readings(request: CookRequest, altitude_m: float = 0.0) -> TrueOut:
    """What a sound thermometer reads in ice water and in boiling water at an altitude."""
    return TrueOut(
        ice_c=altitude.ICE_C, boiling_c=vapour.boiling_c(altitude_m), pressure_pa=vapour.pressure_pa(altitude_m)
    )


@router.post(
    "thermometers/{int:thermometer_id}/checks", response={201: ThermometerOut}, operation_id="check_thermometer"
)
def add_check(request: CookRequest, thermometer_id: int, payload: CheckIn) -> Status[ThermometerOut]:
    thermometer = _own_thermometer(request, thermometer_id)
    check_thermometer(thermometer, payload)
    return Status(201, _thermometer(thermometer))


SHOWN_C = (5.0, 55.0, 95.0)
"""Where a correction is shown before it is kept."""


@router.post(
    "thermometers/{int:thermometer_id}/checks/try", response=CheckEffectOut, operation_id="try_thermometer_check"
)
def try_check(request: CookRequest, thermometer_id: int, payload: CheckIn) -> CheckEffectOut:
    """What a check would do to readings, before it is kept."""
    offset_k, slope = correction_with(_own_thermometer(request, thermometer_id), payload)
    return CheckEffectOut(read_c=list(SHOWN_C), right_c=[altitude.corrected_c(c, offset_k, slope) for c in SHOWN_C])


@router.delete(
    "thermometers/{int:thermometer_id}/checks/{int:check_id}", response=ThermometerOut, operation_id="take_check_back"
)
def take_check_back(request: CookRequest, thermometer_id: int, check_id: int) -> ThermometerOut:
    thermometer = _own_thermometer(request, thermometer_id)
    take_back(get_object_or_404(Check, id=check_id, thermometer=thermometer))
    thermometer.refresh_from_db()
    return _thermometer(thermometer)


# --- what the log has taught ------------------------------------------------------------------------------------------


@router.get("yard/learned", response=LearnedFiresOut, operation_id="list_learned")
def list_learned(request: CookRequest) -> LearnedFiresOut:
    """What is known of each fire by this household's cooks."""
    return LearnedFiresOut(
        fires=[learned_schema(each) for each in lessons_of(request.user)],
        tastes=[taste_schema(each) for each in tastes_of(request.user)],
        usual_air_sd_k=USUAL.air_sd_k,
    )


@router.patch("yard/learned/{int:teaching_id}", response=LearnedFiresOut, operation_id="leave_out")
def leave_out(request: CookRequest, teaching_id: int, payload: LeaveOutIn) -> LearnedFiresOut:
    """Let a cook count no more, or again."""
    return _left_out(request, get_object_or_404(Teaching, id=teaching_id, owner=request.user), payload)


@router.patch("yard/figures/{int:figure_id}", response=LearnedFiresOut, operation_id="leave_figure_out")
def leave_figure_out(request: CookRequest, figure_id: int, payload: LeaveOutIn) -> LearnedFiresOut:
    """Let what a cook told of its fire by marks and other readings count no more, or again."""
    return _left_out(request, get_object_or_404(FireFigure, id=figure_id, owner=request.user), payload)


@router.patch("yard/verdicts/{int:verdict_id}", response=LearnedFiresOut, operation_id="leave_verdict_out")
def leave_verdict_out(request: CookRequest, verdict_id: int, payload: LeaveOutIn) -> LearnedFiresOut:
    """Let what an eater said of a piece count no more, or again."""
    return _left_out(request, get_object_or_404(Verdict, id=verdict_id, owner=request.user), payload)


def _left_out(request: CookRequest, row: Teaching | FireFigure | Verdict, payload: LeaveOutIn) -> LearnedFiresOut:
    row.left_out = payload.left_out
    row.save(update_fields=["left_out"])
    return list_learned(request)

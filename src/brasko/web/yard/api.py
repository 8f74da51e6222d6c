"""Grills and thermometers of the signed-in cook."""

from datetime import datetime

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema, Status
from pydantic import Field

from brasko.web.yard.models import Grill, Thermometer

router = Router(tags=["yard"])


class GrillOut(Schema):
    id: int
    name: str
    fire: str


class ThermometerOut(Schema):
    id: int
    name: str
    simulated: bool
    expires_at: datetime
    revoked_at: datetime | None


class ThermometerIn(Schema):
    name: str = Field(min_length=1, max_length=80)
    simulated: bool = False


class PairedOut(Schema):
    thermometer: ThermometerOut
    token: str


@router.get("grills", response=list[GrillOut], operation_id="list_grills")
def list_grills(request: HttpRequest) -> list[Grill]:
    return list(Grill.objects.filter(owner=request.user).order_by("id"))


@router.get("thermometers", response=list[ThermometerOut], operation_id="list_thermometers")
def list_thermometers(request: HttpRequest) -> list[Thermometer]:
    return list(Thermometer.objects.filter(owner=request.user).order_by("id"))


@router.post("thermometers", response={201: PairedOut}, operation_id="pair_thermometer")
def pair_thermometer(request: HttpRequest, payload: ThermometerIn) -> Status:
    thermometer = Thermometer(owner=request.user, name=payload.name, simulated=payload.simulated)
    token = thermometer.give_token()
    thermometer.save()
    return Status(201, {"thermometer": thermometer, "token": token})


@router.post("thermometers/{int:thermometer_id}/token", response=PairedOut, operation_id="pair_again")
def pair_again(request: HttpRequest, thermometer_id: int) -> dict:
    thermometer = get_object_or_404(Thermometer, id=thermometer_id, owner=request.user)
    token = thermometer.give_token()
    thermometer.save()
    return {"thermometer": thermometer, "token": token}


@router.delete("thermometers/{int:thermometer_id}", response=ThermometerOut, operation_id="revoke_thermometer")
def revoke_thermometer(request: HttpRequest, thermometer_id: int) -> Thermometer:
    thermometer = get_object_or_404(Thermometer, id=thermometer_id, owner=request.user)
    thermometer.revoked_at = timezone.now()
    thermometer.save()
    return thermometer

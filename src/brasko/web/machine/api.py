"""From where this server is reached."""

from __future__ import annotations

from pathlib import Path

import segno
from django.conf import settings
from django.http import FileResponse, Http404, HttpRequest
from ninja import Query, Router, Schema

from brasko.web.machine.lan import addresses

router = Router(tags=["machine"])


class ReachLink(Schema):
    url: str
    secure: bool


class ReachOut(Schema):
    """How a second phone opens a page of this server: links, and the first of them as a picture to scan.

    shared is off where only this machine is served; secure tells of the page that asks.
    """

    shared: bool
    secure: bool
    links: list[ReachLink]
    picture: str


@router.get("reach", response=ReachOut, operation_id="get_reach")
def get_reach(request: HttpRequest, path: str = Query("/", pattern=r"^/[\w/-]{0,200}$")) -> ReachOut:  # type: ignore[type-arg]
    """Links to a page from elsewhere in the yard."""
    links = []
    if settings.LAN:
        plain, secure = settings.LAN
        here = addresses()
        links = [ReachLink(url=f"https://{each}:{secure}{path}", secure=True) for each in here]
        links += [ReachLink(url=f"http://{each}:{plain}{path}", secure=False) for each in here]
    picture = segno.make(links[0].url, error="m").svg_data_uri(scale=4, border=2) if links else ""
    return ReachOut(shared=bool(settings.LAN), secure=request.is_secure(), links=links, picture=picture)


def yard_certificate(request: HttpRequest) -> FileResponse:
    """The yard's own authority, for a phone to trust."""
    kept = Path(settings.VAR) / "tls" / "yard.crt"
    if not kept.exists():
        raise Http404
    return FileResponse(kept.open("rb"), content_type="application/x-x509-ca-cert", filename="brasko-yard.crt")

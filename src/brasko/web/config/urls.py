"""Routes: the API, the event stream, and the front end for everything else."""

from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from brasko.core.words import say
from brasko.web.common.problem import problem
from brasko.web.config import settings
from brasko.web.config.api import api
from brasko.web.config.description import description
from brasko.web.config.health import health, ready
from brasko.web.cooks.stream import cook_stream
from brasko.web.machine.api import yard_certificate

_MISSING = say("urls-the-front-end-is-not-built")
"""Said where there is no page to give."""


@never_cache
@ensure_csrf_cookie
def front_end(request: HttpRequest) -> HttpResponse:
    """The page that every address of the interface opens."""
    page = settings.FRONTEND / "index.html"
    if not page.exists():
        return HttpResponse(_MISSING, status=503, content_type="text/plain")
    return HttpResponse(page.read_text(encoding="utf-8"))


urlpatterns = [
    path("api/cooks/<int:cook_id>/stream", cook_stream),
    path("api/openapi.json", description),
    path("api/", api.urls),
    path("healthz", health),
    path("readyz", ready),
    path("yard.crt", yard_certificate),
    re_path(r"^(?!api/|assets/|static/).*$", front_end),
]


def not_found(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """Nothing at an address: of the API as a problem document, else in a line."""
    if request.path.startswith("/api/"):
        return problem(404, "not-found", say("urls-not-found"), say("urls-there-is-nothing-at-this-address"))
    return HttpResponse(say("urls-there-is-nothing-here"), status=404, content_type="text/plain")


def failed(request: HttpRequest) -> HttpResponse:
    """Something that nobody foresaw: told plainly, with nothing of what it was."""
    return problem(500, "failed", say("urls-that-failed"), say("urls-something-went-wrong-in-the-server"))


handler404, handler500 = not_found, failed

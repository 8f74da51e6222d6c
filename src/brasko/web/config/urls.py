"""Routes: the API, the event stream, and the front end for everything else."""

from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from brasko.web.config import settings
from brasko.web.config.api import api
from brasko.web.cooks.stream import cook_stream

_MISSING = "The front end is not built. Run: make build"


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
    path("api/", api.urls),
    re_path(r"^(?!api/|assets/|static/).*$", front_end),
]

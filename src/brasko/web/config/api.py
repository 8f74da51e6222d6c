"""The one API, put together from the apps."""

from collections.abc import Callable
from functools import wraps
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI

from brasko import __version__
from brasko.core.words import say
from brasko.web.accounts.api import router as accounts
from brasko.web.accounts.auth import in_household, signed_in_as
from brasko.web.accounts.household_api import router as household
from brasko.web.accounts.own_api import router as own
from brasko.web.common import problem
from brasko.web.common.parser import CleanParser
from brasko.web.cooks.api import router as cooks
from brasko.web.devices.api import files
from brasko.web.devices.api import router as devices
from brasko.web.fires.api import router as fires
from brasko.web.guide.api import router as guide
from brasko.web.lab.api import router as lab
from brasko.web.machine.api import router as machine
from brasko.web.moving.api import router as moving
from brasko.web.plans.api import router as plans
from brasko.web.practice.api import router as practice
from brasko.web.tables.api import router as tables
from brasko.web.yard.api import router as yard


def for_the_signed_in(view: Callable[..., HttpResponse]) -> Callable[..., HttpResponse]:
    """The description of the API is shown to whoever is signed in."""

    @wraps(view)
    def shown(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        if signed_in_as(request) is None:
            return problem.problem(
                401, "sign-in-needed", say("common-sign-in-first"), say("common-this-needs-a-signed-in-cook")
            )
        return view(request, *args, **kwargs)

    return shown


api = NinjaAPI(
    title="Brasko",
    version=__version__,
    auth=in_household,
    parser=CleanParser(),
    docs_url="docs",
    docs_decorator=for_the_signed_in,
    urls_namespace="api",
)
problem.install(api)
api.add_router("", accounts)
api.add_router("", own)
api.add_router("", household)
api.add_router("", plans)
api.add_router("", tables)
api.add_router("", cooks)
api.add_router("", files)
api.add_router("", yard)
api.add_router("", fires)
api.add_router("", guide)
api.add_router("", lab)
api.add_router("", practice)
api.add_router("", machine)
api.add_router("", moving)
api.add_router("device", devices)

"""The one API, put together from the apps."""

from ninja import NinjaAPI
from ninja.security import django_auth

from brasko import __version__
from brasko.web.accounts.api import router as accounts
from brasko.web.common import problem
from brasko.web.cooks.api import router as cooks
from brasko.web.devices.api import files
from brasko.web.devices.api import router as devices
from brasko.web.fires.api import router as fires
from brasko.web.guide.api import router as guide
from brasko.web.lab.api import router as lab
from brasko.web.machine.api import router as machine
from brasko.web.plans.api import router as plans
from brasko.web.practice.api import router as practice
from brasko.web.tables.api import router as tables
from brasko.web.yard.api import router as yard

api = NinjaAPI(title="Brasko", version=__version__, auth=django_auth, docs_url="docs", urls_namespace="api")
problem.install(api)
api.add_router("", accounts)
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
api.add_router("device", devices)

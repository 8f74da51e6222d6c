"""The ASGI application. Whatever computes is compiled before the first request, never inside one."""

import os

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "brasko.web.config.settings")
django_application = get_asgi_application()

from brasko.core.fire.warm import warm_fire  # noqa: E402
from brasko.core.heat.warm import warm  # noqa: E402
from brasko.web.accounts.leaving import EVERY_S, all_gone  # noqa: E402
from brasko.web.common.policy import safe_headers  # noqa: E402
from brasko.web.config.health import health, ready  # noqa: E402
from brasko.web.cooks import worker  # noqa: E402
from brasko.web.lab.executors import working  # noqa: E402
from brasko.web.lab.runner import labour  # noqa: E402
from brasko.web.machine.now_and_then import NowAndThen  # noqa: E402
from brasko.web.machine.quotas import computing  # noqa: E402
from brasko.web.machine.request_limits import RequestLimitMiddleware  # noqa: E402
from brasko.web.moving.apart import moving  # noqa: E402

POOLS = (computing, worker.forecasting)
"""Processes that end with the server."""


leaving = NowAndThen(all_gone, EVERY_S)
"""Takes away what was let go a day ago."""


def stop() -> None:
    """What ends with the server."""
    labour.end()
    leaving.end()
    for pool in (*POOLS, working, moving):
        pool.stop()


application = RequestLimitMiddleware(
    django_application, on_stop=stop, at_once={"/healthz": safe_headers(health), "/readyz": safe_headers(ready)}
)
warm()
warm_fire()
for pool in POOLS:
    pool.start()
leaving.begin()

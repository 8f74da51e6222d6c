"""The ASGI application. The heat kernel is compiled before the first request, never inside one."""

import os

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "brasko.web.config.settings")
application = get_asgi_application()

from brasko.core.fire.warm import warm_fire  # noqa: E402
from brasko.core.heat.warm import warm  # noqa: E402
from brasko.web.cooks import worker  # noqa: E402

warm()
warm_fire()
worker.start()

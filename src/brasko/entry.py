"""`brasko …`: the computation without a page, or the application itself."""

from __future__ import annotations

import os
import sys

HOUSEKEEPING = {
    "backup": "backup",
    "restore": "restore",
    "check": "check_store",
    "password": "set_password",
    "sign-up": "sign_up",
    "invite": "invite",
}
"""What is done to a whole Brasko, and the command of the application that does it."""


def _of_the_application(*words: str) -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "brasko.web.config.settings")
    from django.core.management import execute_from_command_line

    execute_from_command_line(["brasko", *words])


def main() -> int:
    """Run what was asked for. Returns the exit status."""
    asked = sys.argv[1] if len(sys.argv) > 1 else ""
    if asked == "serve":
        os.environ.setdefault("BRASKO_LOCAL", "1")
        _of_the_application("upgrade")
        _of_the_application("sign_up")
        from brasko.web.machine.serve import main as serve

        serve(sys.argv[2:])
        return 0
    if asked in HOUSEKEEPING:
        _of_the_application(HOUSEKEEPING[asked], *sys.argv[2:])
        return 0
    from brasko.cli.main import main as computing

    return computing()

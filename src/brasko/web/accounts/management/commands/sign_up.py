"""Who may make a household on this machine, by whoever owns it."""

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

from brasko.web.accounts.models import SignUpRule
from brasko.web.accounts.sign_up import RULES, rule, set_rule

TOLD = {
    "open": "anybody who reaches this machine may make one",
    "invited": "made with a code (brasko invite)",
    "closed": "nobody may make one",
}


def _told() -> str:
    if rule() == "open" and not SignUpRule.objects.exists() and not settings.DEMO and not settings.SIGN_UP:
        return "the first is made by whoever comes first, the next with a code (brasko sign-up changes that)"
    return TOLD[rule()]


class Command(BaseCommand):
    help = "Say who may make a new household: anybody (open), who was invited (invited), nobody (closed)."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("rule", nargs="?", choices=RULES)

    def handle(self, *args: object, **options: Any) -> None:
        if options["rule"] is not None:
            set_rule(options["rule"])
        self.stdout.write(f"· new households: {_told()}")

"""A new password for an account, by whoever owns the machine."""

import getpass
import sys
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandError, CommandParser

from brasko.core.errors import InvalidInput
from brasko.web.accounts.passwords import accept
from brasko.web.accounts.sessions import end_all


class Command(BaseCommand):
    help = "Give an account a new password (asked for, or one line of standard input), and end its sessions."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name")

    def handle(self, *args: object, **options: Any) -> None:
        user = get_user_model().objects.filter(username=options["name"]).first()
        if user is None:
            raise CommandError(f"nobody here is called {options['name']!r}; names are written as they sign in")
        new = getpass.getpass("New password: ") if sys.stdin.isatty() else sys.stdin.readline().rstrip("\n")
        try:
            accept(user, new, "password")
        except InvalidInput as exc:
            raise CommandError(exc.message) from exc
        user.set_password(new)
        user.save(update_fields=["password"])
        end_all(user)
        self.stdout.write(f"· {user.username} has a new password; every session of theirs is ended")

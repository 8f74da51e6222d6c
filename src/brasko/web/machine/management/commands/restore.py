"""Put a backup in place of everything there is."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connections
from django.db.migrations.loader import MigrationLoader

from brasko.web.machine.backup import NotKept, restore


class Command(BaseCommand):
    help = "Put a backup in place of everything there is. A copy of what was there is kept."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: object, **options: Any) -> None:
        known = MigrationLoader(None).disk_migrations
        connections.close_all()
        try:
            before = restore(
                Path(str(settings.DATABASES["default"]["NAME"])),
                options["file"],
                settings.VAR / "copies",
                frozenset(f"{app}.{name}" for app, name in known),
            )
        except NotKept as exc:
            raise CommandError(str(exc)) from exc
        call_command("upgrade")
        if before is not None:
            self.stdout.write(f"· what was there before is {before}")
        self.stdout.write("· restored. Where Brasko runs, start it anew: its pages may still show what was before.")

"""Keep everything in one file, while Brasko runs."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from brasko.web.machine.backup import NotKept, backup


class Command(BaseCommand):
    help = "Keep everything in one file (brasko/backup@1), also while Brasko runs."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: object, **options: Any) -> None:
        try:
            backup(Path(str(settings.DATABASES["default"]["NAME"])), options["file"])
        except NotKept as exc:
            raise CommandError(str(exc)) from exc
        self.stdout.write(f"· everything is kept in {options['file']}; only you may read it")

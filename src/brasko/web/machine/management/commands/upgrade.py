"""Bring the store up to date, with a copy made first."""

from pathlib import Path

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import connection, connections
from django.db.migrations.executor import MigrationExecutor

from brasko.web.machine.upgrade import UpgradeFailed, upgraded


class Command(BaseCommand):
    help = "Bring the store up to date. A copy is made first; where it fails the store is put back as it was."

    def handle(self, *args: object, **options: object) -> None:
        store = Path(str(settings.DATABASES["default"]["NAME"]))
        if store.exists() and store.stat().st_size == 0:
            store.unlink()
        fresh = not store.exists()
        executor = MigrationExecutor(connection)
        pending = len(executor.migration_plan(executor.loader.graph.leaf_nodes()))
        connections.close_all()

        def migrate() -> None:
            call_command("migrate", interactive=False, verbosity=0)
            connections.close_all()

        if fresh:
            # looking made an empty one: there is nothing to copy
            store.unlink(missing_ok=True)
        try:
            copy = upgraded(store, settings.VAR / "copies", pending, migrate)
        except UpgradeFailed as exc:
            raise CommandError(f"The store could not be brought up to date: {exc}") from exc
        if copy is not None:
            self.stdout.write(f"· the store was brought up to date; a copy of it as it was is {copy}")

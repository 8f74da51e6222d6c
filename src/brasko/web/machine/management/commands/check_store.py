"""Whether the store is sound."""

from pathlib import Path

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from brasko.web.machine.backup import problems


class Command(BaseCommand):
    help = "Look whether the store is sound and up to date. Changes nothing."

    def handle(self, *args: object, **options: object) -> None:
        store = Path(str(settings.DATABASES["default"]["NAME"]))
        wrong = problems(store)
        if wrong:
            raise CommandError("The store is not sound. Restore a backup.\n" + "\n".join(wrong[:20]))
        executor = MigrationExecutor(connection)
        pending = executor.migration_plan(executor.loader.graph.leaf_nodes())
        if pending:
            raise CommandError(
                f"The store is sound but not up to date: {len(pending)} steps are to be made. Start Brasko."
            )
        self.stdout.write(f"· {store} is sound and up to date")

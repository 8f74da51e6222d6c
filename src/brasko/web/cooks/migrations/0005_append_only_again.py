"""Tables that were made anew lose their triggers: the database refuses changes to events and readings again."""

from django.db import migrations

TABLES = ("cooks_event", "cooks_reading")
DROP = "DROP TRIGGER IF EXISTS {table}_append_only;"
CREATE = """
CREATE TRIGGER {table}_append_only BEFORE UPDATE ON {table}
BEGIN SELECT RAISE(ABORT, '{table} is append-only'); END;
"""


class Migration(migrations.Migration):
    dependencies = [("cooks", "0004_beside_the_fire")]

    operations = [
        migrations.RunSQL([DROP.format(table=table), CREATE.format(table=table)], DROP.format(table=table))
        for table in TABLES
    ]

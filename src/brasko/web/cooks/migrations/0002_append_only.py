"""Events and readings are written once: the database itself refuses to change them."""

from django.db import migrations

TABLES = ("cooks_event", "cooks_reading")
CREATE = """
CREATE TRIGGER {table}_append_only BEFORE UPDATE ON {table}
BEGIN SELECT RAISE(ABORT, '{table} is append-only'); END;
"""


class Migration(migrations.Migration):
    dependencies = [("cooks", "0001_initial")]

    operations = [
        migrations.RunSQL(CREATE.format(table=table), f"DROP TRIGGER {table}_append_only;") for table in TABLES
    ]

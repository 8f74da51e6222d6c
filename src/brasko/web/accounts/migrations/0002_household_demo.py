"""Which household was made for the demo: the one without a password under its name, and no other."""

from django.db import migrations, models


def mark(apps, schema_editor):
    demo = apps.get_model("accounts", "Household").objects.filter(user__username="demo", user__password__startswith="!")
    demo.update(demo=True)


class Migration(migrations.Migration):
    dependencies = [("accounts", "0001_initial")]

    operations = [
        migrations.AddField("household", "demo", models.BooleanField(default=False)),
        migrations.RunPython(mark, migrations.RunPython.noop),
    ]

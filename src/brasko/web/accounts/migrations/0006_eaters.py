from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0005_clock"),
    ]

    operations = [
        migrations.AddField(
            model_name="household",
            name="eaters",
            field=models.PositiveSmallIntegerField(default=2),
        ),
    ]

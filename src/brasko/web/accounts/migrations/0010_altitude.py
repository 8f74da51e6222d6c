from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0009_sign_up"),
    ]

    operations = [
        migrations.AddField(
            model_name="household",
            name="altitude_m",
            field=models.FloatField(default=0.0),
        ),
    ]

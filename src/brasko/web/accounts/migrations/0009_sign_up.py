from django.db import migrations, models
import django.db.models.deletion


class Migration(migrations.Migration):
    dependencies = [("accounts", "0008_accounts_for_people")]
    operations = [
        migrations.CreateModel(
            name="SignUpRule",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("rule", models.CharField(max_length=8)),
            ],
        ),
        migrations.AlterField(
            model_name="invite",
            name="household",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="invites",
                to="accounts.household",
            ),
        ),
    ]

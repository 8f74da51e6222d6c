"""Messages get marks that no text of a user can hold; titles that were messages become plain text."""

from django.db import migrations

from brasko.formats.older_words import is_message, of_now, salvaged
from brasko.words import rendered

SAID = (
    ("plans", "Plan", ("order", "notes")),
    ("plans", "PlanPiece", ("result",)),
    ("cooks", "Piece", ("result", "outcome")),
    ("tables", "Table", ("told_json", "cooked")),
    ("lab", "Experiment", ("told_json",)),
)
"""Columns that hold what Brasko said."""
TITLED = (
    ("plans", "Plan", "title", "owner_id"),
    ("cooks", "Cook", "title", "owner_id"),
    ("tables", "Table", "title", "owner_id"),
    ("lab", "Experiment", "title", "owner_id"),
    ("lab", "Experiment", "note", "owner_id"),
    ("cooks", "Piece", "name", "cook__owner_id"),
    ("yard", "Thermometer", "name", "owner_id"),
    ("yard", "Teaching", "title", "owner_id"),
    ("yard", "FireFigure", "title", "owner_id"),
    ("yard", "Verdict", "title", "owner_id"),
)
"""Columns that hold plain text from now on, and whose it is."""


def renew(apps, schema_editor):
    for app, name, columns in SAID:
        rows = apps.get_model(app, name)._base_manager
        for pk in rows.values_list("pk", flat=True).order_by("pk"):
            row = rows.only("pk", *columns).get(pk=pk)
            for column in columns:
                setattr(row, column, of_now(getattr(row, column)))
            row.save(update_fields=columns)


def plain(apps, schema_editor):
    households = apps.get_model("accounts", "Household").objects.values_list("user_id", "units", "language")
    reads = {user: (units, language) for user, units, language in households}
    for app, name, column, owner in TITLED:
        model = apps.get_model(app, name)
        longest = model._meta.get_field(column).max_length
        for pk, text, user in model._base_manager.filter(**{f"{column}__contains": "⟦"}).values_list("pk", column, owner):
            if not is_message(text):
                continue
            said = rendered(of_now(text), *reads.get(user, ()))
            kept = said if not any(mark in said for mark in "\ufdd0\ufdd1\ufdd2") else salvaged(text)
            model._base_manager.filter(pk=pk).update(**{column: kept[:longest]})


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0008_accounts_for_people"),
        ("cooks", "0011_spark"),
        ("lab", "0001_initial"),
        ("moving", "0001_brought"),
        ("plans", "0002_table_order_notes"),
        ("tables", "0004_cooks"),
        ("yard", "0006_figures_and_verdicts"),
    ]
    operations = [
        migrations.RunPython(renew, migrations.RunPython.noop),
        migrations.RunPython(plain, migrations.RunPython.noop),
    ]

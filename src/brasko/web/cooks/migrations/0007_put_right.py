"""A reading's corrected value may be worked out anew from its raw one; the database still refuses every other change."""

from django.db import migrations

OLD = """
CREATE TRIGGER cooks_reading_append_only BEFORE UPDATE ON cooks_reading
BEGIN SELECT RAISE(ABORT, 'cooks_reading is append-only'); END;
"""
NEW = """
CREATE TRIGGER cooks_reading_append_only BEFORE UPDATE ON cooks_reading
WHEN OLD.raw_c IS NULL OR NEW.raw_c IS NOT OLD.raw_c OR NEW.id IS NOT OLD.id OR NEW.cook_id IS NOT OLD.cook_id
  OR NEW.piece_id IS NOT OLD.piece_id OR NEW.thermometer_id IS NOT OLD.thermometer_id OR NEW.source IS NOT OLD.source
  OR NEW.sequence IS NOT OLD.sequence OR NEW.at IS NOT OLD.at OR NEW.recorded_at IS NOT OLD.recorded_at
BEGIN SELECT RAISE(ABORT, 'cooks_reading is append-only'); END;
"""
DROP = "DROP TRIGGER IF EXISTS cooks_reading_append_only;"


class Migration(migrations.Migration):
    dependencies = [("cooks", "0006_devices_by_hand")]

    operations = [migrations.RunSQL([DROP, NEW], [DROP, OLD])]

from django.db import migrations


def awaited_items_to_conditions(apps, schema_editor):
    """What an item waited for becomes a condition: all of these are done."""
    Item = apps.get_model("courses", "Item")
    for item in Item.objects.exclude(after=[]):
        item.conditions = {"join": "all", "of": [{"on": "done", "items": item.after, "of": None}]}
        item.save(update_fields=["conditions"])


def conditions_to_awaited_items(apps, schema_editor):
    Item = apps.get_model("courses", "Item")
    for item in Item.objects.exclude(conditions={}):
        item.after = [i for c in item.conditions["of"] if c["on"] == "done" for i in c["items"]]
        item.save(update_fields=["after"])


class Migration(migrations.Migration):
    """Rows only: PostgreSQL alters no table whose rows changed in the same transaction."""

    dependencies = [("courses", "0006_path")]
    operations = [migrations.RunPython(awaited_items_to_conditions, conditions_to_awaited_items)]

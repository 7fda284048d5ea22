from django.db import migrations


class Migration(migrations.Migration):
    """The triggers fill the entries of what was written before there were any."""

    dependencies = [("courses", "0009_absence_and_search")]
    operations = [
        migrations.RunSQL("UPDATE courses_item SET title = title", migrations.RunSQL.noop),
        migrations.RunSQL("UPDATE courses_itemtext SET html = html", migrations.RunSQL.noop),
    ]

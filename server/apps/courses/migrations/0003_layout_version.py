from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("courses", "0002_initial")]

    operations = [
        migrations.RunSQL(
            "CREATE SEQUENCE courses_layout_version START 2",
            "DROP SEQUENCE courses_layout_version",
        )
    ]

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("courses", "0007_conditions")]
    operations = [migrations.RemoveField("item", "after")]

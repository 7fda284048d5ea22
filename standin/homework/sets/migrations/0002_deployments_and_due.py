from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("sets", "0001_initial")]

    operations = [
        migrations.AddField(
            model_name="work",
            name="due",
            field=models.CharField(blank=True, default="", max_length=40),
            preserve_default=False,
        ),
        migrations.RenameField(model_name="platform", old_name="deployment_id", new_name="deployments"),
        migrations.AlterField(model_name="platform", name="deployments", field=models.TextField()),
    ]

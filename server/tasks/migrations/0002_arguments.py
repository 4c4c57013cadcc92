from django.db import migrations, models


class Migration(migrations.Migration):
    """The field has a plainer name; the column keeps its own."""

    dependencies = [("tasks", "0001_initial")]

    operations = [
        migrations.AlterField(
            "task",
            "told",
            models.JSONField(db_column="told", help_text="What was asked, as the kind of work reads it."),
        ),
        migrations.RenameField("task", "told", "arguments"),
    ]

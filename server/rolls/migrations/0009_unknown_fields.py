from django.db import migrations, models


class Migration(migrations.Migration):
    """The field has a plainer name; the column keeps its own."""

    dependencies = [("rolls", "0008_numbers_by_account")]

    operations = [
        migrations.AlterField(
            "brush",
            "beyond",
            models.JSONField(
                db_column="beyond", default=dict, help_text="What a newer version told of it, to be written again."
            ),
        ),
        migrations.RenameField("brush", "beyond", "unknown_fields"),
    ]

"""Pictures know how large they are, so that what an account holds is summed without reading them."""

from django.db import migrations, models
from django.db.models.functions import Length


def measure(apps, schema_editor):
    """Measure those that there are, some at a time."""
    pictures = apps.get_model("sources", "Picture").objects
    digests = list(pictures.filter(size=0).values_list("pk", flat=True))
    for at in range(0, len(digests), 200):
        pictures.filter(pk__in=digests[at : at + 200]).update(size=Length("data"))


class Migration(migrations.Migration):
    """A column, filled."""

    dependencies = [("sources", "0004_recipes_numbered")]

    operations = [
        migrations.AddField("picture", "size", models.BigIntegerField(default=0, help_text="Bytes of it.")),
        migrations.RunPython(measure, migrations.RunPython.noop),
    ]

"""A stroke's seed, the brush it was drawn to try, and the lane it was begun over."""

from django.db import migrations, models


def give_seeds(apps, editor):
    """Strokes that have no seed yet get one of their id."""
    strokes = apps.get_model("proofs", "ProofStroke").objects
    for stroke in strokes.only("pk").iterator():
        strokes.filter(pk=stroke.pk).update(seed=stroke.pk.int & 0x7FFFFFFF)


class Migration(migrations.Migration):
    dependencies = [("proofs", "0002_lanes")]

    operations = [
        migrations.AddField("proofstroke", "seed", models.PositiveIntegerField(default=1), preserve_default=False),
        migrations.AddField(
            "proofstroke",
            "brush",
            models.UUIDField(blank=True, help_text="The brush on whose bench it was drawn.", null=True),
        ),
        migrations.AddField(
            "proofstroke",
            "over",
            models.CharField(
                blank=True, default="", help_text="The lane over which it was begun, by its key or id.", max_length=40
            ),
            preserve_default=False,
        ),
        migrations.RunPython(give_seeds, migrations.RunPython.noop, elidable=True),
        migrations.AlterField(
            "proofstroke",
            "seed",
            models.PositiveIntegerField(help_text="All its chance is drawn from it: 0 to 2147483647."),
        ),
    ]

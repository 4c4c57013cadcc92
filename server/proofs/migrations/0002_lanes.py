"""Lanes of one's own; and the twist that samples did not have."""

import uuid

import django.db.models.deletion
import numpy as np
from django.conf import settings
from django.db import migrations, models

BEFORE, AFTER = 6, 7
"""Floats of a sample without and with its twist."""


def widen(apps, _schema):
    """Give every sample that was kept a twist of zero."""
    strokes = apps.get_model("proofs", "ProofStroke")
    for stroke in strokes.objects.iterator():
        rows = np.frombuffer(bytes(stroke.samples), "<f4").reshape(-1, BEFORE)
        wide = np.zeros((len(rows), AFTER), "<f4")
        wide[:, :BEFORE] = rows
        strokes.objects.filter(pk=stroke.pk).update(samples=wide.tobytes())


def narrow(apps, _schema):
    """Take the twist away again."""
    strokes = apps.get_model("proofs", "ProofStroke")
    for stroke in strokes.objects.iterator():
        rows = np.frombuffer(bytes(stroke.samples), "<f4").reshape(-1, AFTER)
        strokes.objects.filter(pk=stroke.pk).update(samples=np.ascontiguousarray(rows[:, :BEFORE]).tobytes())


class Migration(migrations.Migration):
    dependencies = [
        ("proofs", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="Lane",
            fields=[
                ("id", models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                ("name", models.CharField(max_length=80)),
                ("set_name", models.CharField(default="mine", max_length=40)),
                ("position", models.PositiveIntegerField(default=0)),
                ("hidden", models.BooleanField(default=False)),
                ("deleted_at", models.DateTimeField(blank=True, null=True)),
                (
                    "account",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="lanes",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={"ordering": ["position", "id"]},
        ),
        migrations.AddField(
            model_name="proofstroke",
            name="lane",
            field=models.ForeignKey(
                blank=True,
                null=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="strokes",
                to="proofs.lane",
            ),
        ),
        migrations.RunPython(widen, narrow),
    ]

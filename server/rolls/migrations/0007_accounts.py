"""Brushes and checkpoints tell whose they are, so that what changed of an account is found by an index."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models
from django.db.models import OuterRef, Subquery


def tell(apps, _):
    Roll, Brush, Checkpoint = (apps.get_model("rolls", name) for name in ("Roll", "Brush", "Checkpoint"))
    Brush.objects.update(account=Subquery(Roll.objects.filter(pk=OuterRef("roll")).values("account")))
    Checkpoint.objects.update(account=Subquery(Brush.objects.filter(pk=OuterRef("brush")).values("account")))


def whose(name, null):
    to = models.ForeignKey(
        null=null,
        on_delete=django.db.models.deletion.CASCADE,
        related_name=name,
        to=settings.AUTH_USER_MODEL,
    )
    return {"model_name": {"brushes": "brush", "checkpoints": "checkpoint"}[name], "name": "account", "field": to}


class Migration(migrations.Migration):
    dependencies = [
        ("rolls", "0006_makers"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.AddField(**whose("brushes", True)),
        migrations.AddField(**whose("checkpoints", True)),
        migrations.RunPython(tell, migrations.RunPython.noop),
        migrations.AlterField(**whose("brushes", False)),
        migrations.AlterField(**whose("checkpoints", False)),
    ]

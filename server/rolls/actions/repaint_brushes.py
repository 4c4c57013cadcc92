"""Make the stored pictures anew after the engine has changed."""

import logging

from django.db import transaction

from ..models import Brush
from .keep_brush import paint

log = logging.getLogger(__name__)


def repaint_brushes() -> int:
    """Repaint every brush; returns how many. Documents and revisions stay as they are.

    One that cannot be painted keeps the picture it has, and the others go on.
    """
    count = 0
    for pk in list(Brush.objects.values_list("pk", flat=True)):
        try:
            with transaction.atomic():
                brush = Brush.objects.select_for_update().get(pk=pk)
                paint(brush, brush.roll.account)
                brush.painted += 1
                brush.save(update_fields=["picture", "tip_print", "painted"])
            count += 1
        except Exception:
            log.exception("The brush %s was not repainted, and keeps its picture.", pk)
    return count

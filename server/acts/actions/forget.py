"""Forget acts that no device will send again."""

from datetime import timedelta

from django.utils import timezone

from ..models import DoneAct

DAYS = 90
"""How long an act is remembered."""


def forget_old_acts() -> int:
    """Forget acts older than `DAYS`; returns how many there were."""
    return DoneAct.objects.filter(at__lt=timezone.now() - timedelta(days=DAYS)).delete()[0]

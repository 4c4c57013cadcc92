"""Put a brush into another pocket."""

from accounts.numbers import count_on
from django.db import transaction

from ..models import Brush


@transaction.atomic
def place_brush(account, brush_id, roll, place: str) -> None:
    """Put a brush into the pocket `place` of a roll. Of two devices that do so the later one has it."""
    brush = Brush.objects.of(account).get(pk=brush_id)
    brush.roll_id, brush.place = roll, place
    count_on(account, [brush])
    brush.save(update_fields=["roll", "place", "number"])

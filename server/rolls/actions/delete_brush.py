"""Take a brush out of its pocket, and put it back."""

from accounts.numbers import put_back, take_away

from ..models import Brush


def delete_brush(account, brush_id) -> None:
    """Take a brush out; it is still there to be put back. One that is not there is out already."""
    take_away(account, Brush.objects.of(account), brush_id)


def restore_brush(account, brush_id) -> None:
    """Put a brush back into its pocket, as it was kept last."""
    put_back(account, Brush.objects.of(account), brush_id)

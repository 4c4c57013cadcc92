"""Delete a source, and put it back. Brushes that use it keep their copy of its picture."""

from accounts.numbers import put_back, take_away

from ..models import Source


def delete_source(account, source_id) -> None:
    """Take a source away; it can be put back. One that is not there is away already."""
    take_away(account, Source.objects.of(account), source_id)


def restore_source(account, source_id) -> None:
    """Put a source back as it was kept last."""
    put_back(account, Source.objects.of(account), source_id)

"""Ink strokes of a sheet otherwise."""

from accounts.numbers import count_on

from ..models import SheetStroke


def ink_strokes(account, inked) -> None:
    """Ink strokes otherwise, as one act: of each its id, and `look`, `seed`, `size`, `ink`, `opacity`, `layer`.

    Their samples stay as the hand made them. Strokes that are not there are passed over.
    """
    wanted = {one["id"]: one for one in inked}
    found = list(SheetStroke.objects.filter(account=account, pk__in=wanted).defer("samples"))
    count_on(account, found)
    fields = ["look", "seed", "size", "ink", "opacity", "layer"]
    for stroke in found:
        for field in fields:
            setattr(stroke, field, wanted[stroke.pk][field])
    SheetStroke.objects.bulk_update(found, [*fields, "number"], batch_size=500)

"""Mark a brush."""

from accounts.numbers import count_on
from django.db import transaction
from hollowmist.refusal import Refused
from sources.actions.pictures import own_pictures, touch

from ..models import Brush


@transaction.atomic
def mark_brush(account, brush_id, **marks) -> None:
    """Mark a brush: whether it is a `favourite`, when it was last used (`used_at`), a `cover` by its picture's digest.

    What is not told stays as it is. A brush that was last used at one time was not last used before that.

    Raises
    ------
    Refused
        The picture is not here.
    """
    brush = Brush.objects.of(account).get(pk=brush_id)
    if "favourite" in marks:
        brush.favourite = marks["favourite"]
    if "used_at" in marks:
        brush.used_at = max(filter(None, (brush.used_at, marks["used_at"])))
    if "cover" in marks:
        digest = marks["cover"]
        if digest and not own_pictures(account).filter(pk=digest).exists():
            raise Refused("the picture for this brush did not come along; choose it again")
        touch(one for one in (digest, brush.cover_id) if one)
        brush.cover_id = digest
    count_on(account, [brush])
    brush.save(update_fields=["favourite", "used_at", "cover", "number"])

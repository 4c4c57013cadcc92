"""Let brushes follow a source that was changed."""

from django.db import transaction
from hollowmist.refusal import Refused
from sources.models import Source

from ..models import Brush, PictureUse
from .keep_brush import keep_brush


def brushes_of(account, source: Source):
    """Brushes that took a picture from this source, those that hold an older state of it included."""
    using = PictureUse.objects.filter(source=source).values("brush")
    return Brush.objects.of(account).present().filter(pk__in=using).select_related("roll__account")


@transaction.atomic
def let_follow(account, source_id) -> list[Brush]:
    """Give all brushes that use a source its present picture, or none of them. Returns those that changed."""
    source = Source.objects.of(account).filter(pk=source_id, deleted_at=None).first()
    if source is None:
        raise Refused("this source is not among yours any more; the brushes keep their copy")
    changed = []
    for brush in brushes_of(account, source).select_for_update():
        document = brush.document | {
            "shapes": [
                use | {"picture": source.picture_id} if use["source"] == str(source.pk) else use
                for use in brush.document["shapes"]
            ]
        }
        grain = document["grain"]
        if grain and grain["source"] == str(source.pk):
            document["grain"] = grain | {"picture": source.picture_id}
        if document != brush.document:
            told = {"roll": brush.roll_id, "name": brush.name, "note": brush.note, "place": brush.place}
            changed.append(keep_brush(account, brush.pk, brush.revision, document=document, **told))
    return changed

"""Let brushes follow a source that was changed."""

from sources.models import Source

from ..models import Brush
from .keep_brush import keep_brush


def brushes_of(account, source: Source):
    """Brushes that took a picture from this source, those that hold an older state of it included."""
    found = Brush.objects.filter(roll__account=account, picture_uses__source=source, deleted_at=None)
    return found.select_related("roll__account").distinct()


def let_follow(account, source: Source) -> list[Brush]:
    """Give all brushes that use a source its present picture. Returns those that changed."""
    changed = []
    for brush in brushes_of(account, source):
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
            changed.append(keep_brush(brush, brush.revision, brush.name, brush.note, document))
    return changed

"""Paint a brush's pictures, when somebody asks for them: the device inks its own."""

from hollowmist_core.documents.brush import read
from hollowmist_core.native.pockets import pocket_picture, tip_print
from sources.actions.pictures import ink_for

from ..models import Brush

PAINTERS = {"picture": pocket_picture, "tip_print": tip_print}
"""Field of the brush -> what paints it."""


def picture_of(brush: Brush, which: str) -> bytes:
    """PNG of the brush as it stands: painted once, and kept until its next state is.

    Parameters
    ----------
    which : {"picture", "tip_print"}
        Its stroke in the pocket, or the print of its tip.
    """
    painted = bytes(getattr(brush, which))
    if not painted:
        painted = PAINTERS[which](read(brush.document), ink_for(brush.account))
        # Whoever kept another state meanwhile emptied it, and it stays empty.
        Brush.objects.filter(pk=brush.pk, revision=brush.revision).update(**{which: painted})
    return painted


def forget_pictures() -> int:
    """Let every brush be painted anew when it is next asked for, after the engine has changed; returns how many."""
    return Brush.objects.update(picture=b"", tip_print=b"")

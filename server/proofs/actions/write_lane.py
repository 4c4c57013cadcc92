"""Write a lane as InkML."""

from hollowmist_core.formats import inkml
from hollowmist_core.native.sheet import Stroke
from hollowmist_core.proofs import read_samples

from ..models import Lane


def lane_as_inkml(lane: Lane) -> bytes:
    """A lane as an InkML document. That its ink was dried in between is no ink, and InkML has no word for it."""
    strokes = [
        Stroke(read_samples(bytes(one.samples)), one.kind, one.erase, one.seed)
        for one in lane.strokes.filter(deleted_at=None, dries=False)
    ]
    return inkml.write(strokes, lane.name)

"""Read a lane from InkML."""

import time

from accounts.numbers import count_on
from acts.registry import KINDS
from django.db import transaction
from hollowmist_core.formats import inkml
from hollowmist_core.proofs import read_samples

from ..models import Lane, ProofStroke
from .keep_lane import new_lane


@transaction.atomic
def read_lane(account, data: bytes, name: str, set_name: str) -> tuple[Lane, list[str]]:
    """Make a lane from an InkML document. Returns it, and what was assumed.

    Raises
    ------
    hollowmist_core.formats.inkml.InkMLError
    """
    KINDS["lanes"].refuse_full(account)
    found = inkml.read(data)
    lane = new_lane(account, found.name or name, set_name)
    now = int(time.time() * 1000)
    strokes = []
    for i, stroke in enumerate(found.strokes):
        samples = stroke.samples.tobytes()
        read_samples(samples)
        fields = {"kind": stroke.kind, "erase": stroke.erase, "seed": stroke.seed, "drawn_at": now + i}
        strokes.append(ProofStroke(account=account, lane=lane, samples=samples, **fields))
    count_on(account, strokes)
    ProofStroke.objects.bulk_create(strokes)
    return lane, found.assumed

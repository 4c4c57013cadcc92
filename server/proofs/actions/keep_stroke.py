"""Keep a stroke on the proof sheet."""

from accounts.numbers import count_on
from hollowmist.refusal import Refused
from hollowmist_core.proofs import read_samples

from ..models import ProofStroke


def keep_stroke(account, stroke_id, samples: bytes, dries: bool = False, **told) -> ProofStroke:
    """Keep a stroke under the id that its device gave it. One that is there already, taken away or not, stays as it is.

    One that `dries` is no stroke and has no samples: all ink that is wet dries at its place in the order. `told` are
    the other fields of `ProofStroke`: kind, erase, seed, brush, over, layer, size, drawn_at.

    Raises
    ------
    Refused
        The samples are not sound; says what is wrong and what is allowed.
    """
    if dries and samples:
        raise Refused("samples: drying draws nothing; send no samples with it")
    if not dries:
        try:
            read_samples(samples)
        except ValueError as error:
            raise Refused(str(error)) from None
    standing = ProofStroke.objects.filter(pk=stroke_id).first()
    if standing is not None:
        return standing
    stroke = ProofStroke(pk=stroke_id, account=account, samples=samples, dries=dries, **told)
    count_on(account, [stroke])
    stroke.save(force_insert=True)
    return stroke

"""A sheet written at 600 dpi by a process whose memory is its own: it knows nothing of Django."""

import resource
import time

from hollowmist_core.documents.brush import read
from hollowmist_core.documents.sheet import read_sheet
from hollowmist_core.formats.sheet_svg import png_of
from hollowmist_core.native.pieces import Piece, bands


def written(parts, answer) -> None:
    """Ink and write a sheet band by band; puts how long that took, s, and the memory it needed, MB, into `answer`."""
    document, strokes, looks, pictures = parts
    start = time.perf_counter()
    piece = Piece(read_sheet(document), strokes, {key: read(look) for key, look in looks.items()}, pictures.__getitem__)
    for band in bands(piece, 600 / document["dpi"]):
        png_of(band)
    answer.put((time.perf_counter() - start, resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024))

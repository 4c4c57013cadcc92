"""Pictures from files: what comes in is bounded and checked before it is decoded.

Decoding happens in a process of its own with bounded memory and time, so that a file made to harm can
do no more than fail. `python -m hollowmist_core.formats.picture` is that process.
"""

import io
import resource
import signal
import struct
import subprocess
import sys
from dataclasses import dataclass

import numpy as np

from . import PictureError

MOST_BYTES = 20 * 1024 * 1024
MOST_PIXELS = 40_000_000
LEAST_SIDE = 8
MOST_RATIO = 40
WORKING_SIDE = 2048
"""Longer side of the copy that is worked on, px; the file itself is kept untouched."""

DRAWN_SIDE = 1024
"""Longer side that a picture of lines (SVG) is drawn at, px."""

SECONDS = 20
"""Most that opening a file may take of a processor."""

PATIENCE = 15 * SECONDS
"""Most that it may take by the clock: on a busy machine a sound file takes longer."""

MEMORY = 3 * 1024**3
TOO_LONG = "The file takes too long to open. Save it as a PNG, then add it."
FORMATS = ("PNG", "JPEG", "WEBP", "TIFF")
HEADER = struct.Struct("<4sIIII")


@dataclass(frozen=True)
class Opened:
    """A picture out of a file.

    Attributes
    ----------
    pixels : ndarray, shape (height, width, 4), uint8
        RGBA, turned as the camera was held, at most `WORKING_SIDE` px a side.
    width, height : int
        Size in the file, px, turned.
    notes : tuple of str
        What was assumed, in sentences.
    """

    pixels: np.ndarray
    width: int
    height: int
    notes: tuple[str, ...]


def grey_png(ink: np.ndarray) -> bytes:
    """Ink, uint8, 255 = full, as a grey PNG that is black on white; the same ink gives the same bytes."""
    from PIL import Image

    out = io.BytesIO()
    Image.fromarray(255 - ink).save(out, "PNG", optimize=False, compress_level=6)
    return out.getvalue()


def clear_png(ink: np.ndarray) -> bytes:
    """Ink, uint8, 255 = full, as a PNG that is black where there is ink, and clear where there is none."""
    from PIL import Image

    out = io.BytesIO()
    Image.fromarray(np.stack([np.zeros_like(ink), ink], -1), "LA").save(out, "PNG", optimize=True)
    return out.getvalue()


def read_picture(data: bytes) -> Opened:
    """Decode a picture file in a process of its own.

    Parameters
    ----------
    data : bytes
        A PNG, JPEG, WebP, TIFF or SVG file, by content and not by name.

    Raises
    ------
    PictureError
        Too large, too small, broken, unsafe, or no picture.
    """
    if not data:
        raise PictureError("The file is empty. Save the picture again, then add it.")
    if len(data) > MOST_BYTES:
        raise PictureError(
            f"The file has {len(data) / 1024**2:.0f} MB; up to {MOST_BYTES // 1024**2} MB can be taken. "
            "Save it smaller, or as a JPEG."
        )
    try:
        done = subprocess.run(
            [sys.executable, "-m", "hollowmist_core.formats.picture", str(SECONDS)],
            input=data,
            capture_output=True,
            timeout=PATIENCE,
            check=False,
        )
    except subprocess.TimeoutExpired:
        raise PictureError(TOO_LONG) from None
    if done.returncode == -signal.SIGXCPU:
        raise PictureError(TOO_LONG)
    if done.returncode != 0:
        last = done.stderr.decode(errors="replace").strip().splitlines()[-1:]
        if last and last[0].startswith("refused: "):
            raise PictureError(last[0].removeprefix("refused: "))
        raise PictureError("The file is broken, or needs too much memory to open. Save it as a PNG, then add it.")
    mark, width, height, real_width, real_height = HEADER.unpack_from(done.stdout)
    note_bytes, _, pixels = done.stdout[HEADER.size :].partition(b"\0")
    if mark != b"HMP1" or len(pixels) != width * height * 4:
        raise PictureError("The file is broken. Save it again, then add it.")
    notes = tuple(line for line in note_bytes.decode().split("\n") if line)
    return Opened(np.frombuffer(pixels, np.uint8).reshape(height, width, 4), real_width, real_height, notes)


def check_size(width: int, height: int) -> None:
    """Refuse a size that is no source's.

    Raises
    ------
    PictureError
    """
    if width * height > MOST_PIXELS:
        raise PictureError(
            f"The picture has {width * height / 1e6:.0f} megapixels; up to {MOST_PIXELS // 1_000_000} can be taken. "
            "Save it smaller, then add it."
        )
    if min(width, height) < LEAST_SIDE:
        raise PictureError(
            f"The picture is {width} x {height} px; a source needs at least {LEAST_SIDE} px on each side. "
            "Use a larger one."
        )
    if max(width, height) > MOST_RATIO * min(width, height):
        raise PictureError(
            f"The picture is {width} x {height} px, which is too long and narrow for a source. Crop it, then add it."
        )


def _open_raster(data: bytes, notes: list[str]):
    from PIL import Image, ImageOps, UnidentifiedImageError

    Image.MAX_IMAGE_PIXELS = None  # Our own limit speaks first, and says more.
    try:
        image: Image.Image = Image.open(io.BytesIO(data), formats=FORMATS)
    except UnidentifiedImageError:
        raise PictureError("This is no PNG, JPEG, WebP, TIFF or SVG picture. Save it as one of these.") from None
    check_size(*image.size)
    if (frames := getattr(image, "n_frames", 1)) > 1:
        notes.append(f"It holds {frames} pictures; the first was taken.")
    try:
        image.load()
    except (OSError, SyntaxError, ValueError, EOFError):
        raise PictureError("The file ends too early or is damaged. Save or send it again, then add it.") from None
    if image.mode.startswith("I;16") or image.mode in ("I", "F"):
        notes.append("It has 16 bits a channel; 8 were taken.")
        values = np.asarray(image, np.float64)
        most = 65535.0 if image.mode != "F" else max(1.0, float(np.nanmax(values)))
        image = Image.fromarray(np.clip(np.nan_to_num(values) / most * 255 + 0.5, 0, 255).astype(np.uint8))
    elif image.mode == "CMYK":
        notes.append("It was in print colours (CMYK).")
    turned = ImageOps.exif_transpose(image)
    return turned.convert("RGBA")


def _open_svg(data: bytes):
    import resvg_py
    from PIL import Image

    from .svg import check_svg

    text, width, height = check_svg(data)
    check_size(max(LEAST_SIDE, round(width)), max(LEAST_SIDE, round(height)))
    wide, high = (DRAWN_SIDE, None) if width >= height else (None, DRAWN_SIDE)
    try:
        png = resvg_py.svg_to_bytes(svg_string=text, skip_system_fonts=True, width=wide, height=high)
    except ValueError as error:
        raise PictureError(f"The SVG cannot be drawn: {error}. Save it as a plain SVG, or as a PNG.") from None
    return Image.open(io.BytesIO(bytes(png))).convert("RGBA")


def decode(data: bytes) -> tuple[bytes, tuple[int, int], tuple[int, int], list[str]]:
    """RGBA bytes, their size, the size in the file, and notes. Runs in the process of its own."""
    from PIL import Image

    from .svg import looks_like_svg

    notes: list[str] = []
    image = _open_svg(data) if looks_like_svg(data) else _open_raster(data, notes)
    real = image.size
    if max(real) > WORKING_SIDE:
        scale = WORKING_SIDE / max(real)
        size = (max(1, round(real[0] * scale)), max(1, round(real[1] * scale)))
        # Colours of clear pixels must not bleed into their neighbours.
        image = image.convert("RGBa").resize(size, Image.Resampling.BOX, reducing_gap=3.0).convert("RGBA")
        notes.append(f"It is worked on at {size[0]} x {size[1]} px.")
    return image.tobytes(), image.size, real, notes


def main(seconds: int) -> int:
    """Decode standard input to standard output, in bounded memory and so many seconds of a processor."""
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    # The kernel says so first, and ends what does not hear it.
    resource.setrlimit(resource.RLIMIT_CPU, (seconds, seconds + 1))
    try:
        pixels, size, real, notes = decode(sys.stdin.buffer.read(MOST_BYTES + 1))
    except PictureError as error:
        print(f"refused: {error}", file=sys.stderr)
        return 3
    except (MemoryError, OverflowError):
        print("refused: The picture needs too much memory to open. Save it smaller, then add it.", file=sys.stderr)
        return 3
    out = sys.stdout.buffer
    out.write(HEADER.pack(b"HMP1", *size, *real))
    out.write("\n".join(notes).encode() + b"\0")
    out.write(pixels)
    return 0


if __name__ == "__main__":
    # Run as a program this module is __main__; what it raises must be what others catch.
    from hollowmist_core.formats import picture

    sys.exit(picture.main(int(sys.argv[1])))

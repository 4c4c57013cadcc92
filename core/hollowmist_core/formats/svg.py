"""SVG: what may be drawn. Nothing that acts, and nothing that reaches outside the file."""

import re

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring

from . import PictureError

ACTIVE = {"script", "foreignobject", "iframe", "object", "embed", "audio", "video", "handler", "listener"}
DATA_PICTURE = re.compile(r"^data:image/(png|jpeg|webp);base64,", re.I)
URL = re.compile(r"url\(\s*(?:\"([^\"]*)\"|'([^']*)'|([^)\"']*))", re.I)
ANIMATED = {"animate", "set"}
"""They can write any attribute, an address too."""

LENGTH = re.compile(r"^\s*([0-9.]+(?:e[+-]?\d+)?)\s*(px|pt|pc|mm|cm|in|em|ex|%)?\s*$", re.I)
PX = {"": 1, "px": 1, "pt": 4 / 3, "pc": 16, "mm": 96 / 25.4, "cm": 96 / 2.54, "in": 96, "em": 16, "ex": 8}
MOST_ELEMENTS = 50_000


def looks_like_svg(data: bytes) -> bool:
    """Whether a file is an SVG by its content."""
    start = data[:4096].lstrip(b"\xef\xbb\xbf \t\r\n").lower()
    return start.startswith((b"<svg", b"<?xml", b"<!doctype svg", b"<!--")) and b"<svg" in data[:65536].lower()


def _refuse(why: str) -> PictureError:
    return PictureError(f"The SVG was not taken: {why}. Save it as a plain SVG, or as a PNG.")


def _goes_outside(style: str) -> bool:
    """Whether a style or an attribute refers to something outside the file."""
    addresses = ("".join(found).strip() for found in URL.findall(style))
    return any(not (one.startswith("#") or DATA_PICTURE.match(one)) for one in addresses)


def _length(text: str | None) -> float | None:
    found = LENGTH.match(text or "")
    if not found or found.group(2) == "%":
        return None
    return float(found.group(1)) * PX[(found.group(2) or "").lower()]


def check_svg(data: bytes) -> tuple[str, float, float]:
    """Check an SVG and tell its size.

    Returns
    -------
    tuple
        The text, and width and height in px.

    Raises
    ------
    formats.PictureError
        It is broken, has no size, holds scripts, or refers to something outside itself.
    """
    try:
        text = data.decode("utf-8-sig")
        root = fromstring(text, forbid_dtd=True, forbid_entities=True, forbid_external=True)
    except DefusedXmlException:
        raise _refuse("it declares entities or a document type, which can be used to harm") from None
    except (ParseError, UnicodeDecodeError, ValueError, RecursionError):
        raise _refuse("it is not well-formed") from None
    count = 0
    for element in root.iter():
        count += 1
        if count > MOST_ELEMENTS:
            raise _refuse(f"it has more than {MOST_ELEMENTS:,} elements")
        if not isinstance(element.tag, str):
            continue
        name = element.tag.rpartition("}")[2].lower()
        if name in ACTIVE:
            raise _refuse(f"it holds a {name}")
        if name == "style" and ("@import" in (element.text or "") or _goes_outside(element.text or "")):
            raise _refuse("its style sheet refers to another file")
        for key, value in element.attrib.items():
            attribute = key.rpartition("}")[2].lower()
            if attribute.startswith("on"):
                raise _refuse(f"it holds a script ({attribute})")
            if attribute == "href" and not (value.startswith("#") or DATA_PICTURE.match(value)):
                raise _refuse("it refers to another file")
            if name in ANIMATED and attribute == "attributename" and value.rpartition(":")[2].lower() == "href":
                raise _refuse("it holds an animation that writes an address")
            if _goes_outside(value):
                raise _refuse("it refers to another file")
    width, height = _length(root.get("width")), _length(root.get("height"))
    box = re.split(r"[\s,]+", (root.get("viewBox") or "").strip())
    if (width is None or height is None) and len(box) == 4:
        try:
            width, height = float(box[2]), float(box[3])
        except ValueError:
            width = height = None
    if not width or not height:
        raise _refuse("it says no size; give it a width and height, or a viewBox")
    if max(width, height) > 40 * min(width, height):
        raise _refuse("it is too long and narrow for a source")
    return text, width, height

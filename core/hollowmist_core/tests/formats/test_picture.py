"""Picture files: bounded, checked, and decoded apart."""

import io
import struct
import subprocess
import sys
import zlib
from unittest import TestCase, mock
from xml.sax.saxutils import quoteattr

import numpy as np
from PIL import Image

from ...formats import PictureError, picture
from ...formats.picture import WORKING_SIDE, check_size, read_picture
from ...formats.svg import check_svg, looks_like_svg

SVG = '<svg xmlns="http://www.w3.org/2000/svg" {}>{}</svg>'


def png(pixels, **options):
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "PNG", **options)
    return out.getvalue()


def bomb(side=60_000):
    """A PNG of a few kB that says it is enormous."""

    def chunk(name, data):
        return struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))

    header = struct.pack(">IIBBBBB", side, side, 8, 0, 0, 0, 0)
    return (
        b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", header) + chunk(b"IDAT", zlib.compress(bytes(4096))) + chunk(b"IEND", b"")
    )


class PictureTests(TestCase):
    def test_pixels_come_as_they_are(self):
        pixels = np.random.default_rng(2).integers(0, 256, (20, 30, 4), dtype=np.uint8)
        opened = read_picture(png(pixels))
        np.testing.assert_array_equal(opened.pixels, pixels)
        self.assertEqual((opened.width, opened.height, opened.notes), (30, 20, ()))

    def test_a_large_one_is_worked_on_smaller_and_says_so(self):
        opened = read_picture(png(np.zeros((1200, 4096), np.uint8)))
        self.assertEqual(opened.pixels.shape, (600, WORKING_SIDE, 4))
        self.assertEqual((opened.width, opened.height), (4096, 1200))
        self.assertIn("2048 x 600", opened.notes[0])

    def test_sixteen_bits_keep_their_scale(self):
        ramp = np.linspace(0, 65535, 64).astype(np.uint16)[None, :] * np.ones((16, 1), np.uint16)
        got = read_picture(png(ramp)).pixels[0, :, 0]
        np.testing.assert_allclose(got, np.linspace(0, 255, 64), atol=1)

    def test_a_bomb_is_refused_before_it_goes_off(self):
        with self.assertRaisesRegex(PictureError, "3600 megapixels"):
            read_picture(bomb())

    def test_every_torn_file_is_refused_in_plain_words(self):
        whole = png(np.random.default_rng(1).integers(0, 256, (40, 40, 3), dtype=np.uint8))
        for length in (1, 9, 30, len(whole) // 2):
            with self.assertRaises(PictureError) as caught:
                read_picture(whole[:length])
            self.assertTrue(str(caught.exception).endswith("."))

    def test_bounds_name_the_limit(self):
        check_size(8, 8)
        check_size(8000, 5000)
        for size, words in [((8000, 5001), "40"), ((7, 100), "8 px"), ((10, 500), "narrow")]:
            with self.assertRaisesRegex(PictureError, words):
                check_size(*size)


class TimeTests(TestCase):
    def test_what_takes_a_processor_too_long_is_refused_and_a_busy_machine_is_no_reason(self):
        slow = png(np.zeros((6300, 6300, 4), np.uint8))
        with mock.patch.object(picture, "SECONDS", 1), self.assertRaisesRegex(PictureError, "too long"):
            read_picture(slow)
        # It rests, as one does that gets no turn, for longer than it may work.
        program = "import time, sys; time.sleep(1.5); from hollowmist_core.formats import picture; picture.main(1)"
        small = png(np.zeros((64, 64, 3), np.uint8))
        done = subprocess.run([sys.executable, "-c", program], input=small, capture_output=True, check=False)
        self.assertEqual(done.returncode, 0, done.stderr)


class SvgTests(TestCase):
    def test_it_is_told_by_its_content(self):
        self.assertTrue(looks_like_svg(b'\xef\xbb\xbf<?xml version="1.0"?>\n<svg></svg>'))
        self.assertFalse(looks_like_svg(b"<html><body></body></html>"))
        self.assertFalse(looks_like_svg(b"\x89PNG"))

    def test_sizes_in_every_unit(self):
        for size, want in [
            ('width="40" height="20"', (40, 20)),
            ('width="2in" height="1in"', (192, 96)),
            ('width="10mm" height="10mm"', (37.795, 37.795)),
            ('viewBox="0 0 30 60"', (30, 60)),
            ('width="100%" height="100%" viewBox="0,0,9,9"', (9, 9)),
        ]:
            _, width, height = check_svg(SVG.format(size, "").encode())
            np.testing.assert_allclose((width, height), want, atol=0.01)

    def test_what_acts_or_reaches_outside_is_refused(self):
        for inner in [
            "<script/>",
            '<g onclick="a()"/>',
            "<foreignObject/>",
            '<use href="other.svg#a"/>',
            '<image href="data:image/svg+xml;base64,AAAA"/>',
            '<rect fill="url(http://skerrow.example/a)"/>',
            "<style>rect{fill:url(other.svg)}</style>",
        ]:
            with self.assertRaises(PictureError, msg=inner):
                check_svg(SVG.format('viewBox="0 0 9 9"', inner).encode())

    def test_what_stays_inside_is_drawn(self):
        inner = (
            '<defs><path id="a" d="M2 2h6v6h-6z"/></defs><use href="#a"/><rect fill="url(#b)" width="0" height="0"/>'
        )
        opened = read_picture(SVG.format('viewBox="0 0 10 10"', inner).encode())
        alpha = opened.pixels[..., 3]
        self.assertEqual(alpha.shape, (1024, 1024))
        self.assertAlmostEqual(float((alpha > 127).mean()), 0.36, delta=0.01)

    def test_references_within_the_file_may_be_quoted(self):
        for reference in ("url(#a)", "url('#a')", 'url( "#a" )'):
            shape = f"<rect width='9' height='9' fill={quoteattr(reference)}/>"
            check_svg(f"<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'>{shape}</svg>".encode())

    def test_an_animation_that_writes_an_address_is_refused(self):
        for element in ("animate", "set"):
            for name in ("href", "xlink:href"):
                inner = f"<image><{element} attributeName='{name}' to='http://elsewhere.example/x.png'/></image>"
                head = "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'>"
                with self.assertRaisesRegex(PictureError, "address"):
                    check_svg(f"{head}{inner}</svg>".encode())

    def test_without_a_size_it_says_what_to_add(self):
        with self.assertRaisesRegex(PictureError, "viewBox"):
            check_svg(SVG.format("", "").encode())

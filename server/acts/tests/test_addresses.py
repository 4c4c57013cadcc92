"""Every address that can be read is read by the page, or told in docs/api.md as there for programs of one's own."""

import re
from pathlib import Path

from django.test import SimpleTestCase
from drf_spectacular.generators import SchemaGenerator

ROOT = Path(__file__).parents[3]


def plain(text: str) -> str:
    """Addresses in a text, whatever stands in their places."""
    return re.sub(r"\$?\{[\w.!?()]+\}", "{}", text)


class AddressTests(SimpleTestCase):
    def test_whom_each_is_for_is_known(self):
        pages = [one for one in (ROOT / "web" / "src").rglob("*.*") if one.suffix in (".ts", ".vue")]
        called = plain("\n".join(one.read_text() for one in pages if "generated" not in one.parts))
        told = (ROOT / "docs" / "api.md").read_text()
        paths = SchemaGenerator().get_schema(public=True)["paths"]
        self.assertGreater(len(paths), 30)
        for path, ways in paths.items():
            address = (
                re.escape(plain(path))
                .replace(re.escape("{}"), r"(\{\}|[\w-]+)")
                .replace("svg", r"(\{\}|svg)")
                .replace("png", r"(\{\}|png)")
            )
            by_page = re.search(rf"[\"`]{address}[\"`?]", called) is not None
            with self.subTest(path):
                self.assertTrue(
                    "get" not in ways or by_page or f"`{path}`" in told, "tell in docs/api.md for whom it is"
                )
        for path in re.findall(r"`(/api/[^`]*[a-z}])`", told):
            self.assertTrue(path in paths or path in ("/api/docs", "/api/acts", "/api/changes"), path)

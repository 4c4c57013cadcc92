"""What the server answers is said in every language: each sentence that it has stands in the page's catalogues."""

import ast
import json
import re
from collections.abc import Iterator

from acts.registry import KINDS
from django.test import SimpleTestCase

from hollowmist.errors import REFUSED
from hollowmist.settings import ROOT

CATALOGUE = ROOT / "web" / "src" / "words" / "de" / "answers.json"
TOLD = {
    *("Refused", "PackError", "PictureError", "InkMLError", "OraError", "WordError", "WrongKey", "ShelfAway"),
    *("NotFound", "TooLarge", "ValidationError"),
}
"""Errors whose message people read."""
NAMED = {"MESSAGE", "TOO_LONG", "TOO_MANY", "again"}
"""Names under which a sentence stands that is said in several places."""
OF_DJANGO = {
    "This password is too common.",
    "This password is too short. It must contain at least {1} characters.",
    "The password is too similar to the {1}.",
    "This field is required.",
    "This field may not be blank.",
}
THROTTLED = " Expected available in {1} seconds."
"""What REST framework says after the sentence of who is throttled."""


def told(node: ast.AST) -> Iterator[str]:
    """Sentences that an expression gives, with "{1}" for what is put into them."""
    match node:
        case ast.Constant(value=str(text)):
            yield text
        case ast.JoinedStr(values=parts):
            count, text = 0, ""
            for part in parts:
                count += not isinstance(part, ast.Constant)
                text += part.value if isinstance(part, ast.Constant) else f"{{{count}}}"
            yield text
        case ast.Dict(values=parts) | ast.List(elts=parts):
            for part in parts:
                yield from told(part)


def sentences(source: str) -> Iterator[str]:
    """Sentences of a module that people read."""
    for node in ast.walk(ast.parse(source)):
        match node:
            case ast.Raise(exc=ast.Call(func=ast.Name(id=name) | ast.Attribute(attr=name), args=[first, *_])):
                if name in TOLD:
                    yield from told(first)
            case ast.Assign(targets=[ast.Name(id=name)], value=value) if name in NAMED:
                yield from told(value)


class AnswersTests(SimpleTestCase):
    def test_each_sentence_stands_in_the_catalogue_and_none_besides(self):
        files = [*ROOT.glob("server/*/**/*.py"), *ROOT.glob("core/hollowmist_core/**/*.py")]
        own = [file for file in files if not {"tests", "journeys"} & set(file.parts)]
        found = {text for file in own for text in sentences(file.read_text())}
        found |= {text.format("{1}") for text in REFUSED.values()} | OF_DJANGO
        for kind in KINDS.values():
            found |= {kind.name, kind.names, kind.anew, kind.full}
        # What is nothing but its values says nothing of its own.
        found = {text for text in found if re.search(r"[a-z]", text.replace("{1}", ""))}
        found = {text + THROTTLED if text.startswith("That were too many") else text for text in found}
        self.assertEqual(found ^ set(json.loads(CATALOGUE.read_text())), set())

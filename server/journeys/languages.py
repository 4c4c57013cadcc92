"""What the screens say in each language, so that a journey finds it in any of them; and a language that is none."""

import json
import re
from dataclasses import dataclass
from functools import cache

from hollowmist.settings import ROOT

CATALOGUES = ROOT / "web" / "src" / "words"
PSEUDO = "pseudo"
"""English with accents and a third more letters: what has no room for it has none for other languages either."""
BY_ENGLISH = ("tables", "answers")
"""Catalogues that go by the English words: those of the core's tables, and what the server answers."""
_ACCENTS = str.maketrans("aeiouyAEIOUYcnszCNSZ", "áéîöüýÁÉÎÖÜÝçñšžÇÑŠŽ")
_VALUE = re.compile(r"(\{\w+\})")


def pseudo(text: str) -> str:
    """A message with accents and a third more letters; what is put into it stays."""
    return "".join(
        part if _VALUE.fullmatch(part) else re.sub(r"(\w\w)(\w)", r"\1\2\2", part.translate(_ACCENTS))
        for part in _VALUE.split(text)
    )


def rooms_of(language: str) -> dict[str, dict[str, str]]:
    """All messages of a language's catalogues, by room and key; `BY_ENGLISH` by the English ones."""
    if language == PSEUDO:
        rooms = {room: {key: pseudo(text) for key, text in rooms.items()} for room, rooms in rooms_of("en").items()}
        return rooms | {part: {text: pseudo(text) for text in rooms_of("de")[part]} for part in BY_ENGLISH}
    return {file.stem: json.loads(file.read_text()) for file in (CATALOGUES / language).glob("*.json")}


@dataclass(frozen=True)
class Said:
    """What an English sentence of the screens is in a language."""

    language: str = "en"

    def all_of(self, english: str) -> list[str]:
        """What an English sentence may be: one message can have several, one that is nowhere is a name."""
        if self.language == "en":
            return [english]
        plain, filled = _messages(self.language)
        if english in plain:
            return sorted(plain[english])
        for pattern, texts in filled:
            if values := pattern.fullmatch(english):
                put = {name: self.all_of(value)[0] for name, value in values.groupdict().items()}
                return sorted(text.format(**put) for text in texts)
        return [english]

    def pattern(self, english: str, exact: bool = True) -> re.Pattern:
        """What finds it on a page: the whole of a text, or a part of it."""
        found = "|".join(re.escape(text) for text in self.all_of(english))
        return re.compile(rf"^\s*(?:{found})\s*$" if exact else found)


@cache
def _messages(language: str) -> tuple[dict[str, set[str]], list[tuple[re.Pattern, set[str]]]]:
    """A language's messages by the English ones, and those that take values by what finds the values in English."""
    own = rooms_of(language)
    plain = {english: {text} for english, text in own["tables"].items()}
    for room, messages in rooms_of("en").items():
        for key, english in messages.items():
            plain.setdefault(english, set()).add(own[room][key])
    # One that is nothing but its values would be found in everything.
    valued = [english for english in plain if re.search(r"\w", _VALUE.sub("", english)) and _VALUE.search(english)]
    filled = []
    for english in sorted(valued, key=len, reverse=True):
        parts = [
            rf"(?P<{part[1:-1]}>.+)" if _VALUE.fullmatch(part) else re.escape(part) for part in _VALUE.split(english)
        ]
        # A value that stands twice is looked for once.
        if len(set(_VALUE.findall(english))) == len(_VALUE.findall(english)):
            filled.append((re.compile("".join(parts)), plain[english]))
    return plain, filled

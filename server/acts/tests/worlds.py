"""An account with one thing of every kind, and what makes, changes and takes each: promises are tried over all."""

import uuid
from dataclasses import dataclass, field

import numpy as np
from hollowmist_core.documents.brush import default_document
from hollowmist_core.documents.sheet import default_sheet
from hollowmist_core.tables.records import SAMPLE
from proofs.serializers import Base64Field

from acts.registry import KINDS

from . import act


def samples() -> str:
    """A short line."""
    made = np.zeros(12, SAMPLE)
    made["x"] = made["t"] = np.arange(12)
    made["pressure"], made["altitude"] = 0.5, 1.2
    return Base64Field().to_representation(made.tobytes())


def _named(name: str, **more) -> dict:
    return {"name": name, **more}


@dataclass
class World:
    """Things of an account by their table, each made by its own act."""

    client: object
    account: object
    things: dict[str, uuid.UUID] = field(default_factory=dict)
    laned: uuid.UUID = field(default_factory=uuid.uuid4)
    """A stroke of the lane."""

    def body(self, table: str, name: str) -> dict:
        """What keeps a thing of a kind, called `name`, or told apart by it."""
        stroke = {"kind": 0, "samples": samples(), "seed": len(name), "drawn_at": 5}
        inked = {"sheet": str(self.things.get("sheets")), "look": str(self.things.get("looks"))}
        size = {**default_document(), "size": 10.0 + len(name)}
        return {
            "strokes": lambda: stroke,
            "lanes": lambda: _named(name, strokes=[str(self.laned)]),
            "sources": lambda: _named(
                name, makes="grain", recipe={"start": {"kind": "weave", "side": 64}, "steps": []}
            ),
            "recipes": lambda: _named(name, steps=[]),
            "rolls": lambda: _named(name, place="a0"),
            "brushes": lambda: _named(name, roll=str(self.things["rolls"]), document=size, place="a0"),
            "checkpoints": lambda: {
                "brush": str(self.things["brushes"]),
                "label": name,
                "why": "hand",
                "document": default_document(),
                "made_at": 1_800_000_000_000,
            },
            "sheets": lambda: _named(name, document={**default_sheet(), "dpi": 100.0 + len(name)}),
            "looks": lambda: _named(name, document=default_document()),
            "sheetStrokes": lambda: {**stroke, **inked},
        }[table]()

    def keep(self, table: str, name: str = "first", thing=None, base: int = 0) -> dict:
        """Keep a thing of a kind; a new one where none is named. Returns the answer."""
        thing = thing or self.things.setdefault(table, uuid.uuid4())
        keeps = next(one for one, how in KINDS[table].acts.items() if how.does == "keep" and one != "takeIn")
        return act(self.client, self.account, keeps, thing, self.body(table, name), base)

    def do(self, table: str, does: str) -> dict:
        """Take the thing of a kind away, or put it back; returns the answer."""
        thing = self.things[table]
        name, how = next((one, how) for one, how in KINDS[table].acts.items() if how.does == does)
        return act(self.client, self.account, name, thing, {how.each: [str(thing)]} if how.each else {})

    def fill(self) -> "World":
        """Make one of every kind."""
        self.keep("strokes", thing=self.laned)
        for table in KINDS:
            answer = self.keep(table)
            assert answer["answer"] == "done", (table, answer)
        return self

    def changes(self, since: int = 0) -> dict[str, dict]:
        """What devices are told since a number, by id."""
        found: dict[str, dict] = {}
        more = True
        while more:
            page = self.client.get(f"/api/changes?since={since}").json()
            found |= {one["id"]: one for one in page["changes"]}
            more, since = page["more"], page["changes"][-1]["number"] if page["changes"] else since
        return found

    def row(self, table: str):
        """The thing's row."""
        return KINDS[table].model.objects.get(pk=self.things[table])

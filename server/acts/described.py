"""The kinds as a table for people who read about them; `docs/kinds.md` is made of it."""

from .registry import KINDS, Kind, Merge

HEAD = """# Kinds

What devices and packs hold, and how each kind is kept. Made by `manage.py write_kinds` from what the apps register
(`server/*/kinds.py`); a test says when that was forgotten, and another that the device's tables
(`web/src/device/tables/`) tell the same.

*document*: by revision; where two devices changed one, both states are kept and the person chooses. *set*: added and
taken away one by one; taking away wins. *last*: the later act has its way, over a deletion only by the way back.

| kind | lies in | merges as | most | pictures | acts | in a pack |
| --- | --- | --- | --- | --- | --- | --- |
"""

TAIL = """
What is done to a thing that was deleted elsewhere, or to one that lies in it, is answered *gone* with all that was
lost: the device holds it until that is put back. Nothing is answered *done* that the device would not be told of. What
was deleted can be put back for 30 days; then it is let go of, and told as such for 180 days more. A device that was
away for longer takes everything anew, and keeps what waits.
"""


def _row(kind: Kind) -> str:
    above = next((one.name for one in KINDS.values() if one.model is kind.parent_model), "-")
    shown = "yes" if kind.pictures is not Kind.pictures else "-"
    acts = ", ".join(f"`{name}`" for name in kind.acts)
    of = f"of a {above}" if kind.parent else "of an account"
    packed = kind.packing.summary
    return f"| {kind.table} | {above} | {Merge(kind.merge)} | {kind.most:,} {of} | {shown} | {acts} | {packed} |\n"


def described() -> str:
    """The page, as Markdown."""
    return HEAD + "".join(map(_row, KINDS.values())) + TAIL
